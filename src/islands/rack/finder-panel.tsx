import { useMemo, useState } from 'react';
import type { MarkerLine, PairNote } from '#model/marker';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { labOfHex } from '#core/colour/lab';
import type { LadderRequest } from '#core/markers/find-ladders';
import { findMarker } from '#core/markers/find-marker';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { ColourField } from '#ui/controls/colour-field.tsx';
import { Ladder } from '#ui/ladder/ladder.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { type FoundLadder, useLadders } from './use-ladders';

type Props = {
  markers: readonly ShownMarker[];
  lines: readonly MarkerLine[];
  notes: readonly PairNote[];
  from: string;
  onFrom: (from: string) => void;
  warned: ReadonlySet<string>;
};

const rungCounts = [2, 3, 4, 5, 6] as const;

/** What is typed: a family, a marker's code or a colour; undefined when it is none of them. */
function startOf(from: string, markers: readonly ShownMarker[], lines: readonly MarkerLine[]): LadderRequest['start'] | 'unknown' {
  const typed = from.trim();
  if (typed === '') return undefined;
  if (/^#[0-9a-f]{6}$/i.test(typed)) return labOfHex(typed);
  const family = markers.find((marker) => marker.family === typed.toUpperCase())?.family;
  if (family) return { family };
  const found = findMarker(markers, typed, lines);
  return found.ok ? { markerId: found.marker.id } : 'unknown';
}

/** Finds ladders from a marker, a code, a family or a colour, and says why. */
export function FinderPanel({ markers, lines, notes, from, onFrom, warned }: Props) {
  const [rungs, setRungs] = useState<(typeof rungCounts)[number]>(3);
  const [ends, setEnds] = useState(false);
  const [all, setAll] = useState(false);
  const [contrast, setContrast] = useState(0);
  const start = useMemo(() => startOf(from, markers, lines), [from, markers, lines]);
  const request = useMemo<LadderRequest | null>(
    () =>
      start === 'unknown'
        ? null
        : {
            ...(start ? { start } : {}),
            rungs,
            onlyUsable: !all,
            crossFamily: ends ? 'ends' : 'none',
            minContrastL: contrast,
            most: 6,
            pairNotes: notes,
          },
    [start, rungs, ends, all, contrast, notes],
  );
  const { ladders, purchase, problem, tryAgain } = useLadders(markers, request);
  const found = ladders ?? [];
  const choice = 'min-h-11 border-b-2 border-ink bg-paper px-2';
  return (
    <section aria-labelledby="finder-heading" className="space-y-4">
      <h2 id="finder-heading" className="text-2xl">
        Find a ladder
      </h2>
      <div className="flex flex-wrap items-start gap-4">
        <ColourField
          label="From"
          hint="a code, a family, or a colour: pick it here; empty for the whole rack"
          className="w-80"
          value={from}
          onColour={onFrom}
          problem={start === 'unknown' ? 'Neither a code nor a family of the rack, nor a colour.' : undefined}
        />
        <Choice
          label="Markers in it"
          labelAt="above"
          options={rungCounts.map((count) => ({ value: count, name: String(count) }))}
          value={rungs}
          onChoose={setRungs}
        />
        <label className="font-semibold">
          Least contrast, L*
          <input
            type="number"
            min={0}
            max={90}
            step={5}
            className={`mt-1 block w-28 ${choice}`}
            value={contrast}
            onChange={(event) => setContrast(Math.min(90, Math.max(0, Number(event.target.value) || 0)))}
          />
        </label>
        <div className="-mt-2 flex w-full flex-wrap gap-x-6 gap-y-1">
          <label className="flex items-center gap-2">
            <input type="checkbox" className="size-6 accent-accent" checked={ends} onChange={(event) => setEnds(event.target.checked)} />
            palest and deepest may be of another family
          </label>
          <label className="flex items-center gap-2">
            <input type="checkbox" className="size-6 accent-accent" checked={all} onChange={(event) => setAll(event.target.checked)} />
            dry and missing markers too
          </label>
        </div>
      </div>
      {ladders === null && <p role="status">Looking through {markers.length} markers …</p>}
      {problem && (
        <ProblemNotice
          problem={{
            code: 'no-ladders',
            message: problem,
            remedy: 'The rack is as it was. Start it again; if it comes again, load the page again.',
          }}
        >
          <Button onClick={tryAgain}>Start it again</Button>
        </ProblemNotice>
      )}
      {request && ladders?.length === 0 && <p>No ladder of {rungs} fits. Ask for fewer markers or less contrast.</p>}
      <ol className="grid gap-3 [grid-template-columns:repeat(auto-fill,minmax(16rem,1fr))]">
        {found.map((ladder) => (
          <LadderCard key={ladder.rungs.map(({ id }) => id).join(' ')} ladder={ladder} warned={warned} />
        ))}
      </ol>
      {purchase && (
        <p className="border-l-8 border-ink bg-paper px-4 py-2">
          Worth buying: <strong className="font-code">{purchase.marker.code}</strong> would make{' '}
          <span className="font-code">{purchase.rungs.map(({ code }) => code).join(', ')}</span>.
        </p>
      )}
    </section>
  );
}

/** The palest marker of a group for white things: it fades into bare paper with the colourless blender. */
const fadesIntoPaper = ({ lab }: ShownMarker): boolean => lab !== undefined && lab.L >= 92 && Math.hypot(lab.a, lab.b) < 8;
const codesOf = (markers: readonly ShownMarker[]): string => markers.map(({ code }) => code).join(', ');

/** One found ladder and why it stands where it does. */
function LadderCard({ ladder, warned }: { ladder: FoundLadder; warned: ReadonlySet<string> }) {
  const { rungs, reasons } = ladder;
  const minded = rungs.filter(({ id }) => warned.has(id));
  const assumed = rungs.filter(({ shownSource }) => shownSource === 'assumed');
  return (
    <li className="flex gap-3 bg-paper p-2" data-ladder={codesOf(rungs)}>
      <div className="shrink-0">
        <Ladder rungs={rungs} height={185} cutBelow />
      </div>
      <ul className="min-w-0 flex-1 space-y-1 text-xs leading-tight">
        {reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
        {minded.length > 0 && <li>▲ Mind the notes on {codesOf(minded)}.</li>}
        {rungs[0] && fadesIntoPaper(rungs[0]) && <li>For white things: the palest fades into bare paper with the colourless blender.</li>}
        {assumed.length > 0 && <li>≈ Assumed from the code, not measured: {codesOf(assumed)}.</li>}
      </ul>
    </li>
  );
}
