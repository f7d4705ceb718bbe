import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import { BorderMarks } from '#ui/picture/border-marks.tsx';
import { type NameTag, NameTags } from '#ui/words/name-tags.tsx';
import type { GroupsDesk } from './groups-desk';
import { type Parting, pairKeyOf } from '../../plan/use-parting';

type Props = {
  useGroups: GroupsDesk;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  parting: Parting;
  width: number;
  height: number;
};

/** What the Groups station shows over the picture: borders that run together, and which ladder each repeat gets. */
export function GroupsOverlay({ useGroups, picture, table, parting, width, height }: Props) {
  const { step, pointedPair, sharing } = useGroups();
  if (step === 'parting') {
    const { widthPx, heightPx } = picture.grey;
    const { pairs, ids } = parting;
    const shown = (pairs ?? []).map((pair) => ({
      key: pairKeyOf(pair, ids),
      isHeld: pairKeyOf(pair, ids) === pointedPair,
      places: pair.places.map(([x, y]) => [x / widthPx, y / heightPx] as const),
    }));
    return <BorderMarks borders={shown} {...{ width, height }} />;
  }
  if (step !== 'share' || !sharing.kindOf || !table) return null;
  const { widthMm, heightMm } = table.table.frame;
  const tags = [...sharing.kindOf].flatMap(([id, kind]): NameTag[] => {
    const region = table.byId.get(id);
    if (!region) return [];
    const isChosen = sharing.fixed.has(id);
    return [{ id, name: String(kind + 1), at: [region.insideMm[0] / widthMm, region.insideMm[1] / heightMm], isChosen }];
  });
  return <NameTags label="Ladders of the repeats" tags={tags} {...{ width, height }} />;
}
