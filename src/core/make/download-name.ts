import { cleanText } from '#model/text';

/** Signs that file systems refuse in names. */
const refused = /[^\p{L}\p{N} ,.()&'’+-]+/gu;
/** Longer names are cut: with what they are of and the day they stay within what file systems take. */
const mostSigns = 80;

/** The name of a file that is saved: what it is of, what it is, and the day: "The Balloon Post, recipe, 2026-11-29.csv". @param ending without its dot. */
export function downloadName(of: string, what: string, day: string, ending: string): string {
  const name = cleanText(of.replaceAll(refused, ' ').replaceAll(/\s+/g, ' ').trim(), mostSigns).replace(/[ .]+$/, '') || 'Aquachrome';
  return `${name}, ${what}${day === '' ? '' : `, ${day}`}.${ending}`;
}
