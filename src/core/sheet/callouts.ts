/** A place on a picture, in mm from its left and top. */
export type CalloutPlace = readonly [xMm: number, yMm: number];

/** Where a label stands that tells of a place: beside the picture, and how high (the middle of it, in mm from the picture's top). */
export type Callout = { side: 'left' | 'right'; yMm: number };

export type CalloutOptions = {
  /** Of the picture. */
  widthMm: number;
  heightMm: number;
  /** From the picture to the label, where its leader line begins. */
  gapMm: number;
  /** Height of a label and the space to the next. */
  slotMm: number;
};

/** Where the leader line of a callout begins, in mm from the picture's left and top; it ends at its place. */
export function leaderStart({ side, yMm }: Callout, { widthMm, gapMm }: Pick<CalloutOptions, 'widthMm' | 'gapMm'>): CalloutPlace {
  return [side === 'left' ? -gapMm : widthMm + gapMm, yMm];
}

/** How high the labels of so many places stand in all, in mm. */
export const calloutsHeightMm = (places: number, { slotMm }: Pick<CalloutOptions, 'slotMm'>): number => Math.ceil(places / 2) * slotMm;

/**
 * Lays labels beside a picture so that no two of their straight leader lines cross (boundary labelling: Bekos, Kaufmann, Symvonis and Wolff 2007, Boundary
 * labeling: models and efficient algorithms for rectangular maps). The left half of the places gets the left side; there two lines that cross change their labels until none
 * do: each change makes all lines together shorter, so it ends.
 * @param places in mm of the picture. @returns one for each, in their order; labels of a side stand below each other, round the picture's middle.
 */
export function layCallouts(places: readonly CalloutPlace[], options: CalloutOptions): Callout[] {
  const byX = places.map((_, index) => index).sort((one, other) => places[one]![0] - places[other]![0] || one - other);
  const half = Math.ceil(byX.length / 2);
  const callouts: Callout[] = places.map(() => ({ side: 'left', yMm: 0 }));
  for (const [side, own] of [
    ['left', byX.slice(0, half)],
    ['right', byX.slice(half)],
  ] as const) {
    const order = [...own].sort((one, other) => places[one]![1] - places[other]![1] || one - other);
    const top = (options.heightMm - order.length * options.slotMm) / 2;
    const slotAt = (slot: number): Callout => ({ side, yMm: top + (slot + 0.5) * options.slotMm });
    const lineAt = (slot: number) => [leaderStart(slotAt(slot), options), places[order[slot]!]!] as const;
    for (let pair = firstCrossing(order.length, lineAt); pair; pair = firstCrossing(order.length, lineAt)) {
      const [one, other] = pair;
      [order[one], order[other]] = [order[other]!, order[one]!];
    }
    order.forEach((index, slot) => {
      callouts[index] = slotAt(slot);
    });
  }
  return callouts;
}

type Line = readonly [CalloutPlace, CalloutPlace];

function firstCrossing(count: number, lineAt: (slot: number) => Line): readonly [number, number] | null {
  for (let one = 0; one < count; one++) {
    for (let other = one + 1; other < count; other++) if (doCross(lineAt(one), lineAt(other))) return [one, other];
  }
  return null;
}

/** Whether two lines cross at a place within both; to touch at an end is not to cross. */
export function doCross([a, b]: Line, [c, d]: Line): boolean {
  const side = ([fromX, fromY]: CalloutPlace, [toX, toY]: CalloutPlace, [x, y]: CalloutPlace) =>
    Math.sign((toX - fromX) * (y - fromY) - (toY - fromY) * (x - fromX));
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}
