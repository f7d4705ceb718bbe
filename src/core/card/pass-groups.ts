import type { Make } from '#model/make';
import type { OutlineMm } from '#core/outline/outline';
import type { DiePassesRequest, LaidDie } from '#core/passes/die-passes';
import { drawnById, type NeedRow, type Needs } from './needs-of-make';
import { inTheWay, type Limit } from './limits';
import type { PlateSize } from './machines';

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

/** What is asked of diePasses for each group, on the plate that its paper leaves; a group of which nothing is known is left out. */
export function passRequests(
  groups: readonly PassGroup[],
  plateOf: (paper: string) => PlateSize | null,
  gapMm: number,
): (DiePassesRequest & { paper: string })[] {
  return groups.flatMap(({ paper, dies }) => {
    const plate = plateOf(paper);
    return plate ? [{ paper, plate, gapMm, dies: dies.map(({ id, outline, count }) => ({ id, outline, count })) }] : [];
  });
}

/** Passes that are laid out alike, one after the other. */
export function inRuns(passes: readonly LaidDie[][]): { pass: readonly LaidDie[]; times: number }[] {
  const runs = new Map<string, { pass: readonly LaidDie[]; times: number }>();
  for (const pass of passes) {
    const key = JSON.stringify(pass);
    runs.set(key, { pass, times: (runs.get(key)?.times ?? 0) + 1 });
  }
  return [...runs.values()];
}

/** What of a group fits nowhere, and what is in its way. */
export function tooLarge({ dies }: Pick<PassGroup, 'dies'>, limits: readonly Limit[]): { name: string; inTheWay: string }[] {
  return dies.flatMap(({ name, outline }) => {
    const words = inTheWay(outline, limits);
    return words === null ? [] : [{ name, inTheWay: words }];
  });
}
