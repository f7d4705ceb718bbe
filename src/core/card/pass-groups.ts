import type { Through } from '#model/card';
import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import { united } from '#core/outline/clipped';
import { atMiddleOf, type OutlineMm } from '#core/outline/outline';
import { roughOutline } from '#core/passes/die';
import type { DiePassesRequest, LaidDie } from '#core/passes/die-passes';
import { outOfRings } from './count-pieces';
import { drawnById, type Done, type NeedRow, type Needs } from './needs-of-make';
import { inTheWay, type Limit, limitsOf } from './limits';
import type { PlateSize } from './machines';

/** What goes through the machine: sheets that are stamped, pieces that are cut already, the front of a base. */
export type PassKind = 'sheet' | 'again' | 'base';
/** A kind of piece that a die cuts, so often still; `through`: the further die of it whose turn it is. */
type DieWork = { row: NeedRow; count: number; through?: Through };
/** `outline`: of all that lies there of it, in the frame of the die that cuts the piece. */
type PassDie = { id: string; name: string; outline: OutlineMm; count: number; works: DieWork[] };
/** What is stamped and cut together. `paper`: of what is stamped; empty: nobody said. `isAfter`: dies that the passes before need. */
export type PassGroup = { key: string; kind: PassKind; paper: string; isAfter: boolean; dies: PassDie[] };

/** A part of what lies on the plate for a die, in its frame: a die, or the piece that is cut already. */
export type PassPart = { dieId: string; outline: OutlineMm; isCutAlready: boolean };

const leftOf = ({ toCut, done }: NeedRow): number => Math.max(0, toCut - done.cut);

/** What lies on the plate for the first piece that a die still has to cut: the die with those taped within it, or a piece with the die that goes through it. */
export function partsOnPlate(make: Pick<Make, 'drawn'>, { id, works }: Pick<PassDie, 'id' | 'works'>): PassPart[] {
  const outlineOf = (dieId: string) => drawnById(make, 'die', dieId)?.outline;
  const [work] = works;
  const own = outlineOf(work?.through ? (work.row.die ?? '') : id);
  if (!own) return [];
  const at = ({ drawnId, xMm, yMm }: Through): PassPart[] => {
    const outline = outlineOf(drawnId);
    return outline ? [{ dieId: drawnId, outline: atMiddleOf(outline, own, xMm, yMm), isCutAlready: false }] : [];
  };
  if (work?.through) return [{ dieId: work.row.die ?? '', outline: own, isCutAlready: true }, ...at(work.through)];
  const within = (work?.row.through ?? []).filter(({ when }) => when === 'at once');
  return [{ dieId: id, outline: own, isCutAlready: false }, ...within.flatMap(at)];
}

/**
 * The dies that still have to cut. What is stamped lies on one sheet with what is stamped on the same paper, so that the layout of the stamps is that of the dies; plain pieces are cut along with the
 * first of them, each from its own scrap. What comes out of rings has no pass of its own. A die that lies within another one is not there for its own pieces: those come after. Pieces that are cut
 * already go through once more, and each opening of a base by itself.
 */
export function passGroups(make: Make, { rows }: Needs): PassGroup[] {
  const groups: PassGroup[] = [];
  const groupOf = (key: string, wanted: Omit<PassGroup, 'key' | 'dies'>): PassGroup => {
    const known = groups.find((group) => group.key === key);
    if (known) return known;
    const group = { key, ...wanted, dies: [] };
    groups.push(group);
    return group;
  };
  const addTo = ({ dies }: PassGroup, { id, name, outline }: Pick<PassDie, 'id' | 'name' | 'outline'>, work: DieWork) => {
    const known = dies.find((die) => die.id === id);
    if (!known) dies.push({ id, name, outline, count: work.count, works: [work] });
    else Object.assign(known, { count: known.count + work.count, works: [...known.works, work] });
  };

  const pieces = rows.filter(({ isWindow }) => !isWindow);
  const centres = outOfRings(pieces, leftOf);
  const stamped = pieces.filter(({ image }) => image !== undefined);
  const plain = pieces.filter(({ image }) => image === undefined);
  for (const row of [...stamped, ...plain]) {
    const die = row.die === undefined ? undefined : drawnById(make, 'die', row.die);
    const count = leftOf(row) - (centres.get(row.key) ?? 0);
    if (!die || count <= 0) continue;
    const paper = row.image === undefined ? (groups[0]?.paper ?? '') : (row.paper ?? '');
    const needed = [die.id, ...(row.within ?? [])];
    const isTaken = (group: PassGroup) =>
      group.dies.some(
        (other) =>
          other.id !== die.id && other.works.some((work) => needed.some((id) => [other.id, ...(work.row.within ?? [])].includes(id))),
      );
    let round = 0;
    let group = groupOf(`sheet ${paper}`, { kind: 'sheet', paper, isAfter: false });
    while (isTaken(group)) group = groupOf(`sheet ${paper} ${++round}`, { kind: 'sheet', paper, isAfter: true });
    addTo(group, die, { row, count });
  }
  for (const row of rows) {
    const own = row.die === undefined ? undefined : drawnById(make, 'die', row.die);
    if (!own) continue;
    const after = row.through.filter(({ when }) => when === 'afterwards');
    for (const [place, through] of after.entries()) {
      const die = drawnById(make, 'die', through.drawnId);
      const count = Math.max(0, Math.min(row.toCut, row.toCut * (place + 1) - row.done.again));
      if (!die || count === 0) continue;
      const outline = united([own.outline, atMiddleOf(die.outline, own.outline, through.xMm, through.yMm)]);
      const group = groupOf('again', { kind: 'again', paper: '', isAfter: true });
      addTo(group, { ...die, outline: roughOutline(outline[0] ?? own.outline) }, { row, count, through });
    }
    // One front is in the machine at a time.
    if (row.isWindow && leftOf(row) > 0)
      addTo(groupOf(`base ${row.key}`, { kind: 'base', paper: '', isAfter: true }), own, { row, count: leftOf(row) });
  }
  return groups;
}

/** What a group is of, as a heading. */
export function groupWords({ kind, paper, isAfter }: Pick<PassGroup, 'kind' | 'paper' | 'isAfter'>): string {
  if (kind === 'again') return 'Once more, through what is cut already';
  if (kind === 'base') return 'A window into the base';
  const on = paper === '' ? 'Paper not said' : `On ${paper}`;
  return isAfter ? `${on}, with the dies that lay in rings before` : on;
}

/** All that a pass of a group has to fit: only what is stamped lies on the platform too. */
export const limitsOfGroup = (
  make: Make,
  drawer: readonly DrawerItem[],
  supplies: readonly Supply[],
  { kind, paper }: Pick<PassGroup, 'kind' | 'paper'>,
): Limit[] => limitsOf(make, drawer, supplies, kind === 'sheet' ? paper : null);

/** What is asked of diePasses for each group, on the plate that it may have; a group of which nothing is known is left out. */
export function passRequests(
  groups: readonly PassGroup[],
  plateOf: (group: PassGroup) => PlateSize | null,
  gapMm: number,
): (DiePassesRequest & { key: string })[] {
  return groups.flatMap((group) => {
    const plate = plateOf(group);
    return plate ? [{ key: group.key, plate, gapMm, dies: group.dies.map(({ id, outline, count }) => ({ id, outline, count })) }] : [];
  });
}

/** What one pass has done: each die has cut the first of its pieces that still lack one; a ring its centre with it. */
export function donePass({ rows }: Needs, { kind, dies }: PassGroup, pass: readonly LaidDie[]): ({ key: string } & Partial<Done>)[] {
  const cutOnce = (row: NeedRow) => ({
    ...{ key: row.key, cut: 1 },
    ...(row.image === undefined || row.done.stamped >= row.toStamp ? {} : { stamped: 1 }),
  });
  return pass.flatMap(({ id }): ({ key: string } & Partial<Done>)[] => {
    const row = dies.find((die) => die.id === id)?.works[0]?.row;
    if (!row) return [];
    if (kind === 'again') return [{ key: row.key, again: 1 }];
    const centres = outOfRings([row, ...rows.filter((own) => own !== row && !own.isWindow)], (own) => (own === row ? 1 : leftOf(own)));
    return [cutOnce(row), ...rows.filter(({ key }) => (centres.get(key) ?? 0) > 0).map(cutOnce)];
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
export function tooLarge(
  dies: readonly Pick<PassDie, 'name' | 'outline'>[],
  limits: readonly Limit[],
): { name: string; inTheWay: string }[] {
  return dies.flatMap(({ name, outline }) => {
    const words = inTheWay(outline, limits);
    return words === null ? [] : [{ name, inTheWay: words }];
  });
}
