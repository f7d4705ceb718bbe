import type { LookedAtBundle, TakeBundle, TakenBundle } from '#model/api/bundles';
import { mostBundleBytes } from '#model/bundle';
import type { Database } from '#server/db/database';
import { takeArrived } from '#server/http/body';
import { holdFiles } from '#server/http/held-files';
import { ProblemError } from '#server/http/problem';
import type { Scratch } from '#server/http/scratch';
import { takeTurns, type Turns } from '#server/http/turns';
import { lookAtBundle } from './look-at-bundle';
import { type ReadBundle, withBundle } from './read-bundle';
import { takeBundle } from './take-bundle';

/** Bundles that were sent and looked at, and wait for the maker's word. `taken`: what came of one, told again to whoever asks again. */
const brought = holdFiles<{ taken?: Promise<TakenBundle> }>({ most: 3, forMs: 60 * 60 * 1000 });

let turns: Turns | undefined;
/** One at a time: each may take half a gigabyte of the disk. */
const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
  turns ??= takeTurns(1, 8);
  return turns.inTurn(undefined, work);
};

async function reading<T>(
  file: Scratch,
  size: number,
  work: (bundle: ReadBundle) => Promise<T>,
  tell?: (share: number) => void,
): Promise<T> {
  const head = await file.read(0, 64);
  return withBundle({ path: file.path, head, size }, () => file.read(0, size), work, tell);
}

/** Reads a bundle as it streams in and looks at it; it then waits for an hour. Nothing is changed. @throws ProblemError 413, 408, 422 */
export async function bringBundle(database: Database, request: Request): Promise<LookedAtBundle> {
  const { file, size } = await takeArrived(request, mostBundleBytes);
  try {
    const looked = await inTurn(() => reading(file, size, (bundle) => lookAtBundle(database, bundle, '')));
    return { ...looked, id: brought.hold(file, size, {}) };
  } catch (error) {
    await file.close();
    throw error;
  }
}

/** Takes in a bundle that waits, once; whoever asks again is told the same. @throws ProblemError 404 when it does not wait any more, and as `takeBundle`. */
export async function takeBrought(database: Database, id: string, asked: TakeBundle, tell: (share: number) => void): Promise<TakenBundle> {
  const taken = await brought.using(id, async ({ file, size, about }) => {
    about.taken ??= inTurn(() => reading(file, size, (bundle) => takeBundle(database, bundle, asked, tell)));
    try {
      return await about.taken;
    } catch (error) {
      delete about.taken;
      throw error;
    }
  });
  if (taken) return taken;
  throw new ProblemError(404, {
    code: 'gone',
    message: 'The file does not wait here any more.',
    remedy: 'Nothing was changed. Bring it in once more.',
  });
}

/** Lets go of a bundle that is not wanted. */
export function forgetBrought(id: string): void {
  brought.forget(id);
}
