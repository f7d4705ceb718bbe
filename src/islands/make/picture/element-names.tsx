import { Tag } from 'lucide-react';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import { PictureToggle } from '#ui/controls/picture-toggle.tsx';
import type { NameTag } from '#ui/words/name-tags.tsx';

/** The place of an element's name: inside its largest region, as shares of the picture. */
function nameTag(element: ColouredElement, table: IndexedTable, isChosen: boolean): NameTag[] {
  const [first, ...others] = element.regionIds.flatMap((id) => table.byId.get(id) ?? []);
  if (!first) return [];
  const { insideMm } = others.reduce((largest, region) => (region.areaMm2 > largest.areaMm2 ? region : largest), first);
  const { widthMm, heightMm } = table.table.frame;
  return [{ id: element.id, name: element.name, at: [insideMm[0] / widthMm, insideMm[1] / heightMm], isChosen }];
}

/** What is under the hand or the keys, or chosen, and all of it in the view "names". */
export function tagsOf(
  picture: ColouredPicture,
  table: IndexedTable,
  shown: { all: boolean; chosenId: string | null; pointedId: string | null },
): NameTag[] {
  const ids = new Set([shown.chosenId, shown.pointedId]);
  const named = picture.elements.filter(({ id }) => shown.all || ids.has(id));
  // The chosen one is set first, so that it keeps its place.
  const sorted = [...named].sort((first, second) => Number(ids.has(second.id)) - Number(ids.has(first.id)));
  return sorted.flatMap((element) => nameTag(element, table, element.id === shown.chosenId));
}

/** Turns the view of all names on and off. */
export function NamesButton({ isOn, onTurn }: { isOn: boolean; onTurn: (isOn: boolean) => void }) {
  return (
    <PictureToggle label="Names" title="Names of all elements on the picture" isOn={isOn} onTurn={onTurn}>
      <Tag aria-hidden="true" />
    </PictureToggle>
  );
}
