import { cleanInSteps } from '#core/scene/clean-bands';
import type { Chain } from './chain';
import { copyOf, type SceneValuesOf } from './scene-entries';

/**
 * Works out the bands of a scene in steps, the longest of them as long as one body or one element takes: who waits for something else may leave it between
 * any two. What was made by then is kept. After the last step the chain has its bands.
 */
export function* bandsInSteps(chain: Pick<Chain<SceneValuesOf>, 'ask' | 'put'>): Generator<void> {
  const [bodies, forms, cast] = [chain.ask('litBodies'), chain.ask('forms'), chain.ask('cast')];
  for (const body of bodies) {
    forms.of(body);
    yield;
    cast.prepare(body);
    yield;
  }
  const values = chain.ask('values');
  for (const { labels, lamp, spot } of chain.ask('elements')) {
    // Of one with a lamp of its own nothing is kept.
    for (const label of lamp || spot ? [] : labels) {
      values.of(label);
      yield;
    }
  }
  chain.ask('laid');
  yield;
  const drawn = chain.ask('drawn');
  yield;
  if (!chain.ask('cleans') || drawn.scale !== 1 || chain.ask('cleaned')?.of === drawn) return;
  const map = copyOf(drawn);
  yield* cleanInSteps(map, chain.ask('pxPerMm'));
  chain.put({ cleaned: { of: drawn, map } });
}
