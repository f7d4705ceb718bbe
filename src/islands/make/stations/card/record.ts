import { counted } from '#core/make/counted';
import type { StationRecord } from '../station';
import { type CardDeskState, createCardDesk } from './card-desk';

/** Where it is counted what the cards need, and laid out how it is stamped and cut. */
export const cardStation: StationRecord<CardDeskState> = {
  id: 'card',
  name: 'Card',
  open: ({ cards }) => (cards ? counted(cards.length, 'card') : 'no card yet'),
  isOfColours: true,
  createDesk: createCardDesk,
  shows: () => ({ bands: true }),
  load: () => import('./module'),
};
