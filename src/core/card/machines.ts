import type { DrawerItem, Machine } from '#model/drawer';
import type { Make } from '#model/make';
import { atHand } from './at-hand';
import { drawnById, usualCardPlan } from './needs-of-make';

/** What of a make's plan names a machine, and what may be taken for it. */
export const machineSortsFor = { plateId: ['die machine'], platformId: ['stamping platform', 'block'] } as const satisfies Record<
  string,
  readonly Machine['sort'][]
>;
export type MachineOf = keyof typeof machineSortsFor;
export type PlateSize = { widthMm: number; heightMm: number };

/** Machines to choose from: those that the make has a copy of, then those in the drawer. */
export function machinesFor(make: Make, drawer: readonly DrawerItem[], of: MachineOf): Machine[] {
  const sorts: readonly Machine['sort'][] = machineSortsFor[of];
  return atHand(make, drawer, 'machine').filter(({ sort }) => sorts.includes(sort));
}

/** The machine that was taken, or the first there is; null: there is none. */
export function machineOf(make: Make, drawer: readonly DrawerItem[], of: MachineOf): Machine | null {
  const id = (make.cardPlan ?? usualCardPlan)[of];
  return (id && drawnById(make, 'machine', id)) || machinesFor(make, drawer, of)[0] || null;
}
