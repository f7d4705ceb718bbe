import type { LightWish } from '#model/light-wish';

/** A halo and a ground shadow are pale: of a longer ladder they take the palest by themselves. */
const palest = 3;

/** How many rungs of a ladder, light to dark, what lies on the paper outside takes: all of them only where shares were set by hand. */
export function outsideRungs(rungs: number, { shares }: LightWish = {}): number {
  return shares?.length === rungs ? rungs : Math.min(palest, rungs);
}
