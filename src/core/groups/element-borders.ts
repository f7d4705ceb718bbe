import type { Picture } from '#model/picture';
import { ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';

/** Two elements that touch, by their ids, and the length of their common border in mm. */
export type ElementBorder = { between: readonly [string, string]; lengthMm: number };

/** Elements of a picture that touch: the borders of their regions, added up. */
export function elementBorders(picture: Pick<Picture, 'elements'>, table: IndexedTable | undefined): ElementBorder[] {
  const owners = ownersOf(picture);
  const lengths = new Map<string, ElementBorder>();
  for (const { between, lengthMm } of table?.table.borders ?? []) {
    const [one, other] = between.map((id) => (id === null ? undefined : owners.get(id)?.id));
    if (!one || !other || one === other) continue;
    const pair = one < other ? ([one, other] as const) : ([other, one] as const);
    const key = pair.join(' ');
    lengths.set(key, { between: pair, lengthMm: (lengths.get(key)?.lengthMm ?? 0) + lengthMm });
  }
  return [...lengths.values()];
}

/** What touches an element, with the length of the border in mm. */
export function besideElement(borders: readonly ElementBorder[], elementId: string): { elementId: string; lengthMm: number }[] {
  return borders.flatMap(({ between: [one, other], lengthMm }) => {
    if (one === elementId) return [{ elementId: other, lengthMm }];
    return other === elementId ? [{ elementId: one, lengthMm }] : [];
  });
}
