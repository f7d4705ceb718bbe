import { expect, it } from 'vitest';
import { figures } from '../../scripts/eval-scene/figures';
import { hangingFigures } from '../../scripts/eval-scene/hanging-figures';
import { addPlaces, noPlaces, scorePlaces } from '../../scripts/eval-scene/place-score';
import { lampsOf } from '../../scripts/eval-scene/true-light';
import { truthOf } from '../../scripts/eval-scene/truth';
import { evaluates } from '../evaluates';

// Two figures; more of them by npm run eval:lit-places.
const chosenNames = evaluates('lit places') ? ['coat', 'petals', 'tower', 'skirt over legs'] : ['coat', 'skirt over legs'];

it('where the deepest and the lightest band lie is told rightly of solid figures, and a plain reader of the words finds them', () => {
  const chosen = [...figures, ...hangingFigures].filter(({ name }) => chosenNames.includes(name));
  let score = noPlaces;
  for (const figure of chosen) {
    const truth = truthOf(figure);
    // From above, and from the upper left.
    for (const { lamp } of lampsOf(truth.seen.sizePx).filter((_, index) => index === 0 || index === 7))
      score = addPlaces(score, scorePlaces(truth, lamp));
  }
  expect(score.sides).toBeGreaterThan(40);
  expect(score.neighbours).toBeGreaterThan(20);
  expect(score.sidesRight / score.sides, 'sides').toBeGreaterThanOrEqual(0.95);
  expect(score.neighboursRight / score.neighbours, 'neighbours').toBeGreaterThanOrEqual(0.95);
  expect(score.readRight / score.read, score.told.filter((words) => words.includes('misread')).join('\n')).toBeGreaterThanOrEqual(0.9);
}, 240_000);
