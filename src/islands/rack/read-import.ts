import Papa from 'papaparse';
import type { MarkerLine, Rack, RackMarker } from '#model/marker';
import { type RackFile, rackFileVersion } from '#model/rack-file';
import { hexOfLab } from '#core/colour/lab';
import { upgrade } from '#core/upgrade/upgrade';
import { NewerSchemaError } from '#core/upgrade/upgraded';
import { readPalette, writePalette } from '#core/markers/palette-file';
import { type ImportRow, readPastedCodes } from '#core/markers/pasted-codes';
import { type ColumnMapping, guessMapping, readTable } from '#core/markers/table-import';

const mostFileBytes = 5 * 1024 * 1024;
const mostRows = 20_000;

/** What a text or a file holds, before anything is taken: a table still waits for its mapping. */
export type Read =
  | { kind: 'rows'; rows: ImportRow[] }
  | { kind: 'table'; heading: string[]; body: string[][]; mapping: ColumnMapping }
  | { kind: 'rack'; file: RackFile };

export type ImportContext = { line: MarkerLine; lines: readonly MarkerLine[]; present: readonly RackMarker[] };

const newId = () => crypto.randomUUID();

export function readText(text: string, context: ImportContext): Read {
  return { kind: 'rows', rows: readPastedCodes(text, { ...context, newId }) };
}

export function readRows(table: Read & { kind: 'table' }, mapping: ColumnMapping, context: ImportContext): ImportRow[] {
  return readTable(table.body, mapping, { ...context, newId });
}

function readCsv(text: string): Read {
  const parsed = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const broken = parsed.errors.find(({ type }) => type === 'Quotes');
  if (broken)
    throw new RangeError(
      `The quotes in row ${(broken.row ?? 0) + 1} are broken: a quote is opened and not closed. Mend the row and bring the file in again.`,
    );
  const [heading, ...body] = parsed.data;
  if (!heading || body.length === 0) throw new RangeError('The table has a heading at the most: there are no rows to take.');
  if (body.length > mostRows)
    throw new RangeError(
      `The table has ${body.length.toLocaleString('en')} rows; ${mostRows.toLocaleString('en')} fit. Bring it in in parts.`,
    );
  return { kind: 'table', heading, body, mapping: guessMapping(heading) };
}

function readJson(text: string): Read {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new RangeError('The file is not valid JSON. Save the rack again and bring that file in.');
  }
  try {
    return { kind: 'rack', file: upgrade({ what: 'rackFile', value }).value };
  } catch (error) {
    if (error instanceof NewerSchemaError) throw error;
    throw new RangeError('The JSON is not a rack saved by Aquachrome.');
  }
}

/** Reads a file by its content. @throws RangeError that says what is wrong and what to do. */
export async function readFile(file: File, context: ImportContext): Promise<Read> {
  if (file.size > mostFileBytes) {
    throw new RangeError(
      `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; ${mostFileBytes / 1024 / 1024} MB fit. A list of markers is far smaller: is this the right file?`,
    );
  }
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes.length === 0) throw new RangeError(`${file.name} is empty.`);
  // Packed and picture files hold zero bytes, whatever their name says; lists never do.
  if (bytes.subarray(0, 4096).includes(0) || (bytes[0] === 0x50 && bytes[1] === 0x4b))
    throw new RangeError(`${file.name} is not a text file, whatever its name says. Save the list as CSV.`);
  const text = new TextDecoder('utf-8').decode(bytes).replace(/^\uFEFF/, '');
  if (/\.gpl$/i.test(file.name) || text.startsWith('GIMP Palette')) return { kind: 'rows', rows: readPalette(text, { ...context, newId }) };
  if (/^\s*\{/.test(text)) return readJson(text);
  if (/\.csv$/i.test(file.name)) return readCsv(text);
  return readText(text, context);
}

export function rackAsJson(rack: Rack): string {
  // Only colours of the rack's own: what is assumed from a code is none of them.
  const markers = rack.markers.map(({ lab, colourSource, ...marker }) =>
    lab ? { ...marker, lab, colourSource: colourSource ?? 'picked' } : marker,
  );
  const file: RackFile = { format: 'aquachrome-rack', version: rackFileVersion, ...rack, markers };
  return JSON.stringify(file, null, 2);
}

export function lineAsPalette(line: MarkerLine, markers: readonly RackMarker[]): string {
  return writePalette(
    line.name,
    markers.filter(({ lineId }) => lineId === line.id),
  );
}

export function rackAsCsv(rack: Rack): string {
  const lineName = new Map(rack.lines.map(({ id, name }) => [id, name]));
  return Papa.unparse(
    rack.markers.map(({ code, lineId, owned, count, state, lab, colourSource, capLab, wanted, price }) => ({
      line: lineName.get(lineId) ?? '',
      code,
      owned: owned ? (count ?? 1) : 0,
      state: state ?? 'good',
      colour: lab ? hexOfLab(lab) : '',
      // The hex says what a screen shows; these three say which ink it is.
      lab: lab ? [lab.L, lab.a, lab.b].join(' ') : '',
      source: lab ? (colourSource ?? 'picked') : '',
      cap: capLab ? hexOfLab(capLab) : '',
      wanted: wanted ? 'yes' : '',
      price: price ?? '',
    })),
    // A cell that a spreadsheet would run as a formula is written as text.
    { escapeFormulae: true },
  );
}
