import type { DistantLamp } from '#model/lamp';
import { cutBands } from '#core/light/bands';
import { shade } from '#core/light/shade';
import type { BandMap } from './band-map';
import { formOfPart, type PartForm } from './part-form';
import { connectedParts, type Part, partsOfPicture } from './parts';
import { shadingAt } from './shading-at';

/** What is to be coloured: the labels of an element, and the share of each of its bands, light to dark, sum 1. */
export type SceneElement = { labels: readonly number[]; shares: readonly number[] };

export type BandRequest = {
  lamp: DistantLamp;
  elements: readonly SceneElement[];
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

/** @param options.forms `full`: no form of half resolution; for comparison. Default `auto`. */
export function openScene(labels: Uint16Array, width: number, height: number, options: { forms?: 'auto' | 'full' } = {}): Scene {
  const picture = partsOfPicture(labels, width, height);
  const forms = new Map<string, PartForm>();
  // Which part of the element at hand a label belongs to; 0: none.
  const partOfLabel = new Uint16Array(65536);

  const formFor = (part: Part, number: number, used: Set<string>): PartForm => {
    const key = part.labels.join(' ');
    used.add(key);
    const known = forms.get(key);
    if (known) return known;
    const form = formOfPart(picture, part.bounds, (label) => partOfLabel[label] === number, { resolution: options.forms ?? 'auto' });
    forms.set(key, form);
    return form;
  };

  const bandMap = ({ lamp, elements, resolution }: BandRequest): BandMap => {
    const scale = resolution === 'half' ? 2 : 1;
    const mapWidth = Math.ceil(width / scale);
    const mapHeight = Math.ceil(height / scale);
    const map: BandMap = {
      width: mapWidth,
      height: mapHeight,
      scale,
      elements: new Uint16Array(mapWidth * mapHeight),
      bands: new Uint8Array(mapWidth * mapHeight),
    };
    const used = new Set<string>();
    for (const [index, element] of elements.entries()) {
      const parts = connectedParts(picture, element.labels);
      for (const [at, part] of parts.entries()) for (const label of part.labels) partOfLabel[label] = at + 1;
      const lit = parts.map((part, at) => {
        const { left, top, scale: formScale, form } = formFor(part, at + 1, used);
        return { part, number: at + 1, left, top, formScale, form, light: shade(form, lamp, { signed: true }) };
      });
      // All parts of an element are ranked together: its bands have its shares, whatever the shares of a part.
      const room = lit.reduce((sum, { part: { bounds } }) => sum + boxArea(bounds, scale), 0);
      const pixels = new Uint32Array(room);
      const values = new Float32Array(room);
      let count = 0;
      for (const { part, number, ...placed } of lit) {
        const [fromX, fromY, toX, toY] = part.bounds.map((edge) => Math.floor(edge / scale)) as [number, number, number, number];
        for (let y = fromY; y <= toY; y++) {
          for (let x = fromX; x <= toX; x++) {
            if (partOfLabel[labels[y * scale * width + x * scale]!] !== number) continue;
            pixels[count] = y * mapWidth + x;
            values[count] = shadingAt(placed, x * scale, y * scale);
            count++;
          }
        }
      }
      const bands = cutBands(values.subarray(0, count), element.shares);
      for (let i = 0; i < count; i++) {
        const pixel = pixels[i]!;
        map.elements[pixel] = index + 1;
        map.bands[pixel] = bands[i]!;
      }
      for (const part of parts) for (const label of part.labels) partOfLabel[label] = 0;
    }
    // What an edit has left behind goes; a form can be large.
    for (const key of forms.keys()) if (!used.has(key)) forms.delete(key);
    return map;
  };

  return {
    bandMap,
    formBytes: () =>
      [...forms.values()].reduce((sum, { form }) => sum + form.mask.byteLength + form.normals.byteLength + form.heights.byteLength, 0),
  };
}

function boxArea([left, top, right, bottom]: readonly [number, number, number, number], scale: number): number {
  return (Math.floor(right / scale) - Math.floor(left / scale) + 1) * (Math.floor(bottom / scale) - Math.floor(top / scale) + 1);
}
