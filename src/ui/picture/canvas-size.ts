/** Fewest px across that a picture is drawn with, however small its raster. */
const leastPx = 1000;

/** Px of a canvas that shows a picture in so many CSS px: as fine as the screen, but no finer than the picture is itself. */
export function canvasSize(width: number, height: number, pictureWidthPx: number): { width: number; height: number } {
  const density = Math.min(2, window.devicePixelRatio || 1);
  const scale = Math.min(density, Math.max(pictureWidthPx, leastPx) / width);
  return { width: Math.round(width * scale), height: Math.round(height * scale) };
}
