import type { Make } from '#model/make';
import type { OutlineMm } from '#core/outline/outline';
import { drawnById, type NeedRow, type Needs } from './needs-of-make';

/** What is stamped and cut together. `paper`: of what is stamped; empty: nobody said. */
export type PassGroup = { paper: string; dies: { id: string; name: string; outline: OutlineMm; count: number }[] };

/** What a pass of a group makes of a kind of piece: stamped ones lie on its paper, plain ones on a scrap of their own beside it. */
export const goesWithGroup = ({ image, paper = '' }: Pick<NeedRow, 'image' | 'paper'>, group: Pick<PassGroup, 'paper'>): boolean =>
  image === undefined || paper === group.paper;

/**
 * The dies that still have to cut. What is stamped lies on one sheet with what is stamped on the same paper, so that the layout of the stamps is that of the dies; plain pieces are cut along with the
 * first of them, each from its own scrap.
 */
export function passGroups(make: Make, { rows }: Needs): PassGroup[] {
  const groups = new Map<string, Map<string, PassGroup['dies'][number]>>();
  const stamped = rows.filter(({ image }) => image !== undefined);
  const plain = rows.filter(({ image }) => image === undefined);
  for (const { die: id, image, paper = '', toCut, done } of [...stamped, ...plain]) {
    const die = id === undefined ? undefined : drawnById(make, 'die', id);
    const count = Math.max(0, toCut - done.cut);
    if (!die || count === 0) continue;
    const of = image === undefined ? ([...groups.keys()][0] ?? '') : paper;
    const dies = groups.get(of) ?? new Map();
    const known = dies.get(die.id);
    dies.set(die.id, { id: die.id, name: die.name, outline: die.outline, count: (known?.count ?? 0) + count });
    groups.set(of, dies);
  }
  return [...groups].map(([paper, dies]) => ({ paper, dies: [...dies.values()] }));
}

type Size = { widthMm: number; heightMm: number };
const upright = ({ widthMm, heightMm }: Size): Size => ({ widthMm: Math.min(widthMm, heightMm), heightMm: Math.max(widthMm, heightMm) });

/** What lies on all of them at once fits here: as wide and as high as the least of them, each turned upright; null: nothing is known. */
export function commonPlate(sizes: readonly Size[]): Size | null {
  if (sizes.length === 0) return null;
  const turned = sizes.map(upright);
  return { widthMm: Math.min(...turned.map(({ widthMm }) => widthMm)), heightMm: Math.min(...turned.map(({ heightMm }) => heightMm)) };
}
