import type { LookWish } from '#model/look';
import type { BandMap } from '#core/scene/band-map';
import type { BandPlace } from '#core/scene/band-places';
import type { StrokeWays } from '#core/scene/stroke-ways';
import { paintLook } from './paint-look';

/** What a plan comes to, as far as the look needs it: elements by their numbers. */
export type SeenPlan = {
  map: BandMap;
  ids: readonly string[];
  places: readonly (readonly (BandPlace | null)[])[];
  /** None: strokes go the usual way. */
  ways: readonly StrokeWays[];
};

/** Which way the strokes of an element go, from the first to the last of its longest way, in degrees from the right, downwards. */
function angleDegOf(own: StrokeWays | undefined): number | undefined {
  const [longest] = [...(own?.ways ?? [])].sort((one, other) => lengthOf(other) - lengthOf(one));
  const [from, to] = [longest?.[0], longest?.at(-1)];
  return from && to && longest ? (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI : undefined;
}

const lengthOf = (way: StrokeWays['ways'][number]): number => {
  const [from, to] = [way[0], way.at(-1)];
  return from && to ? Math.hypot(to[0] - from[0], to[1] - from[1]) : 0;
};

/** Where strokes go that follow no form. */
const usualAngleDeg = 60;

/** Paints the expected look of a picture from its plan. @returns RGBA as large as the map. */
export function lookOfPlan({ map, ids, places, ways }: SeenPlan, wish: LookWish): Uint8ClampedArray<ArrayBuffer> {
  const looks = new Map(wish.elements.map((look) => [look.id, look]));
  return paintLook(
    map,
    ids.map((id) => looks.get(id) ?? null),
    wish,
    {
      lights: places.map((own) => {
        const inside = own[0]?.inside;
        return inside ? [inside[0] / map.scale, inside[1] / map.scale] : null;
      }),
      anglesDeg: ids.map((_, index) => angleDegOf(ways[index]) ?? usualAngleDeg),
    },
  );
}
