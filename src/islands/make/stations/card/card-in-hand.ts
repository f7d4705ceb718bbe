import type { Card, CardSpread } from '#model/card';
import type { Make } from '#model/make';
import { usualSpread } from '#core/card/motifs-of-card';

/** The card whose panel is laid out, and its spread; null: no card has a piece. */
export function cardInHand({ cards = [] }: Make, cardId: string | null): { card: Card; spread: CardSpread } | null {
  const filled = cards.filter(({ pieces }) => pieces.length > 0);
  const card = filled.find(({ id }) => id === cardId) ?? filled[0];
  return card ? { card, spread: card.spread ?? usualSpread(card) } : null;
}
