import type { CardPiece, CardPlan, DrawnItem, Through } from '#model/card';
import type { Make } from '#model/make';
import { type CountedCard, type CountedPiece, countPieces, type PieceKind, type PiecesCount, usualSpares } from './count-pieces';

export const usualGapMm = 2;
/** Where nobody said anything of it. */
export const usualCardPlan: CardPlan = { spares: usualSpares, gapMm: usualGapMm, done: [] };

/** How a piece is cut by hand where nobody said more. */
export const usualFussyCut = { by: 'hand', rim: 'white rim', rimMm: 1.5 } as const satisfies CardPiece['cut'];

export type Done = Required<Omit<CardPlan['done'][number], 'key'>>;
/** A kind of piece as it is told: `name` what is seen on it, `how` how it comes out of its paper, `minds` what is easily forgotten. */
export type NeedRow = PieceKind & {
  name: string;
  how: string;
  done: Done;
  /** Further dies through it, as they lie on the first piece of the kind. */
  through: readonly Through[];
  minds: string[];
  isGone: boolean;
};
export type Needs = Omit<PiecesCount, 'kinds'> & { rows: NeedRow[] };

const gone = 'an image that is not in this make any more';

/** What is drawn by its id, of one kind; undefined: it is not there (any more). */
export function drawnById<K extends DrawnItem['kind']>(
  make: Pick<Make, 'drawn'>,
  kind: K,
  id: string,
): Extract<DrawnItem, { kind: K }> | undefined {
  return make.drawn?.find((item): item is Extract<DrawnItem, { kind: K }> => item.id === id && item.kind === kind);
}

/** What is seen on a piece, in words; null: its picture or words are gone. */
export function imageName(make: Make, { image, cut }: Pick<CardPiece, 'image' | 'cut'>): string | null {
  if (image.kind === 'words') return drawnById(make, 'words', image.drawnId)?.name ?? null;
  if (image.kind === 'row') return make.pieceRows?.find(({ id }) => id === image.rowId)?.name ?? null;
  if (image.kind === 'plain')
    return cut.by === 'die' || cut.by === 'window' ? (drawnById(make, 'die', cut.drawnId)?.name ?? null) : 'A plain piece';
  const picture = make.pictures.find(({ id }) => id === image.pictureId);
  if (!picture) return null;
  const place = picture.colourings.findIndex(({ id }) => id === image.colouringId);
  return place >= 0 && picture.colourings.length > 1
    ? `${picture.name}, ${picture.colourings[place]?.name ?? `colouring ${place + 1}`}`
    : picture.name;
}

/** How a piece comes out of its paper, in words. */
export function cutWords(make: Make, { cut }: Pick<CardPiece, 'cut'>): string {
  if (cut.by === 'panel') return 'stays on its panel';
  if (cut.by === 'hand')
    return cut.rim === 'white rim'
      ? `fussy cut, ${cut.rimMm} mm white rim`
      : cut.rim === 'tight'
        ? 'fussy cut, tight'
        : 'fussy cut, edge darkened';
  const nameOf = (id: string) => drawnById(make, 'die', id)?.name;
  const own = nameOf(cut.drawnId);
  if (own === undefined) return 'its die is not among what was drawn any more';
  if (cut.by === 'window') return `a window, cut into the base with ${own}`;
  const through = (when: Through['when']) =>
    (cut.through ?? []).filter((die) => die.when === when).map(({ drawnId }) => nameOf(drawnId) ?? 'a die that is gone');
  const [within, after] = [through('at once'), through('afterwards')];
  return [
    `cut with ${own}`,
    ...(within.length > 0 ? [`${within.join(' and ')} taped within`] : []),
    ...(after.length > 0 ? [`then ${after.join(' and ')} through it`] : []),
  ].join(', ');
}

/** What is easily forgotten with a piece. Common practice, no source. */
function mindsOf({ cut, image, isTwoSided, isMirrored }: CardPiece): string[] {
  return [
    ...(isTwoSided && cut.by === 'die' && image.kind !== 'plain'
      ? [
          'Turned over, the die mirrors its outline, never the stamped image: back to back only a symmetrical image fits, or one that is fussy cut.',
        ]
      : []),
    ...(isMirrored && image.kind === 'picture' ? ['A stamp gives it one way round only: print the mirrored one.'] : []),
    ...(cut.by === 'window' ? ['Open the base: only its front goes into the machine, the back stays outside.'] : []),
    ...(cut.by === 'die' && cut.through?.some(({ when }) => when === 'afterwards')
      ? ['Lay the die onto the piece and tape it: through what is cut already it goes once more, by itself.']
      : []),
  ];
}

/** How a piece is cut, as it is counted. */
function cutOf(cut: CardPiece['cut']): Pick<CountedPiece, 'die' | 'within' | 'afterwards' | 'isWindow' | 'staysOnPanel'> {
  if (cut.by === 'hand') return {};
  if (cut.by === 'panel') return { staysOnPanel: true };
  if (cut.by === 'window') return { die: cut.drawnId, isWindow: true };
  const through = (when: Through['when']) => (cut.through ?? []).filter((die) => die.when === when).map(({ drawnId }) => drawnId);
  const [within, afterwards] = [through('at once'), through('afterwards')];
  return {
    die: cut.drawnId,
    ...(within.length > 0 ? { within } : {}),
    ...(afterwards.length > 0 ? { afterwards } : {}),
  };
}

/** The cards of a make as they are counted: images by "picture id" or "words id", dies by their id. What is missing is counted all the same. */
function countedCards(make: Make): { cards: CountedCard[]; byKey: Map<string, CardPiece> } {
  const byKey = new Map<string, CardPiece>();
  const cards = (make.cards ?? []).map(({ copies, pieces }) => ({
    copies,
    pieces: pieces.map((piece) => {
      const { image, cut, count, paper, perImpression, isTwoSided, isMirrored, isOnGround } = piece;
      const counted = {
        ...(image.kind === 'picture' ? { image: image.pictureId } : image.kind === 'words' ? { image: image.drawnId } : {}),
        ...(image.kind === 'picture' && image.colouringId !== undefined ? { colouring: image.colouringId } : {}),
        ...(image.kind === 'row' ? { colouring: image.rowId } : {}),
        ...cutOf(cut),
        ...(paper === undefined ? {} : { paper }),
        ...{ count, ...(perImpression ? { perImpression } : {}), ...(isTwoSided ? { isTwoSided } : {}) },
        ...{ ...(isMirrored ? { isMirrored } : {}), ...(isOnGround ? { isOnGround } : {}) },
      };
      const [kind] = countPieces([{ copies: 1, pieces: [counted] }]).kinds;
      if (kind && !byKey.has(kind.key)) byKey.set(kind.key, piece);
      return counted;
    }),
  }));
  return { cards, byKey };
}

const nothingDone: Done = { stamped: 0, coloured: 0, cut: 0, again: 0 };

/** What the cards of a make need, and what has been made of it. An image, words or a die that is gone is said, and counted on. */
export function needsOfMake(make: Make): Needs {
  const { spares, done } = make.cardPlan ?? usualCardPlan;
  const { cards, byKey } = countedCards(make);
  const { kinds, ...count } = countPieces(cards, { spares });
  const rows = kinds.flatMap((kind): NeedRow[] => {
    const piece = byKey.get(kind.key);
    if (!piece) return [];
    const name = imageName(make, piece);
    const isDieGone = (piece.cut.by === 'die' || piece.cut.by === 'window') && !drawnById(make, 'die', piece.cut.drawnId);
    const own = done.find(({ key }) => key === kind.key) ?? nothingDone;
    return [
      {
        ...kind,
        ...{ name: name ?? gone, how: cutWords(make, piece), minds: mindsOf(piece), isGone: name === null || isDieGone },
        done: { stamped: own.stamped, coloured: own.coloured, cut: own.cut, again: own.again ?? 0 },
        through: piece.cut.by === 'die' ? (piece.cut.through ?? []) : [],
      },
    ];
  });
  return { ...count, rows };
}
