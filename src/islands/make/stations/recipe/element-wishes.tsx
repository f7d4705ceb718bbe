import { elementExtraSchema } from '#model/extra';
import type { ColouredElement } from '#model/coloured-picture';
import type { Coats } from '#model/colouring';
import type { School, SchoolId } from '#model/school';
import type { ColouringName } from '#core/make/coloured';
import { markerNames } from '#core/markers/marker-name';
import { sortLightToDark } from '#core/markers/ladder';
import { extraKinds } from '#core/technique/extras';
import type { RecipeElement } from '#core/technique/recipe';
import { schoolsToChoose } from '#core/technique/schools';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import type { MakeState, ShownRack } from '../../document/make-store';
import { changeCoats, chooseSchoolOf, turnExtra } from './recipe-acts';

type Props = {
  element: RecipeElement;
  treated: ColouredElement;
  rack: ShownRack;
  schools: readonly School[];
  ofAll: School | null;
  of: ColouringName;
  edit: MakeState['edit'];
};

/** Stands for no choice of its own. */
const asAll = 'as-all';

/** How the element in hand is laid: its school, its coats, and what comes on top. */
export function ElementWishes({ element, treated, rack, schools, ofAll, of, edit }: Props) {
  const id = element.elementId;
  const extras = extraKinds.filter((kind) => kind.of === 'element');
  return (
    <div className="space-y-3 px-2 pb-3">
      {element.recommended && <SchoolOf {...{ element, schools, ofAll }} onSchool={(school) => edit(chooseSchoolOf(of, id, school))} />}
      {!treated.outside && <CoatsOf {...{ element, treated, rack }} onCoats={(change) => edit(changeCoats(of, id, change))} />}
      <fieldset aria-label={`On top of ${element.name}`}>
        <p className="text-sm font-semibold">On top, in this order</p>
        <div className="mt-1 flex flex-wrap gap-1">
          {extras.map(({ id: extra, name }) => {
            const own = elementExtraSchema.parse(extra);
            return (
              <ToggleChip key={extra} isOn={treated.extras?.includes(own) ?? false} onTurn={() => edit(turnExtra(of, id, own))}>
                {name}
              </ToggleChip>
            );
          })}
        </div>
      </fieldset>
    </div>
  );
}

type SchoolProps = Pick<Props, 'element' | 'schools' | 'ofAll'> & { /** Null: as all. */ onSchool: (school: SchoolId | null) => void };

function SchoolOf({ element, schools, ofAll, onSchool }: SchoolProps) {
  const { recommended, chosenSchool } = element;
  const isTaken = recommended?.school === (chosenSchool ?? ofAll?.id ?? recommended?.school);
  return (
    <div>
      <Choice
        label={`School of ${element.name}`}
        labelAt="above"
        className="max-w-96"
        options={[
          { value: asAll, name: ofAll ? `As all: ${ofAll.name}` : `What suits it: ${recommended?.name}` },
          ...schoolsToChoose(schools)
            .filter(({ id }) => id !== ofAll?.id || id === chosenSchool)
            .map(({ id, name }) => ({ value: id, name })),
        ]}
        value={schools.some(({ id }) => id === chosenSchool) ? (chosenSchool ?? asAll) : asAll}
        onChoose={(id) => onSchool(id === asAll ? null : id)}
      />
      {recommended && (
        <p className="mt-1 flex flex-wrap items-center gap-2 text-sm" data-recommended={recommended.school}>
          <span>
            {isTaken ? 'It is what suits it' : `“${recommended.name}” suits it`}: {recommended.reason}.
          </span>
          {!isTaken && (
            <Button className="text-sm" onClick={() => onSchool(recommended.school)}>
              Take it
            </Button>
          )}
        </p>
      )}
    </div>
  );
}

type CoatsProps = Pick<Props, 'element' | 'treated' | 'rack'> & { onCoats: (change: (now: Coats) => Coats) => void };

/** Stands for no darker marker. */
const noDarker = '-';

function CoatsOf({ element, treated, rack, onCoats }: CoatsProps) {
  const coats: Coats = treated.coats ?? { passes: 1 };
  const nameOf = markerNames(rack);
  const deepest = rack.markers.find(({ id }) => id === element.rungs.at(-1)?.markerId);
  const deepestL = deepest?.lab?.L ?? 100;
  const darker = sortLightToDark(
    rack.markers.filter(({ id, lab, owned }) => id === coats.darker?.markerId || (owned && lab !== undefined && lab.L < deepestL)),
  );
  return (
    <fieldset aria-label={`Coats of ${element.name}`} className="space-y-1">
      <p className="text-sm font-semibold">Coats</p>
      <div className="flex flex-wrap items-center gap-2">
        <ChoiceButtons
          label={`How many coats of ${element.name}`}
          choices={[
            { id: '1', name: 'One' },
            { id: '2', name: 'Two' },
            { id: '3', name: 'Three' },
          ]}
          chosen={String(coats.passes) as '1' | '2' | '3'}
          onChoose={(passes) => onCoats((now) => ({ ...now, passes: Number(passes) as Coats['passes'] }))}
        />
        <ToggleChip
          isOn={coats.untilHappy === true}
          onTurn={() => onCoats(({ untilHappy, ...now }) => (untilHappy ? now : { ...now, untilHappy: true }))}
        >
          and until happy
        </ToggleChip>
      </div>
      {coats.passes > 1 && (
        <>
          <p className="text-sm">At once, while the first is wet: wet card blends better.</p>
          <Choice
            label="A darker marker in it"
            isSmall
            options={[
              { value: noDarker, name: 'None' },
              ...darker.map(({ id, code }) => ({ value: id, name: nameOf({ markerId: id, code }) })),
              ...(coats.darker && !darker.some(({ id }) => id === coats.darker?.markerId)
                ? [{ value: coats.darker.markerId, name: `${coats.darker.code}, no longer in the rack` }]
                : []),
            ]}
            value={coats.darker?.markerId ?? noDarker}
            onChoose={(chosen) => {
              const marker = rack.markers.find(({ id }) => id === chosen);
              onCoats(({ darker: before, ...now }) => {
                if (chosen === noDarker) return now;
                return marker
                  ? { ...now, darker: { markerId: marker.id, code: marker.code } }
                  : { ...now, ...(before ? { darker: before } : {}) };
              });
            }}
          />
        </>
      )}
    </fieldset>
  );
}
