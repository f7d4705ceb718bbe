import { type Remote, transfer } from 'comlink';
import { useState } from 'react';
import type { MarkerLine } from '#model/marker';
import type { RackChange } from '#model/api/rack';
import type { ImportRow } from '#core/markers/pasted-codes';
import { type ColouredRack, readingsOf } from '#core/markers/readings';
import { downloadName } from '#core/make/download-name';
import { newOfRack } from '#core/markers/merge-rack';
import { type ColumnMapping, type ImportField, importFields } from '#core/markers/table-import';
import { useHandedOver } from '#islands/shared/handed-over.ts';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { saveFile } from '#islands/shared/save-file.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { today } from '#islands/shared/today.ts';
import { StoppedError, useFiles } from '#islands/shared/use-files.ts';
import type { FilesApi } from '#workers/files.worker';
import { mostListBytes } from '#workers/file-limits';
import type { Read } from '#workers/rack-reading';
import { Choice } from '#ui/controls/choice.tsx';
import { Button } from '#ui/controls/button.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { SetAsideParts } from '#ui/words/set-aside-parts.tsx';
import { lineAsPalette, rackAsCsv, rackAsJson } from './write-rack';

type Props = { rack: ColouredRack; busy: boolean; onChange: (change: RackChange) => Promise<boolean> };

const fieldWords: Record<ImportField, string> = {
  code: 'Code',
  line: 'Line',
  owned: 'How many owned',
  state: 'State',
  colour: 'Ink colour (#rrggbb)',
  exact: 'Ink colour (L* a* b*)',
  source: 'Where the colour comes from',
  cap: 'Cap colour (#rrggbb)',
  wanted: 'Wanted',
  price: 'Price',
};
const shownRows = 300;

/** Getting markers in (paste, CSV, palette, our own file) and out. Nothing is taken before it was shown. */
export function ImportPanel(props: Props) {
  const [first] = props.rack.lines;
  return first ? <ImportIntoLine {...props} first={first} /> : <p>Make a line of markers first, at “Lines and codes”.</p>;
}

function ImportIntoLine({ rack, busy, onChange, first }: Props & { first: MarkerLine }) {
  const [lineId, setLineId] = useState(first.id);
  const [text, setText] = useState('');
  const [found, setFound] = useState<Read | null>(null);
  const [rows, setRows] = useState<readonly ImportRow[]>([]);
  const files = useFiles();
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const line = rack.lines.find(({ id }) => id === lineId) ?? first;
  const context = { line, lines: rack.lines, present: rack.markers };
  const taken = rows.flatMap((row) => (row.taken ? [row.marker] : []));
  const left = rows.filter((row) => !row.taken);

  const show = async (words: string, question: (api: Remote<FilesApi>) => Promise<Read>) => {
    setProblem(null);
    setDone(null);
    setFound(null);
    setRows([]);
    try {
      const result = await files.read(words, question);
      setFound(result);
      if (result.kind === 'rows') setRows(result.rows);
      if (result.kind === 'table') await map(result, result.mapping);
    } catch (error) {
      if (!(error instanceof StoppedError)) setProblem(problemToShow(error).message);
    }
  };
  const map = async (table: Read & { kind: 'table' }, mapping: ColumnMapping) => {
    setFound({ ...table, mapping });
    setRows([]);
    if (mapping.code === undefined) return;
    try {
      setRows(await files.read('Reading the rows', (api) => api.rackRows(table.body, mapping, context)));
    } catch (error) {
      if (!(error instanceof StoppedError)) setProblem(problemToShow(error).message);
    }
  };
  const showFile = async (file: File) => {
    // Told at once, before it is in memory.
    if (file.size > mostListBytes) {
      setProblem(
        `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; ${mostListBytes / 1024 / 1024} MB fit. Is this the right file?`,
      );
      return;
    }
    const bytes = new Uint8Array(await file.arrayBuffer());
    await show(`Reading ${file.name}`, (api) => api.rackFile(file.name, transfer(bytes, [bytes.buffer]), context));
  };
  useHandedOver(
    (file) => void showFile(file),
    (error) => setProblem(problemToShow(error).message),
  );
  const add = async () => {
    const change: RackChange =
      found?.kind === 'rack'
        ? newOfRack(rack, found.file)
        : { markers: taken, readings: readingsOf(taken, today(), () => crypto.randomUUID()) };
    const count = change.markers?.length ?? 0;
    if (!(await onChange(change))) return;
    setDone(`${count} markers added.`);
    setFound(null);
    setRows([]);
    setText('');
  };
  const restorable = found?.kind === 'rack' ? newOfRack(rack, found.file) : null;
  const addable = restorable ? (restorable.markers?.length ?? 0) : taken.length;

  return (
    <section aria-labelledby="import-heading" className="grid gap-8 lg:grid-cols-2">
      <div className="space-y-4">
        <h2 id="import-heading" className="text-2xl">
          Bring markers in
        </h2>
        <LineChoice lines={rack.lines} lineId={line.id} onChoose={setLineId} />
        <label className="block font-semibold">
          Paste codes
          <textarea
            className="mt-1 block h-36 w-full border-2 border-ink bg-paper p-2 font-code"
            value={text}
            onChange={(event) => setText(event.target.value)}
            placeholder="88d.fern, 62, 36&#10;62b gold"
            spellCheck={false}
          />
        </label>
        <p className="flex flex-wrap gap-3">
          <Button
            weight="main"
            disabled={text.trim() === ''}
            onClick={() => void show('Reading the list', (api) => api.rackText(text, context))}
          >
            Look at the list
          </Button>
          <FileButton label="From a file" accept=".csv,.tsv,.gpl,.json,.txt,.xlsx,.ods" onFile={(file) => void showFile(file)} />
        </p>
        <ReadingNotice reading={files.reading} onStop={files.stop} />
        {problem && (
          <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-3">
            {problem} Nothing was changed.
          </p>
        )}
        {done && <p role="status">{done}</p>}
        {found?.kind === 'table' && (
          <ColumnChoice heading={found.heading} mapping={found.mapping} onMapping={(mapping) => void map(found, mapping)} />
        )}
        {found?.kind === 'rack' && found.aside.length > 0 && <SetAsideParts words={found.aside} />}
        {(rows.length > 0 || restorable) && (
          <div className="space-y-2">
            <p className="font-semibold" role="status">
              {addable} to add{left.length > 0 && `, ${left.length} not taken`}
              {restorable &&
                found?.kind === 'rack' &&
                found.file.markers.length > addable &&
                `, ${found.file.markers.length - addable} are here already`}
            </p>
            <Button weight="main" disabled={addable === 0 || busy} onClick={() => void add()}>
              Add {addable} to rack
            </Button>
            <ReadRows rows={[...left, ...rows.filter((row) => row.taken)]} />
          </div>
        )}
      </div>
      <RackOut rack={rack} line={line} />
    </section>
  );
}

type LineProps = { lines: readonly MarkerLine[]; lineId: string; onChoose: (lineId: string) => void };

function LineChoice({ lines, lineId, onChoose }: LineProps) {
  return (
    <Choice
      label="Of the line"
      labelAt="above"
      options={lines.map(({ id, name }) => ({ value: id, name }))}
      value={lineId}
      onChoose={onChoose}
    />
  );
}

type ColumnProps = { heading: readonly string[]; mapping: ColumnMapping; onMapping: (mapping: ColumnMapping) => void };

const noColumn = -1;

/** Which column of a table holds what. */
function ColumnChoice({ heading, mapping, onMapping }: ColumnProps) {
  return (
    <fieldset className="grid grid-cols-2 gap-3">
      <legend className="mb-1 font-semibold">Which column is what?</legend>
      {importFields.map((field) => (
        <Choice
          key={field}
          label={fieldWords[field]}
          labelAt="above"
          isSmall
          options={[
            { value: noColumn, name: 'none' },
            ...heading.map((name, column) => ({ value: column, name: name || `column ${column + 1}` })),
          ]}
          value={mapping[field] ?? noColumn}
          onChoose={(column) => onMapping({ ...mapping, [field]: column === noColumn ? undefined : column })}
        />
      ))}
    </fieldset>
  );
}

/** What was read, what is not taken first, with the reason. */
function ReadRows({ rows }: { rows: readonly ImportRow[] }) {
  return (
    <ul className="max-h-72 divide-y divide-wall overflow-y-auto bg-paper text-sm">
      {rows.slice(0, shownRows).map((row, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the same text may stand in several rows.
        <li key={index} className="px-3 py-1">
          <span className="font-code">{row.text}</span> {row.taken ? '' : `— not taken: ${row.why}`}
        </li>
      ))}
      {rows.length > shownRows && <li className="px-3 py-1">and {rows.length - shownRows} more</li>}
    </ul>
  );
}

/** The rack as files: all of it, a table, a palette of one line. */
function RackOut({ rack, line }: { rack: ColouredRack; line: MarkerLine }) {
  return (
    <div className="space-y-4">
      <h2 className="text-2xl">Take the rack out</h2>
      <p className="flex flex-wrap gap-3">
        <Button onClick={() => saveFile(downloadName('Markers', 'rack', today(), 'json'), rackAsJson(rack), 'application/json')}>
          Everything, as a file of ours
        </Button>
        <Button onClick={() => saveFile(downloadName('Markers', 'rack', today(), 'csv'), rackAsCsv(rack), 'text/csv')}>
          A table (CSV)
        </Button>
        <Button
          onClick={() => saveFile(downloadName(line.name, 'palette', today(), 'gpl'), lineAsPalette(line, rack.markers), 'text/plain')}
        >
          Palette of this line (.gpl)
        </Button>
      </p>
      <p>The file of ours holds lines, rules, states, colours, events and pair notes: wiped and brought in again, the rack is the same.</p>
    </div>
  );
}
