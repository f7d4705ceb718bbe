import { useState } from 'react';
import type { RackChange } from '#model/api/rack';
import { type CodePart, type CodeRule, codePartSchema, type MarkerLine, type Rack } from '#model/marker';
import { describeRule, problemOfRule, readyRules } from '#core/markers/code-rule';
import { rereadLine } from '#core/markers/reread-line';
import { Button } from '#ui/button.tsx';
import { Field } from '#ui/field.tsx';
import { CodeReadings, listOf } from './code-readings';

type Props = { line: MarkerLine; rack: Rack; busy: boolean; onChange: (change: RackChange) => Promise<boolean> };

const readyWords: Record<keyof typeof readyRules, string> = {
  lettersGroupDepth: 'letters, group digit, depth digits',
  depthFirst: 'depth first, then the family',
  toneName: 'a name with a tone word',
  plainNumber: 'a number or name that means nothing',
};

const choice = 'min-h-11 border-b-2 border-ink bg-paper px-2';

/** One line: its name, how its codes are read, and what that makes of the maker's own codes. */
export function LineEditor({ line, rack, busy, onChange }: Props) {
  const [name, setName] = useState(line.name);
  const [draft, setDraft] = useState<CodeRule>(line.rule);
  const [tones, setTones] = useState((line.rule.tones ?? []).join(', '));
  const [groupless, setGroupless] = useState((line.rule.familiesWithoutGroup ?? []).join(', '));
  const own = rack.markers.filter(({ lineId }) => lineId === line.id);
  const { tones: _, familiesWithoutGroup: __, ...bare } = draft;
  const rule: CodeRule = {
    ...bare,
    ...(listOf(tones).length > 0 ? { tones: listOf(tones) } : {}),
    ...(listOf(groupless).length > 0 ? { familiesWithoutGroup: listOf(groupless) } : {}),
  };
  const problem = problemOfRule(rule);
  return (
    <div className="grid gap-8 lg:grid-cols-2">
      <div className="space-y-4">
        <Field label="Name of the line" value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
        <label className="block font-semibold">
          Start from a ready rule
          <select
            className={`mt-1 block w-full ${choice}`}
            value=""
            onChange={(event) => {
              const ready: CodeRule | undefined = readyRules[event.target.value as keyof typeof readyRules];
              if (!ready) return;
              setDraft({ parts: [...ready.parts] });
              setTones((ready.tones ?? []).join(', '));
            }}
          >
            <option value="">choose …</option>
            {Object.entries(readyWords).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <PartsOfCode parts={draft.parts} words={problem ?? describeRule(rule)} onParts={(parts) => setDraft({ ...draft, parts })} />
        <RuleDetails draft={draft} onDraft={setDraft} />
        {draft.parts.includes('tone') && (
          <Field
            label="Tone words, light to dark"
            hint="for example dawn, noon, dusk"
            value={tones}
            onChange={(event) => setTones(event.target.value)}
          />
        )}
        {draft.parts.includes('group') && (
          <Field
            label="Families without a group"
            hint="often the greys: there the digits are all depth"
            code
            value={groupless}
            onChange={(event) => setGroupless(event.target.value)}
          />
        )}
        <p className="flex flex-wrap gap-3">
          <Button
            weight="main"
            disabled={busy || name.trim() === '' || problem !== null}
            onClick={() => {
              const changed = { ...line, name: name.trim(), rule };
              void onChange({ lines: [changed], markers: rereadLine(changed, own) });
            }}
          >
            Keep this rule
          </Button>
          {own.length === 0 && (
            <Button weight="quiet" onClick={() => void onChange({ removeLines: [line.id] })}>
              Remove the line
            </Button>
          )}
        </p>
      </div>
      <CodeReadings rule={rule} ownCodes={own.map(({ code }) => code)} />
    </div>
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
            <select
              aria-label={`Part ${index + 1}`}
              className={choice}
              value={part}
              onChange={(event) => onParts(parts.map((other, at) => (at === index ? (event.target.value as CodePart) : other)))}
            >
              {codePartSchema.options.map((option) => (
                <option key={option} disabled={option !== 'separator' && option !== part && parts.includes(option)}>
                  {option}
                </option>
              ))}
            </select>
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

/** What a group is printed as, which way the depth goes, how letters are written. */
function RuleDetails({ draft, onDraft }: { draft: CodeRule; onDraft: (draft: CodeRule) => void }) {
  const tick = (words: string, checked: boolean, onCheck: (checked: boolean) => void) => (
    <label className="flex min-h-11 items-center gap-2">
      <input type="checkbox" className="size-6 accent-accent" checked={checked} onChange={(event) => onCheck(event.target.checked)} />
      {words}
    </label>
  );
  return (
    <div>
      {draft.parts.includes('depth') &&
        tick('The number falls as the ink gets darker', draft.depthFalls ?? false, (depthFalls) => onDraft({ ...draft, depthFalls }))}
      {draft.parts.includes('group') &&
        tick('The group is a letter, not a digit', draft.groupSign === 'letter', (isLetter) =>
          onDraft({ ...draft, groupSign: isLetter ? 'letter' : 'digit' }),
        )}
      {!draft.parts.includes('tone') &&
        tick('Codes are written in small letters', draft.letterCase === 'small', (isSmall) =>
          onDraft({ ...draft, letterCase: isSmall ? 'small' : 'capitals' }),
        )}
    </div>
  );
}
