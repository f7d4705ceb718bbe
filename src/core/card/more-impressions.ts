import { counted } from '#core/make/counted';
import type { Needs } from './needs-of-make';

/** What a change of the cards asks for besides, in words: "One more impression of Kite, 5 in all." Null: nothing is stamped more often. */
export function moreImpressions(before: Needs, after: Needs): string | null {
  const words = after.rows.flatMap(({ key, name, toStamp, toCut, image }) => {
    const was = before.rows.find((row) => row.key === key);
    const [stamped, cut] = [toStamp - (was?.toStamp ?? 0), toCut - (was?.toCut ?? 0)];
    if (image !== undefined && stamped > 0)
      return [`${stamped === 1 ? 'One more impression' : `${stamped} more impressions`} of ${name}, ${toStamp} in all.`];
    if (image === undefined && cut > 0) return [`${counted(cut, 'more cut', 'more cuts')} of ${name}, ${toCut} in all.`];
    return [];
  });
  return words.length > 0 ? words.join(' ') : null;
}
