import { type Card, type CardPiece, type CardPlan, type DrawnItem, mostThrough, type Through } from '#model/card';
import { mostPaperPieces, type PaperPiece } from '#model/card-paper';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import { type Done, usualCardPlan } from '#core/card/needs-of-make';

/** Edits of the cards, each a function of the newest make. */
export type CardEdit = (newest: Make) => Operation[];

const patch = (fields: Extract<Operation, { kind: 'patch'; entity: 'make' }>['fields']): Operation[] => [
  { kind: 'patch', entity: 'make', fields },
];
const cardsAre = (cards: Card[]): Operation[] => patch({ cards: cards.length > 0 ? cards : null });

type DrawnDie = Extract<DrawnItem, { kind: 'die' }>;

/** Changes a list of cards. */
export const changeCards =
  (change: (cards: readonly Card[]) => Card[]): CardEdit =>
  ({ cards = [] }) =>
    cardsAre(change(cards));

export const changeCard = (cardId: string, change: (card: Card) => Card): CardEdit =>
  changeCards((cards) => cards.map((card) => (card.id === cardId ? change(card) : card)));

export const changePiece = (cardId: string, pieceId: string, change: (piece: CardPiece) => CardPiece): CardEdit =>
  changeCard(cardId, (card) => ({ ...card, pieces: card.pieces.map((piece) => (piece.id === pieceId ? change(piece) : piece)) }));

export const removePiece = (cardId: string, pieceId: string): CardEdit =>
  changeCard(cardId, (card) => ({ ...card, pieces: card.pieces.filter(({ id }) => id !== pieceId) }));

/** Copies of things of the drawer, where the make has none yet. */
function withDrawn({ drawn = [] }: Make, ...items: readonly DrawnItem[]): Operation[] {
  const fresh = items.filter(({ id }) => !drawn.some((own) => own.id === id));
  return fresh.length === 0 ? [] : patch({ drawn: [...drawn, ...fresh] });
}

/** Adds a piece to a card, and draws what it needs. */
export const addPiece =
  (cardId: string, piece: CardPiece, drawn: readonly DrawnItem[]): CardEdit =>
  (newest) => [...withDrawn(newest, ...drawn), ...changeCard(cardId, (card) => ({ ...card, pieces: [...card.pieces, piece] }))(newest)];

/** Cuts a piece with a die of the drawer. */
export const cutWith =
  (cardId: string, pieceId: string, die: DrawnDie): CardEdit =>
  (newest) => [
    ...withDrawn(newest, die),
    ...changePiece(cardId, pieceId, (piece) => ({ ...piece, cut: { by: 'die', drawnId: die.id } }))(newest),
  ];

/** Changes the further dies of a piece that a die cuts. */
const changeThrough = (cardId: string, pieceId: string, change: (through: readonly Through[]) => Through[]): CardEdit =>
  changePiece(cardId, pieceId, (piece) => {
    if (piece.cut.by !== 'die') return piece;
    const through = change(piece.cut.through ?? []);
    return { ...piece, cut: { by: 'die', drawnId: piece.cut.drawnId, ...(through.length > 0 ? { through } : {}) } };
  });

/** Lets a further die go through a piece, through its middle. */
export const addThrough =
  (cardId: string, pieceId: string, die: DrawnDie, when: Through['when']): CardEdit =>
  (newest) => [
    ...withDrawn(newest, die),
    ...changeThrough(cardId, pieceId, (now) => [...now, { drawnId: die.id, when, xMm: 0, yMm: 0 }].slice(0, mostThrough))(newest),
  ];

export const changeOneThrough = (cardId: string, pieceId: string, place: number, next: Through | null): CardEdit =>
  changeThrough(cardId, pieceId, (now) => now.flatMap((own, index) => (index !== place ? [own] : next ? [next] : [])));

/** The centre of a ring as a piece of its own, right behind the ring and of its paper. */
export const addCentre =
  (cardId: string, pieceId: string, dieId: string): CardEdit =>
  (newest) =>
    changeCard(cardId, (card) => {
      const place = card.pieces.findIndex(({ id }) => id === pieceId);
      const ring = card.pieces[place];
      if (!ring) return card;
      const paper = ring.paper === undefined ? {} : { paper: ring.paper };
      const centre: CardPiece = {
        ...{ id: crypto.randomUUID(), image: { kind: 'plain' }, cut: { by: 'die', drawnId: dieId }, count: ring.count },
        ...paper,
      };
      return { ...card, pieces: card.pieces.toSpliced(place + 1, 0, centre) };
    })(newest);

/** A piece one place further to the front or the back. */
export const movePiece = (cardId: string, pieceId: string, by: -1 | 1): CardEdit =>
  changeCard(cardId, (card) => {
    const place = card.pieces.findIndex(({ id }) => id === pieceId);
    const own = card.pieces[place];
    if (!own || place + by < 0 || place + by >= card.pieces.length) return card;
    return { ...card, pieces: card.pieces.toSpliced(place, 1).toSpliced(place + by, 0, own) };
  });

/** Changes the pieces of paper of a card. */
export const changePapers = (cardId: string, change: (papers: readonly PaperPiece[]) => PaperPiece[]): CardEdit =>
  changeCard(cardId, ({ papers = [], ...card }) => {
    const next = change(papers);
    return { ...card, ...(next.length > 0 ? { papers: next.slice(0, mostPaperPieces) } : {}) };
  });

/** How far the sheet in hand of a paper is cut. */
export const cutSoFar = (paper: string, of: string, cuts: number): CardEdit =>
  changePlan(({ cutting = [], ...plan }) => {
    const next = [...cutting.filter((own) => own.paper !== paper), ...(cuts > 0 ? [{ paper, of, cuts }] : [])];
    return { ...plan, ...(next.length > 0 ? { cutting: next.slice(-100) } : {}) };
  });

/** A sheet is cut: so many more of its pieces are there, and the next one begins. */
export const sheetIsCut =
  (paper: string, pieces: readonly string[]): CardEdit =>
  (newest) => {
    const count = new Map((newest.cardPlan?.paperDone ?? []).map((own) => [own.key, own.count]));
    for (const key of pieces) count.set(key, (count.get(key) ?? 0) + 1);
    const paperDone = [...count].map(([key, own]) => ({ key, count: own })).slice(-2000);
    return changePlan(({ cutting = [], ...plan }) => {
      const others = cutting.filter((own) => own.paper !== paper);
      return { ...plan, ...(others.length > 0 ? { cutting: others } : {}), ...(paperDone.length > 0 ? { paperDone } : {}) };
    })(newest);
  };

export const changePlan =
  (change: (plan: CardPlan) => CardPlan): CardEdit =>
  ({ cardPlan = usualCardPlan }) =>
    patch({ cardPlan: change(cardPlan) });

/** So many more (or fewer) are stamped, coloured, cut, of some kinds; never fewer than none. */
export const addDone = (more: readonly ({ key: string } & Partial<Done>)[]): CardEdit =>
  changePlan((plan) => {
    const done = new Map(plan.done.map((own) => [own.key, own]));
    for (const { key, ...own } of more) {
      const now = done.get(key) ?? { key, stamped: 0, coloured: 0, cut: 0 };
      const sum = (name: keyof Done) => Math.max(0, (now[name] ?? 0) + (own[name] ?? 0));
      const again = sum('again');
      done.set(key, { key, stamped: sum('stamped'), coloured: sum('coloured'), cut: sum('cut'), ...(again > 0 ? { again } : {}) });
    }
    return { ...plan, done: [...done.values()].slice(-2000) };
  });

/** Takes a die machine or a platform of the drawer for this make. */
export const takeMachine =
  (which: 'plateId' | 'platformId', machine: Extract<DrawnItem, { kind: 'machine' }>): CardEdit =>
  (newest) => [...withDrawn(newest, machine), ...changePlan((plan) => ({ ...plan, [which]: machine.id }))(newest)];

/** The newest things of the drawer in the place of their copies. */
export const drawAnew =
  (items: readonly DrawnItem[]): CardEdit =>
  ({ drawn = [] }) =>
    patch({ drawn: drawn.map((own) => items.find(({ id }) => id === own.id) ?? own) });
