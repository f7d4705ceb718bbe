import { useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Ladder } from '#model/ladder';
import type { ColouredElement } from '#model/coloured-picture';
import { nameOfColouring } from '#core/make/coloured';
import { elementBorders } from '#core/groups/element-borders';
import { staysWhite } from '#core/make/element-names';
import { counted } from '#core/make/counted';
import { areaMm2Of } from '#core/make/picture-lookup';
import { Choice } from '#ui/controls/choice.tsx';
import { Button } from '#ui/controls/button.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { PaletteAnswer, PaletteRequestMessage } from '#workers/groups-messages';
import { mostSpotRungs } from '../elements/elements-acts';
import { giveLadders, wouldGive } from './groups-acts';
import type { ShownRack } from '../../document/make-store';
import { useGroupsWorker } from './use-groups-worker';
import type { GroupsProps } from './groups-props';
import { OnlyMarkers } from './only-markers';
import { PaletteCard, type PaletteProposal } from './palette-card';
import { turned } from './turned-set';

type Found = { proposals: PaletteProposal[]; elements: ColouredElement[] } | { problem: string };

const numbers = [1, 2, 3, 4, 5, 6, 7, 8, 10, 12] as const;

/** A limited palette: at most so many ladders for the whole picture, some kept, several proposals side by side. */
export function PalettePanel(props: GroupsProps) {
  const { useMake, useGroups, picture, table, raster } = props;
  const rack = useMake((state) => state.rack);
  const set = useGroups(useShallow((state) => state.set));
  const worker = useGroupsWorker(raster.labels, table?.table);
  const [most, setMost] = useState<(typeof numbers)[number]>(5);
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  const [found, setFound] = useState<Found | null>(null);
  const [busy, setBusy] = useState(false);
  const coloured = picture.elements.filter((element) => !staysWhite(element) && (element.regionIds.length > 0 || element.spot));
  const stores = { useMake, useGroups, of: nameOfColouring(picture) };

  const find = async () => {
    if (!worker) return;
    setBusy(true);
    set({ preview: null });
    try {
      const request = paletteRequest(props, rack, { coloured, kept, most });
      const answer = await worker.ask(async (api): Promise<PaletteAnswer> => api.palettes(request));
      setFound(
        'problem' in answer ? answer : { proposals: answer.proposals.map((own) => withCodes(own, coloured, rack)), elements: coloured },
      );
    } catch (error) {
      setFound({ problem: problemToShow(error).message });
    }
    setBusy(false);
  };
  const show = (ladders: ReadonlyMap<string, Ladder> | null) =>
    set({ preview: ladders && [...ladders].flatMap(([id, ladder]) => wouldGive(stores.of, id, ladder)) });

  return (
    <div className="space-y-3">
      <OnlyMarkers {...props} />
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <span className="flex items-center gap-2">
          <Choice label="At most" options={numbers.map((own) => ({ value: own, name: String(own) }))} value={most} onChoose={setMost} />
          ladders for {counted(coloured.length, 'element')}
        </span>
        <Button weight="main" disabled={!worker || busy || coloured.length === 0} onClick={() => void find()}>
          {busy ? 'Choosing …' : 'Propose palettes'}
        </Button>
      </div>
      {coloured.some(({ ladder }) => ladder) && (
        <fieldset className="flex flex-wrap gap-1" aria-label="Keep the ladders of">
          <legend className="text-sm">Keep the ladders of</legend>
          {coloured
            .filter(({ ladder }) => ladder)
            .map(({ id, name }) => (
              <ToggleChip key={id} isOn={kept.has(id)} onTurn={() => setKept(turned(kept, id))}>
                {name}
              </ToggleChip>
            ))}
        </fieldset>
      )}
      {found && 'problem' in found && <p role="alert">{found.problem}</p>}
      {found && 'proposals' in found && (
        <ul className="space-y-3" aria-label="Proposed palettes">
          {found.proposals.map((proposal, index) => (
            <PaletteCard
              key={[...proposal.ladders.values()].map(({ rungs }) => rungs.map(({ markerId }) => markerId).join(' ')).join('|')}
              {...{ ...props, proposal, rack }}
              number={index + 1}
              elements={found.elements}
              onShow={show}
              onTake={(ladders) => {
                if (giveLadders(stores, ladders)) set({ said: `${counted(ladders.size, 'ladder')} given.` });
              }}
            />
          ))}
        </ul>
      )}
    </div>
  );
}

type Asked = { coloured: readonly ColouredElement[]; kept: ReadonlySet<string>; most: number };

/** What the worker is asked: the elements with their areas, what touches what, and what is kept. */
function paletteRequest({ make, picture, table }: GroupsProps, rack: ShownRack, { coloured, kept, most }: Asked): PaletteRequestMessage {
  const places = new Map(coloured.map(({ id }, place) => [id, place]));
  const neighbours = elementBorders(picture, table).flatMap(({ between: [one, other], lengthMm }) => {
    const [first, second] = [places.get(one), places.get(other)];
    return first === undefined || second === undefined ? [] : [[first, second, lengthMm] as [number, number, number]];
  });
  return {
    markers: rack.markers,
    pairNotes: rack.pairNotes,
    neighbours,
    most,
    elements: coloured.map((element) => ({
      id: element.id,
      name: element.name,
      ...(element.kind ? { kind: element.kind } : {}),
      areaMm2: areaMm2Of(element, table),
      ...(element.spot ? { mostRungs: mostSpotRungs } : {}),
      ...(kept.has(element.id) && element.ladder ? { keeps: element.ladder.rungs.map(({ markerId }) => markerId) } : {}),
    })),
    ...(make.onlyMarkers ? { only: make.onlyMarkers.map(({ markerId }) => markerId) } : {}),
  };
}

type Rack = { markers: readonly { id: string; code: string }[] };
type Answered = Extract<PaletteAnswer, { proposals: unknown }>['proposals'][number];

function withCodes({ ladders, ...rest }: Answered, elements: readonly ColouredElement[], { markers }: Rack): PaletteProposal {
  const codeOf = new Map(markers.map(({ id, code }) => [id, code]));
  return {
    ...rest,
    ladders: new Map(
      elements.map(({ id }, place) => [
        id,
        { rungs: (ladders[place] ?? []).map((markerId) => ({ markerId, code: codeOf.get(markerId) ?? markerId })) },
      ]),
    ),
  };
}
