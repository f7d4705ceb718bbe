/// <reference lib="webworker" />
import { type OrderAround, orderAround } from '#core/technique/order-marks';
import type { OrderRequest } from '#core/technique/order-plan';
import { type LabelledPicture, type PlacedAreas, wetAreasOfPicture } from '#core/technique/wet-areas-of-picture';
import { areasRequestSchema, orderPictureSchema, orderRequestSchema } from './order-messages';
import { offer } from './offer';

const pictures = new Map<string, LabelledPicture>();

export type AreasAnswer = (PlacedAreas | { elementId: string; problem: string })[];

/** Answers of before, by what was asked. */
const known = new Map<string, AreasAnswer>();
const mostKnown = 200;

const api = {
  /** Takes the label map of a picture. */
  load(request: unknown): void {
    const { labelMap, ...picture } = orderPictureSchema.parse(request);
    pictures.set(labelMap, picture);
  },

  /** Wet areas of elements of a picture; null: it was not loaded. What is asked once more is not worked out again. */
  areas(request: unknown): AreasAnswer | null {
    const { labelMap, asked } = areasRequestSchema.parse(request);
    const picture = pictures.get(labelMap);
    if (!picture) return null;
    return asked.flatMap((one) => {
      const key = JSON.stringify([labelMap, one]);
      const answer = known.get(key) ?? wetAreasOfPicture(picture, [one]);
      if (known.size >= mostKnown) known.clear();
      known.set(key, answer);
      return answer;
    });
  },

  /** Puts blends into an order, around what hands put somewhere. */
  order(request: unknown): OrderAround | { problem: string } {
    const { request: asked, placings } = orderRequestSchema.parse(request);
    return orderAround(asked as OrderRequest, placings);
  },
};

export type OrderApi = typeof api;

offer(api);
