import type { CodePart, CodeRule } from '#model/marker';

/** Ready rules, in general words. Constructible as plain JSON (model/marker.ts). */
export const readyRules = {
  lettersGroupDepth: { parts: ['family', 'separator', 'group', 'separator', 'depth'] },
  depthFirst: { parts: ['depth', 'separator', 'family'] },
  toneName: { parts: ['family', 'separator', 'tone'], tones: ['pale', 'mid', 'deep'] },
  plainNumber: { parts: ['family'] },
} as const satisfies Record<string, CodeRule>;

export type ReadCode = { ok: true; family: string; group?: string; depth?: number; tone?: string } | { ok: false; problem: string };

const patterns: Record<'family' | 'depth', string> = {
  family: "(?<family>\\p{L}[\\p{L}' ]*?)",
  depth: '(?<depth>\\d{1,5})',
};
const groupPatterns = { digit: '(?<group>\\d)', letter: '(?<group>\\p{L})' };
const separatorPattern = '[ .\\-/]';

const escapeForPattern = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/**
 * Number that sorts depth digits light to dark: '000' -2, '00' -1, '0' 0, '5' and '05' 5. Only zeros count as paler still. Where the
 * printed number falls, '80' is -80 and '20' is -20.
 */
function depthNumber(digits: string, falls: boolean): number {
  if (falls) return 0 - Number(digits);
  return /^0+$/.test(digits) ? 1 - digits.length : Number(digits);
}

function patternOf(rule: CodeRule, parts: readonly CodePart[]): RegExp {
  // A rule of a family alone is a number or name that means nothing: the whole code is its own family.
  if (parts.length === 1 && parts[0] === 'family') return /^(?<family>[\p{L}\p{N}][\p{L}\p{N} .\-/]*)$/u;
  const tones = (rule.tones ?? []).map(escapeForPattern).join('|');
  const { groupSign = 'digit' } = rule;
  const body = parts.map((part, index) => {
    if (part === 'tone') return `(?<tone>${tones})`;
    if (part === 'group') return groupPatterns[groupSign];
    if (part !== 'separator') return patterns[part];
    // Without it nobody could tell the group letter from the family's own.
    const isNeeded = groupSign === 'letter' && [parts[index - 1], parts[index + 1]].every((one) => one === 'group' || one === 'family');
    return isNeeded ? separatorPattern : `${separatorPattern}?`;
  });
  return new RegExp(`^${body.join('')}$`, 'iu');
}

/** What is wrong with the parts of a rule, in words; null where nothing is. */
export function problemOfRule({ parts, tones }: CodeRule): string | null {
  const twice = parts.find((part, index) => part !== 'separator' && parts.indexOf(part) !== index);
  if (twice) return `The rule has ${partWords[twice]} twice: each part stands once.`;
  if (!parts.includes('family')) return 'The rule has no letters of a family.';
  return parts.includes('tone') && !tones?.length ? 'The rule names a tone, but has no tone words.' : null;
}

/**
 * Reads a marker code by the rule of its line. Case and surrounding spaces are forgiven; the family comes back in capitals.
 * `depth` sorts light (low) to dark (high): '0' is 0, '00' is -1, '000' is -2, '5' and '05' are 5; where the printed number falls, '80'
 * is -80. A group letter comes back small.
 * @returns the parts, or a named problem; never throws on a text.
 */
export function readCode(rule: CodeRule, text: string): ReadCode {
  const code = text.trim().replace(/\s+/g, ' ');
  if (code === '') return { ok: false, problem: 'The code is empty.' };
  if (code.length > 40) return { ok: false, problem: 'A code has 40 signs at the most.' };
  const problem = problemOfRule(rule);
  if (problem) return { ok: false, problem };
  const groupless = (rule.familiesWithoutGroup ?? []).map((family) => family.toUpperCase());
  const withoutGroup = rule.parts.filter((part) => part !== 'group');
  // An exception of the line goes first: its greys run 0 to 10, and "10" is a depth, not a group 1 with depth 0.
  const exception = groupless.length > 0 ? patternOf(rule, withoutGroup).exec(code) : null;
  const isException = exception?.groups?.family !== undefined && groupless.includes(exception.groups.family.trim().toUpperCase());
  const match = isException ? exception : patternOf(rule, rule.parts).exec(code);
  if (!match?.groups) return { ok: false, problem: `"${code}" is not ${describeRule(rule)}.` };
  const { family, group, depth, tone } = match.groups;
  const toneWord = tone === undefined ? undefined : rule.tones?.find((word) => word.toLowerCase() === tone.toLowerCase());
  return {
    ok: true,
    family: (family ?? '').trim().toUpperCase(),
    ...(group === undefined ? {} : { group: group.toLowerCase() }),
    ...(depth === undefined ? {} : { depth: depthNumber(depth, rule.depthFalls ?? false) }),
    ...(toneWord === undefined ? {} : { tone: toneWord, depth: rule.tones?.indexOf(toneWord) ?? 0 }),
  };
}

const partWords: Record<CodePart, string> = {
  family: 'letters of a family',
  group: 'a group digit',
  depth: 'depth digits',
  tone: 'a tone word',
  separator: '',
};

/** What a code of the rule looks like, in words: "letters of a family, a group digit, depth digits". */
export function describeRule(rule: CodeRule): string {
  const wordsOf = (part: CodePart): string => {
    if (part === 'tone') return `a tone word (${(rule.tones ?? []).join(', ')})`;
    if (part === 'group' && rule.groupSign === 'letter') return 'a group letter';
    return part === 'depth' && rule.depthFalls ? 'a number that falls as the ink gets darker' : partWords[part];
  };
  return rule.parts
    .map(wordsOf)
    .filter((words) => words !== '')
    .join(', then ');
}

/** The spelling by which codes are compared: capitals without spaces, dashes, dots and strokes. */
export function codeKey(code: string): string {
  return code.toUpperCase().replace(/[\s.\-/]/g, '');
}

/** A code as its line writes it: names as they are, letters in the case of the rule. */
export function writtenCode(rule: CodeRule, code: string): string {
  const trimmed = code.trim();
  if (rule.parts.includes('tone') || rule.parts.length === 1) return trimmed;
  return rule.letterCase === 'small' ? trimmed.toLowerCase() : trimmed.toUpperCase();
}
