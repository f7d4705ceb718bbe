import { insideDistance } from '#core/raster/inside-distance';
import { directShare } from '#core/light/mixed-light';
import type { Lamp } from '#core/light/shade';
import { cuesFadeMm, cuesPull, type PullingCue } from '#core/light/cues-pull';
import type { BandMap } from './band-map';
import type { SaidCutPx } from '#core/light/cut-ends';
import { type BodyEdge, type BodyForm, edgesOfBody, formOfBody } from './body-form';
import { usualPxPerMm } from './borders';
import { cleanBands } from './clean-bands';
import { type Blend, elementBands } from './element-bands';
import { type HandLight, type HandStrokePx, handLight } from './hand-light';
import { layOnSpots } from './lay-spots';
import { distanceFromImage, layOutside } from './outside-bands';
import { type PictureParts, partsOfPicture } from './parts';
import type { SceneElement } from './scene-element';
import type { CoveringBody, SceneBody, SceneFront } from './scene-bodies';
import { boxOf, halvedLabels, type LabelLight, lightStage, openStage, type Stage } from './stage';

export type BandRequest = {
  /** A near one in px of the picture. */
  lamp: Lamp;
  elements: readonly SceneElement[];
  /** What is shaded as one; a label in none is a body of its own. Default none. */
  bodies?: readonly SceneBody[] | undefined;
  /** What lies in front where. Default: nothing is known to. */
  fronts?: readonly SceneFront[] | undefined;
  /** `full`: a px of the map a px of the picture; `half`: half as many each way, while the lamp moves. */
  resolution: 'full' | 'half';
  /** How far the cuts of an element are those of its bodies and of the whole picture. Default: not at all, every element has its shares. */
  blend?: Blend | undefined;
  /** What the maker's hand says. Default nothing. */
  strokes?: readonly HandStrokePx[] | undefined;
  /** The illustrator's marks, and how strongly they pull the dark, 0 to 1. Default none. */
  marks?: { marks: readonly PullingCue[]; strength: number } | undefined;
  /** What is said of edges, in px of the picture. Default nothing: they are found. */
  cuts?: readonly SaidCutPx[] | undefined;
  /** Whether specks and bands narrower than a nib are taken into what lies about them; only at full resolution. Default false. */
  cleans?: boolean | undefined;
};

/** A picture that is lit again and again: its forms are kept, since they do not depend on the lamp. */
export type Scene = {
  /** Elements in forms, in light, in bands: which band of which element lies where. */
  bandMap: (request: BandRequest) => BandMap;
  /** Edges of the bodies of the elements, and which of them are cut ends. */
  edges: (request: BandRequest) => SceneEdge[];
  /** The light alone, as greys: 1 darkest to 255 lightest, 0 on the paper outside. */
  greyForm: (request: BandRequest) => { width: number; height: number; greys: Uint8Array };
  /** Bytes that the kept forms take. */
  formBytes: () => number;
};

/** `element`: the place of the element that it is of, among those asked for. */
export type SceneEdge = BodyEdge & { element: number };

export type SceneOptions = {
  /** `full`: no form of half resolution; for comparison. Default `auto`. */
  forms?: 'auto' | 'full';
  /** Of the picture: cut ends are sought, and shadows reach as far as they do on paper. Default: no cut ends, shadows as at 300 dpi. */
  pxPerMm?: number;
};

type Labelled = Pick<PictureParts, 'labels' | 'width' | 'height'>;

/** Keeps what was made last for as long as it is asked for with the same words. */
function remembered<T>(): (words: string, make: () => T) => T {
  let kept: { words: string; made: T } | null = null;
  return (words, make) => {
    if (kept?.words !== words) kept = { words, made: make() };
    return kept.made;
  };
}

/** What is made at most once, and only when it is asked for. */
function once<A extends readonly unknown[], T>(make: (...given: A) => T): (...given: A) => () => T {
  let made: { value: T } | null = null;
  return (...given) =>
    () => {
      made ??= { value: make(...given) };
      return made.value;
    };
}

/** Opens a label map to be lit. */
export function openScene(labels: Uint16Array, width: number, height: number, options: SceneOptions = {}): Scene {
  const picture = partsOfPicture(labels, width, height);
  const pxPerMm = options.pxPerMm ?? usualPxPerMm;
  const forms = new Map<string, BodyForm>();
  const stageFor = remembered<Stage>();
  const handFor = { 1: remembered<HandLight | null>(), 2: remembered<HandLight | null>() };
  const insideFor = { 1: once(insideDistance), 2: once(insideDistance) };
  const fromImageFor = { 1: remembered<Float32Array>(), 2: remembered<Float32Array>() };
  let half: Labelled | null = null;
  const mapAt = (scale: 1 | 2): Labelled => {
    if (scale === 1) return picture;
    half ??= halvedLabels(picture);
    return half;
  };

  const formFor = (used: Set<string>, cuts: readonly SaidCutPx[]) => (body: CoveringBody) => {
    const said = saidOf(body, cuts, picture);
    const key = said.length > 0 ? `${body.key} | ${JSON.stringify(said)}` : body.key;
    used.add(key);
    const known =
      forms.get(key) ?? formOfBody(picture, body, { resolution: options.forms ?? 'auto', pxPerMm: options.pxPerMm ?? null, said });
    forms.set(key, known);
    const { scale, ...placed } = known;
    return { ...placed, formScale: scale };
  };

  /** The light at places of the map under any lamp of the request: form, shadow, marks and hand. */
  const open = ({ bodies = [], fronts = [], strokes = [], cuts = [], marks, resolution }: BandRequest) => {
    const scale = resolution === 'half' ? 2 : 1;
    const map = mapAt(scale);
    const used = new Set<string>();
    const stage = stageFor(JSON.stringify([bodies, fronts]), () => openStage(picture, { bodies, fronts }, { pxPerMm }));
    const hand = handFor[scale](JSON.stringify(strokes), () => handLight(strokes, { ...map, scale }));
    const pull = marks && marks.strength > 0 && marks.marks.length > 0 ? cuesPull(marks.marks, marks.strength, cuesFadeMm * pxPerMm) : null;
    const withMarks = (light: (label: number) => LabelLight, lamp: Lamp): ((label: number) => LabelLight) => {
      if (!pull) return light;
      const direct = directShare(lamp);
      return (label) => {
        const own = light(label);
        return {
          at: (x, y) => own.at(x, y) - direct * pull(x * scale, y * scale),
          add: (values, pixels) => {
            own.add(values, pixels);
            for (let i = 0; i < pixels.length; i++) {
              values[i]! -= direct * pull((pixels[i]! % map.width) * scale, Math.floor(pixels[i]! / map.width) * scale);
            }
          },
        };
      };
    };
    const byLamp = new Map<string, (label: number) => LabelLight>();
    const lightUnder = (lamp: Lamp): ((label: number) => LabelLight) => {
      const words = JSON.stringify(lamp);
      const made = byLamp.get(words) ?? withMarks(lightStage(stage, lamp, { mapWidth: map.width, scale }, formFor(used, cuts)), lamp);
      byLamp.set(words, made);
      return made;
    };
    // What an edit has left behind goes; a form can be large.
    const tidy = () => {
      for (const key of forms.keys()) if (!used.has(key)) forms.delete(key);
    };
    return { scale, map, stage, hand, lightUnder, tidy } as const;
  };

  const isThere = (label: number) => 4 * label + 3 < picture.bounds.length && picture.bounds[4 * label]! >= 0;
  const pixelsAt = { 1: new Map<number, Uint32Array>(), 2: new Map<number, Uint32Array>() };
  const pixelsOf = (label: number, scale: 1 | 2): Uint32Array => {
    const made = pixelsAt[scale].get(label) ?? pixelsOfLabel(picture, mapAt(scale), label, scale);
    pixelsAt[scale].set(label, made);
    return made;
  };
  const bandMap = (request: BandRequest): BandMap => {
    const { scale, map: own, stage, hand, lightUnder, tidy } = open(request);
    const size = own.labels.length;
    const map: BandMap = { width: own.width, height: own.height, scale, elements: new Uint16Array(size), bands: new Uint8Array(size) };
    elementBands(map, {
      elements: request.elements,
      pixelsOf: (label) => (isThere(label) ? pixelsOf(label, scale) : noPixels),
      lightOf: (label, lamp) => lightUnder(lamp ?? request.lamp)(label),
      bodyOf: (label) => stage.bodyAt(label).labels,
      blend: request.blend ?? noBlend,
      hand,
      insidePx: insideFor[scale](own.labels, own.width, own.height),
    });
    layAllOutside(map, request, own.labels, () => fromImageFor[scale]('image', () => distanceFromImage(own.labels, own.width, own.height)));
    const sceneLight = lightUnder(request.lamp);
    const softEdges = layOnSpots(map, picture, request.elements, (label, x, y) => sceneLight(label).at(x / scale, y / scale));
    if (request.cleans && scale === 1) cleanBands(map, pxPerMm);
    tidy();
    return softEdges ? { ...map, softEdges } : map;
  };

  const edges = ({ bodies = [], fronts = [], cuts = [], elements }: BandRequest): SceneEdge[] => {
    const { bodyAt } = stageFor(JSON.stringify([bodies, fronts]), () => openStage(picture, { bodies, fronts }, { pxPerMm }));
    const seen = new Set<CoveringBody>();
    return elements.flatMap(({ labels: own, spot }, element) =>
      own.flatMap((label) => {
        if (spot || !isThere(label) || seen.has(bodyAt(label))) return [];
        const body = bodyAt(label);
        seen.add(body);
        return edgesOfBody(picture, body, pxPerMm, saidOf(body, cuts, picture)).map((edge) => ({ ...edge, element }));
      }),
    );
  };

  const greyForm = (request: BandRequest) => {
    const { map, hand, lightUnder, tidy } = open(request);
    const greys = new Uint8Array(map.labels.length);
    const sceneLight = lightUnder(request.lamp);
    const byLabel = new Map<number, LabelLight>();
    for (let i = 0; i < greys.length; i++) {
      const label = map.labels[i]!;
      if (label === 0) continue;
      const light = byLabel.get(label) ?? sceneLight(label);
      byLabel.set(label, light);
      const value = light.at(i % map.width, Math.floor(i / map.width)) + (hand ? hand.added[i]! - shiftLight * hand.shift[i]! : 0);
      greys[i] = hand?.white[i] ? 255 : Math.round(1 + 254 * Math.min(1, Math.max(0, (value + 0.6) / 1.6)));
    }
    tidy();
    return { width: map.width, height: map.height, greys };
  };

  return {
    bandMap,
    edges,
    greyForm,
    formBytes: () =>
      [...forms.values()].reduce((sum, { form }) => sum + form.mask.byteLength + form.normals.byteLength + form.heights.byteLength, 0),
  };
}

/** What one band is in the grey form. */
const shiftLight = 0.35;
/** Lays what lies on the paper outside: a ground shadow on a halo, in whatever order they were added. */
function layAllOutside(map: BandMap, { elements, lamp }: BandRequest, labels: Uint16Array, fromImage: () => Float32Array): void {
  for (const kind of ['halo', 'ground'] as const) {
    for (const [index, { outside, shares }] of elements.entries()) {
      if (outside?.kind === kind) layOutside(map, { number: index + 1, outside, shares }, { labels, fromImagePx: fromImage(), lamp });
    }
  }
}

const noBlend: Blend = { body: 0, picture: 0 };
const noPixels = new Uint32Array(0);

/** What is said of the edges of a body: its place lies on it. */
function saidOf({ covered }: CoveringBody, cuts: readonly SaidCutPx[], { labels, width, height }: PictureParts): readonly SaidCutPx[] {
  return cuts.filter(({ x, y }) => {
    const [column, row] = [Math.floor(x), Math.floor(y)];
    return column >= 0 && row >= 0 && column < width && row < height && covered.has(labels[row * width + column]!);
  });
}

/** Numbers of the pixels of a label in a map, row by row. */
function pixelsOfLabel(picture: PictureParts, { labels, width }: Labelled, label: number, scale: number): Uint32Array {
  const [fromX, fromY, toX, toY] = boxOf(picture, label, scale);
  const pixels = new Uint32Array((toX - fromX + 1) * (toY - fromY + 1));
  let count = 0;
  for (let y = fromY; y <= toY; y++) {
    for (let i = y * width + fromX; i <= y * width + toX; i++) if (labels[i] === label) pixels[count++] = i;
  }
  return pixels.subarray(0, count);
}
