import { lineColourWords } from '#core/colour/line-colour';
import { byId } from '#core/make/by-id';
import { mmPerInch } from '#core/raster/resolution';
import { useEffect, useRef, useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import { lineHexOf } from '#core/make/line-hex';
import { lampOfColouring } from '#core/make/coloured';
import { counted } from '#core/make/counted';
import { progressOfPicture } from '#core/make/progress';
import type { ColouredRack } from '#core/markers/readings';
import { markerNames } from '#core/markers/marker-name';
import { writtenPlan } from '#core/plan/written';
import { cautions } from '#core/technique/cautions';
import { layOut } from '#core/technique/lay-out';
import type { PictureRecipe, RecipeElement, RecipeMark } from '#core/technique/recipe';
import { alcoholInk, goesWith, supplyNamed } from '#core/technique/goes-with';
import type { Supplies } from '#model/supplies';
import { useFetched } from '#islands/shared/use-fetched.ts';
import type { PlanAnswer } from '#workers/scene-messages';
import { askPlan } from './ask-plan';
import { BandMapFigure } from './band-map-figure';
import { allSchools, schoolOfColouring } from '#core/technique/schools';
import type { PrintedPicture } from '#islands/shared/printed-page.tsx';
import { LitWithCodes } from './lit-with-codes';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { lampWords } from '#ui/lamp/lamp-place.ts';

/** Inner size of a page that fits on Letter and A4 alike, in mm: the narrower width, the shorter height, less the margins. */
const pageMm = { width: 190, height: 256 };

/** Between the sheet's edge and what stands on it, in mm. */
const paddingMm = 4;

/** A recipe on paper: the lit picture with its codes, then each element's marks. Nothing is smaller than 9 pt; it takes as many pages as it needs. */
export function Sheet({ make, picture, table, rack, supplies }: PrintedPicture) {
  const content = useRef<HTMLDivElement>(null);
  const [pages, setPages] = useState(1);
  const { data: answer, problem } = useFetched(picture && table ? `plan ${make.id} ${picture.id} ${picture.colouring.id}` : null, () =>
    picture && table ? askPlan(make, picture, table) : Promise.resolve(null),
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: with the answer the sheet grows.
  useEffect(() => {
    if (!content.current) return;
    // 96 CSS px are an inch.
    const roomPx = (pageMm.height / mmPerInch) * 96;
    setPages(Math.max(1, Math.ceil(content.current.scrollHeight / roomPx - 0.001)));
  }, [answer]);
  if (!picture) return <p>This make has no picture yet.</p>;
  const seen = answer ? { whereabouts: byIds(answer, answer.whereabouts), ways: byIds(answer, answer.ways) } : undefined;
  const recipe = writtenPlan(make, picture, rack.markers, table, { seen, supplies, pairNotes: rack.pairNotes });
  const { whiteRegions } = progressOfPicture(picture);
  return (
    <>
      {answer === undefined && !problem && table && (
        <p className="mx-auto mb-3 w-[190mm] max-w-full print:hidden" role="status">
          Working out where each marker goes …
        </p>
      )}
      {problem && (
        <p className="mx-auto mb-3 w-[190mm] max-w-full border-l-8 border-ink bg-paper px-4 py-2 print:hidden" role="alert">
          Where each marker goes could not be worked out: {problem.message} Places are told by roles.
        </p>
      )}
      {pages > 1 && (
        <p className="mx-auto mb-3 w-[190mm] max-w-full print:hidden" role="status">
          It takes about {pages} pages.
        </p>
      )}
      <div
        className="mx-auto bg-paper"
        style={{ width: `${pageMm.width}mm` }}
        data-sheet
        data-pages={pages}
        data-places={answer ? 'here' : answer === null || problem ? 'none' : 'coming'}
      >
        <div ref={content} style={{ padding: `${paddingMm}mm` }}>
          <SheetHead {...{ make, picture, rack, recipe, supplies }} />
          {table && <LitWithCodes makeId={make.id} {...{ picture, table, recipe }} widthMm={pageMm.width - 2 * paddingMm} />}
          <ol className="mt-3 grid grid-cols-2 gap-x-6">
            {recipe.elements.map((element, index) => (
              <SheetElement key={element.elementId} element={element} number={index + 1} rack={rack} answer={answer ?? null} />
            ))}
          </ol>
          {recipe.finish.length > 0 && (
            <div className="mt-2 break-inside-avoid border-t border-ink pt-1 text-sm" data-finish>
              <h2 className="text-lg">In the end, the whole image</h2>
              <SheetMarks marks={recipe.finish} />
              {recipe.finishCautions.includes('blades') && <p>{cautions.blades}</p>}
            </div>
          )}
          {(recipe.withoutLadder.length > 0 || whiteRegions > 0) && (
            <p className="mt-3 border-t border-ink pt-1" data-left-white>
              Not in this recipe:{' '}
              {[
                ...recipe.withoutLadder.map(({ name }) => `${name} (no ladder yet)`),
                ...(whiteRegions > 0 ? [`${counted(whiteRegions, 'area')} that stay white`] : []),
              ].join(', ')}
              .
            </p>
          )}
          <p className="mt-3 border-t border-ink pt-1 text-sm">{cautions.alcohol} Colours on paper and screen differ from the ink.</p>
        </div>
      </div>
    </>
  );
}

/** Room to write what is not known. */
const toFillIn = '____________________';

/** The line ink as the maker said it, else the colour that the lines have. */
function lineInkOf(picture: ColouredPicture): string | undefined {
  const hex = lineHexOf(picture);
  return picture.colouring.lineInk ?? (hex && lineColourWords(hex));
}

/** Rows of an answer by the ids of its elements. */
function byIds<T>({ ids }: Pick<PlanAnswer, 'ids'>, rows: readonly T[]): Map<string, T> {
  return new Map(ids.map((id, index) => [id, rows[index] as T]));
}

type HeadProps = Pick<PrintedPicture, 'make' | 'rack'> & { picture: ColouredPicture; recipe: PictureRecipe; supplies: Supplies };

function SheetHead({ make, picture, rack, recipe, supplies }: HeadProps) {
  const school = schoolOfColouring(make, picture.colouring, allSchools(supplies.schools));
  const { paper, lineInk } = picture.colouring;
  const minds = [
    paper && supplyNamed('paper', paper, supplies.supplies),
    lineInk && supplyNamed('line ink', lineInk, supplies.supplies),
  ].flatMap((one) => (one ? [goesWith(one, { name: alcoholInk }, supplies.goesWith)] : []));
  return (
    <div>
      <h1 className="text-3xl">{make.name}</h1>
      <p>
        {picture.name}, {Math.round(picture.widthMm)} × {Math.round(picture.heightMm)} mm. Light{' '}
        {lampWords(lampOfColouring(make, picture.colouring))}. {school?.name ?? 'Each element as suits it'}.
      </p>
      <p className="mt-1">
        {counted(recipe.markers.length, 'marker')}, light to dark:{' '}
        <span className="font-code text-sm">{layOut(recipe.markers, rack.markers).map(markerNames(rack)).join(' · ')}</span>
      </p>
      <p className="mt-1 text-sm">
        Paper: {paper ?? toFillIn} Line ink: {lineInkOf(picture) ?? toFillIn} Date: ____________
      </p>
      {minds.length > 0 && <p className="text-sm">{minds.map(({ words }) => words).join(' ')}</p>}
    </div>
  );
}

type ElementProps = { element: RecipeElement; number: number; rack: ColouredRack; answer: PlanAnswer | null };

function SheetElement({ element, number, rack, answer }: ElementProps) {
  const markers = byId(rack.markers);
  const { rungs, darker } = element;
  return (
    <li className="break-inside-avoid border-t border-ink py-2" data-element={element.name}>
      <h2 className="text-lg">
        {number} {element.name}
        {element.ownSchool && <span className="font-text text-sm font-normal">. {element.ownSchool}</span>}
      </h2>
      <div className="flex items-start justify-between gap-2">
        <ol>
          {rungs.map(({ markerId, code, role, where }, index) => (
            <li key={markerId} className="whitespace-nowrap">
              {rungs.length > 1 && <strong className="inline-block w-4 text-sm">{index + 1}</strong>}
              <DoubleChip lab={markers.get(markerId)?.lab} code={code} /> <span className="text-sm">{where ?? role}</span>
            </li>
          ))}
          {darker && (
            <li className="whitespace-nowrap">
              <strong className="inline-block w-4 text-sm">+</strong>
              <DoubleChip lab={markers.get(darker.markerId)?.lab} code={darker.code} /> <span className="text-sm">second coat</span>
            </li>
          )}
        </ol>
        {answer && rungs.length > 1 && (
          <BandMapFigure
            answer={answer}
            elementId={element.elementId}
            name={element.name}
            rungs={rungs.length}
            hasWay={element.marks.some(({ stroke }) => stroke === 'flicks' || stroke === 'feather')}
          />
        )}
      </div>
      {element.notes.map((note) => (
        <p key={note} className="text-sm">
          ▲ {note}
        </p>
      ))}
      <SheetMarks marks={element.marks} />
    </li>
  );
}

/** Marks to be ticked off, with what to mind at each. */
function SheetMarks({ marks }: { marks: readonly RecipeMark[] }) {
  return (
    <ol className="mt-1 text-sm">
      {marks.map((mark) => (
        <li key={mark.number}>
          <span className="mr-1 inline-block size-3.5 border border-ink align-[-2px]" aria-hidden="true" /> {mark.number}{' '}
          <strong className="font-code">{mark.code}</strong> {mark.where}, {mark.how}: {mark.purpose}
          {mark.reach && ` (${mark.reach})`}
          {mark.minds.map((mind) => (
            <span key={mind} className="block">
              ▲ {mind}.
            </span>
          ))}
        </li>
      ))}
    </ol>
  );
}
