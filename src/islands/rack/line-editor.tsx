import { zodResolver } from '@hookform/resolvers/zod';
import type { ComponentProps } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { RackChange } from '#model/api/rack';
import { type CodePart, codePartSchema, type MarkerLine, type Rack } from '#model/marker';
import { describeRule, problemOfRule } from '#core/markers/code-rule';
import { rereadLine } from '#core/markers/reread-line';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { CodeExample } from './code-example';
import { CodeReadings, listOf } from './code-readings';
import { formOf, type LineForm, lineFormSchema, ruleOf } from './line-form';

type Props = { line: MarkerLine; rack: Rack; busy: boolean; onChange: (change: RackChange) => Promise<boolean> };

/** One line: its name, how its codes are read, and what that makes of the maker's own codes. */
export function LineEditor({ line, rack, busy, onChange }: Props) {
  const form = useForm<LineForm>({ defaultValues: formOf(line), resolver: zodResolver(lineFormSchema), mode: 'onChange' });
  const { control, register, setValue, handleSubmit, formState } = form;
  const values = useWatch({ control }) as LineForm;
  const { parts } = values;
  const own = rack.markers.filter(({ lineId }) => lineId === line.id);
  const rule = ruleOf(values);
  const problem = problemOfRule(rule);
  const set = <F extends keyof LineForm>(field: F, value: LineForm[F]) =>
    setValue(field, value as never, { shouldDirty: true, shouldValidate: true });
  const keep = handleSubmit((kept) => {
    const changed = { ...line, name: kept.name, rule: ruleOf(kept) };
    void onChange({ lines: [changed], markers: rereadLine(changed, own) });
  });
  return (
    <div className="grid gap-8 lg:grid-cols-2">
      <form className="space-y-4" onSubmit={keep}>
        <Field label="Name of the line" maxLength={80} problem={formState.errors.name?.message} {...register('name')} />
        <CodeExample
          first={own[0]?.code ?? ''}
          onSaid={({ parts: said, tones, groupIsLetter }) => {
            set('parts', said);
            set('groupIsLetter', groupIsLetter);
            if (tones.length > 0) set('tones', [...new Set([...listOf(values.tones), ...tones])].join(', '));
          }}
        />
        <PartsOfCode parts={parts} words={problem ?? describeRule(rule)} onParts={(next) => set('parts', next)} />
        <div>
          {parts.includes('depth') && <Tick words="The number falls as the ink gets darker" {...register('depthFalls')} />}
          {parts.includes('group') && <Tick words="The group is a letter, not a digit" {...register('groupIsLetter')} />}
          {!parts.includes('tone') && <Tick words="Codes are written in small letters" {...register('isSmall')} />}
        </div>
        {parts.includes('tone') && <Field label="Tone words, light to dark" hint="for example dawn, noon, dusk" {...register('tones')} />}
        {parts.includes('group') && (
          <Field label="Families without a group" hint="often the greys: there the digits are all depth" code {...register('groupless')} />
        )}
        <p className="flex flex-wrap gap-3">
          <Button type="submit" weight="main" disabled={busy || values.name.trim() === '' || problem !== null}>
            Keep this rule
          </Button>
          {own.length === 0 && (
            <Button weight="quiet" onClick={() => void onChange({ removeLines: [line.id] })}>
              Remove the line
            </Button>
          )}
        </p>
      </form>
      <CodeReadings rule={rule} ownCodes={own.map(({ code }) => code)} />
    </div>
  );
}

function Tick({ words, ...rest }: ComponentProps<'input'> & { words: string }) {
  return (
    <label className="flex min-h-11 items-center gap-2">
      <input type="checkbox" className="size-6 accent-accent" {...rest} />
      {words}
    </label>
  );
}

type PartsProps = { parts: readonly CodePart[]; words: string; onParts: (parts: CodePart[]) => void };

/** The parts of a code in printed order; none but the separator can be chosen twice. */
function PartsOfCode({ parts, words, onParts }: PartsProps) {
  return (
    <fieldset>
      <legend className="font-semibold">Parts of a code, as printed</legend>
      <ol className="mt-1 flex flex-wrap items-center gap-2">
        {parts.map((part, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a part has no other name than its place.
          <li key={index} className="flex items-center bg-paper">
            <Choice
              label={`Part ${index + 1}`}
              labelAt="hidden"
              options={codePartSchema.options.map((option) => ({
                value: option,
                name: option,
                isOff: option !== 'separator' && option !== part && parts.includes(option),
              }))}
              value={part}
              onChoose={(chosen) => onParts(parts.map((other, at) => (at === index ? chosen : other)))}
            />
            <button
              type="button"
              aria-label={`Take part ${index + 1} out`}
              className="grid size-11 place-items-center hover:bg-bench"
              disabled={parts.length === 1}
              onClick={() => onParts(parts.filter((_, at) => at !== index))}
            >
              ×
            </button>
          </li>
        ))}
        <li>
          <Button disabled={parts.length >= 8} onClick={() => onParts([...parts, 'separator'])}>
            Add a part
          </Button>
        </li>
      </ol>
      <p className="mt-1 text-sm text-soft">{words}</p>
    </fieldset>
  );
}
