import type { PlanSource } from '#model/plan-source';
import type { IndexedTable } from '#core/make/region-tables';
import { type Chain, openChain } from './chain';
import { bandsInSteps } from './in-steps';
import { type PlanValues, planEntries } from './picture-entries';
import { letGo } from './scene';
import type { SceneValuesOf } from './scene-entries';

/** Options of an answer. */
export type PlanOptions = {
  /** While something is moved half the resolution is enough. Default `full`. */
  resolution?: 'full' | 'half';
  /** For what is written of it: the recipe. */
  written?: PlanValues['written'];
  /** Elements whose strokes fall down. Default none. */
  falling?: readonly string[];
};

/** A picture that was read, and whatever is asked of its colouring: screen, sheet and server ask the same chain. */
export type Plan = {
  /** What a source comes to; only what follows from what has changed since is worked out anew. @throws RangeError when what is asked is not in the plan. */
  ask: <Name extends keyof PlanValues>(source: PlanSource, name: Name, options?: PlanOptions) => PlanValues[Name];
  /** Works out the bands of a source in steps, between which one may leave; asked for after the last they are there. */
  bandsInSteps: (source: PlanSource, options?: Pick<PlanOptions, 'resolution'>) => Generator<void>;
  /** Names of the steps that were worked out since this was asked last. */
  made: () => (keyof PlanValues)[];
};

/**
 * Opens the plan of a picture.
 * @param labels its label map, row-major, 0 = paper outside; null: nothing is asked of its light. @param table what its reading found, of the same size.
 */
export function openPlan(labels: Uint16Array | null, table: IndexedTable): Plan {
  const chain = openChain<PlanValues>(planEntries);
  chain.put({ ...(labels ? { labels } : {}), table, contact: {}, findsCuts: true, formResolution: 'auto', cleans: true });
  return {
    ask: (source, name, { resolution = 'full', written, falling } = {}) => {
      chain.put({ source, resolution, ...(written ? { written } : {}), ...(falling ? { falling } : {}) });
      const answer = chain.ask(name);
      letGo(chain, name as never);
      return answer;
    },
    *bandsInSteps(source, { resolution = 'full' } = {}) {
      chain.put({ source, resolution });
      yield* bandsInSteps(chain as Chain<SceneValuesOf>);
    },
    made: chain.made,
  };
}
