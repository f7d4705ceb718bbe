import { useMemo } from 'react';
import { counted } from '#core/make/counted';
import type { Make } from '#model/make';
import type { ColouredPicture } from '#model/coloured-picture';
import type { School, SchoolId } from '#model/school';
import { nameOfColouring } from '#core/make/coloured';
import type { IndexedTable } from '#core/make/region-tables';
import { markerNames } from '#core/markers/marker-name';
import { progressOfPicture } from '#core/make/progress';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { writtenPlan } from '#core/plan/written';
import { layOut } from '#core/technique/lay-out';
import type { RecipeElement } from '#core/technique/recipe';
import { Choice } from '#ui/controls/choice.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { placeWords, recipeFile } from '#core/technique/recipe-file';
import { schoolOfColouring, schoolsToChoose } from '#core/technique/schools';
import { printedAddress } from '#islands/shared/printed-address.ts';
import { saveFile } from '#islands/shared/save-file.ts';
import { buttonLook, Button } from '#ui/controls/button.tsx';
import { Ladder } from '#ui/ladder/ladder.tsx';
import { chooseSchool, chooseSchoolOf } from './recipe-acts';
import type { MakeState, ShownRack } from '../../document/make-store';
import { rungsToShow } from '../ladder-words';
import { MarkerMinds } from '#islands/shared/marker-minds.tsx';
import { StationHeading } from '../station-heading';

type Props = {
  make: Make;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  rack: ShownRack;
  /** The element shown on the picture. */
  chosenId: string | null;
  onChoose: (elementId: string | null) => void;
  edit: MakeState['edit'];
};

/** A file name without signs that file systems refuse. */
function recipeFileName(name: string): string {
  return `Recipe ${name.replace(/[^\p{L}\p{N} -]+/gu, '').trim()}.json`;
}

/** The Recipe station: ladders, roles and marks in the order in which they are laid. */
export function RecipeStation({ make, picture, table, rack, chosenId, onChoose, edit }: Props) {
  const markers = rack.markers;
  const recipe = useMemo(() => writtenPlan(make, picture, markers, table), [make, picture, markers, table]);
  const { whiteRegions } = progressOfPicture(picture);
  const nameOf = markerNames(rack);
  const school = schoolOfColouring(make, picture.colouring);
  return (
    <section aria-labelledby="recipe-heading" className="space-y-4">
      <StationHeading id="recipe-heading">Recipe of {picture.name}</StationHeading>
      <div>
        <Choice
          label="School"
          labelAt="above"
          className="max-w-96"
          options={schoolsToChoose().map(({ id, name }) => ({ value: id, name }))}
          value={school.id}
          onChoose={(id) => edit(chooseSchool(nameOfColouring(picture), id))}
        />
        <p className="mt-1 text-sm text-soft">Suits {school.suits}.</p>
      </div>
      <p className="flex flex-wrap gap-3">
        <a href={printedAddress(make.id, 'recipe', picture)} target="_blank" rel="noreferrer" className={buttonLook('plain')}>
          Print it
        </a>
        <Button
          onClick={() =>
            saveFile(recipeFileName(make.name), JSON.stringify(recipeFile(make, picture, recipe, markers), null, 2), 'application/json')
          }
        >
          Save as a file
        </Button>
      </p>
      {recipe.markers.length > 0 && (
        <div>
          <h3 className="text-base">Lay out {counted(recipe.markers.length, 'marker')}, light to dark</h3>
          <ul className="mt-1 flex flex-wrap gap-1" aria-label="Markers to lay out">
            {layOut(recipe.markers, markers).map(({ markerId, code, lab }) => (
              <li key={markerId}>
                <DoubleChip lab={lab} code={nameOf({ markerId, code })} />
              </li>
            ))}
          </ul>
        </div>
      )}
      <MarkerMinds rack={rack} markers={recipe.markers} />
      <p className="border-l-8 border-ink bg-paper px-4 py-2 text-sm">
        Alcohol ink: air the room, keep it from flame and heat tools, cap the markers. The maker’s label and safety data sheet go before
        this.
      </p>
      <ol className="divide-y divide-edge border-y border-edge">
        {recipe.elements.map((element) => (
          <RecipeSteps
            key={element.elementId}
            element={element}
            markers={markers}
            isChosen={element.elementId === chosenId}
            onChoose={onChoose}
            ofAll={school}
            onSchool={(id) => edit(chooseSchoolOf(nameOfColouring(picture), element.elementId, id))}
          />
        ))}
      </ol>
      {recipe.elements.length === 0 && <p>No element has a ladder yet. Give one at Groups and the recipe writes itself.</p>}
      {recipe.withoutLadder.length > 0 && <p>Still without a ladder: {recipe.withoutLadder.map(({ name }) => name).join(', ')}.</p>}
      {whiteRegions > 0 && <p>{counted(whiteRegions, 'area')} still white.</p>}
    </section>
  );
}

/** Stands for no choice of its own. */
const asAll = 'as-all';

type StepsProps = {
  element: RecipeElement;
  markers: readonly ShownMarker[];
  isChosen: boolean;
  onChoose: (elementId: string | null) => void;
  ofAll: School;
  /** Null: as all. */
  onSchool: (school: SchoolId | null) => void;
};

/** One element's ladder and marks; its name shows it on the picture. */
function RecipeSteps({ element, markers, isChosen, onChoose, ofAll, onSchool }: StepsProps) {
  return (
    <li className={`py-3 ${isChosen ? 'bg-paper shadow-[inset_5px_0_0_var(--color-ink)]' : ''}`} data-element={element.name}>
      <h3 className="px-2 text-lg">
        <button
          type="button"
          aria-pressed={isChosen}
          title={isChosen ? 'Show all of the picture' : 'Show it on the picture'}
          className="min-h-8 text-left hover:underline"
          onClick={() => onChoose(isChosen ? null : element.elementId)}
        >
          {element.name}
        </button>{' '}
        <span className="font-text text-sm font-normal text-soft">
          {element.regions > 0 && `${counted(element.regions, 'area')}, `}
          {(element.areaMm2 / 100).toFixed(1)} cm²{element.ownSchool && `. ${element.ownSchool}`}
        </span>
      </h3>
      {isChosen && !element.isByPlace && (
        <div className="px-2 pb-2">
          <Choice
            label={`School of ${element.name}`}
            labelAt="above"
            className="max-w-96"
            options={[
              { value: asAll, name: `As all: ${ofAll.name}` },
              ...schoolsToChoose()
                .filter(({ id }) => id !== ofAll.id || id === element.chosenSchool)
                .map(({ id, name }) => ({ value: id, name })),
            ]}
            value={element.chosenSchool ?? asAll}
            onChoose={(id) => onSchool(id === asAll ? null : id)}
          />
        </div>
      )}
      <div className="mt-1 flex gap-4 px-2">
        <div className="shrink-0 self-start bg-paper px-2 py-1">
          <Ladder
            rungs={rungsToShow({ rungs: element.rungs }, markers).map((rung, index) => ({ ...rung, where: element.rungs[index]?.where }))}
            height={210}
            cutBelow
          />
        </div>
        <ol className="flex-1 space-y-1.5">
          {element.marks.map((mark) => (
            <li key={mark.number} className="flex gap-2">
              <span className="w-7 shrink-0 text-right font-code text-sm text-soft">{mark.number}</span>
              <span>
                <strong className="font-code">{mark.code}</strong> {placeWords(mark)}, {mark.stroke}: {mark.purpose}
              </span>
            </li>
          ))}
        </ol>
      </div>
    </li>
  );
}
