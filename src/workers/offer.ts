/// <reference lib="webworker" />
import { expose } from 'comlink';
import { holdsLock } from './lock-word';

/**
 * Offers a worker's functions to its page. As long as the worker lives it holds a lock of its name: whatever ends it, even what the browser tells nobody
 * (a worker that closes itself, or that ran out of memory), lets go of it.
 */
export function offer(api: object): void {
  expose(api);
  void navigator.locks.request(self.name, () => {
    self.postMessage(holdsLock);
    return new Promise<never>(() => {});
  });
}
