import { type ReactNode, useCallback, useEffect, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { Make } from '#model/make';
import { type Rack, rackSchema } from '#model/marker';
import type { Picture } from '#model/picture';
import type { IndexedTable } from '#core/make/region-tables';
import { withAssumedColours } from '#core/markers/assumed-colour';
import { Button } from '#ui/button.tsx';
import { ProblemNotice } from '#ui/notice.tsx';
import { fetchPicture } from './make-parts';
import { call, problemToShow } from './server-calls';

export type PrintedPicture = { make: Make; picture: Picture | undefined; table: IndexedTable | undefined; rack: Rack };

type Props = {
  makeId: string;
  /** What it is called: "recipe". */
  what: string;
  children: (loaded: PrintedPicture) => ReactNode;
};

/** A page to be printed of one picture of a make: fetched once, with a button over it that prints. */
export function PrintedPage({ makeId, what, children }: Props) {
  const [loaded, setLoaded] = useState<PrintedPicture | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const load = useCallback(() => {
    setProblem(null);
    const pictureId = new URLSearchParams(window.location.search).get('picture');
    Promise.all([fetchPicture(makeId, pictureId), call(rackSchema, '/api/rack')]).then(
      ([parts, rack]) => setLoaded({ ...parts, rack: { ...rack, markers: withAssumedColours(rack.markers) } }),
      (error: unknown) => setProblem(problemToShow(error)),
    );
  }, [makeId]);
  useEffect(load, [load]);
  return (
    <main className="min-h-dvh bg-wall p-4 print:bg-paper print:p-0">
      <p className="mx-auto mb-4 flex w-[190mm] max-w-full gap-3 print:hidden">
        <Button weight="main" onClick={() => window.print()} disabled={!loaded}>
          Print this page
        </Button>
      </p>
      {!loaded && <h1 className="text-3xl print:hidden">{problem ? `This ${what} cannot be shown now` : `Fetching the ${what} …`}</h1>}
      {problem && (
        <ProblemNotice problem={problem}>
          <Button onClick={load}>Try again</Button>
        </ProblemNotice>
      )}
      {loaded && children(loaded)}
    </main>
  );
}
