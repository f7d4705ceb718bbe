/** Equal pieces of a card, as they are counted. Names and ids are free texts: what has the same one is the same thing. */
export type CountedPiece = {
  /** The image that is stamped or printed; absent: a piece of plain paper. */
  image?: string;
  /** Which colouring of the image it gets; absent: it stays uncoloured. */
  colouring?: string;
  /** The die that cuts it; absent: it is cut by hand, or stays on its panel. */
  die?: string;
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
};
export type PiecesCount = {
  pieces: number;
  kinds: PieceKind[];
  /** How often each image is stamped on each paper, mirrored ones apart, the most first. */
  impressions: { image: string; paper?: string; isMirrored?: boolean; count: number }[];
  /** How often each die cuts. */
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

const keyOf = ({ image, colouring, die, paper, perImpression = 1, isTwoSided, isMirrored, staysOnPanel }: CountedPiece): string =>
  JSON.stringify([
    image ?? '',
    colouring ?? '',
    die ?? '',
    paper ?? '',
    perImpression,
    isTwoSided === true,
    isMirrored === true,
    staysOnPanel === true,
  ]);

function countKind({ pieces, onGround, sample }: { pieces: number; onGround: number; sample: CountedPiece }, spares: number): PieceKind {
  const { count: _, isOnGround: __, perImpression = 1, ...own } = sample;
  const isStamped = own.image !== undefined;
  // A plain piece has no impression, but its die cuts as many at once.
  const rounds = Math.ceil(pieces / perImpression);
  const impressions = isStamped ? rounds : 0;
  const twins = own.isTwoSided ? rounds : 0;
  const isColoured = isStamped && own.colouring !== undefined && pieces > 0;
  const more = isColoured ? spares : 0;
  const stampedTwins = isStamped ? twins : 0;
  return {
    ...own,
    ...{ key: keyOf(sample), perImpression, pieces, impressions, twins, spares: more, onGround },
    toStamp: impressions + stampedTwins + more + onGround,
    toColour: isStamped && own.colouring !== undefined ? impressions + stampedTwins + more + onGround : 0,
    toCut: own.staysOnPanel ? 0 : rounds + twins + more,
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
 * once a card and not cut. Common practice, no source.
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
  const counted = [...kinds.values()].map((kind) => countKind(kind, spares));
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
    cuts: summed(counted.flatMap(({ die, toCut }) => (die === undefined ? [] : [{ of: { die }, count: toCut }]))),
  };
}
