export const checkKinds = [
  'white',
  'uncoloured',
  'overLine',
  'wrongSide',
  'flat',
  'otherHue',
  'unequal',
  'notParted',
  'streak',
  'hardStep',
] as const;

/** What a photo shows that the plan does not want. `labels`: areas it is about, of ink over a line first where it came from. `sureness` 0 to 1. */
export type CheckFinding = {
  kind: (typeof checkKinds)[number];
  labels: number[];
  xMm: number;
  yMm: number;
  areaMm2: number;
  sureness: number;
};
