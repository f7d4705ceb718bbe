/// <reference lib="webworker" />
import type { z } from 'zod/mini';
import { nearPairs } from '#core/groups/near-regions';
import { palettesOfPicture } from '#core/groups/palette-of-picture';
import { shareOut } from '#core/sharing/share-out';
import { groupsPictureSchema, type PaletteAnswer, paletteRequestSchema, type ShareAnswer, shareRequestSchema } from './groups-messages';
import { offer } from './offer';

let picture: z.infer<typeof groupsPictureSchema> | undefined;
/** What lies side by side is asked for again and again while a seed is tried. */
let near: { key: string; pairs: [number, number][] } | undefined;

const api = {
  /** Takes the label map of the picture whose regions are shared out. */
  load(request: unknown): void {
    picture = groupsPictureSchema.parse(request);
    near = undefined;
  },

  /** Shares regions out among kinds. */
  shareOut(request: unknown): ShareAnswer {
    const { labels, places, kinds, fixed, seed, reachPx, isEven } = shareRequestSchema.parse(request);
    if (!picture) throw new Error('No picture was loaded into the groups worker.');
    const key = `${reachPx} ${labels.join(' ')}`;
    if (near?.key !== key) near = { key, pairs: nearPairs(picture, labels, reachPx) };
    const placeOf = new Map(labels.map((label, place) => [label, place]));
    const neighbours = near.pairs.map(([one, other]) => [placeOf.get(one) as number, placeOf.get(other) as number] as const);
    const answer = shareOut({ neighbours, count: labels.length, kinds, fixed, seed, ...(isEven ? { places } : {}) });
    return 'problem' in answer ? answer : { kindOf: answer, neighbours: neighbours.length };
  },

  /** Limited palettes for a whole picture. */
  palettes(request: unknown): PaletteAnswer {
    const { markers, pairNotes, elements, neighbours, most, only } = paletteRequestSchema.parse(request);
    const answer = palettesOfPicture(markers, { elements, neighbours, most, pairNotes, ...(only ? { only: new Set(only) } : {}) });
    if ('problem' in answer) return answer;
    return {
      proposals: answer.map(({ ladders, ...proposal }) => ({ ...proposal, ladders: ladders.map((own) => own.map(({ id }) => id)) })),
    };
  },
};

export type GroupsApi = typeof api;

offer(api);
