import type { KeptBandMap } from '#core/recipe/kept-band-map';
import { awayWords } from './away-words';
import { sharedOut } from './drawn-lots';
import { type Told, withoutGuesses } from './told';
import { computedDark } from './where-dark';

/** A picture in which one part is lit from the other side. `parts`: those that come into question. */
export type AskedWrongLight = { map: KeptBandMap; wrong: number; parts: number[] };

/** A part that comes into question is at least so large a share of what is coloured, and so much of it changes with the lamp. */
const [leastShare, leastChanged] = [0.015, 0.4] as const;

/**
 * "Which piece is lit from the wrong side?": one part takes its bands from the same picture under the lamp's opposite.
 * @param map under the lamp. @param opposite the same under a lamp on the other side. @returns null: too few parts show a side.
 */
export function askWrongLight(map: KeptBandMap, opposite: KeptBandMap, random: () => number): AskedWrongLight | null {
  if (opposite.owners.length !== map.owners.length)
    throw new RangeError(`askWrongLight expects two maps of one size, got ${map.owners.length} and ${opposite.owners.length} px.`);
  const counts = new Map<number, { all: number; changed: number }>();
  let coloured = 0;
  for (let at = 0; at < map.owners.length; at++) {
    if (map.owners[at] === 0 || map.bands[at] === 0) continue;
    const own = counts.get(map.owners[at]!) ?? { all: 0, changed: 0 };
    counts.set(map.owners[at]!, own);
    coloured += 1;
    own.all += 1;
    if (opposite.owners[at] === map.owners[at] && opposite.bands[at] !== map.bands[at]) own.changed += 1;
  }
  const parts = [...counts].flatMap(([place, { all, changed }]) =>
    all >= leastShare * coloured && changed >= leastChanged * all ? [place] : [],
  );
  const [wrong] = sharedOut(parts, random);
  if (wrong === undefined || parts.length < 3) return null;
  const bands = Uint8Array.from(map.bands, (band, at) =>
    map.owners[at] === wrong && opposite.owners[at] === wrong ? opposite.bands[at]! : band,
  );
  return { map: { ...map, bands }, wrong, parts };
}

/** @param tapped the part that was pointed at. */
export function scoreWrongLight({ map, wrong, parts }: AskedWrongLight, tapped: number, nameOf: (place: number) => string): Told {
  const isRight = tapped === wrong;
  const dark = computedDark(map);
  const side = awayWords(map.owners, map.widthPx, wrong, (at) => map.owners[at] === wrong && dark[at] === 1);
  return {
    score: withoutGuesses(isRight ? 1 : 0, isRight ? 0 : 1, parts.length),
    words: `${isRight ? 'Yes: on' : 'It is'} ${nameOf(wrong)}${isRight ? '' : ': there'} the dark lies ${side ?? 'all over'}, on the lamp’s own side.`,
  };
}
