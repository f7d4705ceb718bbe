/** What a palette is chosen from, in flat arrays: what it costs that an element gets a ladder (Infinity: it may not), and what two beside each other cost. */
export type PaletteProblem = {
  elements: number;
  ladders: number;
  /** Row an element, column a ladder. */
  own: Float64Array;
  beside: readonly (readonly { other: number; mm: number }[])[];
  /** Cost of a mm between two ladders; row and column a ladder. */
  perMm: Float64Array;
  most: number;
  /** The elements in the order in which they are decided. */
  order: readonly number[];
};
