import type { CheckKind } from '#model/check-kinds';

/** What a photo shows that the plan does not want. `labels`: areas it is about, of ink over a line first where it came from. `sureness` 0 to 1. */
export type CheckFinding = {
  kind: CheckKind;
  labels: number[];
  xMm: number;
  yMm: number;
  areaMm2: number;
  sureness: number;
  /** Of which band it is, from 1, lightest first; absent: of all. */
  band?: number;
  /** What it looks like over its own paper, where that is another hue than planned: CIELAB, D65. */
  seenLab?: readonly [number, number, number];
};
