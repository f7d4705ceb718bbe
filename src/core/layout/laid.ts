import type { Card, CardPiece } from '#model/card';
import type { CardLayout, LaidOf, LayoutItem } from '#model/card-layout';
import type { PaperPiece } from '#model/card-paper';
import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import { shapeOfPiece } from '#core/card/motifs-of-card';
import { drawnById, imageName } from '#core/card/needs-of-make';
import { seenSize } from '#core/card/paper-pieces';
import { namedOutline } from '#core/outline/named-shapes';
import { without, united } from '#core/outline/clipped';
import { atMiddleOf, boundsMm, clockwise, movedMm, type OutlineMm, turned, turnedOver } from '#core/outline/outline';
import { type Front, frontOf } from './front';

/** What lies beside a make: things of the drawer, papers and inks. */
export type Beside = { drawer: readonly DrawerItem[]; supplies: readonly Supply[] };

export type LaidSort = 'paper' | 'image' | 'words' | 'plain' | 'window' | 'tie' | 'accent' | 'free';
/** The image of a piece: its frame, in which `middleMm` is the middle of the piece's own box. */
export type LaidPicture = { pictureId: string; colouringId: string | undefined; sha256: string; widthMm: number; heightMm: number };

/** A thing where it lies on a face of the card: x right, y down from the face's left top. */
export type Laid = {
  item: LayoutItem;
  name: string;
  sort: LaidSort;
  isInside: boolean;
  /** As it lies, and what is cut out of it. */
  outline: OutlineMm;
  holes: readonly OutlineMm[];
  /** The middle of its box in its own frame, before it is mirrored, turned about it and moved. */
  middleMm: readonly [number, number];
  turnedDeg: number;
  isMirrored: boolean;
  picture: LaidPicture | null;
  piece: CardPiece | null;
  paperPiece: PaperPiece | null;
  paper: string | null;
  thicknessMm: number;
};

/** Card as it is usual, where nobody said how thick a paper is; twine, ribbon, a sequin, and what stands up of a drop or gem as a share of its size. From memory. */
export const usualThicknessMm = 0.3;
const thickness = { twine: 1, ribbon: 0.3, sequin: 0.3 } as const;
const heightShare = { drop: 0.4, gem: 0.4 } as const;
/** Between the turns of twine or ribbon. */
export const betweenTurnsMm = 1;

export const thicknessOf = (paper: string | null, supplies: readonly Supply[]): number =>
  supplies.find(({ kind, name }) => kind === 'paper' && name === paper)?.thicknessMm ?? usualThicknessMm;

type Shape = {
  name: string;
  sort: LaidSort;
  outline: OutlineMm;
  holes?: OutlineMm[];
  picture?: LaidPicture | null;
  thicknessMm: number;
} & {
  piece?: CardPiece;
  paperPiece?: PaperPiece;
  paper?: string | null;
};

type On = { make: Make; card: Card; beside: Beside; front: Front };

function shapeOfCardPiece({ make, beside }: On, piece: CardPiece): Shape | null {
  const name = imageName(make, piece) ?? 'an image that is gone';
  const paper = piece.paper ?? null;
  const thicknessMm = thicknessOf(paper, beside.supplies);
  if (piece.cut.by === 'window') {
    const die = drawnById(make, 'die', piece.cut.drawnId);
    return die ? { name: `window ${die.name}`, sort: 'window', outline: die.outline, thicknessMm: 0, piece } : null;
  }
  const shape = shapeOfPiece(make, beside.drawer, piece);
  if (!shape) return null;
  const holes = (piece.cut.by === 'die' ? (piece.cut.through ?? []) : []).flatMap(({ drawnId, xMm, yMm }) => {
    const die = drawnById(make, 'die', drawnId);
    return die && die.does === 'cuts' ? [atMiddleOf(die.outline, shape.outline, xMm, yMm)] : [];
  });
  const { image } = piece;
  const sort = image.kind === 'picture' ? 'image' : image.kind === 'words' ? 'words' : 'plain';
  const picture = shape.picture && {
    ...{ pictureId: shape.picture.id, colouringId: image.kind === 'picture' ? image.colouringId : undefined },
    ...{ sha256: shape.picture.sha256, widthMm: shape.picture.widthMm, heightMm: shape.picture.heightMm },
  };
  // What stays on its panel is ink: it adds nothing to its height.
  return {
    ...{ name, sort, outline: shape.outline, holes, picture, piece, paper },
    thicknessMm: piece.cut.by === 'panel' ? 0 : thicknessMm * (piece.isTwoSided ? 2 : 1),
  };
}

/** Twine or ribbon round the front: all its turns side by side. */
function shapeOfTie({ front }: On, { sort, way, widthMm, turns }: Extract<LaidOf, { kind: 'tie' }>): Shape {
  const across = turns * widthMm + (turns - 1) * betweenTurnsMm;
  const outline = way === 'across' ? namedOutline('rectangle', front.widthMm, across) : namedOutline('rectangle', across, front.heightMm);
  return { name: sort, sort: 'tie', outline, thicknessMm: thickness[sort] };
}

function shapeOf(on: On, of: LaidOf): Shape | null {
  if (of.kind === 'tie') return shapeOfTie(on, of);
  if (of.kind === 'free')
    return { name: 'a place kept free', sort: 'free', outline: namedOutline('rectangle', of.widthMm, of.heightMm), thicknessMm: 0 };
  if (of.kind === 'accent') {
    const { sort, sizeMm } = of;
    const thicknessMm = sort === 'sequin' ? thickness.sequin : heightShare[sort] * sizeMm;
    return { name: sort, sort: 'accent', outline: namedOutline('oval', sizeMm, sizeMm), thicknessMm };
  }
  if (of.kind === 'piece') {
    const piece = on.card.pieces.find(({ id }) => id === of.pieceId);
    return piece ? shapeOfCardPiece(on, piece) : null;
  }
  const papers = on.card.papers ?? [];
  const paperPiece = papers.find(({ id }) => id === of.paperId);
  const size = paperPiece && seenSize(paperPiece, papers);
  if (!paperPiece || !size) return null;
  return {
    ...{ name: paperPiece.name || paperPiece.sort, sort: 'paper', paperPiece, paper: paperPiece.paper },
    outline: namedOutline('rectangle', size.widthMm, size.heightMm),
    thicknessMm: thicknessOf(paperPiece.paper, on.beside.supplies),
  };
}

/** How places of a thing's own frame come to lie on the card: mirrored and turned about the middle of its box, which comes to lie at the item's place. */
export function placed(
  outline: OutlineMm,
  { middleMm: [cx, cy], turnedDeg, isMirrored }: Pick<Laid, 'middleMm' | 'turnedDeg' | 'isMirrored'>,
  [xMm, yMm]: readonly [number, number],
): OutlineMm {
  const about = movedMm(outline, -cx, -cy);
  return movedMm(turned(isMirrored ? turnedOver(about) : about, turnedDeg), xMm, yMm);
}

/** Where an item lies; null: what it is of is gone. A window lies where its cut says, from the middle of the front. */
export function laidItem(make: Make, card: Card, beside: Beside, item: LayoutItem): Laid | null {
  const front = frontOf(card);
  const shape = shapeOf({ make, card, beside, front }, item.of);
  if (!shape) return null;
  const { xMm, yMm, widthMm, heightMm } = boundsMm(shape.outline);
  const cut = shape.piece?.cut;
  const at: readonly [number, number] =
    cut?.by === 'window' ? [front.widthMm / 2 + cut.xMm, front.heightMm / 2 + cut.yMm] : [item.xMm, item.yMm];
  const how = {
    middleMm: [xMm + widthMm / 2, yMm + heightMm / 2] as const,
    turnedDeg: cut?.by === 'window' ? 0 : (item.turnedDeg ?? 0),
    isMirrored: shape.piece?.isMirrored === true && shape.sort === 'image',
  };
  return {
    ...{ item: { ...item, xMm: at[0], yMm: at[1] }, name: shape.name, sort: shape.sort, isInside: item.face === 'inside' },
    ...{ outline: clockwise(placed(shape.outline, how, at)), holes: (shape.holes ?? []).map((hole) => placed(hole, how, at)) },
    ...how,
    ...{ picture: shape.picture ?? null, piece: shape.piece ?? null, paperPiece: shape.paperPiece ?? null },
    ...{ paper: shape.paper ?? null, thicknessMm: shape.thicknessMm },
  };
}

/** All that lies on a card in a layout, from the back to the front; what is gone is left out. */
export function laidOut(make: Make, card: Card, beside: Beside, layout: Pick<CardLayout, 'items'>): Laid[] {
  return layout.items.flatMap((item) => laidItem(make, card, beside, item) ?? []);
}

/** What of its face a thing covers: without what is cut out of it. */
export const solidOf = ({ outline, holes }: Pick<Laid, 'outline' | 'holes'>): OutlineMm[] =>
  holes.length === 0 ? [outline] : without(outline, united(holes));

/** How often a piece of a card or of its paper is there, and how often it is laid down. */
export function notLaid(card: Card, layout: Pick<CardLayout, 'items'>): { of: LaidOf; more: number }[] {
  const laid = (isOf: (of: LaidOf) => boolean) => layout.items.filter(({ of }) => isOf(of)).length;
  const papers = (card.papers ?? []).filter(({ sort }) => sort !== 'base');
  return [
    ...papers.map(({ id, count }) => ({
      of: { kind: 'paper' as const, paperId: id },
      more: count - laid((of) => of.kind === 'paper' && of.paperId === id),
    })),
    ...card.pieces.map(({ id, count }) => ({
      of: { kind: 'piece' as const, pieceId: id },
      more: count - laid((of) => of.kind === 'piece' && of.pieceId === id),
    })),
  ].filter(({ more }) => more > 0);
}
