import { type ReactNode, useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Supplies } from '#model/supplies';
import type { IndexedTable } from '#core/make/region-tables';
import { colouredPicture } from '#core/make/coloured';
import { shownMarkers } from '#core/markers/assumed-colour';
import type { ColouredRack } from '#core/markers/readings';
import { Button } from '#ui/controls/button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { fetchPicture } from './make-parts';
import { fetchRack } from './rack-fetched';
import { fetchSupplies } from './supplies-fetched';
import { useFetched } from './use-fetched';

export type PrintedPicture = {
  make: Make;
  picture: ColouredPicture | undefined;
  table: IndexedTable | undefined;
  rack: ColouredRack;
  supplies: Supplies;
};

type Props = {
  makeId: string;
  /** What it is called: "recipe". */
  what: string;
  children: (loaded: PrintedPicture) => ReactNode;
};

/** A page to be printed of one picture of a make: fetched once, with a button over it that prints. */
export function PrintedPage({ makeId, what, children }: Props) {
  const [{ pictureId, colouringId }] = useState(() => {
    const asked = new URLSearchParams(window.location.search);
    return { pictureId: asked.get('picture'), colouringId: asked.get('colouring') };
  });
  const {
    data: loaded,
    problem,
    again,
  } = useFetched(`${makeId} ${pictureId ?? ''} ${colouringId ?? ''}`, async (): Promise<PrintedPicture> => {
    const [{ picture, ...parts }, rack, supplies] = await Promise.all([fetchPicture(makeId, pictureId), fetchRack(), fetchSupplies()]);
    const shown = picture && colouredPicture(picture, colouringId);
    return { ...parts, supplies, picture: shown, rack: { ...rack, markers: shownMarkers(rack, shown?.colouring.paper) } };
  });
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
          <Button onClick={again}>Try again</Button>
        </ProblemNotice>
      )}
      {loaded && children(loaded)}
    </main>
  );
}
