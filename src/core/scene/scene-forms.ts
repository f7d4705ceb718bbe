import type { SaidCutPx } from '#core/light/cut-ends';
import { type BodyForm, formOfBody } from './body-form';
import type { PictureParts } from './parts';
import type { CoveringBody } from './scene-bodies';
import type { FormFor } from './placed-form';

export type SceneForms = {
  of: FormFor;
  /** Lets go of the forms of all but some bodies: a form can be large. */
  keepOnly: (bodies: Iterable<CoveringBody>) => void;
  bytes: () => number;
  /** What is kept, by all that a form depends on. */
  kept: ReadonlyMap<string, BodyForm>;
};

type Options = { resolution: 'auto' | 'full'; pxPerMm: number | null; cuts: readonly SaidCutPx[]; before?: SceneForms | undefined };

/** What is said of the edges of a body: its place lies on it. */
export function saidOf(
  { covered }: CoveringBody,
  cuts: readonly SaidCutPx[],
  { labels, width, height }: PictureParts,
): readonly SaidCutPx[] {
  return cuts.filter(({ x, y }) => {
    const [column, row] = [Math.floor(x), Math.floor(y)];
    return column >= 0 && row >= 0 && column < width && row < height && covered.has(labels[row * width + column]!);
  });
}

/**
 * Forms of the bodies of a picture, each made when it is first asked for.
 * @param options.pxPerMm of the picture: cut ends are sought; null: none are. `before`: forms of before, of which those go on that are the same.
 */
export function sceneForms(picture: PictureParts, { resolution, pxPerMm, cuts, before }: Options): SceneForms {
  const forms = new Map(before?.kept);
  const keyOf = (body: CoveringBody, said: readonly SaidCutPx[]) => (said.length > 0 ? `${body.key} | ${JSON.stringify(said)}` : body.key);
  return {
    kept: forms,
    of: (body) => {
      const said = saidOf(body, cuts, picture);
      const key = keyOf(body, said);
      const known = forms.get(key) ?? formOfBody(picture, body, { resolution, pxPerMm, said });
      forms.set(key, known);
      const { scale, ...placed } = known;
      return { ...placed, formScale: scale };
    },
    keepOnly: (bodies) => {
      const needed = new Set([...bodies].map((body) => keyOf(body, saidOf(body, cuts, picture))));
      for (const key of forms.keys()) if (!needed.has(key)) forms.delete(key);
    },
    bytes: () =>
      [...forms.values()].reduce((sum, { form }) => sum + form.mask.byteLength + form.normals.byteLength + form.heights.byteLength, 0),
  };
}
