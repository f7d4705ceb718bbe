import { counted } from '#core/make/counted';
import type { PlannedMark, SessionMarker } from '#model/session';

/** Which of equal images it is laid on; empty: there is one. */
export const copyWords = ({ copy }: Pick<PlannedMark, 'copy'>): string => (copy ? `${copy.number} of ${copy.of}` : '');

/** A code as a voice reads it: signs between its parts are pauses, letters and digits are not run together ("B.27" as "B 27"). */
export function spokenCode(code: string): string {
  return code
    .replace(/[._/-]+/g, ' ')
    .replace(/(\p{L})(\d)/gu, '$1 $2')
    .replace(/(\d)(\p{L})/gu, '$1 $2')
    .replace(/\s+/g, ' ')
    .trim();
}

/** The sentence that is read out for a mark: marker, what, where, how, and on which of equal images. */
export function sayMark(mark: PlannedMark, { code }: Pick<SessionMarker, 'code'> = mark): string {
  const nib = mark.nib === 'fine' ? ', fine nib' : '';
  const copy = mark.copy ? ` Number ${mark.copy.number} of ${mark.copy.of}.` : '';
  return `${spokenCode(code)}${nib}. ${mark.over}, ${mark.where}. ${mark.how}.${copy}`;
}

/** What comes after a mark, in one line, so that the next marker is at hand. @param next null: it is the last. */
export function sayNext(mark: PlannedMark, next: PlannedMark | null, codeOf: (mark: PlannedMark) => string): string {
  if (!next) return 'then it is done';
  const isSame = codeOf(next) === codeOf(mark);
  const what = next.over === mark.over ? next.where : next.over;
  const copy = next.copy ? `, ${copyWords(next)}` : '';
  const blend = next.blend === mark.blend ? '' : ', next blend';
  return `${isSame ? 'stays in hand' : codeOf(next)}: ${what}${copy}${blend}`;
}

/** Seconds as minutes to people: "under a minute", "about 12 minutes". */
export function minutesWords(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  return minutes < 1 ? 'under a minute' : `about ${counted(minutes, 'minute')}`;
}
