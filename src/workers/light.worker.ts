/// <reference lib="webworker" />
import { expose, transfer } from 'comlink';
import { cutBands } from '#core/light/bands';
import { boundsOfLabels, formOfRegions, type PlacedForm } from '#core/light/element-form';
import { shade } from '#core/light/shade';
import { loadRequestSchema, type PaintAnswer, paintRequestSchema } from './light-messages';

type Loaded = { labels: Uint16Array; width: number; height: number; bounds: Int32Array; forms: Map<string, PlacedForm | null> };

let loaded: Loaded | undefined;

/** Forms do not depend on the lamp: each is inflated once for a set of regions. */
function formFor(picture: Loaded, labels: readonly number[]): PlacedForm | null {
  const key = labels.join(' ');
  const known = picture.forms.get(key);
  if (known !== undefined) return known;
  const form = formOfRegions(picture.labels, picture.width, picture.bounds, labels);
  picture.forms.set(key, form);
  return form;
}

const api = {
  /** Takes the label map of the picture to be lit. */
  load(request: unknown): void {
    const { labels, width, height } = loadRequestSchema.parse(request);
    loaded = { labels, width, height, bounds: boundsOfLabels(labels, width), forms: new Map() };
  },

  /** Bands of all elements under a lamp, in the colours of their markers. */
  paint(request: unknown): PaintAnswer {
    const { lamp, elements } = paintRequestSchema.parse(request);
    const picture = loaded;
    if (!picture) throw new Error('No picture was loaded into the light worker.');
    const { width, height } = picture;
    const rgba = new Uint8ClampedArray(width * height * 4);
    const usedForms = new Set<string>();
    const shares = elements.map(({ labels, shares: wished, colours }) => {
      usedForms.add(labels.join(' '));
      const placed = formFor(picture, labels);
      const counts = wished.map(() => 0);
      if (!placed) return counts;
      const { form, left, top } = placed;
      const bands = cutBands(shade(form, lamp, { signed: true }), wished);
      let total = 0;
      for (let i = 0; i < bands.length; i++) {
        const band = bands[i] as number;
        if (band === 0) continue;
        const colour = colours[band - 1] ?? [255, 255, 255];
        const row = top + Math.floor(i / form.width);
        const to = 4 * (row * width + left + (i % form.width));
        rgba[to] = colour[0];
        rgba[to + 1] = colour[1];
        rgba[to + 2] = colour[2];
        rgba[to + 3] = 255;
        counts[band - 1] = (counts[band - 1] as number) + 1;
        total++;
      }
      return counts.map((count) => (total > 0 ? count / total : 0));
    });
    // What an edit has left behind goes; a form can be large.
    for (const key of picture.forms.keys()) if (!usedForms.has(key)) picture.forms.delete(key);
    return transfer({ rgba, width, height, shares }, [rgba.buffer]);
  },
};

export type LightApi = typeof api;

expose(api);
