import type { Marker } from '#model/marker';
import type { PlannedMark, SessionPicture } from '#model/session';
import { byId } from '#core/make/by-id';
import { bandsOfMark } from '#core/technique/bands-of-mark';
import { cautions } from '#core/technique/cautions';
import type { MakeOrder, OrderQuestion } from '#core/technique/make-order';
import type { BlendMark, WetBlend } from '#core/technique/wet-blend';
import { placesOf } from './places';

export type SessionWish = {
  question: Pick<OrderQuestion, 'request'>;
  order: Pick<MakeOrder, 'blends'>;
  markers: readonly Marker[];
  /** The school that lays an element, by picture and element; '' where a mark is of none. */
  schoolOf: (pictureId: string, elementId: string) => string;
  /** How long ink can be blended on the paper of a picture, in s; of loose pieces by ''. */
  wetSOf: (pictureId: string) => number;
  /** How many equal images of a picture are coloured side by side. Default 1. */
  repeatsOf?: (pictureId: string) => number;
  /** What is seen of the pictures. Default: marks are shown nowhere. */
  pictures?: readonly Pick<SessionPicture, 'pictureId' | 'places'>[];
  /** How many rungs the ladder of an element has. Default none. */
  rungsOf?: (pictureId: string, elementId: string) => number;
};

const most = (words: string, signs: number): string => (words.length > signs ? `${words.slice(0, signs - 1)}…` : words);

/** What a mark goes over, in words; of a wet area with its number. */
function overOf({ items }: BlendMark, blend: WetBlend): string {
  const names = items.map(({ name, part }) => (part === null ? name : `${name}, ${part} of ${blend.areas ?? part}`));
  return most(names.length > 0 ? [...new Set(names)].join(', ') : blend.name, 240);
}

const mindsOf = (minds: readonly string[]): Pick<PlannedMark, 'minds'> =>
  minds.length > 0 ? { minds: minds.slice(0, 20).map((words) => most(words, 600)) } : {};

/** Where a mark is shown on its picture; of what the picture has no place, nowhere. */
function shownAt({ items, mark }: BlendMark, { pictures = [], rungsOf = () => 0 }: SessionWish): Pick<PlannedMark, 'places' | 'bands'> {
  const [first] = items;
  const picture = first && pictures.find(({ pictureId }) => pictureId === first.pictureId);
  if (!first || !picture) return {};
  const own = items.filter(({ pictureId }) => pictureId === first.pictureId);
  const bands = bandsOfMark(mark, rungsOf(first.pictureId, first.elementId)).map((band) => band + 1);
  const places = placesOf(picture.places, own);
  return places.length > 0 && bands.length > 0 ? { places: places.slice(0, 2000), bands } : {};
}

/**
 * The marks of a session, in the order of the make: each mark of each blend, on each of equal images before the next mark, since they are coloured marker by marker. What
 * must be dry before a blend is dry before its first mark.
 */
export function planSession(wish: SessionWish): PlannedMark[] {
  const { question, order, markers, schoolOf, wetSOf, repeatsOf = () => 1 } = wish;
  const known = byId(markers);
  const waits = new Map(question.request.blends.map(({ id, after = [] }) => [id, after]));
  const lastOf = new Map<string, string[]>();
  const planned: PlannedMark[] = [];
  let hasBatch = false;
  for (const { blend } of order.blends) {
    // Ink of the batch before lies on the mat.
    const wipes = blend.kind === 'batch' && hasBatch ? [cautions.mat] : [];
    hasBatch ||= blend.kind === 'batch';
    const pictureId = blend.items[0]?.pictureId ?? blend.marks[0]?.items[0]?.pictureId;
    const copies = pictureId === undefined ? 1 : Math.max(1, repeatsOf(pictureId));
    const dryBefore = (waits.get(blend.id) ?? []).flatMap(({ blend: before, waitSeconds }) =>
      waitSeconds > 0 ? (lastOf.get(before) ?? []).map((mark) => ({ mark, seconds: waitSeconds })) : [],
    );
    blend.marks.forEach((laid, index) => {
      const { mark, items, coveredMm2, seconds } = laid;
      const [first] = items;
      const lab = mark.markerId === null ? undefined : known.get(mark.markerId)?.lab;
      for (let copy = 1; copy <= copies; copy++) {
        const id = `m${planned.length + 1}`;
        planned.push({
          ...{ id, blend: most(blend.id, 300), elementIds: [...new Set(items.map(({ elementId }) => elementId))] },
          ...{ markerId: mark.markerId, code: mark.code, ...(lab ? { lab } : {}) },
          ...(pictureId === undefined ? {} : { pictureId }),
          ...{ over: overOf(laid, blend), where: most(mark.where, 600), how: most(mark.how, 600) },
          ...shownAt(laid, wish),
          ...mindsOf([...(index === 0 && copy === 1 ? wipes : []), ...mark.minds]),
          ...(mark.nib ? { nib: mark.nib } : {}),
          ...(copies > 1 ? { copy: { number: copy, of: copies } } : {}),
          school: first ? schoolOf(first.pictureId, first.elementId) || 'none' : 'none',
          ...{ areaMm2: coveredMm2, seconds, wetS: wetSOf(pictureId ?? '') },
          ...(index === 0 && dryBefore.length > 0 ? { dryBefore } : {}),
        });
        if (index === blend.marks.length - 1) lastOf.set(blend.id, [...(copy > 1 ? (lastOf.get(blend.id) ?? []) : []), id]);
      }
    });
  }
  return planned;
}
