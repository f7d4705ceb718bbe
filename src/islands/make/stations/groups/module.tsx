import { ownersOf } from '#core/make/picture-lookup';
import { collected } from '../elements/elements-hand';
import type { Desk, OverlayProps, Seen, StationModule } from '../station';
import { fixByTap, nextArrangement } from './groups-acts';
import type { GroupsDeskState } from './groups-desk';
import { GroupsOverlay } from './groups-overlay';
import { GroupsStation } from './groups-station';

type Own = Seen & { useDesk: Desk<GroupsDeskState> };

function Panel({ useDesk, ...seen }: Own) {
  const { useMake, make, picture, shown, table, raster, bands, parting } = seen;
  return <GroupsStation {...{ useMake, make, picture, shown, table, raster, bands, parting }} useGroups={useDesk} />;
}

function Overlay({ useDesk, picture, table, parting, width, height }: Own & OverlayProps) {
  return <GroupsOverlay {...{ picture, table, parting, width, height }} useGroups={useDesk} />;
}

export const station: StationModule<GroupsDeskState> = {
  Panel,
  Overlay,
  stage: ({ useDesk }) => ({
    tinted: null,
    keys: { r: () => nextArrangement(useDesk) },
    enterWords: 'works on the one you stand on',
  }),
  // A tap fixes a repeat that is being shared out; areas are gathered for the ladder in hand, or by empty hands.
  onMove: ({ useMake, useDesk, picture, table }, move, { say, choose }) => {
    if (!table) return;
    const first = move.labels[0] ?? 0;
    if (useDesk.getState().step === 'share') {
      const said = fixByTap(useDesk, table, first);
      if (said !== null) return say(said);
    }
    const { hand, takeInHand } = useMake.getState();
    const isGathered = ownersOf(picture).has(table.byLabel.get(first)?.id ?? '');
    if (hand.kind !== 'ladder' && (hand.kind !== 'nothing' || isGathered)) return first > 0 ? choose(first) : undefined;
    const gathered = collected(useMake, { picture, table }, move);
    if (!gathered) return;
    takeInHand(gathered.hand);
    say(gathered.said);
  },
};
