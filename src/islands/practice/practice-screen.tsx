import { lazy, Suspense, useMemo, useState } from 'react';
import { dayOf } from '#core/make/day-of';
import { counted } from '#core/make/counted';
import { shownMarkers } from '#core/markers/assumed-colour';
import { kinOf } from '#core/markers/kin';
import type { InkedMarker } from '#core/practice/order-by-ink';
import { dueAtMs } from '#core/practice/spacing';
import type { Told } from '#core/practice/told';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { fetchRack } from '#islands/shared/rack-fetched.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useFetched, useListedMakes } from '#islands/shared/use-fetched.ts';
import type { Problem } from '#model/api/problem';
import type { RackAnswer } from '#model/api/rack';
import { type DrillId, drillIds, type DrillTry } from '#model/practice';
import { Button } from '#ui/controls/button.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { drillTexts } from './drill-texts';
import { addTry, fetchPractice, practiceAddress } from './practice-calls';

// Drills and charts come when they are opened.
const DarkDrill = lazy(() => import('./dark-drill').then((module) => ({ default: module.DarkDrill })));
const OrderDrill = lazy(() => import('./rack-drills').then((module) => ({ default: module.OrderDrill })));
const PairsDrill = lazy(() => import('./rack-drills').then((module) => ({ default: module.PairsDrill })));
const WideStepDrill = lazy(() => import('./rack-drills').then((module) => ({ default: module.WideStepDrill })));
const ScoresChart = lazy(() => import('./scores-chart').then((module) => ({ default: module.ScoresChart })));

/** Owned markers whose ink is known, by families. */
function familiesOf(rack: RackAnswer): InkedMarker[][] {
  const families = new Map<string, InkedMarker[]>();
  for (const marker of shownMarkers(rack)) {
    const { id, code, lab, owned } = marker;
    if (!owned || !lab) continue;
    const own = families.get(kinOf(marker)) ?? [];
    families.set(kinOf(marker), own);
    own.push({ id, code, lab });
  }
  return [...families.values()];
}

/** Small drills of the eye, from the maker's own rack and pictures. Nothing is locked, and nothing nags. */
function PracticeScreenWhole() {
  const rack = useFetched('rack', fetchRack);
  const practice = useFetched(practiceAddress, fetchPractice);
  const makes = useListedMakes();
  const [open, setOpen] = useState<{ drill: DrillId; turn: number } | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const families = useMemo(() => (rack.data ? familiesOf(rack.data) : []), [rack.data]);
  const pictures = useMemo(
    () =>
      makes.flatMap(({ summary }) =>
        summary.pictures.flatMap(({ id, gathered }) => (gathered > 0 ? [{ makeId: summary.id, pictureId: id }] : [])),
      ),
    [makes],
  );
  const triesOf = (drill: DrillId): readonly DrillTry[] => practice.data?.drills.find(({ id }) => id === drill)?.tries ?? [];
  const keep = async (drill: DrillId, { score }: Told) => {
    setProblem(null);
    try {
      await addTry({ drill, done: { id: crypto.randomUUID(), atMs: Date.now(), score } });
      practice.again();
    } catch (error) {
      setProblem(problemToShow(error));
    }
  };
  return (
    <PageOfKept
      back={{ href: '/', name: 'Table' }}
      heading="Practice"
      problem={rack.problem ?? practice.problem}
      onAgain={() => {
        rack.again();
        practice.again();
      }}
    >
      <main className="space-y-4">
        {problem && <ProblemNotice problem={problem} />}
        {open && rack.data ? (
          <Suspense fallback={<p role="status">One moment …</p>}>
            <OpenDrill
              key={`${open.drill} ${open.turn}`}
              drill={open.drill}
              {...{ families, pictures }}
              onTold={(told) => void keep(open.drill, told)}
              onAgain={() => setOpen({ ...open, turn: open.turn + 1 })}
              onLeave={() => setOpen(null)}
            />
          </Suspense>
        ) : (
          <>
            <p>A minute each. What went well comes again later, what did not comes again soon; every one can be done at any time.</p>
            <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
              {drillIds.map((drill) => (
                <DrillCard
                  key={drill}
                  drill={drill}
                  tries={triesOf(drill)}
                  onOpen={() => setOpen({ drill, turn: 0 })}
                  isReady={rack.data !== undefined}
                />
              ))}
            </ul>
          </>
        )}
      </main>
    </PageOfKept>
  );
}

type CardProps = { drill: DrillId; tries: readonly DrillTry[]; onOpen: () => void; isReady: boolean };

function DrillCard({ drill, tries, onOpen, isReady }: CardProps) {
  const due = dueAtMs(tries);
  const isDue = due === null || due <= Date.now();
  const { name, ask } = drillTexts[drill];
  return (
    <li className="flex flex-col gap-2 bg-paper p-4" data-drill={drill} data-tries={tries.length}>
      <h2 className="text-xl">{name}</h2>
      <p className="flex-1 text-sm text-soft">{ask}</p>
      {tries.length > 0 && (
        <Suspense fallback={null}>
          <ScoresChart name={name} tries={tries} />
        </Suspense>
      )}
      <p className="text-sm" data-due={isDue}>
        {due === null
          ? 'Not tried yet.'
          : isDue
            ? `Tried ${counted(tries.length, 'time')}; good to do again.`
            : `Tried ${counted(tries.length, 'time')}; next ${dayOf(new Date(due))}.`}
      </p>
      <Button weight={isDue ? 'main' : 'plain'} disabled={!isReady} aria-label={`Begin: ${name}`} onClick={onOpen}>
        Begin
      </Button>
    </li>
  );
}

type OpenProps = {
  drill: DrillId;
  families: readonly (readonly InkedMarker[])[];
  pictures: readonly { makeId: string; pictureId: string }[];
  onTold: (told: Told) => void;
  onAgain: () => void;
  onLeave: () => void;
};

function OpenDrill({ drill, families, pictures, ...acts }: OpenProps) {
  // Chance is the page's own: drills are other ones each time.
  const given = { families, random: Math.random, ...acts };
  switch (drill) {
    case 'where-dark':
      return <DarkDrill pictures={pictures} random={Math.random} {...acts} />;
    case 'order':
      return <OrderDrill {...given} />;
    case 'wide-step':
      return <WideStepDrill {...given} />;
    case 'blend':
    case 'part':
      return <PairsDrill kind={drill} {...given} />;
  }
}

export const PracticeScreen = asPage('practice', PracticeScreenWhole);
