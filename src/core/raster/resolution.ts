/** An inch is 25.4 mm exactly (international inch, 1959). */
export const mmPerInch = 25.4;

/** The working raster has so many dots an inch at the most; what states no scale is taken to have it. */
export const usualDpi = 300;
export const usualPxPerMm = usualDpi / mmPerInch;
