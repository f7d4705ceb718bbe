import type { Distance } from './solids';

/** A part of a solid's surface with an outline of its own: a *seam* parts cloth or colours of one form, a *mark* lies flat on it. */
export type Area = { name: string; kind: 'seam' | 'mark'; holds: (x: number, y: number, z: number) => boolean };

export type Solid = {
  name: string;
  distance: Distance;
  areas?: readonly Area[];
  /** A box: its faces are flat, so within one the order of its light says nothing. */
  isFlatFaced?: true;
};

/** A drawing's truth: solids seen straight from above the paper, half width 1, y down. */
export type Figure = { name: string; solids: readonly Solid[] };

/** Everything of a figure that a line goes round. */
export type FigurePart = { name: string; solid: number; kind: 'solid' | 'seam' | 'mark'; isFlatFaced: boolean };

export function partsOf({ solids }: Figure): FigurePart[] {
  return solids.flatMap(({ name, areas = [], isFlatFaced = false }, solid) => [
    { name, solid, kind: 'solid' as const, isFlatFaced },
    ...areas.map((area) => ({ name: `${name}: ${area.name}`, solid, kind: area.kind, isFlatFaced })),
  ]);
}

/** Whether a place lies in a round mark about a point of the surface. */
export const spot =
  (cx: number, cy: number, radius: number) =>
  (x: number, y: number): boolean =>
    Math.hypot(x - cx, y - cy) < radius;
