import { Pin, Shuffle } from 'lucide-react';
import { type SubmitEvent, useEffect, useMemo, useState } from 'react';
import type { Ladder } from '#model/ladder';
import type { ColouredPicture } from '#model/coloured-picture';
import { shareRegions } from '#core/groups/share-regions';
import { counted } from '#core/make/counted';
import { colouredNow, nameOfColouring } from '#core/make/coloured';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { Ladder as LadderView } from '#ui/ladder/ladder.tsx';
import { Slider } from '#ui/controls/slider.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { noSharing, type Sharing } from './groups-desk';
import { ladderWords, rungsToShow } from '../ladder-words';
import type { ShownRack } from '../../document/make-store';
import { readTypedLadder } from './typed-ladder';
import type { GroupsProps } from './groups-props';
import { LoosePieces } from './loose-pieces';
import { sharedRegions, useSharing } from './use-sharing';

/** Ladders that a picture has, each once. */
function laddersOf({ elements }: ColouredPicture): Ladder[] {
  return [...new Map(elements.flatMap(({ ladder }) => (ladder ? [[ladderWords(ladder), ladder] as const] : []))).values()];
}

/** Repeats shared out among ladders: no two neighbours alike, as many of each as can be, evenly over the surface. */
export function SharePanel(props: GroupsProps) {
  const { useMake, useGroups, picture, table, raster } = props;
  const { rack, hand } = useMake();
  const sharing = useGroups((state) => state.sharing);
  const set = useGroups((state) => state.set);
  const change = (part: Partial<Sharing>) => set({ sharing: { ...useGroups.getState().sharing, kindOf: null, ...part } });
  const { problem, neighbours } = useSharing(useGroups, picture, table, raster.labels);
  const regions = useMemo(() => sharedRegions(picture, table, sharing), [picture, table, sharing]);
  const chosenId = hand.kind === 'element' ? hand.elementId : null;
  // What is in hand takes part at first.
  useEffect(() => {
    if (chosenId && useGroups.getState().sharing.elementIds.length === 0) {
      useGroups.getState().set({ sharing: { ...useGroups.getState().sharing, elementIds: [chosenId] } });
    }
  }, [chosenId, useGroups]);

  const take = () => {
    const { kindOf, ladders } = sharing;
    if (!kindOf) return;
    const name = picture.elements.find(({ id }) => id === sharing.elementIds[0])?.name.replace(/ \d+$/, '') ?? 'Repeat';
    useMake.getState().takeInHand({ kind: 'nothing' });
    const isDone = useMake.getState().edit((newest) => {
      const now = colouredNow(newest, nameOfColouring(picture));
      if (!now) return null;
      const here = new Set(now.elements.flatMap(({ regionIds }) => regionIds));
      const still = new Map([...kindOf].filter(([id]) => here.has(id)));
      return shareRegions(now, { ladders, kindOf: still, name }, () => crypto.randomUUID(), table);
    });
    if (!isDone) return;
    set({
      sharing: noSharing,
      preview: null,
      said: `${counted(kindOf.size, 'area')} shared out among ${counted(ladders.length, 'ladder')}.`,
    });
  };

  const counts = sharing.ladders.map((_, kind) => [...(sharing.kindOf?.values() ?? [])].filter((own) => own === kind).length);
  return (
    <div className="space-y-3">
      <Sources picture={picture} elementIds={sharing.elementIds} onElements={(elementIds) => change({ elementIds })} />
      <ShareLadders {...{ rack, picture, sharing, counts }} onLadders={(ladders) => change({ ladders, fixed: new Map() })} />
      <Slider
        label="Side by side is"
        ends={['what touches', '15 mm']}
        value={sharing.nearMm}
        least={0}
        most={15}
        step={0.5}
        words={sharing.nearMm === 0 ? 'what touches' : `nearer than ${sharing.nearMm} mm`}
        onChange={(nearMm) => change({ nearMm })}
      />
      <p className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <label className="flex min-h-8 items-center gap-2">
          <input
            type="checkbox"
            className="size-6 accent-accent"
            checked={sharing.isEven}
            onChange={(event) => change({ isEven: event.target.checked })}
          />
          Spread evenly over the surface
        </label>
        <Button aria-keyshortcuts="R" onClick={() => change({ seed: sharing.seed + 1 })}>
          <Shuffle size={18} aria-hidden="true" /> Another arrangement (R)
        </Button>
      </p>
      {regions.length === 0 || sharing.ladders.length === 0 ? (
        <p>{regions.length === 0 ? 'Choose what is shared out.' : 'Choose the ladders, or type their codes.'}</p>
      ) : problem ? (
        <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-2">
          {problem}
        </p>
      ) : (
        sharing.kindOf && (
          <p className="border-l-8 border-ink bg-paper px-4 py-2" data-shared={counts.join(' ')} data-seed={sharing.seed}>
            {counted(regions.length, 'area')}, {counted(neighbours, 'pair')} side by side, none alike: {counts.join(', ')}.{' '}
            {sharing.fixed.size > 0 ? (
              <>
                <Pin size={16} className="inline" aria-hidden="true" /> {sharing.fixed.size} by your hand.
              </>
            ) : (
              'Tap an area on the picture to give it a ladder by hand.'
            )}
          </p>
        )
      )}
      {/* However many ladders there are, what is done with them stays in sight. */}
      <div className="sticky bottom-0 z-10 -mx-1 bg-bench px-1 py-2">
        <Button weight="main" disabled={!sharing.kindOf} onClick={take}>
          Share out
        </Button>
      </div>
      <LoosePieces {...props} ladders={sharing.ladders} />
    </div>
  );
}

type SourcesProps = { picture: ColouredPicture; elementIds: readonly string[]; onElements: (elementIds: string[]) => void };

/** Elements whose areas are shared out. */
function Sources({ picture, elementIds, onElements }: SourcesProps) {
  return (
    <fieldset className="flex flex-wrap gap-1" aria-label="What is shared out">
      <legend className="text-sm">Share out the areas of</legend>
      {picture.elements
        .filter(({ regionIds, spot }) => regionIds.length > 0 && !spot)
        .map(({ id, name, regionIds }) => {
          const isIn = elementIds.includes(id);
          return (
            <ToggleChip key={id} isOn={isIn} onTurn={() => onElements(isIn ? elementIds.filter((own) => own !== id) : [...elementIds, id])}>
              {name} ({regionIds.length})
            </ToggleChip>
          );
        })}
    </fieldset>
  );
}

type LaddersProps = {
  rack: ShownRack;
  picture: ColouredPicture;
  sharing: Sharing;
  counts: readonly number[];
  onLadders: (ladders: Ladder[]) => void;
};

/** The ladders that are shared out: those of the picture, and any that is typed. */
function ShareLadders({ rack, picture, sharing, counts, onLadders }: LaddersProps) {
  const [typed, setTyped] = useState('');
  const [tried, setTried] = useState(false);
  const words = sharing.ladders.map(ladderWords);
  const offered = [...laddersOf(picture), ...sharing.ladders].filter(
    (ladder, index, all) => all.findIndex((other) => ladderWords(other) === ladderWords(ladder)) === index,
  );
  const reading = readTypedLadder(typed, rack);
  const onSubmit = (event: SubmitEvent) => {
    event.preventDefault();
    setTried(true);
    if (reading.kind !== 'ladder') return;
    if (!words.includes(ladderWords(reading.ladder))) onLadders([...sharing.ladders, reading.ladder]);
    setTyped('');
    setTried(false);
  };
  return (
    <fieldset className="min-w-0 space-y-1" aria-label="Ladders to share out">
      <legend className="text-sm">Among {counted(sharing.ladders.length, 'ladder')}</legend>
      <ul className="flex flex-wrap gap-1 pb-1">
        {offered.map((ladder) => {
          const place = words.indexOf(ladderWords(ladder));
          return (
            <li key={ladderWords(ladder)} className="shrink-0">
              <button
                type="button"
                aria-pressed={place >= 0}
                aria-label={`Ladder ${ladderWords(ladder)}`}
                className={`block bg-paper p-1.5 text-left ${place >= 0 ? 'shadow-[inset_0_0_0_3px_var(--color-ink)]' : 'hover:bg-wall'}`}
                onClick={() => onLadders(place >= 0 ? sharing.ladders.filter((_, index) => index !== place) : [...sharing.ladders, ladder])}
              >
                <LadderView rungs={rungsToShow(ladder, rack.markers)} height={56} withRoles={false} />
                <span className="block h-5 text-sm">
                  {place >= 0 && `${place + 1}${sharing.kindOf ? `: ${counted(counts[place] ?? 0, 'area')}` : ''}`}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <form onSubmit={onSubmit} className="flex items-end gap-2">
        <Field
          label="Another ladder by its codes"
          code
          className="min-w-0 flex-1"
          value={typed}
          autoComplete="off"
          spellCheck={false}
          problem={tried && reading.kind === 'problem' ? reading.problem.message : undefined}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button type="submit">Add it</Button>
      </form>
    </fieldset>
  );
}
