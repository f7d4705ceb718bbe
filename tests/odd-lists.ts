import { readyRules } from '../src/core/markers/code-rule';
import type { MarkerLine } from '../src/model/marker';
import { readRackFile } from '../src/workers/rack-reading';
import { readRecipe, translateRecipe } from '../src/workers/recipe-reading';
import { readWaitingFile } from '../src/workers/waiting-file';
import { madeUpRecipe, madeUpRecipeElement } from './made-up-recipe';
import { mutated } from './server/hostile-files';
import { seeded } from './seeded';

const line: MarkerLine = { id: 'own', name: 'Own', rule: readyRules.plainNumber };
const markers = Array.from({ length: 40 }, (_, i) => ({
  id: `m${i}`,
  lineId: 'own',
  code: String(i + 1),
  owned: true,
  lab: { L: 95 - 2 * i, a: i, b: 40 - i },
  colourSource: 'measured' as const,
}));
const rack = { format: 'aquachrome-rack', version: 2, lines: [line], markers, pairNotes: [] };
const recipe = madeUpRecipe(Array.from({ length: 12 }, (_, i) => madeUpRecipeElement(`E${i}`, 3, 90 - i)));
const waiting = {
  format: 'aquachrome-waiting',
  version: 1,
  batches: [{ makeId: 'm', tabId: 't', batchId: 'b', sequence: 0, expectedRevision: 1, operations: [{ kind: 'x' }], blobs: [] }],
};

type Outcome = { read: number; refused: number; withoutWords: string[]; longestMs: number };

/** Reads seeded mutated files of each kind that a maker may bring in, as the page's worker does. Each is read, or refused in words of ours. */
export function readOddLists(count: number, seed: number): Record<'rack' | 'table' | 'recipe' | 'waiting', Outcome> {
  const random = seeded(seed);
  const context = { line, lines: [line], present: [] };
  const csv = Buffer.from(['code,owned,state,colour', ...markers.map(({ code }) => `${code},1,good,#80a0c0`)].join('\n'));
  const kinds = {
    rack: { bytes: Buffer.from(JSON.stringify(rack)), read: (bytes: Uint8Array) => readRackFile('rack.json', bytes, context) },
    table: { bytes: csv, read: (bytes: Uint8Array) => readRackFile('rack.csv', bytes, context) },
    recipe: {
      bytes: Buffer.from(JSON.stringify(recipe)),
      read: (bytes: Uint8Array) => translateRecipe({ ...readRecipe(bytes).recipe, lines: [line] }, markers as never, () => {}),
    },
    waiting: { bytes: Buffer.from(JSON.stringify(waiting)), read: readWaitingFile },
  };
  const outcomes = Object.entries(kinds).map(([name, { bytes, read }]) => {
    const outcome: Outcome = { read: 0, refused: 0, withoutWords: [], longestMs: 0 };
    for (let number = 0; number < count; number++) {
      const odd = mutated({ name, bytes }, random).bytes;
      const start = performance.now();
      try {
        read(new Uint8Array(odd));
        outcome.read++;
      } catch (error) {
        outcome.refused++;
        const words = error instanceof RangeError ? error.message : '';
        if (!/\w{3}.* .*[.?]$/s.test(words) || /JSON\.parse|undefined|\[object|Reduce|zod/i.test(words))
          outcome.withoutWords.push(String(error).slice(0, 200));
      }
      outcome.longestMs = Math.max(outcome.longestMs, Math.round(performance.now() - start));
    }
    return [name, outcome] as const;
  });
  return Object.fromEntries(outcomes) as ReturnType<typeof readOddLists>;
}
