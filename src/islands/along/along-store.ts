import { create, type StoreApi, type UseBoundStore } from 'zustand';
import type { Problem } from '#model/api/problem';
import type { PairNote } from '#model/marker';
import type { SessionEntry, SessionHead, SessionPicture } from '#model/session';
import type { ShownMarker } from '#core/markers/assumed-colour';
import type { LearntPace } from '#core/session/pace';
import { isWithinBlend, type SessionState, sessionState } from '#core/session/session-state';

/** What of the rack is chosen from at the desk. */
export type AlongRack = {
  markers: readonly Pick<ShownMarker, 'id' | 'code' | 'lab' | 'owned' | 'state' | 'lineId'>[];
  pairNotes: readonly PairNote[];
};

/** Where a session lives: with the server, or in a file of its own. */
export type AlongHome = {
  makeName: string;
  head: SessionHead;
  rack: AlongRack;
  pace: LearntPace;
  /** The bytes of what is seen of a picture. */
  blobOf: (sha256: string) => Promise<Uint8Array<ArrayBuffer>>;
  /** Tells what happened; a function of what is there now. */
  tell: (entryOf: (entries: readonly SessionEntry[]) => SessionEntry | null) => boolean;
};

export type AlongState = AlongHome & {
  entries: readonly SessionEntry[];
  state: SessionState;
  /** How many entries wait for their home. */
  waiting: number;
  problem: Problem | null;
  /** A pause is wished for as soon as the blend is finished. */
  pausesSoon: boolean;
  setPausesSoon: (pausesSoon: boolean) => void;
  /** How it stands after what its home tells. */
  setEntries: (kept: { entries: readonly SessionEntry[]; waiting: number; problem: Problem | null }) => void;
};
export type AlongStore = UseBoundStore<StoreApi<AlongState>>;

export function createAlongStore(home: AlongHome): AlongStore {
  return create<AlongState>()((set, get) => ({
    ...home,
    entries: [],
    state: sessionState(home.head, []),
    waiting: 0,
    problem: null,
    pausesSoon: false,
    setPausesSoon: (pausesSoon) => set({ pausesSoon }),
    setEntries: ({ entries, waiting, problem }) => {
      const isMore = entries.length !== get().entries.length;
      set({ entries, waiting, problem, ...(isMore ? { state: sessionState(home.head, entries) } : {}) });
    },
  }));
}

type Told = SessionEntry extends infer E ? (E extends SessionEntry ? Omit<E, 'id' | 'atMs'> : never) : never;

const entryNow = (told: Told): SessionEntry => ({ id: crypto.randomUUID(), atMs: Date.now(), ...told }) as SessionEntry;

/** Tells something of the mark that is being laid now; where none is, nothing. */
export function tellOfMark(useAlong: AlongStore, told: (mark: string, state: SessionState) => Told | null): void {
  const { tell, head } = useAlong.getState();
  tell((entries) => {
    const state = sessionState(head, entries);
    const mark = state.current === null ? undefined : state.marks[state.current];
    const own = mark && told(mark.id, state);
    return own ? entryNow(own) : null;
  });
}

/** The mark is laid: the next one comes; where a pause is wished for and the blend is finished, the pause. */
export function layMark(useAlong: AlongStore): void {
  tellOfMark(useAlong, (mark, { isPaused }) => (isPaused ? null : { kind: 'done', mark }));
  const { state, pausesSoon, setPausesSoon } = useAlong.getState();
  if (!pausesSoon || isWithinBlend(state.marks, state)) return;
  setPausesSoon(false);
  tellAct(useAlong, { kind: 'pause' });
}

/** Takes the last act back. */
export function takeBack(useAlong: AlongStore): void {
  const { tell, head } = useAlong.getState();
  tell((entries) => {
    const { last } = sessionState(head, entries);
    return last ? entryNow({ kind: 'undo', of: last.id }) : null;
  });
}

/** Tells an act that is about no mark. */
export function tellAct(useAlong: AlongStore, told: Extract<Told, { kind: 'pause' | 'resume' | 'end' }>): void {
  useAlong.getState().tell(() => entryNow(told));
}

/** A pause, at once or when the blend is finished: its ink is wet. */
export function pauseWhenFinished(useAlong: AlongStore): void {
  const { state, setPausesSoon } = useAlong.getState();
  if (isWithinBlend(state.marks, state)) setPausesSoon(true);
  else tellAct(useAlong, { kind: 'pause' });
}

/** What is seen of the picture that a mark is on; undefined: nothing is. */
export function pictureOfMark({ head, state }: Pick<AlongState, 'head' | 'state'>): SessionPicture | undefined {
  const mark = state.current === null ? state.marks.at(-1) : state.marks[state.current];
  const pictures = head.pictures ?? [];
  return pictures.find(({ pictureId }) => pictureId === mark?.pictureId) ?? pictures[0];
}
