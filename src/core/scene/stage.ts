import { directShare, lightOnFlat, mixedLight } from '#core/light/mixed-light';
import type { Form } from '#core/light/inflate';
import type { Lamp } from '#core/light/shade';
import type { CastGround, CastLight } from './cast-shadow';
import { addMovingLight, type LabelFrame, labelFrame } from './moving-light';
import type { PictureParts } from './parts';
import type { FormFor } from './placed-form';
import { bodiesByLabel, type CoveringBody, type SceneBody, type SceneFront } from './scene-bodies';
import { addShading, type LitForm, shadingAt } from './shading-at';

/** How the regions of a picture stand to each other. */
export type Stage = {
  bodyAt: (label: number) => CoveringBody;
  /** What lies in front of what and may throw a shadow on it, border by border. */
  casting: readonly SceneFront[];
};

type Standing = { bodies?: readonly SceneBody[] | undefined; fronts?: readonly SceneFront[] | undefined };

/** What lies on another stands out of it only in full relief. */
const standsOut = ({ relief }: CoveringBody): boolean => relief.kind !== 'pattern' && relief.kind !== 'flat' && (relief.strength ?? 1) >= 1;

/** Fronts that may throw a shadow: nothing lies in front of itself, and what lies flat, or nearly so, on a thing has no height from which to shade it. */
function castingFronts(bodyOf: (label: number) => CoveringBody, fronts: readonly SceneFront[]): SceneFront[] {
  return fronts.filter(({ front, behind }) => {
    const body = bodyOf(front);
    return body !== bodyOf(behind) && (body.host !== bodyOf(behind) || standsOut(body));
  });
}

/** Every second pixel of every second row of a label map. */
export function halvedLabels({ labels, width, height }: Pick<PictureParts, 'labels' | 'width' | 'height'>) {
  const [columns, rows] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const half = new Uint16Array(columns * rows);
  for (let row = 0, i = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++, i++) half[i] = labels[2 * row * width + 2 * column]!;
  }
  return { width: columns, height: rows, labels: half };
}

/** Left, top, right, bottom of a label in px of a map, inclusive. */
export function boxOf({ bounds }: PictureParts, label: number, scale: number): [number, number, number, number] {
  return [0, 1, 2, 3].map((side) => Math.floor(bounds[4 * label + side]! / scale)) as [number, number, number, number];
}

export function openStage(picture: PictureParts, standing: Standing): Stage {
  const bodyOf = bodiesByLabel(picture, standing);
  const known = new Map<number, CoveringBody>();
  const bodyAt = (label: number): CoveringBody => {
    const own = known.get(label) ?? bodyOf(label);
    known.set(label, own);
    return own;
  };
  return { bodyAt, casting: castingFronts(bodyAt, standing.fronts ?? []) };
}

/** The light on a body, its own or of what it lies on. */
type LitBody = { own: LitForm | null; host: LitBody | null };

/** Lights bodies, each once. */
function bodyLighter(lamp: Lamp, formFor: FormFor) {
  const lit = new Map<CoveringBody, LitBody>();
  const light = (body: CoveringBody): LitBody => {
    const known = lit.get(body);
    if (known) return known;
    const host = body.host && light(body.host);
    // What lies on another as a pattern takes part in its form; else it adds its own to it.
    const made: LitBody = { own: !host || body.relief.kind !== 'pattern' ? lightForm(body) : null, host };
    lit.set(body, made);
    return made;
  };
  const lightForm = (body: CoveringBody): LitForm => {
    const placed = formFor(body);
    return { ...placed, light: mixedLight(placed.form, lampOn(placed, lamp)) };
  };
  const flat = lightOnFlat(lamp);
  const lightAt = (own: LitBody, x: number, y: number): number => {
    const beneath = own.host ? lightAt(own.host, x, y) : 0;
    if (!own.own) return beneath;
    const light = shadingAt(own.own, x, y);
    return own.host ? beneath + light - flat : light;
  };
  const addLight = (own: LitBody, values: Float32Array, pixels: Uint32Array, map: { mapWidth: number; scale: 1 | 2 }) => {
    if (own.host) addLight(own.host, values, pixels, map);
    if (own.own) addShading(values, pixels, map, own.own, own.host ? flat : 0);
  };
  return (body: CoveringBody) => {
    const own = light(body);
    return {
      at: (x: number, y: number) => lightAt(own, x, y),
      add: (values: Float32Array, pixels: Uint32Array, map: { mapWidth: number; scale: 1 | 2 }) => addLight(own, values, pixels, map),
    };
  };
}

/** A lamp as it stands to a form that is cut out of the picture, or to a map of another scale. */
function lampOn({ left, top, formScale }: Pick<LitForm, 'left' | 'top' | 'formScale'>, lamp: Lamp): Lamp {
  if (lamp.kind === 'distant') return lamp;
  return { ...lamp, xPx: (lamp.xPx - left) / formScale, yPx: (lamp.yPx - top) / formScale, heightPx: lamp.heightPx / formScale };
}

/** The light on a label, larger = lighter. */
export type LabelLight = {
  /** At a column and row of the map. */
  at: (x: number, y: number) => number;
  /** Adds it to the values of pixels, row by row (their numbers in the map). */
  add: (values: Float32Array, pixels: Uint32Array) => void;
};

/** Where the pixels of a label lie in its form and its horizons; null where it has to be lit pixel by pixel. */
export type FrameFor = (label: number, cast: CastLight, pixels: Uint32Array) => LabelFrame | null;

/** Frames of the labels of a map of half the resolution, each found once for its form and its horizons. */
export function openFrames({ bodyAt }: Pick<Stage, 'bodyAt'>, formFor: FormFor, mapWidth: number): FrameFor {
  const known = new Map<number, { form: Form; over: Int32Array | null; frame: LabelFrame | null }>();
  return (label, cast, pixels) => {
    const body = bodyAt(label);
    // What lies on another takes part in the light on that.
    if (body.host) return null;
    const placed = formFor(body);
    const over = cast.cells?.numbers ?? null;
    const own = known.get(label);
    if (own?.form === placed.form && own.over === over) return own.frame;
    const frame = labelFrame(placed, cast, pixels, mapWidth);
    known.set(label, { form: placed.form, over, frame });
    return frame;
  };
}

/**
 * The light on each label under a lamp: its body's form, changed by what stands over it.
 * @param lamp a near one in px of the picture. @param map its width, and px of the picture along one px of it.
 * @param frames for a map of half the resolution, so that a moving lamp is followed; null: pixel by pixel.
 */
export function lightStage(
  { bodyAt }: Stage,
  cast: CastGround,
  lamp: Lamp,
  map: { mapWidth: number; scale: 1 | 2 },
  formFor: FormFor,
  frames: FrameFor | null = null,
): (label: number) => LabelLight {
  const { scale } = map;
  const lit = bodyLighter(lamp, formFor);
  const castOn = cast.under(lamp, directShare(lamp));
  const known = new Map<number, LabelLight>();
  return (label) => {
    const own = known.get(label);
    if (own) return own;
    const form = () => lit(bodyAt(label));
    const shadow = castOn(bodyAt(label));
    const made: LabelLight = {
      at: (x, y) => shadow.at(form().at(x * scale, y * scale), x * scale, y * scale),
      add: (values, pixels) => {
        const frame = frames?.(label, shadow, pixels) ?? null;
        if (frame) return addMovingLight(values, frame, formFor(bodyAt(label)), lamp, shadow);
        form().add(values, pixels, map);
        shadow.on(values, pixels, map);
      },
    };
    known.set(label, made);
    return made;
  };
}
