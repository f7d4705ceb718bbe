import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { listMakesAnswerSchema } from '#model/api/makes';
import { type ColouredRack, withReadings } from '#core/markers/readings';
import { fetchRack } from '#islands/shared/rack-fetched.ts';
import { call } from '#islands/shared/server-calls.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { BringInWaiting } from './bring-in-waiting';
import { FirstVisit } from './first-visit';
import { fetchMiniRail, MakeStrip } from './make-strip';

const DoubleChip = lazy(() => import('#ui/ladder/double-chip.tsx').then((module) => ({ default: module.DoubleChip })));

/** Makes shown at first, and more at a press. */
const makesAtOnce = 20;

/** Home: the makes in progress, each a strip with its picture, its rail and the one next thing to do. */
function TableWhole() {
  useEffect(() => {
    // Asked for before the thumbnails, which may take every connection for a while; one that cannot be had is told of when it is shown.
    fetchMiniRail().catch(() => undefined);
  }, []);
  const [find, setFind] = useState('');
  const [most, setMost] = useState(makesAtOnce);
  const asked = new URLSearchParams({ most: String(Math.min(100, most)), ...(find.trim() ? { find: find.trim().slice(0, 100) } : {}) });
  const listed = useFetched(`/api/makes?${asked}`, (address) => call(listMakesAnswerSchema, address));
  const fetchedRack = useFetched('/api/rack', fetchRack);
  const problem = listed.problem ?? fetchedRack.problem;
  const rack = useMemo(() => fetchedRack.data && { ...fetchedRack.data, markers: withReadings(fetchedRack.data) }, [fetchedRack.data]);
  const loaded = listed.data && rack ? { ...listed.data, rack } : null;
  const listedMakes = loaded ? loaded.makes.length + loaded.unreadable.length : 0;
  const again = () => {
    listed.again();
    fetchedRack.again();
  };

  return (
    <div className="mx-auto max-w-[92rem] px-4 pb-12 sm:px-8">
      <header className="flex flex-wrap items-end gap-x-3 gap-y-2 py-4">
        <p className="font-display text-4xl font-bold tracking-tight">Aquachrome</p>
        <p className="min-w-44 flex-1 pb-1 pl-3 text-soft">Stamped images, alcohol markers, one light.</p>
        <a href="/recipes" className={buttonLook('plain')}>
          Recipes
        </a>
        <a href="/logbook" className={buttonLook('plain')}>
          Logbook
        </a>
        <a href="/rack" className={buttonLook('plain')}>
          Rack
        </a>
        <a href="/drawer" className={buttonLook('plain')}>
          Drawer
        </a>
        <a href="/practice" className={buttonLook('plain')}>
          Practice
        </a>
        <a href="/bring-in" className={buttonLook('plain')}>
          From a file
        </a>
        <a href="/makes/new" className={buttonLook('main')}>
          New make
        </a>
      </header>
      <main>
        <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
          <h1 className="flex-1 text-2xl">On the table</h1>
          {loaded && loaded.total > 0 && (
            <a href="/send" className={buttonLook('quiet')}>
              Send makes
            </a>
          )}
          {loaded && (loaded.total > makesAtOnce || find !== '') && (
            <Field
              label="Find a make"
              className="w-72"
              placeholder="name, element or code"
              value={find}
              onChange={(event) => setFind(event.target.value)}
            />
          )}
        </div>
        {problem && (
          <div className="mt-4">
            <ProblemNotice problem={problem}>
              <Button onClick={again}>Try again</Button>
            </ProblemNotice>
          </div>
        )}
        {!loaded && !problem && <div className="mt-4 h-52 bg-bench" aria-busy="true" role="status" aria-label="Fetching the makes" />}
        {loaded?.makes.length === 0 && find !== '' && <p className="mt-4 bg-paper p-6">No make holds “{find}”.</p>}
        {loaded?.makes.length === 0 && find === '' && <FirstVisit markers={loaded.rack.markers.length} />}
        {loaded?.unreadable.map(({ id, name, message }) => (
          <div key={id} className="mt-4" data-unreadable={id}>
            <ProblemNotice
              problem={{
                code: 'unreadable-make',
                message: name ? `${name}: ${message}` : message,
                remedy: 'It is kept as it is, and hides no other. An older backup may hold it whole.',
              }}
            />
          </div>
        ))}
        <ul className="mt-3 grid gap-4 lg:grid-cols-2">
          {loaded?.makes.map((make) => (
            <li key={make.summary.id}>
              <MakeStrip listed={make} rack={loaded.rack} onChanged={listed.again} />
            </li>
          ))}
        </ul>
        {loaded && listedMakes < loaded.total && (
          <p className="mt-5 flex items-center gap-4">
            {most < 100 && <Button onClick={() => setMost(most + makesAtOnce)}>Show more</Button>}
            <span className="text-soft">
              {listedMakes} of {loaded.total} makes{most >= 100 ? '; find the others by name, element or code' : ''}
            </span>
          </p>
        )}
        {loaded && <ToRefill rack={loaded.rack} />}
        <BringInWaiting />
      </main>
    </div>
  );
}

/** Markers that want refilling before the next make. */
function ToRefill({ rack }: { rack: ColouredRack }) {
  const waiting = rack.markers.filter(({ owned, state }) => owned && state !== undefined && state !== 'good');
  if (waiting.length === 0) return null;
  return (
    <section aria-labelledby="refill-heading" className="mt-8">
      <h2 id="refill-heading" className="text-2xl">
        Before the next make
      </h2>
      <ul className="mt-2 flex flex-wrap gap-3">
        {waiting.map(({ id, code, lab, state }) => (
          <li key={id}>
            <Suspense fallback={<span className="font-code">{code}</span>}>
              <DoubleChip lab={lab} code={code} />
            </Suspense>{' '}
            {state}
          </li>
        ))}
      </ul>
    </section>
  );
}

export const Table = asPage('the table', TableWhole);
