/** What a photo of a coloured piece can show that was not planned. */
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

export type CheckKind = (typeof checkKinds)[number];
