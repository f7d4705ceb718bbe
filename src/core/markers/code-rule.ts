import type { CodePart, CodeRule } from '#model/marker';

/** Ready rules, in general words. Constructible as plain JSON (model/marker.ts). */
export const readyRules = {
  lettersGroupDepth: { parts: ['family', 'separator', 'group', 'separator', 'depth'] },
  depthFirst: { parts: ['depth', 'separator', 'family'] },
  toneName: { parts: ['family', 'separator', 'tone'], tones: ['pale', 'mid', 'deep'] },
  plainNumber: { parts: ['family'] },
} as const satisfies Record<string, CodeRule>;

export type ReadCode = { ok: true; family: string; group?: string; depth?: number; tone?: string } | { ok: false; problem: string };

const patterns: Record<Exclude<CodePart, 'tone'>, string> = {
  family: "(?<family>\\p{L}[\\p{L}' ]*?)",
  group: '(?<group>\\d)',
  depth: '(?<depth>\\d{1,5})',
  separator: '[ .\\-/]?',
};

const escapeForPattern = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Number that sorts depth digits light to dark: '000' -2, '00' -1, '0' 0, '5' and '05' 5. Only zeros count as paler still. */
function depthNumber(digits: string): number {
  return /^0+$/.test(digits) ? 1 - digits.length : Number(digits);
}

function patternOf(rule: CodeRule, parts: readonly CodePart[]): RegExp {
  // A rule of a family alone is a number or name that means nothing: the whole code is its own family.
  if (parts.length === 1 && parts[0] === 'family') return /^(?<family>[\p{L}\p{N}][\p{L}\p{N} .\-/]*)$/u;
  const tones = (rule.tones ?? []).map(escapeForPattern).join('|');
  const body = parts.map((part) => (part === 'tone' ? `(?<tone>${tones})` : patterns[part])).join('');
  return new RegExp(`^${body}$`, 'iu');
}

/**
 * Reads a marker code by the rule of its line. Case and surrounding spaces are forgiven; the family comes back in capitals.
 * `depth` sorts light (low) to dark (high): '0' is 0, '00' is -1, '000' is -2, '5' and '05' are 5.
 * @returns the parts, or a named problem; never throws on a text.
 */
export function readCode(rule: CodeRule, text: string): ReadCode {
  const code = text.trim().replace(/\s+/g, ' ');
  if (code === '') return { ok: false, problem: 'The code is empty.' };
  if (code.length > 40) return { ok: false, problem: 'A code has 40 signs at the most.' };
  if (rule.parts.includes('tone') && !rule.tones?.length) return { ok: false, problem: 'The rule names a tone, but has no tone words.' };
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
    ...(group === undefined ? {} : { group }),
    ...(depth === undefined ? {} : { depth: depthNumber(depth) }),
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
  return rule.parts
    .map((part) => (part === 'tone' ? `a tone word (${(rule.tones ?? []).join(', ')})` : partWords[part]))
    .filter((words) => words !== '')
    .join(', then ');
}

/** The spelling by which codes are compared: capitals without spaces, dashes, dots and strokes. */
export function codeKey(code: string): string {
  return code.toUpperCase().replace(/[\s.\-/]/g, '');
}
