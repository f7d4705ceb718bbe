import type { EyeDrillId } from '#model/practice';

/** What each drill of the eye is called, and what is done in it. */
export const drillTexts: Record<EyeDrillId, { name: string; ask: string }> = {
  'where-dark': { name: 'Where does the dark go?', ask: 'Paint the dark side of each part, for the lamp that is drawn beside it.' },
  'wrong-light': { name: 'Which is lit wrongly?', ask: 'One part has its dark on the lamp’s own side. Tap it.' },
  overlooked: { name: 'What is overlooked?', ask: 'Some things are left white in a coloured picture. Tap them.' },
  'read-code': { name: 'Read the code', ask: 'Which ink is it? Letters tell the hue, the number its depth.' },
  order: { name: 'Light to dark', ask: 'Tap them from the lightest to the darkest, by ink and not by cap.' },
  blend: { name: 'Will they blend?', ask: 'Two inks of one family: will they blend in one step?' },
  'wide-step': { name: 'Which step is too wide?', ask: 'In each ladder one step is too wide to blend. Tap it.' },
  part: { name: 'Will these part?', ask: 'Squint: side by side, will the eye tell the two apart?' },
};
