import type { RackMarker } from '#model/marker';
import { labOfHex } from '#core/colour/lab';
import { type ImportOptions, type ImportRow, importCode, keysOfLine } from './pasted-codes';

export const importFields = ['code', 'owned', 'state', 'colour', 'cap', 'price'] as const;
export type ImportField = (typeof importFields)[number];
/** Which column of a table holds which field; columns counted from 0. */
export type ColumnMapping = Partial<Record<ImportField, number>>;

const headings: Record<ImportField, RegExp> = {
  code: /^(code|marker|number|nr|name)$/i,
  owned: /^(owned|have|count|how many|quantity)$/i,
  state: /^(state|condition)$/i,
  colour: /^(colou?r|hex|ink)$/i,
  cap: /^(cap|cap colou?r)$/i,
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

type Details = Partial<Pick<RackMarker, 'owned' | 'count' | 'state' | 'lab' | 'colourSource' | 'capLab' | 'price' | 'wanted'>>;

/** The other fields of a row; a text where one of them cannot be read. */
function readDetails(cell: (field: ImportField) => string): Details | string {
  const details: Details = {};
  const owned = cell('owned').toLowerCase();
  if (owned !== '') {
    const count = /^\d{1,3}$/.test(owned) ? Number(owned) : { yes: 1, y: 1, x: 1, true: 1, no: 0, n: 0, false: 0 }[owned];
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
  if (details.lab) details.colourSource = 'picked';
  const price = cell('price')
    .replace(',', '.')
    .replace(/[^\d.]/g, '');
  if (cell('price') !== '') {
    if (price === '' || !Number.isFinite(Number(price))) return `The price "${cell('price')}" is not a number.`;
    details.price = Number(price);
  }
  return details;
}

/** Markers from the rows of a table (without its heading); every row says whether it is taken, or why not. */
export function readTable(rows: readonly (readonly string[])[], mapping: ColumnMapping, options: ImportOptions): ImportRow[] {
  const seen = keysOfLine(options.present, options.line);
  return rows.map((row, index): ImportRow => {
    const cell = (field: ImportField): string => {
      const column = mapping[field];
      return column === undefined ? '' : (row[column] ?? '').trim();
    };
    const text = row.join(', ').slice(0, 120);
    if (cell('code') === '') return { text, taken: false, why: `Row ${index + 1} has no code.` };
    const details = readDetails(cell);
    if (typeof details === 'string') return { text, taken: false, why: details };
    const read = importCode(text, cell('code'), seen, options);
    return read.taken ? { ...read, marker: { ...read.marker, ...details } } : read;
  });
}
