import { useEffect, useMemo } from 'react';
import { counted } from '#core/make/counted';
import type { ColouredPicture } from '#model/coloured-picture';
import { pictureExtraSchema } from '#model/extra';
import type { Make } from '#model/make';
import { asFitsSchool } from '#model/school';
import { noSupplies } from '#model/supplies';
import { nameOfColouring } from '#core/make/coloured';
import type { IndexedTable } from '#core/make/region-tables';
import { markerNames } from '#core/markers/marker-name';
import { readOn } from '#core/markers/readings';
import { progressOfPicture } from '#core/make/progress';
import { writtenPlan } from '#core/plan/written';
import { cautions } from '#core/technique/cautions';
import { extraKinds } from '#core/technique/extras';
import { layOut } from '#core/technique/lay-out';
import type { SeenBands } from '#core/technique/recipe';
import { allSchools, schoolOfColouring, schoolsToChoose } from '#core/technique/schools';
import { MarkerMinds } from '#islands/shared/marker-minds.tsx';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Choice } from '#ui/controls/choice.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import type { MakeState, MakeStore, ShownRack } from '../../document/make-store';
import type { Raster } from '../../picture/use-raster';
import { StationHeading } from '../station-heading';
import type { Desk } from '../station';
import { OrderPanel } from './order-panel';
import { KeepPanel } from './keep-panel';
import { LineColour } from './line-colour';
import { LookPanel } from './look-panel';
import { PaperAndInk } from './paper-and-ink';
import { chooseSchool, nameSupply, sayLineHex, turnFinish } from './recipe-acts';
import { readOnWords } from '../read-on-words';
import type { RecipeDeskState } from './recipe-desk';
import { MarkLine, RecipeSteps } from './recipe-steps';
import type { Shown } from './save-picture';
import { SchoolEditor } from './school-editor';

type Props = {
  useMake: MakeStore;
  make: Make;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  rack: ShownRack;
  /** Where bands lie; undefined: not known yet. */
  seen: SeenBands | undefined;
  /** The element shown on the picture. */
  chosenId: string | null;
  onChoose: (elementId: string | null) => void;
  edit: MakeState['edit'];
  useDesk: Desk<RecipeDeskState>;
  /** What the picture shows; null: it is not whole yet. */
  shownNow: Shown | null;
  /** Its pixels, where they are here. */
  raster: Pick<Raster, 'labels' | 'lines'>;
};

/** The Recipe station: paper and ink, schools, and the marks in the order in which they are laid. */
export function RecipeStation(props: Props) {
  const { useMake, make, picture, table, rack, seen, chosenId, onChoose, edit, useDesk, shownNow, raster } = props;
  const markers = rack.markers;
  const { supplies, problem, load } = useSupplies();
  const { schoolId, view, set } = useDesk();
  useEffect(() => {
    void load();
  }, [load]);
  const recipe = useMemo(
    () => writtenPlan(make, picture, markers, table, { seen, supplies: supplies ?? noSupplies, pairNotes: rack.pairNotes }),
    [make, picture, markers, table, seen, supplies, rack.pairNotes],
  );
  const { labels, lines } = raster;
  const to = useMemo(
    () => ({ make, picture, table, labels, lines, rack, supplies: supplies ?? noSupplies }),
    [make, picture, table, labels, lines, rack, supplies],
  );
  const { whiteRegions } = progressOfPicture(picture);
  const nameOf = markerNames(rack);
  const schools = allSchools(supplies?.schools);
  const school = schoolOfColouring(make, picture.colouring, schools);
  const of = nameOfColouring(picture);
  const own = supplies?.schools ?? [];
  return (
    <section aria-labelledby="recipe-heading" className="space-y-4" data-places={seen ? 'here' : 'coming'}>
      <StationHeading id="recipe-heading">Recipe of {picture.name}</StationHeading>
      {problem && (
        <ProblemNotice problem={problem}>
          <Button onClick={() => void load()}>Try again</Button>
        </ProblemNotice>
      )}
      {recipe.elements.length > 0 && supplies && <KeepPanel {...{ useMake, to, recipe, seen }} />}
      {recipe.elements.length > 0 && <LookPanel {...{ useMake, picture, recipe, rack }} shownNow={shownNow} />}
      <PaperAndInk colouring={picture.colouring} onName={(fields) => edit(nameSupply(of, fields))} />
      <LineColour picture={picture} onSay={(hex) => edit(sayLineHex(picture.id, hex))} />
      {schoolId === null ? (
        <div>
          <Choice
            label="School"
            labelAt="above"
            className="max-w-96"
            options={[
              { value: asFitsSchool, name: 'For each what suits it' },
              ...schoolsToChoose(schools).map(({ id, name }) => ({ value: id, name })),
            ]}
            value={school?.id ?? asFitsSchool}
            onChoose={(id) => edit(chooseSchool(of, id))}
          />
          <p className="mt-1 flex flex-wrap items-center gap-3 text-sm text-soft">
            {school ? (school.suits ? `Suits ${school.suits}.` : 'Put together by you.') : 'Each element tells which, and why.'}
            <Button
              className="text-sm"
              onClick={() => set({ schoolId: own.find(({ id }) => id === school?.id)?.id ?? crypto.randomUUID() })}
            >
              {own.some(({ id }) => id === school?.id) ? 'Change this school' : 'Put a school together'}
            </Button>
          </p>
        </div>
      ) : (
        <SchoolEditor
          key={schoolId}
          id={schoolId}
          begunFrom={school ?? schools[0]}
          onKept={(id) => edit(chooseSchool(of, id))}
          onClose={() => set({ schoolId: null })}
        />
      )}
      {recipe.markers.length > 0 && (
        <div>
          <h3 className="text-base">Lay out {counted(recipe.markers.length, 'marker')}, light to dark</h3>
          <p className="text-sm text-soft" data-read-on>
            {readOnWords(
              readOn(
                recipe.markers.flatMap(({ markerId }) => markers.find(({ id }) => id === markerId) ?? []),
                picture.colouring.paper,
              ),
              picture.colouring.paper,
            )}
          </p>
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
      <p className="border-l-8 border-ink bg-paper px-4 py-2 text-sm">{cautions.alcohol}</p>
      {recipe.elements.length > 0 && (
        <ChoiceButtons
          label="How the marks stand"
          choices={[
            { id: 'elements', name: 'By element' },
            { id: 'order', name: 'In order' },
          ]}
          chosen={view}
          onChoose={(chosen) => {
            set({ view: chosen, focus: null, heldMark: null, heldBlend: null, heldKey: null, wetTool: null });
            // In order all of the picture is seen.
            if (chosen === 'order') onChoose(null);
          }}
        />
      )}
      {view === 'order' && <OrderPanel {...{ useMake, make, picture, rack, useDesk }} supplies={supplies ?? noSupplies} />}
      <ol className="divide-y divide-edge border-y border-edge" hidden={view === 'order'}>
        {recipe.elements.map((element) => (
          <RecipeSteps
            key={element.elementId}
            {...{ element, rack, schools, of, edit, onChoose, useDesk }}
            treated={picture.elements.find(({ id }) => id === element.elementId)}
            isChosen={element.elementId === chosenId}
            ofAll={school}
          />
        ))}
      </ol>
      {recipe.elements.length === 0 && <p>No element has a ladder yet. Give one at Groups and the recipe writes itself.</p>}
      {recipe.elements.length > 0 && (
        <section aria-label="In the end">
          <h3 className="text-base">In the end, the whole image</h3>
          <div className="mt-1 flex flex-wrap gap-1">
            {extraKinds
              .filter((kind) => kind.of === 'picture')
              .map(({ id, name }) => {
                const extra = pictureExtraSchema.parse(id);
                return (
                  <ToggleChip key={id} isOn={picture.colouring.extras?.includes(extra) ?? false} onTurn={() => edit(turnFinish(of, extra))}>
                    {name}
                  </ToggleChip>
                );
              })}
          </div>
          <ol className="mt-1 space-y-1.5">
            {recipe.finish.map((mark) => (
              <MarkLine key={mark.number} mark={mark} />
            ))}
          </ol>
          {recipe.finishCautions.includes('blades') && <p className="mt-1 border-l-4 border-ink pl-2 text-sm">{cautions.blades}</p>}
        </section>
      )}
      {recipe.withoutLadder.length > 0 && <p>Still without a ladder: {recipe.withoutLadder.map(({ name }) => name).join(', ')}.</p>}
      {whiteRegions > 0 && <p>{counted(whiteRegions, 'area')} still white.</p>}
    </section>
  );
}
