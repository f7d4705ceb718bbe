import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import type { CutPlanRequest } from '#core/cutting/cut-request';
import { usualCardPlan } from './needs-of-make';
import { type FlatPiece, flatPieces } from './paper-pieces';

/** A piece of paper of a card, and how many of it are still to be cut. `key`: it, for good. */
export type PaperNeed = FlatPiece & { key: string; cardName: string; needed: number; done: number };
/** What is cut from one paper. `request`: null where nobody said how large its sheets are. */
export type PaperGroup = { paper: string; supply: Supply | null; needs: PaperNeed[]; request: CutPlanRequest | null };

/** Offcuts with a shorter side of less are not kept, where nobody said it. */
export const usualLeastOffcutMm = 40;

/** What the sheet of a paper is called in a plan; offcuts have their ids. */
export const wholeSheet = 'sheet';

/** What all cards take of each paper, and what is asked of cutPlan for what is left: offcuts first, then the sheets there are (`isEndless`: as if there were as many as it takes). */
export function paperGroups(make: Make, supplies: readonly Supply[], { isEndless = false } = {}): PaperGroup[] {
  const { bladeMm = 0, paperDone = [] } = make.cardPlan ?? usualCardPlan;
  const needs = (make.cards ?? []).flatMap((card) =>
    flatPieces(card).flat.map((flat): PaperNeed => {
      const key = `${card.id}/${flat.piece.id}`;
      const done = paperDone.find((own) => own.key === key)?.count ?? 0;
      return { ...flat, key, cardName: card.name, needed: card.copies * flat.piece.count, done };
    }),
  );
  const papers = [...new Set(needs.map(({ piece }) => piece.paper))];
  return papers.map((paper) => {
    const own = needs.filter(({ piece }) => piece.paper === paper);
    const supply = supplies.find(({ kind, name }) => kind === 'paper' && name === paper) ?? null;
    return { paper, supply, needs: own, request: supply?.sheet ? requestFor(own, supply, supply.sheet, { bladeMm, isEndless }) : null };
  });
}

function requestFor(
  needs: readonly PaperNeed[],
  { offcuts = [], sheetsLeft }: Supply,
  sheet: { widthMm: number; heightMm: number },
  { bladeMm, isEndless }: { bladeMm: number; isEndless: boolean },
): CutPlanRequest {
  return {
    pieces: needs.map(({ key, widthMm, heightMm, needed, done, piece }) => ({
      ...{ id: key, widthMm, heightMm, count: Math.max(0, needed - done) },
      ...(piece.keepsDirection ? { mayTurn: false } : {}),
    })),
    sheets: [
      ...offcuts.map(({ id, widthMm, heightMm }) => ({ id, widthMm, heightMm, count: 1, offcut: true })),
      { id: wholeSheet, ...sheet, ...(isEndless || sheetsLeft === undefined ? {} : { count: sheetsLeft }) },
    ],
    bladeMm,
  };
}

/** What the paper of one card costs by the sheets of a plan, where prices are kept: of `sheets` whole ones, among so many cards; null: nobody said. */
export function paperCost(groups: readonly { supply: Supply | null; sheets: number }[], cards: number): number | null {
  if (cards === 0 || groups.some(({ supply, sheets }) => sheets > 0 && supply?.sheetPrice === undefined)) return null;
  return groups.reduce((sum, { supply, sheets }) => sum + sheets * (supply?.sheetPrice ?? 0), 0) / cards;
}
