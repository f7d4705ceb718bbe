/** Equal pieces of a card, as they are counted. Names and ids are free texts: what has the same one is the same thing. */
export type CountedPiece = {
  /** The image that is stamped or printed; absent: a piece of plain paper. */
  image?: string;
  /** Which colouring of the image it gets; absent: it stays uncoloured. */
  colouring?: string;
  /** The die that cuts it; absent: it is cut by hand, or stays on its panel. */
  die?: string;
  /** Dies that are taped within it and cut at once, the larger ones first: it is a ring, and its centre comes out with it. */
  within?: readonly string[];
  /** Dies that go through it once it is cut, a pass each. */
  afterwards?: readonly string[];
  /** It is no piece, but an opening that its die cuts into the base of the card. */
  isWindow?: boolean;
  paper?: string;
  /** On one card. */
  count: number;
  /** So many come out of one impression. Default 1; a pair of leaves gives 2. */
  perImpression?: number;
  isTwoSided?: boolean;
  isMirrored?: boolean;
  /** It is stamped on its panel and not cut out. */
  staysOnPanel?: boolean;
  /** The same image stands once more on the paper of the background, one for each card. */
  isOnGround?: boolean;
};
export type CountedCard = { copies: number; pieces: readonly CountedPiece[] };

export type CountOptions = {
  /** Impressions more of each kind that is coloured. Default 1. */
  spares?: number;
  /** Of the background; where an image stands once more on it. Default: the background. */
  groundPaper?: string;
};

/** All equal pieces of all cards. `key` names the kind for good. */
export type PieceKind = Omit<CountedPiece, 'count' | 'perImpression' | 'isOnGround'> & {
  key: string;
  perImpression: number;
  /** Seen on the cards. */
  pieces: number;
  /** Impressions for them, of the image as it is seen from the front. */
  impressions: number;
  /** Impressions for the other sides of what is seen from both. */
  twins: number;
  spares: number;
  /** Impressions on the paper of the background. */
  onGround: number;
  /** Of all of it: to be stamped (or printed), coloured, and cut by the die or by hand. */
  toStamp: number;
  toColour: number;
  toCut: number;
  /** Passes through what is cut already. */
  toCutAgain: number;
  /** Of what is to be cut: comes out of rings that are cut anyway. */
  outOfRings: number;
};
export type PiecesCount = {
  pieces: number;
  kinds: PieceKind[];
  /** How often each image is stamped on each paper, mirrored ones apart, the most first. */
  impressions: { image: string; paper?: string; isMirrored?: boolean; count: number }[];
  /** How often each die cuts, also within another one or through what is cut; what comes out of rings is cut once. */
  cuts: { die: string; count: number }[];
};

export const usualSpares = 1;
const background = 'the background';

/** @throws RangeError */
function assertCard({ copies, pieces }: CountedCard): void {
  if (!Number.isInteger(copies) || copies < 0)
    throw new RangeError(`A card is made a whole number of times, 0 or more; this one ${copies} times.`);
  for (const { count, perImpression = 1 } of pieces) {
    if (!Number.isInteger(count) || count < 0)
      throw new RangeError(`There is a whole number of pieces on a card, 0 or more; here ${count}.`);
    if (!Number.isInteger(perImpression) || perImpression < 1)
      throw new RangeError(`An impression gives a whole number of pieces, 1 or more; here ${perImpression}.`);
  }
}

const keyOf = ({ image, colouring, die, paper, perImpression = 1, isTwoSided, isMirrored, staysOnPanel, ...own }: CountedPiece): string =>
  JSON.stringify([
    image ?? '',
    colouring ?? '',
    die ?? '',
    paper ?? '',
    perImpression,
    isTwoSided === true,
    isMirrored === true,
    staysOnPanel === true,
    // What has none of these keeps the name it had before there were any.
    ...(own.within?.length || own.afterwards?.length || own.isWindow
      ? [own.within ?? [], own.afterwards ?? [], own.isWindow === true]
      : []),
  ]);

/**
 * What comes out of rings anyway: the centre of a ring is a piece of the die within it, with what lies within that one; if such a piece is wanted on the same paper, no pass is made for it.
 * @param cutsOf how often a kind is (still) to be cut.
 */
export function outOfRings<K extends Pick<PieceKind, 'key' | 'die' | 'within' | 'paper' | 'isWindow'>>(
  kinds: readonly K[],
  cutsOf: (kind: K) => number,
): Map<string, number> {
  const found = new Map<string, number>();
  for (const ring of kinds) {
    if (ring.isWindow) continue;
    for (const [place, die] of (ring.within ?? []).entries()) {
      let centres = cutsOf(ring);
      const within = JSON.stringify(ring.within?.slice(place + 1) ?? []);
      for (const kind of kinds) {
        if (kind.isWindow || kind.die !== die || kind.paper !== ring.paper || JSON.stringify(kind.within ?? []) !== within) continue;
        const now = found.get(kind.key) ?? 0;
        const more = Math.min(centres, cutsOf(kind) - now);
        if (more <= 0) continue;
        found.set(kind.key, now + more);
        centres -= more;
      }
    }
  }
  return found;
}

function countKind(
  { pieces: seen, onGround, sample }: { pieces: number; onGround: number; sample: CountedPiece },
  spares: number,
): PieceKind {
  const { count: _, isOnGround: __, perImpression: each = 1, ...own } = sample;
  // An opening is one cut, whatever lies behind it.
  const [pieces, perImpression] = own.isWindow ? [0, 1] : [seen, each];
  const isStamped = own.image !== undefined;
  // A plain piece has no impression, but its die cuts as many at once.
  const rounds = Math.ceil(pieces / perImpression);
  const impressions = isStamped ? rounds : 0;
  const twins = own.isTwoSided ? rounds : 0;
  // Loose pieces are coloured too, without an impression.
  const isColoured = own.colouring !== undefined && pieces > 0;
  const more = isColoured ? spares : 0;
  const toCut = own.isWindow ? seen : own.staysOnPanel ? 0 : rounds + twins + more;
  return {
    ...own,
    ...{ key: keyOf(sample), perImpression, pieces, impressions, twins, spares: more, onGround },
    toStamp: isStamped ? impressions + twins + more + onGround : 0,
    toColour: own.colouring === undefined ? 0 : rounds + twins + more + onGround,
    ...{ toCut, toCutAgain: toCut * (own.afterwards?.length ?? 0), outOfRings: 0 },
  };
}

/** Sums by what is named, the most first. */
function summed<T>(rows: readonly { of: T; count: number }[]): (T & { count: number })[] {
  const sums = new Map<string, { of: T; count: number }>();
  for (const { of, count } of rows) {
    const key = JSON.stringify(of);
    sums.set(key, { of, count: (sums.get(key)?.count ?? 0) + count });
  }
  return [...sums.values()]
    .filter(({ count }) => count > 0)
    .sort((one, other) => other.count - one.count)
    .map(({ of, count }) => ({ ...of, count }));
}

/**
 * Counts what cards need: pieces that are equal (image, colouring, die, paper, sides) are one kind over all cards. An impression may give several pieces (two of a pair of leaves give four); a piece
 * seen from both sides needs a twin, that is two impressions, and its die cuts both; a kind that is coloured gets spares; an image that stands once more on the background is stamped there
 * once a card and not cut. A ring is cut with a second die within, and its centre is a piece too where one is wanted; a die that goes through what is cut already takes a pass of its own; a window is cut
 * into the base and is no piece. Common practice, no source.
 * @returns `pieces`: what lies on all cards together; kinds in the order in which they come first.
 * @throws RangeError for counts that are no whole numbers of 0 or more.
 */
export function countPieces(
  cards: readonly CountedCard[],
  { spares = usualSpares, groundPaper = background }: CountOptions = {},
): PiecesCount {
  if (!Number.isInteger(spares) || spares < 0) throw new RangeError(`Spares are a whole number of 0 or more; here ${spares}.`);
  const kinds = new Map<string, { pieces: number; onGround: number; sample: CountedPiece }>();
  for (const card of cards) {
    assertCard(card);
    for (const piece of card.pieces) {
      const key = keyOf(piece);
      const now = kinds.get(key) ?? { pieces: 0, onGround: 0, sample: piece };
      const isOnGround = piece.isOnGround === true && piece.image !== undefined && piece.count > 0;
      kinds.set(key, { ...now, pieces: now.pieces + card.copies * piece.count, onGround: now.onGround + (isOnGround ? card.copies : 0) });
    }
  }
  const each = [...kinds.values()].map((kind) => countKind(kind, spares));
  const centres = outOfRings(each, ({ toCut }) => toCut);
  const counted = each.map((kind) => ({ ...kind, outOfRings: centres.get(kind.key) ?? 0 }));
  return {
    pieces: counted.reduce((sum, { pieces }) => sum + pieces, 0),
    kinds: counted,
    impressions: summed(
      counted.flatMap(({ image, paper, isMirrored, toStamp, onGround }) =>
        image === undefined
          ? []
          : [
              {
                of: { image, ...(paper === undefined ? {} : { paper }), ...(isMirrored ? { isMirrored } : {}) },
                count: toStamp - onGround,
              },
              { of: { image, paper: groundPaper, ...(isMirrored ? { isMirrored } : {}) }, count: onGround },
            ],
      ),
    ),
    cuts: summed(
      counted.flatMap((kind) =>
        kind.die === undefined
          ? []
          : [
              { of: { die: kind.die }, count: kind.toCut - kind.outOfRings },
              ...(kind.within ?? []).map((die) => ({ of: { die }, count: kind.toCut - kind.outOfRings })),
              ...(kind.afterwards ?? []).map((die) => ({ of: { die }, count: kind.toCut })),
            ],
      ),
    ),
  };
}
