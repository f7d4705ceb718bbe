import type { SchoolPlace, SchoolRung } from '#model/school';

/** What a step of a school takes, in words. */
export const rungNames: Record<SchoolRung, string> = {
  palest: 'the palest',
  base: 'the base: second of three',
  second: 'the second',
  third: 'the third',
  fourth: 'the fourth',
  fifth: 'the fifth',
  beforeDeepest: 'the one before the deepest',
  deepest: 'the deepest',
  between: 'each between, darkest first',
  betweenRising: 'each between, lightest first',
  afterPalest: 'each but the palest, lightest first',
  each: 'each, lightest first',
  eachFalling: 'each, darkest first',
};

/** Where a step of a school goes, in words. */
export const placeNames: Record<SchoolPlace, string> = {
  allOver: 'all over',
  ownBand: 'in its own place',
  ownAndDarker: 'in its place and all darker ones',
  edge: 'where it meets the next darker one',
};
