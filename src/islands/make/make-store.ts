import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { applyBatchAnswerSchema, keptMakeSchema } from '#model/api/makes';
import type { Problem } from '#model/api/problem';
import type { DistantLamp } from '#model/lamp';
import type { Ladder } from '#model/ladder';
import type { Make } from '#model/make';
import { type Rack, rackSchema } from '#model/marker';
import type { Operation } from '#model/operation';
import { invertOperations } from '#core/make/invert';
import { withAssumedColours } from '#core/markers/assumed-colour';
import { call, fetchBlob, jsonPost, keepBlob, problemToShow } from '#islands/shared/server-calls.ts';
import { type KeepState, Keeper } from './keeper';
import { type Outbox, openOutbox, type WaitingBlob } from './outbox';

/** What the maker holds in the hand: decides what a tap on the picture does. A ladder remembers the element it has begun. */
export type Hand =
  | { kind: 'nothing' }
  | { kind: 'element'; elementId: string }
  | { kind: 'ladder'; ladder: Ladder; elementId: string | null };

type Step = { done: Operation[]; inverse: Operation[] };

export type MakeState = {
  phase: 'loading' | 'ready' | 'failed';
  problem: Problem | null;
  make: Make | null;
  rack: Rack;
  keep: KeepState;
  undoSteps: Step[];
  redoSteps: Step[];
  hand: Hand;
  /** Region on which the keyboard walk stands. */
  cursorRegionId: string | null;
  /** Counts how often the keyboard was sent to the picture. */
  focusTurn: number;
  /** The lamp while it is being moved; an edit only when it settles. */
  lampInHand: DistantLamp | null;

  load: () => Promise<void>;
  edit: (...operations: Operation[]) => void;
  /** An edit that names blobs the server does not have yet. */
  editWithBlobs: (operations: Operation[], blobs: readonly WaitingBlob[]) => void;
  /** Keeps what the application found by itself (the regions of a picture): not a step of the maker's to be undone. */
  record: (operations: Operation[], blobs: readonly WaitingBlob[]) => void;
  /** Bytes of a blob that the make names, from those that wait for the server or from the server. @throws CallProblem */
  blobOf: (sha256: string) => Promise<Uint8Array<ArrayBuffer>>;
  undo: () => void;
  redo: () => void;
  takeInHand: (hand: Hand) => void;
  setCursor: (regionId: string | null) => void;
  /** Puts the walk on a region and sends the keyboard to the picture. */
  walkFrom: (regionId: string) => void;
  moveLamp: (lamp: DistantLamp) => void;
  settleLamp: (lamp: DistantLamp) => void;
  takeTheirs: () => Promise<void>;
  layMineOnTop: () => Promise<void>;
};

export type MakeStore = UseBoundStore<StoreApi<MakeState>>;

/** The state of one make's screen: the document as edited here, how safe it is, what is in hand. */
export function createMakeStore(makeId: string): MakeStore {
  let keeper: Keeper | undefined;
  // One outbox a page: a second would find the first holding the lock of this tab and take it for another tab.
  let outbox: Outbox | undefined;
  return create<MakeState>()((set, get) => {
    const onChange = (make: Make, keep: KeepState) => set({ make, keep, phase: 'ready', problem: null });
    const replay = (operations: Operation[]) => keeper?.edit(operations);
    return {
      phase: 'loading',
      problem: null,
      make: null,
      rack: { lines: [], markers: [], pairNotes: [] },
      keep: { kind: 'kept' },
      undoSteps: [],
      redoSteps: [],
      hand: { kind: 'nothing' },
      cursorRegionId: null,
      focusTurn: 0,
      lampInHand: null,

      load: async () => {
        set({ phase: 'loading', problem: null });
        try {
          outbox ??= await openOutbox();
          const rack = await call(rackSchema, '/api/rack');
          set({ rack: { ...rack, markers: withAssumedColours(rack.markers) } });
          keeper = new Keeper(makeId, {
            outbox,
            onChange,
            read: () => call(keptMakeSchema, `/api/makes/${makeId}`),
            send: async (batch, blobs) => {
              for (const { bytes } of blobs) await keepBlob(bytes);
              return call(applyBatchAnswerSchema, `/api/makes/${makeId}/batches`, jsonPost(batch));
            },
          });
          window.addEventListener('online', () => keeper?.tryNow());
          await keeper.start();
        } catch (error) {
          set({ phase: 'failed', problem: problemToShow(error) });
        }
      },

      edit: (...operations) => get().editWithBlobs(operations, []),

      editWithBlobs: (operations, blobs) => {
        const before = get().make;
        if (!before || !keeper || operations.length === 0) return;
        const inverse = invertOperations(before, operations);
        keeper.edit(operations, blobs);
        set(({ undoSteps }) => ({ undoSteps: [...undoSteps, { done: operations, inverse }], redoSteps: [] }));
      },

      record: (operations, blobs) => keeper?.edit(operations, blobs),

      blobOf: async (sha256) => keeper?.waitingBlob(sha256) ?? fetchBlob(sha256),

      undo: () => {
        const step = get().undoSteps.at(-1);
        if (!step) return;
        replay(step.inverse);
        set(({ undoSteps, redoSteps }) => ({ undoSteps: undoSteps.slice(0, -1), redoSteps: [...redoSteps, step] }));
      },

      redo: () => {
        const step = get().redoSteps.at(-1);
        if (!step) return;
        replay(step.done);
        set(({ undoSteps, redoSteps }) => ({ undoSteps: [...undoSteps, step], redoSteps: redoSteps.slice(0, -1) }));
      },

      takeInHand: (hand) => set({ hand }),
      setCursor: (cursorRegionId) => set({ cursorRegionId }),
      walkFrom: (cursorRegionId) => set(({ focusTurn }) => ({ cursorRegionId, focusTurn: focusTurn + 1 })),
      moveLamp: (lampInHand) => set({ lampInHand }),
      settleLamp: (lamp) => {
        const kept = get().make?.lamp;
        if (kept && (kept.azimuthDeg !== lamp.azimuthDeg || kept.heightDeg !== lamp.heightDeg)) get().edit({ kind: 'setLamp', lamp });
        set({ lampInHand: null });
      },

      takeTheirs: async () => {
        await keeper?.takeTheirs();
        // Steps made before belong to a document that is no longer here.
        set({ undoSteps: [], redoSteps: [], hand: { kind: 'nothing' } });
      },
      layMineOnTop: async () => {
        await keeper?.layMineOnTop();
        set({ undoSteps: [], redoSteps: [], hand: { kind: 'nothing' } });
      },
    };
  });
}
