import type { HandDrillId } from '#model/practice';

/** What is measured on a figure of a practice sheet. */
export const handMeasures = ['white', 'over', 'streak', 'step', 'deeper', 'lighter'] as const;
export type HandMeasure = (typeof handMeasures)[number];

type HandText = {
  name: string;
  ask: string;
  /** What is done, line by line, as it stands on the sheet. Common practice, no source. */
  how: readonly [string, string];
  /** What to try next, by what went worst; what every drill has in common stands in `usualNext`. */
  next?: Partial<Record<HandMeasure, string>>;
};

export const handTexts: Record<HandDrillId, HandText> = {
  circles: {
    name: 'Circles without streaks',
    ask: 'Fill each disc with one ink, evenly.',
    how: ['One ink a disc, in small round strokes that overlap while they are wet.', 'Do not stop before a disc is full.'],
  },
  edge: {
    name: 'An edge caught and pulled',
    ask: 'Lay the dark along the thick bar, catch its edge with a lighter ink, pull it across.',
    how: [
      'Lay a dark line along the thick bar, and at once catch its edge with the next lighter ink.',
      'Pull it across, and catch that edge with the lightest. Bar by bar the sheet is turned.',
    ],
    next: { step: 'Catch the edge sooner, while it is wet, and let the lighter ink overlap half of the darker.' },
  },
  flicks: {
    name: 'Flicks that stop short',
    ask: 'Flick from the base, and lift off before the dashed line.',
    how: [
      'Begin each flick at the base line, press, and lift off while the hand still moves.',
      'Each ends before the dashed line; side by side they close at the base.',
    ],
    next: {
      over: 'Lift off sooner: the flick goes on a little after the hand thinks of stopping.',
      step: 'Lift the nib while the hand still moves, so that the stroke runs thin instead of ending blunt.',
      white: 'Set the flicks closer at the base, so that they close there.',
    },
  },
  tips: {
    name: 'Tip to tip',
    ask: 'Touch the light nib with the dark one, and colour it out along each strip.',
    how: [
      'Touch the light nib with the dark one for a second, and begin at the thick bar.',
      'Colour out what it picked up, in small strokes along the strip, until it is its own colour again.',
    ],
    next: { step: 'Take up less: a shorter touch of the nibs, and smaller strokes along the strip.' },
  },
  fill: {
    name: 'Fill to the line',
    ask: 'Fill each shape into its corners, and not over its line.',
    how: ['Outline each shape inside its line with the tip of the nib first, then fill it.', 'Ink spreads: stop a hair before the line.'],
  },
  lift: {
    name: 'Lift',
    ask: 'Fill each disc, then lift the middle with colourless blender.',
    how: [
      'Fill each disc evenly and let it dry. Then go over the dotted middle with colourless blender.',
      'Wait, and once more, until the middle is clearly paler. The rest stays even.',
    ],
    next: { lighter: 'Go over the middle once more when it is dry: blender takes up a little each time.' },
  },
  coats: {
    name: 'Two coats',
    ask: 'One coat over each box, and when it is dry a second over its right half.',
    how: ['Fill the whole box with one coat and let it dry.', 'Then a second coat right of the dashed line, and only there.'],
    next: { deeper: 'Let the first coat dry before the second: on wet paper the two run into one.' },
  },
};

const usualNext: Record<HandMeasure, string> = {
  white: 'Some paper is left white: turn the sheet, so that the nib’s side follows the line, and fill up to it.',
  over: 'Ink ran over the line: stop a hair before it and let the ink spread the rest.',
  streak: 'It is streaky: go in small circles, and back over each stroke while it is wet.',
  step: 'The step is hard: smaller areas at a time, so that the ink is still wet where it is blended.',
  deeper: 'The second coat is hardly deeper: let the first one dry.',
  lighter: 'The middle is hardly paler: once more with the blender.',
};

/** What to try next, in a sentence. @param worst what went worst; null: nothing did. */
export function whatNext(drill: HandDrillId, worst: HandMeasure | null): string {
  if (worst === null) return 'Steady all over. Next time with a darker ink, where every slip shows more.';
  return handTexts[drill].next?.[worst] ?? usualNext[worst];
}
