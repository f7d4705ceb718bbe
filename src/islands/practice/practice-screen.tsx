import { lazy, Suspense, useMemo, useState } from 'react';
import { shownMarkers } from '#core/markers/assumed-colour';
import { kinOf } from '#core/markers/kin';
import type { InkedMarker } from '#core/practice/order-by-ink';
import type { Told } from '#core/practice/told';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { fetchRack } from '#islands/shared/rack-fetched.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useFetched, useListedMakes } from '#islands/shared/use-fetched.ts';
import type { Problem } from '#model/api/problem';
import type { RackAnswer } from '#model/api/rack';
import { type DrillId, type DrillTry, type EyeDrillId, eyeDrillIds } from '#model/practice';
import { Button } from '#ui/controls/button.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { DrillCard } from './drill-card';
import { drillTexts } from './drill-texts';
import { addTry, fetchPractice, practiceAddress } from './practice-calls';

// Drills and charts come when they are opened.
const DarkDrill = lazy(() => import('./dark-drill').then((module) => ({ default: module.DarkDrill })));
const OverlookedDrill = lazy(() => import('./coloured-drills').then((module) => ({ default: module.OverlookedDrill })));
const WrongLightDrill = lazy(() => import('./coloured-drills').then((module) => ({ default: module.WrongLightDrill })));
const ReadCodeDrill = lazy(() => import('./rack-drills').then((module) => ({ default: module.ReadCodeDrill })));
const OrderDrill = lazy(() => import('./rack-drills').then((module) => ({ default: module.OrderDrill })));
const PairsDrill = lazy(() => import('./rack-drills').then((module) => ({ default: module.PairsDrill })));
const WideStepDrill = lazy(() => import('./rack-drills').then((module) => ({ default: module.WideStepDrill })));
const HandDrills = lazy(() => import('./hand-drills').then((module) => ({ default: module.HandDrills })));

/** Owned markers whose ink is known, by families. */
function familiesOf(rack: RackAnswer): InkedMarker[][] {
  const families = new Map<string, InkedMarker[]>();
  for (const marker of shownMarkers(rack)) {
    const { id, code, lab, owned, depth } = marker;
    if (!owned || !lab) continue;
    const own = families.get(kinOf(marker)) ?? [];
    families.set(kinOf(marker), own);
    own.push({ id, code, lab, ...(depth === undefined ? {} : { depth }) });
  }
  return [...families.values()];
}

/** Small drills of the eye, from the maker's own rack and pictures. Nothing is locked, and nothing nags. */
function PracticeScreenWhole() {
  const rack = useFetched('rack', fetchRack);
  const practice = useFetched(practiceAddress, fetchPractice);
  const makes = useListedMakes();
  const [open, setOpen] = useState<{ drill: EyeDrillId; turn: number } | null>(null);
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
  const keep = async (drill: DrillId, score: number, id: string) => {
    setProblem(null);
    try {
      await addTry({ drill, done: { id, atMs: Date.now(), score } });
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
      <main className="space-y-8">
        {problem && <ProblemNotice problem={problem} />}
        {open && rack.data ? (
          <Suspense fallback={<p role="status">One moment …</p>}>
            <OpenDrill
              key={`${open.drill} ${open.turn}`}
              drill={open.drill}
              {...{ families, pictures }}
              onTold={({ score }) => void keep(open.drill, score, crypto.randomUUID())}
              onAgain={() => setOpen({ ...open, turn: open.turn + 1 })}
              onLeave={() => setOpen(null)}
            />
          </Suspense>
        ) : (
          <>
            <section aria-labelledby="by-eye" className="space-y-4">
              <div>
                <h2 id="by-eye" className="text-2xl">
                  By eye
                </h2>
                <p>A minute each. What went well comes again later, what did not comes again soon; every one can be done at any time.</p>
              </div>
              <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
                {eyeDrillIds.map((drill) => (
                  <DrillCard
                    key={drill}
                    {...{ drill, ...drillTexts[drill] }}
                    tries={triesOf(drill)}
                    begin={(isDue) => (
                      <Button
                        weight={isDue ? 'main' : 'plain'}
                        disabled={rack.data === undefined}
                        aria-label={`Begin: ${drillTexts[drill].name}`}
                        onClick={() => setOpen({ drill, turn: 0 })}
                      >
                        Begin
                      </Button>
                    )}
                  />
                ))}
              </ul>
            </section>
            <Suspense fallback={<p role="status">One moment …</p>}>
              <HandDrills triesOf={triesOf} onRead={(drill, score, id) => void keep(drill, score, id)} />
            </Suspense>
          </>
        )}
      </main>
    </PageOfKept>
  );
}

type OpenProps = {
  drill: EyeDrillId;
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
    case 'wrong-light':
      return <WrongLightDrill {...{ pictures, ...given }} />;
    case 'overlooked':
      return <OverlookedDrill {...{ pictures, ...given }} />;
    case 'read-code':
      return <ReadCodeDrill {...given} />;
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
