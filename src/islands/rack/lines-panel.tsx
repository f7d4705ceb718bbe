import { useState } from 'react';
import type { RackChange } from '#model/api/rack';
import { type CodePart, type CodeRule, codePartSchema, type MarkerLine, type Rack } from '#model/marker';
import { describeRule, readCode, readyRules } from '#core/markers/code-rule';
import { rereadLine } from '#core/markers/reread-line';
import { Button } from '#ui/button.tsx';
import { Field } from '#ui/field.tsx';

type Props = { rack: Rack; busy: boolean; onChange: (change: RackChange) => Promise<boolean> };

const readyWords: Record<keyof typeof readyRules, string> = {
  lettersGroupDepth: 'letters, group digit, depth digits',
  depthFirst: 'depth first, then the family',
  toneName: 'a name with a tone word (pale, mid, deep)',
  plainNumber: 'a number or name that means nothing',
};

const listOf = (text: string): string[] =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);

/** Lines of markers and how their codes are read, with a live table of the maker's own codes. */
export function LinesPanel({ rack, busy, onChange }: Props) {
  const [lineId, setLineId] = useState(rack.lines[0]?.id ?? '');
  const line = rack.lines.find(({ id }) => id === lineId);
  return (
    <section aria-labelledby="lines-heading" className="space-y-4">
      <h2 id="lines-heading" className="text-2xl">
        Lines and how their codes are read
      </h2>
      <p className="flex flex-wrap gap-2">
        {rack.lines.map(({ id, name }) => (
          <Button
            key={id}
            aria-pressed={id === lineId}
            className={id === lineId ? 'shadow-[inset_0_-4px_0_var(--color-ink)]' : ''}
            onClick={() => setLineId(id)}
          >
            {name}
          </Button>
        ))}
        <Button
          weight="main"
          onClick={() => {
            const id = crypto.randomUUID();
            const names = new Set(rack.lines.map(({ name }) => name));
            let number = 1;
            while (names.has(`My line ${number}`)) number++;
            void onChange({ lines: [{ id, name: `My line ${number}`, rule: { parts: [...readyRules.lettersGroupDepth.parts] } }] }).then(
              (kept) => kept && setLineId(id),
            );
          }}
        >
          New line
        </Button>
      </p>
      {line ? (
        <LineEditor key={line.id} line={line} rack={rack} busy={busy} onChange={onChange} />
      ) : (
        <p>No line yet: make one, then bring its markers in.</p>
      )}
    </section>
  );
}

function LineEditor({ line, rack, busy, onChange }: Props & { line: MarkerLine }) {
  const [name, setName] = useState(line.name);
  const [parts, setParts] = useState<CodePart[]>(line.rule.parts);
  const [tones, setTones] = useState((line.rule.tones ?? []).join(', '));
  const [groupless, setGroupless] = useState((line.rule.familiesWithoutGroup ?? []).join(', '));
  const [trial, setTrial] = useState('');
  const own = rack.markers.filter(({ lineId }) => lineId === line.id);
  const rule: CodeRule = {
    parts,
    ...(listOf(tones).length > 0 ? { tones: listOf(tones) } : {}),
    ...(listOf(groupless).length > 0 ? { familiesWithoutGroup: listOf(groupless) } : {}),
  };
  const codes = [...listOf(trial), ...own.map(({ code }) => code)];
  const readings = codes.map((code) => ({ code, read: readCode(rule, code) }));
  const unread = readings.filter(({ read }) => !read.ok);
  const choice = 'min-h-11 border-b-2 border-ink bg-paper px-2';
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
              setParts([...ready.parts]);
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
                  onChange={(event) => setParts(parts.map((other, at) => (at === index ? (event.target.value as CodePart) : other)))}
                >
                  {codePartSchema.options.map((option) => (
                    <option key={option}>{option}</option>
                  ))}
                </select>
                <button
                  type="button"
                  aria-label={`Take part ${index + 1} out`}
                  className="grid size-11 place-items-center hover:bg-bench"
                  disabled={parts.length === 1}
                  onClick={() => setParts(parts.filter((_, at) => at !== index))}
                >
                  ×
                </button>
              </li>
            ))}
            <li>
              <Button disabled={parts.length >= 8} onClick={() => setParts([...parts, 'separator'])}>
                Add a part
              </Button>
            </li>
          </ol>
          <p className="mt-1 text-sm text-soft">{describeRule(rule)}</p>
        </fieldset>
        {parts.includes('tone') && (
          <Field
            label="Tone words, light to dark"
            hint="for example pale, mid, deep"
            value={tones}
            onChange={(event) => setTones(event.target.value)}
          />
        )}
        {parts.includes('group') && (
          <Field
            label="Families without a group digit"
            hint="often the greys: there 10 is a depth, not group 1 with depth 0"
            code
            value={groupless}
            onChange={(event) => setGroupless(event.target.value)}
          />
        )}
        <p className="flex flex-wrap gap-3">
          <Button
            weight="main"
            disabled={busy || name.trim() === ''}
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
      <div>
        <h3 className="text-lg">How your codes are read</h3>
        <Field label="Try some codes" hint="parted by commas" code value={trial} onChange={(event) => setTrial(event.target.value)} />
        <p className="mt-2" role="status">
          {readings.length - unread.length} of {readings.length} read{unread.length > 0 && `, ${unread.length} do not fit`}
        </p>
        <table className="mt-1 w-full border-collapse bg-paper text-left text-sm">
          <thead>
            <tr className="border-b-2 border-ink">
              {['Code', 'Family', 'Group', 'Depth', 'Tone'].map((head) => (
                <th key={head} className="p-1.5">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {[...unread, ...readings.filter(({ read }) => read.ok)].slice(0, 200).map(({ code, read }, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the same code may be tried twice.
              <tr key={index} className="border-b border-wall">
                <td className="p-1.5 font-code">{code}</td>
                {read.ok ? (
                  [read.family, read.group, read.depth, read.tone].map((value, column) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: the columns of the heading.
                    <td key={column} className="p-1.5">
                      {value}
                    </td>
                  ))
                ) : (
                  <td colSpan={4} className="p-1.5">
                    ▲ does not fit: {read.problem}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
