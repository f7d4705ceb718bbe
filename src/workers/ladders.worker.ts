/// <reference lib="webworker" />
import { findLadders } from '#core/markers/find-ladders';
import { worthBuying } from '#core/markers/worth-buying';
import { type LadderAnswer, ladderRequestSchema } from './ladders-messages';
import { offer } from './offer';

const api = {
  /** Finds ladders; a rack of thousands may take seconds, and the page goes on. */
  find(asked: unknown): LadderAnswer {
    const { markers, request, withPurchase } = ladderRequestSchema.parse(asked);
    const purchase = withPurchase ? worthBuying(markers, request) : null;
    return {
      ladders: findLadders(markers, request).map(({ rungs, reasons }) => ({ markerIds: rungs.map(({ id }) => id), reasons })),
      purchase: purchase && { markerId: purchase.marker.id, ladderIds: purchase.ladder.rungs.map(({ id }) => id) },
    };
  },
};

export type LaddersApi = typeof api;

offer(api);
