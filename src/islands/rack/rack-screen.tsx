import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { RackAnswer, RackChange } from '#model/api/rack';
import type { Rack, RackMarker } from '#model/marker';
import { type ShownMarker, withAssumedColours } from '#core/markers/assumed-colour';
import { counted } from '#core/make/counted';
import { readingsByMarker, withReadings } from '#core/markers/readings';
import { codeKey } from '#core/markers/code-rule';
import { markerNames } from '#core/markers/marker-name';
import { checkRack, findingsByMarker, markerWarnings, type RackFinding } from '#core/markers/rack-checks';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { stateWord } from '#ui/ladder/strand-layout.ts';
import { Strands } from '#ui/ladder/strands.tsx';
import { useFetchedAhead } from '#islands/shared/fetched-ahead.ts';
import { isHandedOver } from '#islands/shared/handed-over.ts';
import { today } from '#islands/shared/today.ts';
import { useRack } from './rack-store';

// The strands are what the rack opens with; the other views come when they are gone to, or when the page has nothing else to do.
const pieces = {
  FinderPanel: () => import('./finder-panel').then((module) => ({ default: module.FinderPanel })),
  ImportPanel: () => import('./import-panel').then((module) => ({ default: module.ImportPanel })),
  LinesPanel: () => import('./lines-panel').then((module) => ({ default: module.LinesPanel })),
  MarkerCard: () => import('./marker-card').then((module) => ({ default: module.MarkerCard })),
  MarkerList: () => import('./marker-list').then((module) => ({ default: module.MarkerList })),
  SwatchesPanel: () => import('./swatches/swatches-panel').then((module) => ({ default: module.SwatchesPanel })),
  SuppliesPanel: () => import('./supplies-panel').then((module) => ({ default: module.SuppliesPanel })),
};
const FinderPanel = lazy(pieces.FinderPanel);
const ImportPanel = lazy(pieces.ImportPanel);
const LinesPanel = lazy(pieces.LinesPanel);
const MarkerCard = lazy(pieces.MarkerCard);
const MarkerList = lazy(pieces.MarkerList);
const SuppliesPanel = lazy(pieces.SuppliesPanel);
const SwatchesPanel = lazy(pieces.SwatchesPanel);

const views = {
  strands: 'Strands',
  list: 'List',
  ladders: 'Find a ladder',
  swatches: 'Swatches',
  lines: 'Lines and codes',
  supplies: 'Paper and ink',
  exchange: 'In and out',
} as const;
type View = keyof typeof views;

/** No marker is in hand where papers and sheets are. */
const hasNoCard = (view: View): boolean => view === 'supplies' || view === 'swatches';

function matches(marker: ShownMarker, wanted: string): boolean {
  const key = codeKey(wanted);
  return (
    key === '' ||
    codeKey(marker.code).includes(key) ||
    stateWord(marker).includes(wanted.trim().toLowerCase()) ||
    marker.shownSource.startsWith(wanted.trim().toLowerCase())
  );
}

function RackScreenWhole() {
  const { rack, problem, load } = useRack(useShallow((state) => ({ rack: state.rack, problem: state.problem, load: state.load })));
  useEffect(() => {
    void load();
  }, [load]);
  useFetchedAhead(pieces);
  return (
    <div className="mx-auto max-w-[100rem] px-4 pb-12 sm:px-8">
      <header className="flex flex-wrap items-baseline gap-6 py-5">
        <a href="/" className="font-display text-lg font-semibold underline decoration-2 underline-offset-4">
          Table
        </a>
        <h1 className="text-3xl">Rack</h1>
        {rack && <Counts rack={rack} />}
      </header>
      {problem && (
        <div className="mb-4">
          <ProblemNotice problem={problem}>
            <Button onClick={() => void load()}>Try again</Button>
          </ProblemNotice>
        </div>
      )}
      {rack ? <LoadedRack rack={rack} /> : !problem && <main className="h-96 bg-bench" aria-busy="true" />}
      {!rack && problem && <main />}
    </div>
  );
}

function Counts({ rack }: { rack: Rack }) {
  const owned = rack.markers.reduce((sum, { owned: own, count }) => sum + (own ? (count ?? 1) : 0), 0);
  const wanted = rack.markers.filter((marker) => marker.wanted);
  const price = wanted.reduce((sum, marker) => sum + (marker.price ?? 0), 0);
  const refill = rack.markers.filter(({ owned: own, state }) => own && (state === 'low' || state === 'dry')).length;
  return (
    <p className="text-soft">
      {owned} owned, {refill} to refill, {wanted.length} wanted{price > 0 && `, together ${price.toFixed(2)} as you priced them`}
    </p>
  );
}

/** Findings told at once. */
const mostFindings = 40;

function LoadedRack({ rack: kept }: { rack: RackAnswer }) {
  const rack = useMemo(() => ({ ...kept, markers: withReadings(kept) }), [kept]);
  const { busy, chosenId, change, choose, takeOut } = useRack(
    useShallow((state) => ({
      busy: state.busy,
      chosenId: state.chosenId,
      change: state.change,
      choose: state.choose,
      takeOut: state.takeOut,
    })),
  );
  const [view, setView] = useState<View>(rack.markers.length > 0 && !isHandedOver() ? 'strands' : 'exchange');
  const [filter, setFilter] = useState('');
  const [zoom, setZoom] = useState(1);
  const [from, setFrom] = useState('');
  const shown = useMemo(() => withAssumedColours(rack.markers), [rack.markers]);
  const readings = useMemo(() => readingsByMarker(rack.readings), [rack.readings]);
  const findings = useMemo(() => checkRack(rack.markers), [rack.markers]);
  const warned = useMemo(() => {
    const own = findingsByMarker(findings);
    return new Set(
      shown
        .filter((marker) => markerWarnings({ ...marker, owned: true }, own.get(marker.id) ?? [], today()).length > 0)
        .map(({ id }) => id),
    );
  }, [shown, findings]);
  const filtered = useMemo(() => shown.filter((marker) => matches(marker, filter)), [shown, filter]);
  const chosen = rack.markers.find(({ id }) => id === chosenId);
  const chosenShown = shown.find(({ id }) => id === chosenId);
  const send = (wanted: RackChange) => void change(wanted);
  const save = (marker: RackMarker) => send({ markers: [marker] });
  return (
    <main>
      <ViewTabs view={view} onView={setView} />
      <TakenOut />
      {rack.unreadable.length > 0 && (
        <div className="mt-4">
          <ProblemNotice
            problem={{
              code: 'unreadable-rows',
              message: `Kept, and cannot be read: ${rack.unreadable.slice(0, 12).join(', ')}.`,
              remedy: 'They are left as they are, and hide nothing else. An older backup may hold them whole.',
            }}
          />
        </div>
      )}
      <div className={`mt-5 grid gap-6 ${hasNoCard(view) ? '' : 'xl:grid-cols-[minmax(0,1fr)_25rem]'}`}>
        <div className="min-w-0">
          {(view === 'strands' || view === 'list') && (
            <FilterBar
              {...{ filter, setFilter, zoom, setZoom }}
              hasZoom={view === 'strands'}
              words={`${filtered.length} of ${shown.length} markers`}
            />
          )}
          {rack.markers.length === 0 && (view === 'strands' || view === 'list') && (
            <p className="bg-paper p-6">No markers yet. Paste your codes at “In and out”: the codes alone already help.</p>
          )}
          {view === 'strands' && filtered.length > 0 && (
            <Strands markers={filtered} chosenId={chosenId} zoom={zoom} warned={warned} onChoose={choose} />
          )}
          <Suspense fallback={<p role="status">Opening …</p>}>
            {view === 'list' && (
              <MarkerList
                markers={filtered}
                onChoose={choose}
                onBulk={(markers) => send({ markers })}
                onTakeOut={(ids) => void takeOut(ids)}
              />
            )}
            {view === 'ladders' && (
              <FinderPanel markers={shown} lines={rack.lines} notes={rack.pairNotes} from={from} onFrom={setFrom} warned={warned} />
            )}
            {view === 'swatches' && <SwatchesPanel {...{ rack, shown, filtered, busy }} onChange={change} />}
            {view === 'lines' && <LinesPanel rack={rack} busy={busy} onChange={change} />}
            {view === 'supplies' && <SuppliesPanel />}
            {view === 'exchange' && <ImportPanel rack={rack} busy={busy} onChange={change} />}
          </Suspense>
        </div>
        <aside
          aria-label="Marker in hand"
          hidden={hasNoCard(view)}
          className="self-start bg-bench p-5 xl:sticky xl:top-4 xl:max-h-[95dvh] xl:overflow-y-auto"
        >
          {chosen && chosenShown ? (
            <Suspense fallback={<p role="status">Opening …</p>}>
              <MarkerCard
                key={chosen.id}
                marker={chosen}
                shown={chosenShown}
                all={rack.markers}
                lines={rack.lines}
                notes={rack.pairNotes}
                findings={findings}
                today={today()}
                readings={readings.get(chosen.id) ?? []}
                onSave={save}
                onRead={(reading) => send({ readings: [reading] })}
                onNote={(note) => send({ pairNotes: [note] })}
                onFindLadder={() => {
                  setFrom(markerNames(rack)({ markerId: chosen.id, code: chosen.code }));
                  setView('ladders');
                }}
                onTakeOut={() => void takeOut([chosen.id])}
              />
            </Suspense>
          ) : (
            <WorthKnowing findings={findings} onChoose={choose} />
          )}
        </aside>
      </div>
    </main>
  );
}

function ViewTabs({ view, onView }: { view: View; onView: (view: View) => void }) {
  return (
    <nav aria-label="Views of the rack" className="flex flex-wrap gap-x-6 gap-y-1 border-b-2 border-ink">
      {(Object.keys(views) as View[]).map((id) => (
        <button
          key={id}
          type="button"
          aria-current={id === view ? 'page' : undefined}
          onClick={() => onView(id)}
          className={`min-h-11 px-1 font-display font-semibold ${id === view ? 'shadow-[inset_0_-5px_0_var(--color-ink)]' : 'text-soft hover:text-ink'}`}
        >
          {views[id]}
        </button>
      ))}
    </nav>
  );
}

/** What was taken out last can be put back. */
function TakenOut() {
  const { busy, takenOut, putBack } = useRack(
    useShallow((state) => ({ busy: state.busy, takenOut: state.takenOut, putBack: state.putBack })),
  );
  if (!takenOut) return null;
  return (
    <p className="mt-3 flex flex-wrap items-center gap-4 border-l-8 border-ink bg-paper px-4 py-2" role="status">
      {counted(takenOut.markers.length, 'marker')} taken out.
      <Button disabled={busy} onClick={() => void putBack()}>
        Put {takenOut.markers.length === 1 ? 'it' : 'them'} back
      </Button>
    </p>
  );
}

type FilterProps = {
  filter: string;
  setFilter: (filter: string) => void;
  zoom: number;
  setZoom: (zoom: number) => void;
  hasZoom: boolean;
  words: string;
};

/** Which markers are shown, and how near. */
function FilterBar({ filter, setFilter, zoom, setZoom, hasZoom, words }: FilterProps) {
  return (
    <div className="mb-3 flex flex-wrap items-end gap-4">
      <Field
        label="Show only"
        className="w-64"
        value={filter}
        placeholder="code, family, low, wanted …"
        onChange={(event) => setFilter(event.target.value)}
      />
      {hasZoom && (
        <fieldset className="flex gap-2">
          <legend className="sr-only">Zoom</legend>
          {[1, 1.6, 2.6].map((one) => (
            <Button key={one} aria-pressed={one === zoom} onClick={() => setZoom(one)}>
              {one === 1 ? 'Whole' : `× ${one}`}
            </Button>
          ))}
        </fieldset>
      )}
      <p role="status" className="pb-2 text-sm text-soft">
        {words}
      </p>
    </div>
  );
}

/** What may mislead the hand, while no marker is in it. */
function WorthKnowing({ findings, onChoose }: { findings: readonly RackFinding[]; onChoose: (markerId: string | null) => void }) {
  return (
    <>
      <h2 className="text-lg">Worth knowing</h2>
      <ul className="mt-2 space-y-2 text-sm">
        {findings.slice(0, mostFindings).map(({ words, markerIds }) => (
          <li key={words}>
            <button type="button" className="text-left hover:underline" onClick={() => onChoose(markerIds[0] ?? null)}>
              ▲ {words}
            </button>
          </li>
        ))}
      </ul>
      {findings.length > mostFindings && (
        <p className="mt-2 text-sm text-soft">and {findings.length - mostFindings} more: choose a marker to read its own.</p>
      )}
      {findings.length === 0 && <p className="mt-2 text-sm">Nothing misleads in this rack.</p>}
    </>
  );
}

export const RackScreen = asPage('the rack', RackScreenWhole);
