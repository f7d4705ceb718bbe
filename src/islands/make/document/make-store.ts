import { dequal } from 'dequal/lite';
import { create, type StoreApi, type UseBoundStore } from 'zustand';
import type { Problem } from '#model/api/problem';
import type { SceneLamp } from '#model/lamp';
import type { Ladder } from '#model/ladder';
import type { Make } from '#model/make';
import type { Operation, Steps } from '#model/operation';
import { colouringOf } from '#core/make/coloured';
import { OperationError } from '#core/make/operation-error';
import { pictureById } from '#core/make/picture-lookup';
import type { RegionTables } from '#core/make/region-tables';
import { type ShownMarker, shownMarkers } from '#core/markers/assumed-colour';
import { fetchRack } from '#islands/shared/rack-fetched.ts';
import { fetchBlob, problemToShow } from '#islands/shared/server-calls.ts';
import type { Rack } from '#model/marker';
import type { Keeper } from './keeper';
import type { EditOptions, KeepState } from './keeping';
import type { SetAside } from '#islands/shared/outbox.ts';

/**
 * What the maker holds in the hand: decides what a tap on the picture does. An element takes what is tapped at the Elements station; a ladder
 * remembers the element it has begun.
 */
export type Hand =
  | { kind: 'nothing' }
  | { kind: 'element'; elementId: string }
  | { kind: 'ladder'; ladder: Ladder; elementId: string | null };

/** The rack as the make's screen shows it, on the paper of the colouring on show: assumed colours are marked as such. */
export type ShownRack = Omit<Rack, 'markers'> & { markers: ShownMarker[] };

export type MakeState = {
  phase: 'loading' | 'ready' | 'failed';
  problem: Problem | null;
  make: Make | null;
  rack: ShownRack;
  keep: KeepState;
  steps: Steps;
  /** Region tables that are here, by digest. */
  tables: RegionTables;
  setAside: readonly SetAside[];
  /** Why the last edit could not be done, until the next one. */
  misfit: string | null;
  /** The picture on show; null: the first. */
  pictureId: string | null;
  /** Which of its colourings is on show; null: the first. */
  colouringId: string | null;
  hand: Hand;
  /** Region on which the keyboard walk stands. */
  cursorRegionId: string | null;
  /** Counts how often the keyboard was sent to the picture. */
  focusTurn: number;
  /** Whether all names stand on the picture. */
  showsNames: boolean;
  /** Whether bands are painted as they lie, or as they are expected to look: dry, or fresh and wet. */
  shownLook: 'bands' | 'dry' | 'wet';
  /** The lamp while it is being moved; an edit only when it settles. */
  lampInHand: SceneLamp | null;

  load: () => Promise<void>;
  /** Edits the make: the operations are a function of the newest one. @returns whether anything was done. */
  edit: (change: (make: Make) => readonly Operation[] | null, options?: EditOptions) => boolean;
  /** Bytes of a blob that the make names, from those that wait for the server or from the server. @throws CallProblem */
  blobOf: (sha256: string) => Promise<Uint8Array<ArrayBuffer>>;
  /** Fetches the region tables of the make that are not here yet. @throws CallProblem */
  loadTables: () => Promise<void>;
  undo: () => void;
  redo: () => void;
  dropSetAside: (batchId: string) => void;
  /** What waits for the server, as a file that another address of the application reads. */
  waitingFile: () => string;
  /** Id of the element in hand. */
  elementInHand: () => string | null;
  showPicture: (pictureId: string | null, colouringId: string | null) => void;
  takeInHand: (hand: Hand) => void;
  setCursor: (regionId: string | null) => void;
  /** Puts the walk on a region and sends the keyboard to the picture. */
  walkFrom: (regionId: string) => void;
  /** Sends the keyboard to the picture, where it stood. */
  walkOn: () => void;
  showNames: (showsNames: boolean) => void;
  showLook: (shownLook: MakeState['shownLook']) => void;
  moveLamp: (lamp: SceneLamp) => void;
  settleLamp: (lamp: SceneLamp) => void;
  takeTheirs: () => Promise<void>;
  layMineOnTop: () => Promise<void>;
};

export type MakeStore = UseBoundStore<StoreApi<MakeState>>;

const nothing: Hand = { kind: 'nothing' };
const noRack: ShownRack = { lines: [], markers: [], pairNotes: [], readings: [] };

/** The paper of the colouring on show, where it was said. */
function paperOnShow({ make, pictureId, colouringId }: Pick<MakeState, 'make' | 'pictureId' | 'colouringId'>): string | undefined {
  const picture = pictureById(make, pictureId) ?? make?.pictures[0];
  return picture && colouringOf(picture, colouringId).paper;
}

/** The state of one make's screen: the document as edited here, how safe it is, what is in hand. */
export function createMakeStore(makeId: string): MakeStore {
  let keeper: Keeper | undefined;
  let writeWaiting: (() => string) | undefined;
  // Steps are taken one after the other, however fast the keys come.
  let taking: Promise<unknown> = Promise.resolve();
  let fetchedRack: Rack = noRack;
  const useMake = create<MakeState>()((set, get) => {
    const takeStep = (kind: 'undo' | 'redo') => {
      taking = taking
        .then(() => keeper?.takeStep(kind))
        .then(
          () => set({ misfit: null }),
          (error: unknown) => set({ misfit: problemToShow(error).message }),
        );
    };
    return {
      phase: 'loading',
      problem: null,
      make: null,
      rack: noRack,
      keep: { kind: 'kept' },
      steps: { undo: [], redo: [] },
      tables: new Map(),
      setAside: [],
      misfit: null,
      pictureId: null,
      colouringId: null,
      hand: { kind: 'nothing' },
      cursorRegionId: null,
      focusTurn: 0,
      showsNames: false,
      shownLook: 'bands',
      lampInHand: null,

      load: async () => {
        set({ phase: 'loading', problem: null });
        keeper?.stop();
        try {
          // Asked for at once; none waits for another.
          const opening = import('./open-keeper').then(({ openKeeper }) =>
            openKeeper(makeId, (keeping) => set({ ...keeping, phase: 'ready', problem: null })),
          );
          opening.catch(() => {});
          fetchedRack = await fetchRack();
          set({ rack: { ...fetchedRack, markers: shownMarkers(fetchedRack, paperOnShow(get())) } });
          const opened = await opening;
          keeper = opened.keeper;
          writeWaiting = opened.waitingFile;
          window.addEventListener('online', () => keeper?.tryNow());
          await keeper.start();
        } catch (error) {
          set({ phase: 'failed', problem: problemToShow(error) });
        }
      },

      edit: (change, options) => {
        try {
          const done = keeper?.edit(change, options) ?? false;
          if (get().misfit) set({ misfit: null });
          return done;
        } catch (error) {
          if (!(error instanceof OperationError)) throw error;
          set({ misfit: error.message });
          return false;
        }
      },

      blobOf: async (sha256) => keeper?.waitingBlob(sha256) ?? fetchBlob(sha256),
      loadTables: async () => {
        const digests = get().make?.pictures.flatMap(({ regionMap }) => (regionMap ? [regionMap.table] : [])) ?? [];
        await keeper?.loadTables(digests);
      },

      undo: () => takeStep('undo'),
      redo: () => takeStep('redo'),
      dropSetAside: (batchId) => void keeper?.dropSetAside(batchId),
      waitingFile: () => writeWaiting?.() ?? '',

      showPicture: (pictureId, colouringId) => {
        const isOther = pictureId !== get().pictureId;
        if (isOther || colouringId !== get().colouringId) set({ pictureId, colouringId, hand: nothing });
        if (isOther) set({ cursorRegionId: null });
      },
      elementInHand: () => {
        const { hand } = get();
        return hand.kind === 'element' ? hand.elementId : null;
      },
      takeInHand: (hand) => set({ hand }),
      setCursor: (cursorRegionId) => set({ cursorRegionId }),
      walkFrom: (cursorRegionId) => set(({ focusTurn }) => ({ cursorRegionId, focusTurn: focusTurn + 1 })),
      walkOn: () => set(({ focusTurn }) => ({ focusTurn: focusTurn + 1 })),
      showNames: (showsNames) => set({ showsNames }),
      showLook: (shownLook) => set({ shownLook }),
      moveLamp: (lampInHand) => set({ lampInHand }),
      settleLamp: (lamp) => {
        const { pictureId, colouringId } = get();
        get().edit((newest) => {
          const picture = pictureById(newest, pictureId) ?? newest.pictures[0];
          const colouring = picture && colouringOf(picture, colouringId);
          const own = colouring?.lamp;
          if (dequal(own ?? newest.lamp, lamp)) return null;
          // The one of the scene, unless the colouring on show has its own.
          if (!own || !picture) return [{ kind: 'patch', entity: 'make', fields: { lamp } }];
          return [{ kind: 'patch', entity: 'colouring', pictureId: picture.id, id: colouring.id, fields: { lamp } }];
        });
        set({ lampInHand: null });
      },

      takeTheirs: async () => {
        await keeper?.takeTheirs();
        set({ hand: nothing });
      },
      layMineOnTop: async () => {
        await keeper?.layMineOnTop();
        set({ hand: nothing });
      },
    };
  });
  useMake.subscribe((now, before) => {
    const paper = paperOnShow(now);
    if (paper !== paperOnShow(before)) useMake.setState({ rack: { ...fetchedRack, markers: shownMarkers(fetchedRack, paper) } });
  });
  return useMake;
}
