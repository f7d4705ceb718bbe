import { lazy, Suspense } from 'react';
import { PrintedPage } from '#islands/shared/printed-page.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';

// It comes while the list is being fetched.
const HalfSheet = lazy(() => import('./half-sheet').then((module) => ({ default: module.HalfSheet })));

/** The markers to pull from the rack, in the order of use: half a sheet, to lie beside the picture. */
function PullListPageWhole({ makeId }: { makeId: string }) {
  return (
    <PrintedPage makeId={makeId} what="pull list">
      {(loaded) => (
        <Suspense fallback={null}>
          <HalfSheet {...loaded} />
        </Suspense>
      )}
    </PrintedPage>
  );
}

export const PullListPage = asPage('the pull list', PullListPageWhole);
