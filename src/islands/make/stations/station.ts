import type { ComponentType } from 'react';
import type { StoreApi, UseBoundStore } from 'zustand';
import type { ColouredPicture } from '#model/coloured-picture';
import type { SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { PlaceMm } from '#model/reading';
import type { IndexedTable } from '#core/make/region-tables';
import type { BandFocus } from '#core/scene/band-colours';
import type { NameTag } from '#ui/words/name-tags.tsx';
import type { Nearness } from '#ui/picture/zoom-stage.tsx';
import type { MakeStore } from '../document/make-store';
import type { Raster } from '../picture/use-raster';
import type { LiveReading } from '../picture/use-reading';
import type { Bands, PaintView } from '../plan/use-bands';
import type { Parting } from '../plan/use-parting';
import type { MakePlace } from '#islands/shared/make-address.ts';

/** What is open at a station, shared by the picture and the panel beside it. Nothing of it is kept. */
export type Desk<D> = UseBoundStore<StoreApi<D>>;

/** What a station needs of the plan of the picture, and what is shown of it before it is taken. */
export type Shows = {
  /** Whether bands are computed and painted. Default false: elements are tinted. */
  bands?: boolean;
  /** Default: in their colours. */
  view?: PaintView;
  edges?: boolean;
  contacts?: boolean;
  /** Where each band lies in words, and how strokes go. */
  whereabouts?: boolean;
  /** Bands that stand out, the rest faded. Default: none does. */
  focus?: BandFocus | null;
  /** As if these were done. */
  preview?: readonly Operation[] | null;
  /** What is tried moves under the hand: half the resolution is enough. */
  isMoving?: boolean;
};

/** What the whole screen knows, for every part of a station. */
export type Seen = {
  useMake: MakeStore;
  make: Make;
  picture: ColouredPicture;
  /** The picture with what is tried, but not taken yet. */
  shown: ColouredPicture;
  table: IndexedTable | undefined;
  raster: Raster;
  bands: Bands;
  parting: Parting;
  /** As it stands, or as it is being moved. */
  lamp: SceneLamp;
  reading: LiveReading;
  originalPx: { widthPx: number; heightPx: number } | null;
  /** Id of the element in hand. */
  chosenId: string | null;
  go: (change: Partial<MakePlace>) => void;
  /** The desk of another station, to open it where one goes to. */
  deskOf: <D>(record: StationRecord<D>) => Desk<D>;
};

/** A tap or drag over the picture: labels under it, and its way in mm. */
export type HandMove = { labels: readonly number[]; gesture: 'tap' | 'sweep'; pathMm: readonly PlaceMm[] };

/** How the picture is used at a station. */
export type StageUse = {
  /** Regions that are tinted together; null: bands are shown instead. */
  tinted: readonly (readonly string[])[] | null;
  /** Regions that stand out, the rest faded. Default: those of the element in hand. */
  chosen?: readonly string[];
  /** Width of a brush under the hand, in mm. Default: none. */
  brushMm?: number | null;
  /** A region that blinks, and how often one was asked to. */
  blink?: { regionId: string; turn: number } | null;
  /** Keys of the picture, and what they do in words. */
  keys?: Record<string, () => void>;
  keyWords?: string;
  /** What Enter does on the area one stands on. Default: it chooses the element. */
  enterWords?: string;
  /** Whether the lamp is moved here; then the whole picture is seen. */
  movesLamp?: boolean;
};

export type OverlayProps = { width: number; height: number; names: readonly NameTag[] };

/** What a tap or drag means at a station. */
export type MoveTools = {
  /** Says something under the picture, until something is named or gathered. */
  say: (words: string) => void;
  /** Takes the element under a label in hand, or puts it down: what a tap does where nothing else is meant. */
  choose: (label: number) => void;
};

/** What of a station is fetched when it is first gone to. */
export type StationModule<D> = {
  Panel: ComponentType<Seen & { useDesk: Desk<D> }>;
  /** What stands in the picture's place instead of the stage. */
  Place?: ComponentType<Seen & { useDesk: Desk<D>; nearness: Nearness }>;
  /** Whether it stands there just now. Default: always. */
  hasPlace?: (seen: Seen, desk: D) => boolean;
  /** What lies over the picture. */
  Overlay?: ComponentType<Seen & OverlayProps & { useDesk: Desk<D> }>;
  /** Default: nothing is tinted, and no more can be done than to choose. */
  stage?: (seen: Seen & { useDesk: Desk<D> }, desk: D) => StageUse;
  /** Default: a tap chooses. */
  onMove?: (seen: Seen & { useDesk: Desk<D> }, move: HandMove, tools: MoveTools) => void;
  /** What a drag that is under way would do, to be shown; null: it has ended, and is told by onMove if it was done. Default: nothing is shown. */
  onDraw?: (seen: Seen & { useDesk: Desk<D> }, pathMm: readonly PlaceMm[] | null) => void;
};

/** A station of the workline: one entry of `stations` (all-stations.ts) and one folder. */
export type StationRecord<D> = {
  id: string;
  name: string;
  /** What its tag on the workline says is still open. */
  open: (make: Make, picture: ColouredPicture) => string;
  /** Whether its overlay lies under the names of elements. Default false: over them. */
  liesUnderNames?: boolean;
  /** Whether it is about one colouring, so that others are offered there. */
  isOfColours: boolean;
  /** Id of the element that is in hand when the workline leads here. Default: none. */
  takesInHand?: (picture: ColouredPicture) => string | null;
  createDesk: () => Desk<D>;
  shows: (desk: D) => Shows;
  load: () => Promise<{ station: StationModule<D> }>;
};

/** A record as the shell has it, which does not know what lies on its desk. */
// biome-ignore lint/suspicious/noExplicitAny: each record fits its own desk; the shell only hands it over.
export type AnyStation = StationRecord<any>;
