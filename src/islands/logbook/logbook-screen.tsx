import { lazy, Suspense, useDeferredValue, useState } from 'react';
import type { LogbookKind } from '#model/api/logbook';
import { downloadName } from '#core/make/download-name';
import { fetchFigures, fetchLogged, figuresAddress, logbookAddress, logbookFileAddress } from '#islands/shared/logbook-calls.ts';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { today } from '#islands/shared/today.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { LogbookSearch } from './logbook-search';
import { askedOf, isNoWish, type LogbookWish, noWish, withTerm } from './logbook-wish';
import { SessionCard } from './session-card';

const sessionsAtOnce = 20;
// Charts come when the sittings are there.
const FiguresPanel = lazy(() => import('./figures-panel').then((module) => ({ default: module.FiguresPanel })));

/** All sittings: found again, and what they come to. */
function LogbookScreenWhole() {
  const [wish, setWish] = useState<LogbookWish>(() => ({
    ...noWish,
    makeId: new URLSearchParams(window.location.search).get('make') ?? '',
  }));
  const [from, setFrom] = useState(0);
  const asked = useDeferredValue(wish);
  const ask = askedOf(asked);
  const found = useFetched(logbookAddress({ ...ask, from, most: sessionsAtOnce }), fetchLogged);
  // What they come to is counted when they are there: the first of them is not waited for longer.
  const figures = useFetched(found.data || found.problem ? figuresAddress(ask) : null, fetchFigures);
  const change = (next: LogbookWish) => {
    setFrom(0);
    setWish(next);
  };
  const onTerm = (kind: LogbookKind, term: string) => change(withTerm(wish, kind, term));
  const sessions = found.data?.sessions;
  const total = found.data?.total ?? 0;
  return (
    <PageOfKept
      back={{ href: '/', name: 'Table' }}
      heading="Logbook"
      problem={found.problem ?? figures.problem}
      onAgain={() => {
        found.again();
        figures.again();
      }}
      acts={(['csv', 'json'] as const).map((format) => (
        <a
          key={format}
          href={logbookFileAddress(ask, format)}
          download={downloadName('Logbook', 'sittings', today(), format)}
          className={buttonLook('plain')}
        >
          Save as {format === 'csv' ? 'a table' : 'JSON'}
        </a>
      ))}
    >
      <main className="space-y-4">
        <LogbookSearch wish={wish} onWish={change} />
        <p role="status" data-found={found.data ? total : 'coming'}>
          {found.data && total > 0 && `${total.toLocaleString('en')} found.`}
        </p>
        {sessions?.length === 0 &&
          total === 0 &&
          (isNoWish(asked) ? (
            <p className="max-w-prose bg-paper p-6">
              Nothing is logged yet. Open a make, go to Colour and press “Start colouring”: what you lay, with which marker and how long it
              took is kept here by itself.
            </p>
          ) : (
            <p className="bg-paper p-6">No sitting holds all of that. Take something out of what is asked for.</p>
          ))}
        <div className="grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_26rem]">
          <div className="space-y-4">
            <ul className="space-y-4">
              {sessions?.map((session) => (
                <li key={session.id}>
                  <SessionCard session={session} onTerm={onTerm} />
                </li>
              ))}
            </ul>
            {total > sessionsAtOnce && (
              <p className="flex items-center gap-4">
                <Button disabled={from === 0} onClick={() => setFrom(Math.max(0, from - sessionsAtOnce))}>
                  Newer
                </Button>
                <Button disabled={from + sessionsAtOnce >= total} onClick={() => setFrom(from + sessionsAtOnce)}>
                  Older
                </Button>
                <span className="text-soft">
                  {from + 1} to {Math.min(total, from + sessionsAtOnce)} of {total.toLocaleString('en')}
                </span>
              </p>
            )}
          </div>
          {figures.data && figures.data.sessions > 0 && (
            <Suspense fallback={<p>Counting …</p>}>
              <FiguresPanel figures={figures.data} onTerm={onTerm} />
            </Suspense>
          )}
        </div>
      </main>
    </PageOfKept>
  );
}

export const LogbookScreen = asPage('the logbook', LogbookScreenWhole);
