import { type Lab, labSchema, type MarkerLine, type RackMarker } from '#model/marker';
import { labOfHex } from '#core/colour/lab';
import { type ImportOptions, type ImportRow, importCode, keysOfLine } from './pasted-codes';

export const importFields = ['code', 'line', 'owned', 'state', 'colour', 'exact', 'source', 'cap', 'wanted', 'price'] as const;
export type ImportField = (typeof importFields)[number];
/** Which column of a table holds which field; columns counted from 0. */
export type ColumnMapping = Partial<Record<ImportField, number>>;

const headings: Record<ImportField, RegExp> = {
  code: /^(code|marker|number|nr|name)$/i,
  line: /^(line|range|maker)$/i,
  owned: /^(owned|have|count|how many|quantity)$/i,
  state: /^(state|condition)$/i,
  colour: /^(colou?r|hex|ink)$/i,
  exact: /^(lab|l\*a\*b\*|exact)$/i,
  source: /^(source|colou?r from)$/i,
  cap: /^(cap|cap colou?r)$/i,
  wanted: /^(wanted|wish)$/i,
  price: /^(price|cost)$/i,
};

/** A first guess of the mapping from the headings of a table. */
export function guessMapping(heading: readonly string[]): ColumnMapping {
  const mapping: ColumnMapping = {};
  for (const field of importFields) {
    const column = heading.findIndex((cell) => headings[field].test(cell.trim()));
    if (column >= 0) mapping[field] = column;
  }
  return mapping;
}

/** Words that say yes or no, and how many that is. */
const countWords = new Map([
  ...['yes', 'y', 'x', 'true'].map((word) => [word, 1] as const),
  ...['no', 'n', 'false'].map((word) => [word, 0] as const),
]);

/** "62.1 -10.3 20.5" as L*, a*, b*; null when it is none. */
function exactColour(text: string): Lab | null {
  const parts = text.split(/[\s;]+/).map(Number);
  const read = labSchema.safeParse({ L: parts[0], a: parts[1], b: parts[2] });
  return parts.length === 3 && read.success ? read.data : null;
}

type Details = Partial<Pick<RackMarker, 'owned' | 'count' | 'state' | 'lab' | 'colourSource' | 'capLab' | 'price' | 'wanted'>>;

/** The other fields of a row; a text where one of them cannot be read. */
function readDetails(cell: (field: ImportField) => string): Details | string {
  const details: Details = {};
  const owned = cell('owned').toLowerCase();
  if (owned !== '') {
    const count = /^\d{1,3}$/.test(owned) ? Number(owned) : countWords.get(owned);
    if (count === undefined) return `"${owned}" in the column of how many are owned is neither a number nor yes or no.`;
    Object.assign(details, { owned: count > 0, count });
  }
  const state = cell('state').toLowerCase();
  if (state !== '') {
    if (!['good', 'low', 'dry', 'leaking'].includes(state)) return `The state "${state}" is none of good, low, dry, leaking.`;
    details.state = state as NonNullable<RackMarker['state']>;
  }
  for (const [field, name] of [
    ['colour', 'lab'],
    ['cap', 'capLab'],
  ] as const) {
    const hex = cell(field);
    if (hex === '') continue;
    if (!/^#?[0-9a-f]{6}$/i.test(hex)) return `The colour "${hex}" is not written as #rrggbb.`;
    details[name] = labOfHex(`#${hex.replace('#', '')}`);
  }
  if (cell('exact') !== '') {
    const lab = exactColour(cell('exact'));
    if (!lab) return `The colour "${cell('exact')}" is not three numbers L* a* b*.`;
    details.lab = lab;
  }
  const source = cell('source').toLowerCase();
  if (source !== '' && source !== 'measured' && source !== 'picked')
    return `The source of a colour is measured or picked, not "${source}".`;
  if (details.lab) details.colourSource = source || 'picked';
  const wanted = cell('wanted').toLowerCase();
  if (wanted !== '') {
    const count = countWords.get(wanted);
    if (count === undefined) return `"${wanted}" in the column of what is wanted is neither yes nor no.`;
    details.wanted = count > 0;
  }
  // Signs of a currency are left out; a sign before the number is not.
  const price = cell('price')
    .replace(/[\p{Sc}\p{L}\s]/gu, '')
    .replace(',', '.');
  if (cell('price') !== '') {
    if (!/^\d+(\.\d+)?$/.test(price)) return `The price "${cell('price')}" is not a number from 0 up.`;
    details.price = Number(price);
  }
  return details;
}

export type TableOptions = ImportOptions & {
  /** All lines of the rack, by which a column of lines is read. Default: only the chosen one. */
  lines?: readonly MarkerLine[];
};

/** Markers from the rows of a table (without its heading), each into the line that it names or the chosen one; every row says whether it is taken, or why not. */
export function readTable(rows: readonly (readonly string[])[], mapping: ColumnMapping, options: TableOptions): ImportRow[] {
  const { line: chosen, lines = [chosen], present } = options;
  const byName = new Map(lines.map((line) => [line.name.trim().toLowerCase(), line]));
  const seenOf = new Map([...lines, chosen].map((line) => [line.id, keysOfLine(present, line)]));
  return rows.map((row, index): ImportRow => {
    const cell = (field: ImportField): string => {
      const column = mapping[field];
      return column === undefined ? '' : (row[column] ?? '').trim();
    };
    const text = row.join(', ').slice(0, 120);
    if (cell('code') === '') return { text, taken: false, why: `Row ${index + 1} has no code.` };
    const line = cell('line') === '' ? chosen : byName.get(cell('line').toLowerCase());
    if (!line) return { text, taken: false, why: `There is no line "${cell('line')}": make it first, at “Lines and codes”.` };
    const details = readDetails(cell);
    if (typeof details === 'string') return { text, taken: false, why: details };
    const read = importCode(text, cell('code'), seenOf.get(line.id) as Set<string>, { ...options, line });
    return read.taken ? { ...read, marker: { ...read.marker, ...details } } : read;
  });
}
