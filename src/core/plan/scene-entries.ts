import { insideDistance } from '#core/raster/inside-distance';
import { cuesFadeMm, cuesPull, hangCues, type HungCue, type PullingCue } from '#core/light/cues-pull';
import type { SaidCutPx } from '#core/light/cut-ends';
import type { Lamp } from '#core/light/shade';
import { type BandMap, bandPixels } from '#core/scene/band-map';
import { type BandPlace, bandPlaces } from '#core/scene/band-places';
import { type BodyEdge, edgesOfBody } from '#core/scene/body-form';
import { cleanBands } from '#core/scene/clean-bands';
import { type CastGround, castGround, type ContactOptions } from '#core/scene/cast-shadow';
import { type Contact, contactsOf } from '#core/scene/contacts';
import { type LaidBands, layElements } from '#core/scene/element-bands';
import { type Blend, cutElements, type ElementCuts } from '#core/scene/element-cuts';
import { type GreyForm, greyForm } from '#core/scene/grey-form';
import { type HandLight, type HandStrokePx, handLight } from '#core/scene/hand-light';
import { labelValues, type SceneValues } from '#core/scene/label-values';
import { layOnSpots } from '#core/scene/lay-spots';
import { distanceFromImage, layAllOutside } from '#core/scene/outside-bands';
import type { PictureParts } from '#core/scene/parts';
import type { CoveringBody, SceneBody, SceneFront } from '#core/scene/scene-bodies';
import type { SceneElement } from '#core/scene/scene-element';
import { saidOf, type SceneForms, sceneForms } from '#core/scene/scene-forms';
import { type SceneLight, sceneLight } from '#core/scene/scene-light';
import { boxOf, halvedLabels, openStage, type Stage } from '#core/scene/stage';
import type { Entries } from './chain';

/** `element`: the place of the element that it is of, among those asked for. */
export type SceneEdge = BodyEdge & { element: number };

/** Labels at the scale of the map, and what is asked of their pixels. */
export type LabelledMap = {
  labels: Uint16Array;
  width: number;
  height: number;
  /** Px of the picture along one px of the map. */
  scale: 1 | 2;
  /** Numbers of the pixels of a label, row by row; none where it is not there. */
  pixelsOf: (label: number) => Uint32Array;
  insidePx: () => Uint16Array;
  fromImagePx: () => Float32Array;
};

/** Everything that is known of the light of a picture, in px of it; the first part is given, the rest is made from it. */
export type SceneValuesOf = {
  parts: PictureParts;
  pxPerMm: number;
  /** `full`: no form of half resolution; for comparison. */
  formResolution: 'auto' | 'full';
  /** Contact and cast shadow, where they are not as usual. */
  contact: Partial<ContactOptions>;
  findsCuts: boolean;
  /** What is shaded as one, and what lies in front where. */
  bodies: readonly SceneBody[];
  fronts: readonly SceneFront[];
  /** What is said of edges. */
  cuts: readonly SaidCutPx[];
  /** A near one in px of the picture. */
  lamp: Lamp;
  elements: readonly SceneElement[];
  /** How far the cuts of an element are those of its bodies and of the whole picture. */
  blend: Blend;
  /** What the maker's hand says. */
  strokes: readonly HandStrokePx[];
  /** The illustrator's shade cues, and how strongly they pull the dark, 0 to 1. */
  cues: { cues: readonly PullingCue[]; strength: number };
  /** `full`: a px of the map a px of the picture; `half`: half as many each way, while the lamp moves. */
  resolution: 'full' | 'half';
  /** Whether specks and bands narrower than a nib are taken into what lies about them; only at full resolution. */
  cleans: boolean;

  maps: { full: LabelledMap; half: () => LabelledMap };
  map: LabelledMap;
  stage: Stage;
  /** Shade cues with the lines that they hang on. */
  hung: HungCue[];
  forms: SceneForms;
  /** Contact and cast shadow, as far as no lamp is needed to know it. */
  cast: CastGround;
  /** Bodies of what is coloured, and those on which they lie. */
  litBodies: ReadonlySet<CoveringBody>;
  light: SceneLight;
  hand: HandLight | null;
  values: SceneValues;
  bandCuts: ElementCuts;
  laid: LaidBands;
  /** Bands as they fall, before they are cleaned. */
  drawn: BandMap;
  /** What was cleaned step by step (in-steps.ts), and of which bands; null: nothing. */
  cleaned: { of: BandMap; map: BandMap } | null;
  bands: BandMap;
  edges: SceneEdge[];
  greys: GreyForm;
  /** How many px of the map each rung covers, light to dark, for each element. */
  pixels: number[][];
  /** Where each rung lies, light to dark, for each element. */
  places: (BandPlace | null)[][];
  /** Which elements touch, and with which bands. */
  contacts: Contact[];
};

const noPixels = new Uint32Array(0);

function once<T>(make: () => T): () => T {
  let made: { value: T } | null = null;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

function labelledMap(parts: PictureParts, scale: 1 | 2): LabelledMap {
  const { labels, width, height } = scale === 1 ? parts : halvedLabels(parts);
  const isThere = (label: number) => 4 * label + 3 < parts.bounds.length && parts.bounds[4 * label]! >= 0;
  const known = new Map<number, Uint32Array>();
  return {
    ...{ labels, width, height, scale },
    pixelsOf: (label) => {
      if (!isThere(label)) return noPixels;
      const own = known.get(label) ?? pixelsOfLabel(parts, { labels, width }, label, scale);
      known.set(label, own);
      return own;
    },
    insidePx: once(() => insideDistance(labels, width, height)),
    fromImagePx: once(() => distanceFromImage(labels, width, height)),
  };
}

function pixelsOfLabel(parts: PictureParts, map: { labels: Uint16Array; width: number }, label: number, scale: number): Uint32Array {
  const { labels, width } = map;
  const [fromX, fromY, toX, toY] = boxOf(parts, label, scale);
  const pixels = new Uint32Array((toX - fromX + 1) * (toY - fromY + 1));
  let count = 0;
  for (let y = fromY; y <= toY; y++) {
    for (let i = y * width + fromX; i <= y * width + toX; i++) if (labels[i] === label) pixels[count++] = i;
  }
  return pixels.subarray(0, count);
}

/** A map whose bands may be changed. */
export const copyOf = (map: BandMap): BandMap => ({ ...map, elements: map.elements.slice(), bands: map.bands.slice() });

/** How many bands each element has, bare paper not among them. */
/** How many rungs each element has: bare paper that it keeps is none. */
export const rungsOf = (elements: readonly SceneElement[]) =>
  elements.map(({ shares, keepsPaper }) => shares.length - (keepsPaper ? 1 : 0));

/** Which element holds a label, from 1; soft spots lie on one that does. */
function ownersOf(elements: readonly SceneElement[]): (label: number) => number {
  const owners = new Map(elements.flatMap(({ labels, spot }, index) => (spot ? [] : labels.map((label) => [label, index + 1] as const))));
  return (label) => owners.get(label) ?? 0;
}

/** From bodies and lamp to bands and contacts: each step says once what it is made of. */
export const sceneEntries: Entries<SceneValuesOf> = {
  maps: {
    needs: ['parts'],
    make: ({ parts }) => ({ full: labelledMap(parts, 1), half: once(() => labelledMap(parts, 2)) }),
  },
  map: { needs: ['maps', 'resolution'], make: ({ maps, resolution }) => (resolution === 'full' ? maps.full : maps.half()) },
  stage: {
    needs: ['parts', 'bodies', 'fronts'],
    make: ({ parts, bodies, fronts }) => openStage(parts, { bodies, fronts }),
  },
  // A body that is as it was keeps its form, whatever became of the others.
  forms: {
    needs: ['parts', 'stage', 'cuts', 'pxPerMm', 'formResolution', 'findsCuts'],
    make: ({ parts, cuts, pxPerMm, formResolution, findsCuts }, before) =>
      sceneForms(parts, { resolution: formResolution, pxPerMm: findsCuts ? pxPerMm : null, cuts, before }),
  },
  litBodies: {
    needs: ['stage', 'elements', 'map'],
    make: ({ stage, elements, map }) => {
      const bodies = new Set<CoveringBody>();
      for (const { labels } of elements) {
        for (const label of labels) {
          if (map.pixelsOf(label).length === 0) continue;
          for (let body: CoveringBody | null = stage.bodyAt(label); body && !bodies.has(body); body = body.host) bodies.add(body);
        }
      }
      return bodies;
    },
  },
  // Horizons of a body go on as long as its form and those in front of it do.
  cast: {
    needs: ['parts', 'stage', 'forms', 'pxPerMm', 'contact'],
    make: ({ parts, stage: { bodyAt, casting }, forms, pxPerMm, contact }, before) =>
      castGround({ picture: parts, fronts: casting, bodyAt, formFor: forms.of, pxPerMm, options: contact, before }),
  },
  hung: { needs: ['cues', 'map', 'pxPerMm'], make: ({ cues: { cues }, map, pxPerMm }) => hangCues(cues, map, pxPerMm) },
  light: {
    needs: ['stage', 'forms', 'cast', 'map', 'hung', 'cues', 'pxPerMm'],
    make: ({ stage, forms, cast, map, hung, cues: { strength }, pxPerMm }) => {
      // Marks say nothing of the bodies beside the one on which they are drawn; at a fold one side is dark and the other is not.
      const pullOn = (label: number) => {
        const own = hung.filter(
          (cue) => cue.label === label || (!cue.isHung && cue.label > 0 && stage.bodyAt(cue.label) === stage.bodyAt(label)),
        );
        return strength > 0 && own.length > 0 ? cuesPull(own, strength, cuesFadeMm * pxPerMm) : null;
      };
      return sceneLight(stage, cast, forms.of, pullOn, map);
    },
  },
  hand: { needs: ['strokes', 'map'], make: ({ strokes, map }) => handLight(strokes, map) },
  values: {
    needs: ['light', 'lamp', 'map'],
    make: ({ light, lamp, map: { pixelsOf, insidePx } }) =>
      labelValues({ pixelsOf, insidePx, lightOf: (label, own) => light.under(own ?? lamp)(label) }),
  },
  // An element that is as it was keeps its cuts and its bands.
  bandCuts: {
    needs: ['elements', 'values', 'stage', 'blend', 'map'],
    make: ({ elements, values, stage, blend, map: { scale } }, before) =>
      cutElements({ elements, values, blend, scale, before, bodyOf: (label) => stage.bodyAt(label).labels }),
  },
  laid: {
    needs: ['bandCuts', 'hand', 'map'],
    make: ({ bandCuts, hand, map: { width, height, scale, pixelsOf } }, before) =>
      layElements({ cuts: bandCuts, hand, size: { width, height, scale }, pixelsOf, before }),
  },
  drawn: {
    needs: ['laid', 'elements', 'lamp', 'light', 'map', 'parts'],
    make: ({ laid, elements, lamp, light, map, parts }) => {
      const own = copyOf(laid.map);
      layAllOutside(own, elements, { labels: map.labels, lamp, fromImagePx: map.fromImagePx });
      const lit = light.under(lamp);
      const softEdges = layOnSpots(own, parts, elements, (label, x, y) => lit(label).at(x / map.scale, y / map.scale));
      return softEdges ? { ...own, softEdges } : own;
    },
  },
  cleaned: { needs: [], make: () => null },
  bands: {
    needs: ['drawn', 'cleans', 'cleaned', 'map', 'pxPerMm'],
    make: ({ drawn, cleans, cleaned, map, pxPerMm }) => {
      if (!cleans || map.scale !== 1) return drawn;
      if (cleaned?.of === drawn) return cleaned.map;
      const own = copyOf(drawn);
      cleanBands(own, pxPerMm);
      return own;
    },
  },
  edges: {
    needs: ['parts', 'stage', 'elements', 'cuts', 'pxPerMm', 'formResolution', 'map'],
    make: ({ parts, stage: { bodyAt }, elements, cuts, pxPerMm, formResolution, map: { pixelsOf } }) => {
      const seen = new Set<CoveringBody>();
      return elements.flatMap(({ labels, spot }, element) =>
        labels.flatMap((label) => {
          if (spot || pixelsOf(label).length === 0 || seen.has(bodyAt(label))) return [];
          const body = bodyAt(label);
          seen.add(body);
          return edgesOfBody(parts, body, { resolution: formResolution, pxPerMm, said: saidOf(body, cuts, parts) }).map((edge) => ({
            ...edge,
            element,
          }));
        }),
      );
    },
  },
  greys: { needs: ['map', 'light', 'lamp', 'hand'], make: ({ map, light, lamp, hand }) => greyForm(map, light.under(lamp), hand) },
  pixels: { needs: ['bands', 'elements'], make: ({ bands, elements }) => bandPixels(bands, rungsOf(elements)) },
  places: { needs: ['bands', 'elements'], make: ({ bands, elements }) => bandPlaces(bands, rungsOf(elements)) },
  contacts: { needs: ['bands', 'map', 'elements'], make: ({ bands, map, elements }) => contactsOf(bands, map.labels, ownersOf(elements)) },
};
