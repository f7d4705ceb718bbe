import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import type { OutlineMm } from '#core/outline/outline';
import { fitsPlate } from '#core/passes/die';
import { type MachineOf, machineOf, type PlateSize } from './machines';

/** What lies on it has to lie within: the plate, the platform, the sheet. `what`: as it is told. */
export type Limit = PlateSize & { what: string };

const words: Record<MachineOf, string> = { plateId: 'the plate', platformId: 'the platform' };

/** All that a pass on a paper has to fit. @param paper what is stamped and cut; null: nothing is stamped, it fits the plate. */
export function limitsOf(make: Make, drawer: readonly DrawerItem[], supplies: readonly Supply[], paper: string | null): Limit[] {
  const asked: readonly MachineOf[] = paper === null ? ['plateId'] : ['plateId', 'platformId'];
  const machines = asked.flatMap((of) => {
    const machine = machineOf(make, drawer, of);
    return machine ? [{ what: `${words[of]} (${machine.name})`, widthMm: machine.widthMm, heightMm: machine.heightMm }] : [];
  });
  const sheet = supplies.find(({ kind, name }) => kind === 'paper' && name === paper)?.sheet;
  return [...machines, ...(sheet ? [{ what: `a sheet of ${paper}`, ...sheet }] : [])];
}

const upright = ({ widthMm, heightMm }: PlateSize): PlateSize => ({
  widthMm: Math.min(widthMm, heightMm),
  heightMm: Math.max(widthMm, heightMm),
});

/** What lies on all of them at once fits here: as wide and as high as the least of them, each turned upright; null: nothing is known. */
export function commonPlate(sizes: readonly PlateSize[]): PlateSize | null {
  if (sizes.length === 0) return null;
  const turned = sizes.map(upright);
  return { widthMm: Math.min(...turned.map(({ widthMm }) => widthMm)), heightMm: Math.min(...turned.map(({ heightMm }) => heightMm)) };
}

/** What is in the way of an outline: all that it does not fit by itself; null: nothing is. */
export function inTheWay(outline: OutlineMm, limits: readonly Limit[]): string | null {
  const small = limits.filter((limit) => !fitsPlate(outline, upright(limit)));
  if (small.length > 0)
    return small.map(({ what, widthMm, heightMm }) => `${what}, ${Math.round(widthMm)} × ${Math.round(heightMm)} mm`).join('; ');
  const common = commonPlate(limits);
  return common && !fitsPlate(outline, common) ? 'no one of them, but all together' : null;
}
