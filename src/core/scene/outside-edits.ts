import type { Outside } from '#model/outside';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { freshElementName } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';

/** What reaches so far down, as a share of the image's height, stands on the ground. */
const standsWithin = 0.1;
const usualStepMm = 2;
const usualDepthMm = 7;

/** The line on which an image stands: under what reaches farthest down, from its left to its right, in mm. Null without regions. */
export function groundLine({ table: { regions } }: IndexedTable): Extract<Outside, { kind: 'ground' }> | null {
  if (regions.length === 0) return null;
  const [top, bottom] = [
    Math.min(...regions.map(({ boundsMm }) => boundsMm[1])),
    Math.max(...regions.map(({ boundsMm }) => boundsMm[1] + boundsMm[3])),
  ];
  const standing = regions.filter(({ boundsMm }) => boundsMm[1] + boundsMm[3] > bottom - standsWithin * (bottom - top));
  const from = Math.min(...standing.map(({ boundsMm }) => boundsMm[0]));
  const to = Math.max(...standing.map(({ boundsMm }) => boundsMm[0] + boundsMm[2]));
  return { kind: 'ground', from: [from, bottom], to: [to, bottom], depthMm: usualDepthMm };
}

/** Adds a halo or a ground shadow as an element of its own, under what stands. */
export function addOutside(picture: Picture, table: IndexedTable, kind: Outside['kind'], id: string): Operation[] {
  const outside: Outside | null = kind === 'halo' ? usualHalo : groundLine(table);
  return outside ? putOutside(picture, outside, id) : [];
}

/** A halo as it is usual. */
export const usualHalo: Outside = { kind: 'halo', stepMm: usualStepMm };

/** Puts a halo or a ground shadow beside the other elements of a picture. */
export function putOutside(picture: Picture, outside: Outside, id: string): Operation[] {
  const wished = outside.kind === 'halo' ? 'Halo' : 'Ground shadow';
  const name = picture.elements.some((element) => element.name === wished) ? freshElementName(picture, wished) : wished;
  const row = { id, name, regionIds: [], outside };
  return [{ kind: 'put', entity: 'element', pictureId: picture.id, row }];
}
