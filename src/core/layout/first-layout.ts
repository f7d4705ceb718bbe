import type { Card } from '#model/card';
import type { CardLayout, LaidOf, LayoutItem } from '#model/card-layout';
import type { Make } from '#model/make';
import { areaMm2, boundsMm } from '#core/outline/outline';
import { frontOf } from './front';
import { type Beside, type Laid, laidItem } from './laid';

/** Between pieces of a first layout, and from them to the edge of the panel. */
const gapMm = 3;

/** Foam under what is raised where nobody said another height: a layer of usual tape, from memory. */
export const usualFoamMm = 1;

type Box = { of: LaidOf; widthMm: number; heightMm: number; isWords: boolean };

/** Rows of boxes in the middle of a room, each row as long as there is width; too wide ones have a row of their own. */
function inRows(boxes: readonly Box[], room: { widthMm: number }): Box[][] {
  const rows: Box[][] = [];
  let left = 0;
  for (const box of boxes) {
    const row = rows.at(-1);
    if (row && box.widthMm + gapMm <= left) {
      row.push(box);
      left -= box.widthMm + gapMm;
    } else {
      rows.push([box]);
      left = room.widthMm - box.widthMm;
    }
  }
  return rows;
}

/**
 * A layout to begin with: papers in the middle, the larger ones behind; a writing panel inside; pieces in rows on the panel, the largest first, words below; windows where they are cut. All that is on the
 * card lies in it. The same card gives the same one, with ids l1, l2 ...
 */
export function firstLayout(make: Make, card: Card, beside: Beside): CardLayout {
  const front = frontOf(card);
  let number = 0;
  const item = (of: LaidOf, xMm: number, yMm: number, more: Partial<LayoutItem> = {}): LayoutItem => {
    number += 1;
    return { id: `l${number}`, of, xMm, yMm, ...more };
  };
  const middle = [front.widthMm / 2, front.heightMm / 2] as const;
  const boxOf = (of: LaidOf): { laid: Laid; box: Box } | null => {
    const laid = laidItem(make, card, beside, { id: 'l', of, xMm: 0, yMm: 0 });
    if (!laid) return null;
    const { widthMm, heightMm } = boundsMm(laid.outline);
    return { laid, box: { of, widthMm, heightMm, isWords: laid.sort === 'words' } };
  };
  const all = (ofs: readonly { of: LaidOf; count: number }[]) =>
    ofs.flatMap(({ of, count }) => {
      const found = boxOf(of);
      return found ? Array.from({ length: count }, () => found) : [];
    });
  const papers = all(
    (card.papers ?? [])
      .filter(({ sort }) => sort !== 'base')
      .map(({ id, count }) => ({ of: { kind: 'paper' as const, paperId: id }, count })),
  ).sort((one, other) => areaMm2(other.laid.outline) - areaMm2(one.laid.outline));
  const pieces = all(card.pieces.map(({ id, count }) => ({ of: { kind: 'piece' as const, pieceId: id }, count })));
  const windows = pieces.filter(({ laid }) => laid.sort === 'window');
  const loose = pieces.filter(({ laid }) => laid.sort !== 'window').map(({ box }) => box);
  const smallest = papers
    .filter(({ laid }) => laid.paperPiece?.sort === 'panel' || laid.paperPiece?.sort === 'mat' || laid.paperPiece?.sort === 'frame')
    .at(-1)?.box;
  const room = {
    widthMm: Math.min(front.widthMm, smallest?.widthMm ?? front.widthMm) - 2 * gapMm,
    heightMm: Math.min(front.heightMm, smallest?.heightMm ?? front.heightMm) - 2 * gapMm,
  };
  const images = loose.filter(({ isWords }) => !isWords).sort((one, other) => other.widthMm * other.heightMm - one.widthMm * one.heightMm);
  const rows = [
    ...inRows(images, room),
    ...inRows(
      loose.filter(({ isWords }) => isWords),
      room,
    ),
  ];
  const heights = rows.map((row) => Math.max(...row.map(({ heightMm }) => heightMm)));
  const high = heights.reduce((sum, own) => sum + own, 0) + gapMm * Math.max(0, rows.length - 1);
  // What is higher than its room overlaps a little rather than that it leaves the card.
  const squeeze = Math.min(1, room.heightMm / Math.max(1, high));
  let top = middle[1] - (squeeze * high) / 2;
  const inPlace = rows.flatMap((row, index) => {
    const wide = row.reduce((sum, { widthMm }) => sum + widthMm, 0) + gapMm * (row.length - 1);
    let left = middle[0] - wide / 2;
    const heightMm = heights[index] ?? 0;
    const laid = row.map((box) => {
      const own = item(box.of, left + box.widthMm / 2, top + (squeeze * heightMm) / 2);
      left += box.widthMm + gapMm;
      return own;
    });
    top += squeeze * (heightMm + gapMm);
    return laid;
  });
  return {
    id: 'first',
    name: 'Layout 1',
    items: [
      ...windows.map(({ box }) => item(box.of, ...middle)),
      ...papers.map(({ box, laid }) => item(box.of, ...middle, laid.paperPiece?.sort === 'writing panel' ? { face: 'inside' } : {})),
      ...inPlace,
    ],
  };
}

/** The layout of a card that is in hand: the one that was chosen, else the first; one to begin with where none is kept. */
export function layoutInHand(make: Make, card: Card, beside: Beside): CardLayout {
  const layouts = card.layouts ?? [];
  return layouts.find(({ id }) => id === card.layoutId) ?? layouts[0] ?? firstLayout(make, card, beside);
}
