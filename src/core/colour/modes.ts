import { modeLab65, modeLch65, modeRgb, modeXyz65, useMode } from 'culori/fn';

/** The colour spaces of the house; culori's others stay out of the pages. */
export const rgb = useMode(modeRgb);
export const lab65 = useMode(modeLab65);
useMode(modeXyz65);
useMode(modeLch65);
