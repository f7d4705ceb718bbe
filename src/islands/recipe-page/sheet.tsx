import { lineColourWords } from '#core/colour/line-colour';
import { byId } from '#core/make/by-id';
import { mmPerInch } from '#core/raster/resolution';
import { useEffect, useRef, useState } from 'react';
import type { Rack } from '#model/marker';
import type { ColouredPicture } from '#model/coloured-picture';
import { lampOfColouring } from '#core/make/coloured';
import { counted } from '#core/make/counted';
import { progressOfPicture } from '#core/make/progress';
import { markerNames } from '#core/markers/marker-name';
import { writtenPlan } from '#core/plan/written';
import { layOut } from '#core/technique/lay-out';
import type { PictureRecipe, RecipeElement } from '#core/technique/recipe';
import { placeWords } from '#core/technique/recipe-file';
import { schoolById } from '#core/technique/schools';
import type { PrintedPicture } from '#islands/shared/printed-page.tsx';
import { LitWithCodes } from './lit-with-codes';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { lampWords } from '#ui/lamp/lamp-place.ts';

/** Inner size of a page that fits on Letter and A4 alike, in mm: the narrower width, the shorter height, less the margins. */
const pageMm = { width: 190, height: 256 };

/** Between the sheet's edge and what stands on it, in mm. */
const paddingMm = 4;

/** A recipe on paper: the lit picture with its codes, then each element's marks. Nothing is smaller than 9 pt; it takes as many pages as it needs. */
export function Sheet({ make, picture, table, rack }: PrintedPicture) {
  const content = useRef<HTMLDivElement>(null);
  const [pages, setPages] = useState(1);
  useEffect(() => {
    if (!content.current) return;
    // 96 CSS px are an inch.
    const roomPx = (pageMm.height / mmPerInch) * 96;
    setPages(Math.max(1, Math.ceil(content.current.scrollHeight / roomPx - 0.001)));
  }, []);
  if (!picture) return <p>This make has no picture yet.</p>;
  const recipe = writtenPlan(make, picture, rack.markers, table);
  const { whiteRegions } = progressOfPicture(picture);
  return (
    <>
      {pages > 1 && (
        <p className="mx-auto mb-3 w-[190mm] max-w-full print:hidden" role="status">
          It takes about {pages} pages.
        </p>
      )}
      <div className="mx-auto bg-paper" style={{ width: `${pageMm.width}mm` }} data-sheet data-pages={pages}>
        <div ref={content} style={{ padding: `${paddingMm}mm` }}>
          <SheetHead make={make} picture={picture} rack={rack} recipe={recipe} />
          {table && <LitWithCodes makeId={make.id} {...{ picture, table, recipe }} widthMm={pageMm.width - 2 * paddingMm} />}
          <ol className="mt-3 grid grid-cols-2 gap-x-6">
            {recipe.elements.map((element, index) => (
              <SheetElement key={element.elementId} element={element} number={index + 1} rack={rack} />
            ))}
          </ol>
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
          <p className="mt-3 border-t border-ink pt-1 text-sm">
            Alcohol ink: air the room, keep it from flame and heat tools, cap the markers. The maker’s label and safety data sheet go before
            this. Colours on paper and screen differ from the ink.
          </p>
        </div>
      </div>
    </>
  );
}

/** Room to write what is not known. */
const toFillIn = '____________________';

/** The line ink as the maker said it, else the colour that the lines have. */
function lineInkOf({ colouring, grey }: ColouredPicture): string | undefined {
  return colouring.lineInk ?? (grey.lineHex && lineColourWords(grey.lineHex));
}

type HeadProps = Pick<PrintedPicture, 'make' | 'rack'> & { picture: ColouredPicture; recipe: PictureRecipe };

function SheetHead({ make, picture, rack, recipe }: HeadProps) {
  return (
    <div>
      <h1 className="text-3xl">{make.name}</h1>
      <p>
        {picture.name}, {Math.round(picture.widthMm)} × {Math.round(picture.heightMm)} mm. Light{' '}
        {lampWords(lampOfColouring(make, picture.colouring))}. {schoolById(recipe.school).name}.
      </p>
      <p className="mt-1">
        {counted(recipe.markers.length, 'marker')}, light to dark:{' '}
        <span className="font-code text-sm">{layOut(recipe.markers, rack.markers).map(markerNames(rack)).join(' · ')}</span>
      </p>
      <p className="mt-1 text-sm">
        Paper: {picture.colouring.paper ?? toFillIn} Line ink: {lineInkOf(picture) ?? toFillIn} Date: ____________
      </p>
    </div>
  );
}

function SheetElement({ element, number, rack }: { element: RecipeElement; number: number; rack: Rack }) {
  const markers = byId(rack.markers);
  return (
    <li className="break-inside-avoid border-t border-ink py-2" data-element={element.name}>
      <h2 className="text-lg">
        {number} {element.name}
        {element.ownSchool && <span className="font-text text-sm font-normal">. {element.ownSchool}</span>}
      </h2>
      <p className="flex flex-wrap gap-x-2">
        {element.rungs.map(({ markerId, code, role, where }) => (
          <span key={markerId} className="whitespace-nowrap">
            <DoubleChip lab={markers.get(markerId)?.lab} code={code} /> <span className="text-sm">{where ?? role}</span>
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
  );
}
