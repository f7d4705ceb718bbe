import Papa from 'papaparse';
import type * as z from 'zod/mini';
import { colourReadingSchema, type MarkerLine, markerLineSchema, pairNoteSchema, type RackMarker } from '#model/marker';
import { type RackFile, rackFileSchema, rackFileVersion } from '#model/rack-file';
import { checkJsonBounds } from '#core/bytes/json-bounds';
import { readPalette } from '#core/markers/palette-file';
import { type ImportRow, readPastedCodes } from '#core/markers/pasted-codes';
import { type ColumnMapping, guessMapping, readTable } from '#core/markers/table-import';
import { rackFile2Schema } from '#model/frozen/schema-1';
import { rackFileFrom2 } from '#core/upgrade/rack-file-from-2';
import { upgrade } from '#core/upgrade/upgrade';
import { NewerSchemaError } from '#core/upgrade/upgraded';
import { mostListBytes } from './file-limits';
import { readSpreadsheet } from './spreadsheet';

const mostRows = 20_000;
const mostColumns = 100;
const rackBounds = { depth: 10, values: 2_000_000 };

/** What a text or a file holds, before anything is taken: a table still waits for its mapping; `aside`: parts that cannot be read, in words. */
export type Read =
  | { kind: 'rows'; rows: ImportRow[] }
  | { kind: 'table'; heading: string[]; body: string[][]; mapping: ColumnMapping }
  | { kind: 'rack'; file: RackFile; aside: string[] };

export type ImportContext = { line: MarkerLine; lines: readonly MarkerLine[]; present: readonly RackMarker[] };

const newId = () => crypto.randomUUID();

export function readText(text: string, context: ImportContext): Read {
  if (text.length > mostListBytes) throw tooLarge('The text', text.length);
  return { kind: 'rows', rows: readPastedCodes(text, { ...context, newId }) };
}

export function readRows(body: readonly (readonly string[])[], mapping: ColumnMapping, context: ImportContext): ImportRow[] {
  return readTable(body, mapping, { ...context, newId });
}

function tooLarge(name: string, bytes: number): RangeError {
  return new RangeError(
    `${name} has ${Math.round(bytes / 1024 / 1024)} MB; ${mostListBytes / 1024 / 1024} MB fit. A list of markers is far smaller: is this the right file?`,
  );
}

function tableOf(rows: readonly string[][]): Read {
  const [heading, ...body] = rows;
  if (!heading || body.length === 0) throw new RangeError('The table has a heading at the most: there are no rows to take.');
  return { kind: 'table', heading, body, mapping: guessMapping(heading) };
}

const tooManyColumns = (count: number): RangeError =>
  new RangeError(`The table has ${count.toLocaleString('en')} columns; ${mostColumns} fit. Is it a table of markers?`);
const tooManyRows = (): RangeError =>
  new RangeError(`The table has more than ${mostRows.toLocaleString('en')} rows, which fit. Bring it in in parts.`);

/** The first sheet of a spreadsheet, as a table. @throws RangeError in words */
export async function readSheet(name: string, bytes: Uint8Array): Promise<Read> {
  if (bytes.length > mostListBytes) throw tooLarge(name, bytes.length);
  const rows = (await readSpreadsheet(name, bytes)).filter((row) => row.some((cell) => cell.trim() !== ''));
  const widest = rows.reduce((most, row) => Math.max(most, row.length), 0);
  if (widest > mostColumns) throw tooManyColumns(widest);
  if (rows.length > mostRows) throw tooManyRows();
  return tableOf(rows);
}

function readCsv(text: string): Read {
  const rows: string[][] = [];
  let fault: RangeError | null = null;
  // Row by row, so that a table beyond all measure is told of at its first row too many.
  Papa.parse<string[]>(text, {
    skipEmptyLines: 'greedy',
    step: ({ data, errors }, parser) => {
      const broken = errors.find(({ type }) => type === 'Quotes');
      if (broken)
        fault = new RangeError(
          `The quotes in row ${rows.length + 1} are broken: a quote is opened and not closed. Mend the row and bring the file in again.`,
        );
      else if (data.length > mostColumns) fault = tooManyColumns(data.length);
      else if (rows.length > mostRows) fault = tooManyRows();
      if (fault) parser.abort();
      else rows.push(data);
    },
  });
  if (fault) throw fault;
  return tableOf(rows);
}

/** Rows of a list one by one: those that can be read, and in words those that cannot. */
function readEach<S extends z.ZodMiniType>(schema: S, what: string, rows: unknown, aside: string[]): z.output<S>[] {
  if (!Array.isArray(rows)) return [];
  return rows.flatMap((row, place) => {
    const read = schema.safeParse(row);
    if (read.success) return [read.data];
    const { code, name } = (row ?? {}) as { code?: unknown; name?: unknown };
    const called = typeof code === 'string' ? code.slice(0, 40) : typeof name === 'string' ? name.slice(0, 40) : `number ${place + 1}`;
    const issue = read.error.issues[0];
    aside.push(`${what} ${called}: ${issue?.path.length ? `${issue.path.join(', ')} cannot be read` : 'it cannot be read'}.`);
    return [];
  });
}

/** A rack file of which some parts cannot be read: those that can, and the others in words. */
function readParts(value: Record<string, unknown>): Read {
  const aside: string[] = [];
  const lines = readEach(markerLineSchema, 'The line', value.lines, aside);
  const known = new Set(lines.map(({ id }) => id));
  const markers = readEach(rackFileSchema.shape.markers.def.element, 'The marker', value.markers, aside).filter((marker) => {
    if (known.has(marker.lineId)) return true;
    aside.push(`The marker ${marker.code}: its line is not in the file.`);
    return false;
  });
  const ids = new Set(markers.map(({ id }) => id));
  const pairNotes = readEach(pairNoteSchema, 'The note', value.pairNotes, aside).filter(
    ({ firstId, secondId }) => ids.has(firstId) && ids.has(secondId),
  );
  const readings = readEach(colourReadingSchema, 'The reading', value.readings, aside).filter(({ markerId }) => ids.has(markerId));
  if (lines.length === 0) throw new RangeError('The JSON is not a rack saved by Aquachrome.');
  return {
    kind: 'rack',
    file: { format: 'aquachrome-rack', version: rackFileVersion, lines, markers, pairNotes, readings },
    aside,
  };
}

function readJson(bytes: Uint8Array, text: string): Read {
  let value: unknown;
  try {
    checkJsonBounds(bytes, rackBounds);
    value = JSON.parse(text);
  } catch (error) {
    if (error instanceof RangeError) throw new RangeError(`The file is no rack saved by Aquachrome: ${error.message}.`);
    throw new RangeError('The file is not valid JSON. Save the rack again and bring that file in.');
  }
  const { format, markers } = (value ?? {}) as { format?: unknown; markers?: unknown };
  if (format !== 'aquachrome-rack') throw new RangeError('The JSON is not a rack saved by Aquachrome.');
  if (Array.isArray(markers) && markers.length > mostRows)
    throw new RangeError(`The file has ${markers.length.toLocaleString('en')} markers; ${mostRows.toLocaleString('en')} fit.`);
  try {
    return { kind: 'rack', file: upgrade({ what: 'rackFile', value }).value, aside: [] };
  } catch (error) {
    if (error instanceof NewerSchemaError) throw error;
    return readParts(inOneVersion(value as Record<string, unknown>));
  }
}

/** A rack file of which parts are broken, its colours as readings whichever version it has. */
function inOneVersion(value: Record<string, unknown>): Record<string, unknown> {
  const older = rackFile2Schema.safeParse({ ...value, version: 2 });
  return value.version === rackFileVersion || !older.success ? value : (rackFileFrom2(older.data) as Record<string, unknown>);
}

/** Reads a file by its content. @throws RangeError that says what is wrong and what to do. */
export function readRackFile(name: string, bytes: Uint8Array, context: ImportContext): Read {
  if (bytes.length > mostListBytes) throw tooLarge(name, bytes.length);
  if (bytes.length === 0) throw new RangeError(`${name} is empty.`);
  // Packed and picture files hold zero bytes, whatever their name says; lists never do.
  if (bytes.subarray(0, 4096).includes(0) || (bytes[0] === 0x50 && bytes[1] === 0x4b))
    throw new RangeError(`${name} is not a text file, whatever its name says. Save the list as CSV or as a spreadsheet (.xlsx, .ods).`);
  const text = new TextDecoder('utf-8').decode(bytes).replace(/^\uFEFF/, '');
  if (/\.gpl$/i.test(name) || text.startsWith('GIMP Palette')) return { kind: 'rows', rows: readPalette(text, { ...context, newId }) };
  if (/^\s*\{/.test(text)) return readJson(bytes, text);
  if (/\.(csv|tsv)$/i.test(name)) return readCsv(text);
  return readText(text, context);
}
