import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { layMarks } from '#core/technique/lay-marks';
import { placeNames, rungNames } from '#core/technique/rung-words';
import { strokeWords } from '#core/technique/stroke-words';
import { type School, type SchoolPart, schoolPlaces, schoolRungs, type Stroke, strokes } from '#model/school';
import { cleanText } from '#model/text';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { AskFirst } from '#ui/controls/ask-first.tsx';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { Field } from '#ui/controls/field.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';

type Props = {
  /** Of the school that is put together; one that is not kept yet begins as another. */
  id: string;
  begunFrom: School | undefined;
  onKept: (id: string) => void;
  onClose: () => void;
};

type Step = SchoolPart & { key: string };

const keyed = (part: SchoolPart): Step => ({ ...part, key: crypto.randomUUID() });
const newStep = (): Step =>
  keyed({
    ...{ rung: 'palest', place: 'allOver', stroke: 'lightCircles', nib: 'asFits', coat: 1, reaches: 'all', afterDry: false },
    purpose: 'blend everything together',
  });

/** Most steps of a school. */
const mostSteps = 30;
/** A ladder of so many shows what it comes to. */
const shownRungs = 3;
const shownRoles = ['palest', 'midtone', 'deepest'];

/** A school of the maker's own, put together from the steps that all schools are made of, and kept with the maker's things. */
export function SchoolEditor({ id, begunFrom, onKept, onClose }: Props) {
  const supplies = useSupplies((state) => state.supplies);
  const change = useSupplies((state) => state.change);
  const kept = supplies?.schools.find((school) => school.id === id);
  const begun = kept ?? begunFrom;
  const [name, setName] = useState(kept?.name ?? '');
  const [steps, setSteps] = useState<Step[]>(() => (begun?.marks ?? []).map(keyed));
  const [isStepwise, setIsStepwise] = useState(begun?.isStepwise ?? false);
  const [isAsking, setIsAsking] = useState(false);
  const [isBusy, setIsBusy] = useState(false);
  const taken = supplies?.schools.some((school) => school.id !== id && school.name.toLowerCase() === name.trim().toLowerCase());
  const patch = (key: string, fields: Partial<SchoolPart>) =>
    setSteps((now) => now.map((step) => (step.key === key ? { ...step, ...fields } : step)));
  const move = (index: number, by: -1 | 1) =>
    setSteps((now) => {
      const own = [...now];
      const [step] = own.splice(index, 1);
      if (step) own.splice(index + by, 0, step);
      return own;
    });
  const school = (): School => ({
    ...{ id, name: cleanText(name, 80), suits: kept?.suits ?? '', ladders: 'lightToDark' },
    ...(isStepwise ? { isStepwise } : {}),
    marks: steps.map(({ key: _, ...part }) => part),
  });
  const send = async (wanted: Parameters<typeof change>[0], after: () => void) => {
    setIsBusy(true);
    if (await change(wanted)) after();
    setIsBusy(false);
  };
  const problem = taken ? 'You have a school of this name.' : undefined;
  const marks = layMarks({ marks: steps }, shownRungs);
  return (
    <form
      aria-label="A school of your own"
      className="space-y-3 border-2 border-ink bg-paper p-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (cleanText(name, 80) === '' || taken || steps.length === 0) return;
        void send({ schools: [school()] }, () => {
          onKept(id);
          onClose();
        });
      }}
    >
      <Field label="Name of your school" value={name} maxLength={80} problem={problem} onChange={(event) => setName(event.target.value)} />
      <ToggleChip isOn={isStepwise} onTurn={() => setIsStepwise(!isStepwise)}>
        Its layers may dry: each step over all elements before the next
      </ToggleChip>
      <ol className="space-y-2" aria-label="Its steps">
        {steps.map((step, index) => (
          <li key={step.key} className="flex flex-wrap items-center gap-2 border-t border-edge pt-2" data-step={index + 1}>
            <span className="w-5 font-code text-sm">{index + 1}</span>
            <Choice
              label={`Marker of step ${index + 1}`}
              labelAt="hidden"
              isSmall
              options={schoolRungs.map((value) => ({ value, name: rungNames[value] }))}
              value={step.rung}
              onChoose={(rung) => patch(step.key, { rung })}
            />
            <Choice
              label={`Place of step ${index + 1}`}
              labelAt="hidden"
              isSmall
              options={schoolPlaces.map((value) => ({ value, name: placeNames[value] }))}
              value={step.place}
              onChoose={(place) => patch(step.key, { place })}
            />
            <Choice
              label={`Stroke of step ${index + 1}`}
              labelAt="hidden"
              isSmall
              options={strokes.map((value) => ({ value, name: strokeWords[value] }))}
              value={step.stroke}
              onChoose={(stroke: Stroke) => patch(step.key, { stroke })}
            />
            <label className="flex min-h-9 items-center gap-1 text-sm">
              <input type="checkbox" checked={step.afterDry} onChange={(event) => patch(step.key, { afterDry: event.target.checked })} />
              when dry
            </label>
            <input
              aria-label={`What step ${index + 1} does`}
              className="min-h-9 min-w-40 flex-1 border-b-2 border-ink bg-paper px-2 text-sm"
              value={step.purpose}
              maxLength={200}
              onChange={(event) => patch(step.key, { purpose: event.target.value })}
            />
            <span className="flex">
              <Small words={`Step ${index + 1} earlier`} isOff={index === 0} onPress={() => move(index, -1)}>
                <ArrowUp size={16} aria-hidden="true" />
              </Small>
              <Small words={`Step ${index + 1} later`} isOff={index === steps.length - 1} onPress={() => move(index, 1)}>
                <ArrowDown size={16} aria-hidden="true" />
              </Small>
              <Small
                words={`Take step ${index + 1} out`}
                isOff={steps.length === 1}
                onPress={() => setSteps((now) => now.filter((one) => one !== step))}
              >
                <Trash2 size={16} aria-hidden="true" />
              </Small>
            </span>
          </li>
        ))}
      </ol>
      <p className="text-sm" data-shown-marks>
        On three markers: {marks.map(({ rung }) => shownRoles[rung ?? 0]).join(', ')}.
      </p>
      <p className="flex flex-wrap gap-3">
        <Button disabled={steps.length >= mostSteps} onClick={() => setSteps((now) => [...now, newStep()])}>
          One more step
        </Button>
        <Button
          type="submit"
          weight="main"
          disabled={isBusy || cleanText(name, 80) === '' || taken === true || steps.some(({ purpose }) => purpose.trim() === '')}
        >
          Keep it, and lay all by it
        </Button>
        <Button onClick={onClose}>Leave it</Button>
        {kept && (
          <AskFirst
            trigger={<Button weight="quiet">Throw it away</Button>}
            open={isAsking}
            onOpenChange={setIsAsking}
            title={`Throw “${kept.name}” away?`}
            words="What is laid by it, in this make and others, is laid as all or by the first school from then on. It does not come back."
            keep="Keep it"
            go="Throw it away"
            onGo={() => void send({ removeSchools: [id] }, onClose)}
          />
        )}
      </p>
    </form>
  );
}

type SmallProps = { words: string; isOff: boolean; onPress: () => void; children: ReactNode };

function Small({ words, isOff, onPress, children }: SmallProps) {
  return (
    <button
      type="button"
      aria-label={words}
      disabled={isOff}
      className="grid size-9 place-items-center hover:bg-wall disabled:text-edge pointer-coarse:size-11"
      onClick={onPress}
    >
      {children}
    </button>
  );
}
