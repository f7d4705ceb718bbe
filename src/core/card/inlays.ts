import type { Make } from '#model/make';
import type { Die } from '#model/drawer';
import { drawnById, type Needs } from './needs-of-make';

/** A die with loose pieces, and how many sets of them are cut. */
export type InlaySet = { die: Die & { inlays: NonNullable<Die['inlays']> }; sets: number };

/** The dies with loose pieces that the cards need. */
export function inlaySets(make: Make, { cuts }: Pick<Needs, 'cuts'>): InlaySet[] {
  return cuts.flatMap(({ die: id, count }) => {
    const die = drawnById(make, 'die', id);
    return die?.inlays ? [{ die: { ...die, inlays: die.inlays }, sets: count }] : [];
  });
}
