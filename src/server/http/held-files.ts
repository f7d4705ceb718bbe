import { randomUUID } from 'node:crypto';
import type { Scratch } from './scratch';

type Held<T> = { file: Scratch; size: number; about: T; timer: ReturnType<typeof setTimeout>; inUse: number; isGone: boolean };

/** Files between two requests: sent and not yet taken, written and not yet fetched. They are gone with this process. */
export type HeldFiles<T> = {
  hold: (file: Scratch, size: number, about: T) => string;
  /** Works with a file while it stays; null where there is none (any more). */
  using: <R>(id: string, work: (held: { file: Scratch; size: number; about: T }) => Promise<R>) => Promise<R | null>;
  forget: (id: string) => void;
};

/** @param most so many at once: the oldest makes room. @param forMs how long one is held. */
export function holdFiles<T>({ most, forMs }: { most: number; forMs: number }): HeldFiles<T> {
  const held = new Map<string, Held<T>>();
  const closeIfDone = (one: Held<T>) => {
    if (one.isGone && one.inUse === 0) one.file.close().catch((error: unknown) => console.error(error));
  };
  const forget = (id: string) => {
    const one = held.get(id);
    if (!one) return;
    held.delete(id);
    clearTimeout(one.timer);
    one.isGone = true;
    closeIfDone(one);
  };
  return {
    hold: (file, size, about) => {
      const id = randomUUID();
      const timer = setTimeout(() => forget(id), forMs);
      timer.unref();
      held.set(id, { file, size, about, timer, inUse: 0, isGone: false });
      for (const oldest of held.keys()) if (held.size > most) forget(oldest);
      return id;
    },
    using: async (id, work) => {
      const one = held.get(id);
      if (!one) return null;
      one.inUse++;
      try {
        return await work(one);
      } finally {
        one.inUse--;
        closeIfDone(one);
      }
    },
    forget,
  };
}
