import { useCallback, useEffect, useRef, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { Make } from '#model/make';
import { type Rack, rackSchema } from '#model/marker';
import type { Picture } from '#model/picture';
import type { IndexedTable } from '#core/make/region-tables';
import { withAssumedColours } from '#core/markers/assumed-colour';
import { markerNames } from '#core/markers/marker-name';
import { recipeOfPicture } from '#core/technique/recipe';
import { placeWords } from '#core/technique/recipe-file';
import { schools } from '#core/technique/schools';
import { fetchPicture } from '#islands/shared/make-parts.ts';
import { call, problemToShow } from '#islands/shared/server-calls.ts';
import { Button } from '#ui/button.tsx';
import { DoubleChip } from '#ui/double-chip.tsx';
import { lampWords } from '#ui/lamp-place.ts';
import { asPage } from '#ui/error-boundary.tsx';
import { ProblemNotice } from '#ui/notice.tsx';

/** Inner size of a page that fits on Letter and A4 alike, in mm: the narrower width, the shorter height, less the margins. */
const pageMm = { width: 190, height: 256 };

type Loaded = { make: Make; picture: Picture | undefined; table: IndexedTable | undefined; rack: Rack };

/** A recipe on one printed page, made smaller until it fits. */
function RecipePageWhole({ makeId }: { makeId: string }) {
  const [loaded, setLoaded] = useState<Loaded | null>(null);
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
      {!loaded && <h1 className="text-3xl print:hidden">{problem ? 'This recipe cannot be shown now' : 'Fetching the recipe …'}</h1>}
      {problem && (
        <ProblemNotice problem={problem}>
          <Button onClick={load}>Try again</Button>
        </ProblemNotice>
      )}
      {loaded && <Sheet {...loaded} />}
    </main>
  );
}

function Sheet({ make, picture, table, rack }: Loaded) {
  const content = useRef<HTMLDivElement>(null);
  const [shrink, setShrink] = useState(1);
  useEffect(() => {
    if (!content.current) return;
    // 96 CSS px are an inch of 25.4 mm. Wider content at a smaller scale breaks into fewer lines, so a few tries settle it.
    const roomPx = (pageMm.height / 25.4) * 96;
    const needed = content.current.scrollHeight * shrink;
    if (needed > roomPx && shrink > 0.3) setShrink(Math.max(0.3, shrink * Math.max(0.8, Math.sqrt(roomPx / needed) * 0.99)));
  }, [shrink]);
  if (!picture) return <p>This make has no picture yet.</p>;
  const recipe = recipeOfPicture(make, picture, rack.markers, table);
  const markers = new Map(rack.markers.map((marker) => [marker.id, marker]));
  return (
    <div className="mx-auto overflow-hidden bg-paper" style={{ width: `${pageMm.width}mm`, height: `${pageMm.height}mm` }} data-sheet>
      <div
        ref={content}
        style={{ width: `${100 / shrink}%`, transform: `scale(${shrink})`, transformOrigin: 'top left' }}
        className="p-4"
        data-shrink={shrink}
      >
        <div className="flex gap-6">
          <div className="flex-1">
            <h1 className="text-3xl">{make.name}</h1>
            <p>
              {picture.name}, {Math.round(picture.widthMm)} × {Math.round(picture.heightMm)} mm. Light {lampWords(make.lamp)}.{' '}
              {schools[make.school].name}.
            </p>
            <p className="mt-1">
              {recipe.markers.length} markers:{' '}
              <span className="font-code text-sm">{recipe.markers.map(markerNames(rack)).join(' · ')}</span>
            </p>
            <p className="mt-1 text-sm">Paper: ____________________ Line ink: ____________________ Date: ____________</p>
          </div>
          <img src={`/api/blobs/${picture.grey.sha256}`} alt={picture.name} className="h-36 object-contain" />
        </div>
        <ol className="mt-3 columns-2 gap-6">
          {recipe.elements.map((element) => (
            <li key={element.elementId} className="break-inside-avoid border-t border-ink py-2">
              <h2 className="text-lg">{element.name}</h2>
              <p className="flex flex-wrap gap-x-2">
                {element.rungs.map(({ markerId, code, role }) => (
                  <span key={markerId} className="whitespace-nowrap">
                    <DoubleChip lab={markers.get(markerId)?.lab} code={code} /> <span className="text-sm">{role}</span>
                  </span>
                ))}
              </p>
              <ol className="mt-1 text-sm">
                {element.marks.map((mark) => (
                  <li key={mark.number}>
                    <span className="mr-1 inline-block size-3.5 border border-ink align-[-2px]" aria-hidden="true" /> {mark.number}{' '}
                    <strong className="font-code">{mark.code}</strong> {placeWords(mark)}, {mark.stroke}: {mark.purpose}
                  </li>
                ))}
              </ol>
            </li>
          ))}
        </ol>
        <p className="mt-3 border-t border-ink pt-1 text-sm">
          Alcohol ink: air the room, keep it from flame and heat tools, cap the markers. The maker’s label and safety data sheet go before
          this. Colours on paper and screen differ from the ink.
        </p>
      </div>
    </div>
  );
}

export const RecipePage = asPage('the recipe', RecipePageWhole);
