import type { DistantLamp } from '#model/lamp';
import { cutBands } from '#core/light/bands';
import type { BandMap, SoftEdges } from './band-map';
import { type BodyForm, formOfBody } from './body-form';
import { usualPxPerMm } from './borders';
import { contactOf } from './contact';
import { type PictureParts, partsOfPicture } from './parts';
import { bodiesByLabel, type CoveringBody, type SceneBody, type SceneFront } from './scene-bodies';
import { bodyLighter, labelsBefore } from './shade-scene';
import { eachSpotPixel, type SpotPx } from './spot-cover';

/**
 * What is to be coloured: the labels of an element, and the share of each of its bands, light to dark, sum 1. A soft spot has a place too: it
 * covers what of its labels it reaches.
 */
export type SceneElement = { labels: readonly number[]; shares: readonly number[]; spot?: SpotPx | undefined };

export type BandRequest = {
  lamp: DistantLamp;
  elements: readonly SceneElement[];
  /** What is shaded as one; a label in none is a body of its own. Default none. */
  bodies?: readonly SceneBody[] | undefined;
  /** What lies in front where. Default: nothing is known to. */
  fronts?: readonly SceneFront[] | undefined;
  /** `full`: a px of the map a px of the picture; `half`: half as many each way, while the lamp moves. */
  resolution: 'full' | 'half';
};

/** A picture that is lit again and again: its forms are kept, since they do not depend on the lamp. */
export type Scene = {
  /** Elements in forms, in light, in bands: which band of which element lies where. */
  bandMap: (request: BandRequest) => BandMap;
  /** Bytes that the kept forms take. */
  formBytes: () => number;
};

export type SceneOptions = {
  /** `full`: no form of half resolution; for comparison. Default `auto`. */
  forms?: 'auto' | 'full';
  /** Of the picture: cut ends are sought, and shadows reach as far as they do on paper. Default: no cut ends, shadows as at 300 dpi. */
  pxPerMm?: number;
};

/** Opens a label map to be lit. */
export function openScene(labels: Uint16Array, width: number, height: number, options: SceneOptions = {}): Scene {
  const picture = partsOfPicture(labels, width, height);
  const forms = new Map<string, BodyForm>();

  const formFor = (used: Set<string>) => (body: CoveringBody) => {
    used.add(body.key);
    const known =
      forms.get(body.key) ?? formOfBody(picture, body, { resolution: options.forms ?? 'auto', pxPerMm: options.pxPerMm ?? null });
    forms.set(body.key, known);
    const { scale, ...placed } = known;
    return { ...placed, formScale: scale };
  };

  const bandMap = ({ lamp, elements, bodies, fronts, resolution }: BandRequest): BandMap => {
    const scale = resolution === 'half' ? 2 : 1;
    const mapWidth = Math.ceil(width / scale);
    const mapHeight = Math.ceil(height / scale);
    const size = mapWidth * mapHeight;
    const map: BandMap = { width: mapWidth, height: mapHeight, scale, elements: new Uint16Array(size), bands: new Uint8Array(size) };
    const used = new Set<string>();
    const bodyOf = bodiesByLabel(picture, { bodies, fronts });
    const lit = bodyLighter(lamp, formFor(used));
    const shadowOf = contactOf(
      { width, height, labels, pxPerMm: options.pxPerMm ?? usualPxPerMm },
      lamp,
      labelsBefore(bodyOf, fronts ?? []),
    );
    const known = new Map<number, (x: number, y: number) => number>();
    const lightOf = (label: number) => {
      const own = known.get(label);
      if (own) return own;
      const [form, shadow] = [lit(bodyOf(label)), shadowOf(label)];
      const made = (x: number, y: number) => form(x, y) - shadow(x, y);
      known.set(label, made);
      return made;
    };

    for (const [index, { labels: wished, shares, spot }] of elements.entries()) {
      if (spot) continue;
      const own = wished.filter((label) => 4 * label + 3 < picture.bounds.length && picture.bounds[4 * label]! >= 0);
      const room = own.reduce((sum, label) => sum + boxArea(picture, label, scale), 0);
      const pixels = new Uint32Array(room);
      const values = new Float32Array(room);
      let count = 0;
      for (const label of own) {
        const lightAt = lightOf(label);
        const [fromX, fromY, toX, toY] = boxOf(picture, label, scale);
        for (let y = fromY; y <= toY; y++) {
          for (let x = fromX; x <= toX; x++) {
            if (labels[y * scale * width + x * scale] !== label) continue;
            pixels[count] = y * mapWidth + x;
            values[count] = lightAt(x * scale, y * scale);
            count++;
          }
        }
      }
      // All parts of an element are ranked together: its bands have its shares, whatever the shares of a part.
      const bands = cutBands(values.subarray(0, count), shares);
      for (let i = 0; i < count; i++) {
        map.elements[pixels[i]!] = index + 1;
        map.bands[pixels[i]!] = bands[i]!;
      }
    }
    const softEdges = layOnSpots(map, { labels, width, height }, elements, (label, x, y) => lightOf(label)(x, y));
    // What an edit has left behind goes; a form can be large.
    for (const key of forms.keys()) if (!used.has(key)) forms.delete(key);
    return softEdges ? { ...map, softEdges } : map;
  };

  return {
    bandMap,
    formBytes: () =>
      [...forms.values()].reduce((sum, { form }) => sum + form.mask.byteLength + form.normals.byteLength + form.heights.byteLength, 0),
  };
}

/** A pixel of the map counts as the spot's where it covers half of it. */
const leastCover = 0.5;

/** Lays the soft spots over a map, in turn: the map is changed where they cover it, and where they fade is told. */
function layOnSpots(
  map: BandMap,
  { labels, width, height }: { labels: Uint16Array; width: number; height: number },
  elements: readonly SceneElement[],
  lightAt: (label: number, x: number, y: number) => number,
): SoftEdges | undefined {
  const edges: { pixel: number; cover: number; element: number; band: number; beneath: number; bandBeneath: number }[] = [];
  for (const [index, { labels: wished, shares, spot }] of elements.entries()) {
    if (!spot) continue;
    const own = new Set(wished);
    const reached: { pixel: number; cover: number; value: number }[] = [];
    eachSpotPixel(spot, { width, height, step: map.scale }, (x, y, cover) => {
      const label = labels[y * width + x]!;
      if (!own.has(label)) return;
      reached.push({ pixel: (y / map.scale) * map.width + x / map.scale, cover, value: lightAt(label, x, y) });
    });
    const bands = spotBands(reached, shares);
    for (const [place, { pixel, cover }] of reached.entries()) {
      const band = bands[place]!;
      if (cover < 1) {
        const [beneath, bandBeneath] = [map.elements[pixel]!, map.bands[pixel]!];
        edges.push({ pixel, cover: Math.round(255 * cover), element: index + 1, band, beneath, bandBeneath });
      }
      if (cover < leastCover) continue;
      map.elements[pixel] = index + 1;
      map.bands[pixel] = band;
    }
  }
  if (edges.length === 0) return undefined;
  return {
    pixels: Uint32Array.from(edges, ({ pixel }) => pixel),
    covers: Uint8Array.from(edges, ({ cover }) => cover),
    elements: Uint16Array.from(edges, ({ element }) => element),
    bands: Uint8Array.from(edges, ({ band }) => band),
    elementsBeneath: Uint16Array.from(edges, ({ beneath }) => beneath),
    bandsBeneath: Uint8Array.from(edges, ({ bandBeneath }) => bandBeneath),
  };
}

/** Bands of what a spot covers, in its shares; where it fades out they go on as they are at its edge. */
function spotBands(reached: readonly { cover: number; value: number }[], shares: readonly number[]): Uint8Array {
  const covered = Float32Array.from(reached, ({ cover, value }) => (cover < leastCover ? Number.NaN : value));
  const cut = cutBands(covered, shares);
  const least = shares.map(() => Number.POSITIVE_INFINITY);
  for (const [place, { value }] of reached.entries()) {
    const band = cut[place]!;
    if (band > 0) least[band - 1] = Math.min(least[band - 1]!, value);
  }
  return cut.map((band, place) => {
    if (band > 0) return band;
    const lightest = least.findIndex((value) => reached[place]!.value >= value);
    return lightest < 0 ? shares.length : lightest + 1;
  });
}

/** Left, top, right, bottom of a label in px of the map, inclusive. */
function boxOf({ bounds }: PictureParts, label: number, scale: number): [number, number, number, number] {
  return [0, 1, 2, 3].map((side) => Math.floor(bounds[4 * label + side]! / scale)) as [number, number, number, number];
}

function boxArea(picture: PictureParts, label: number, scale: number): number {
  const [left, top, right, bottom] = boxOf(picture, label, scale);
  return (right - left + 1) * (bottom - top + 1);
}
