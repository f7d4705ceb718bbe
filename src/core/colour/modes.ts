import { modeLab65, modeLch65, modeLrgb, modeRgb, modeXyz65, useMode as registered } from 'culori/fn';

/** The colour spaces of the house; culori's others stay out of the pages. */
export const rgb = registered(modeRgb);
export const lab65 = registered(modeLab65);
/** sRGB without its transfer function (IEC 61966-2-1): amounts of light. */
export const linearRgb = registered(modeLrgb);
export const xyz65 = registered(modeXyz65);
registered(modeLch65);
