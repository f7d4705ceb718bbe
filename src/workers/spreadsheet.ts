import { strFromU8, unzipSync } from 'fflate';
import { readSheet } from 'read-excel-file/universal';
import { SaxesParser } from 'saxes';
import { fileKind } from '#core/bundle/file-kind';

/** Bytes that a spreadsheet may have unpacked: a table of 20,000 markers has less. */
const mostUnpacked = 80 * 1024 * 1024;
/** Rows and columns that are read; tables beyond are refused by whoever asks. */
const most = { rows: 20_002, columns: 102 };

/** Whether a file is a workbook (Office Open XML) or an OpenDocument spreadsheet, by its first bytes. */
export function isSpreadsheet(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b && fileKind(bytes.subarray(0, 4096), '') === 'table';
}

/** The sizes that a zip says its files have together; nothing is unpacked. */
function unpackedBytes(bytes: Uint8Array): number {
  let total = 0;
  unzipSync(bytes, {
    filter: ({ originalSize }) => {
      total += originalSize;
      return false;
    },
  });
  return total;
}

/** How often a cell or a row is repeated, within what is read. */
const repeated = (value: string | undefined, limit: number): number => Math.min(limit, Math.max(1, Number(value ?? 1) || 1));

/** Cells of the first table of an OpenDocument spreadsheet (OASIS OpenDocument 1.3, part 3, 9.1: table:table, table-row, table-cell). */
function cellsOf(xml: string): string[][] {
  const rows: string[][] = [];
  let [tables, row, cell, times, rowTimes, inCell]: [number, string[], string, number, number, boolean] = [0, [], '', 1, 1, false];
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes, isSelfClosing }) => {
    const own = attributes as Record<string, string>;
    if (name === 'table:table') tables++;
    if (tables !== 1) return;
    if (name === 'table:table-row') [row, rowTimes] = [[], repeated(own['table:number-rows-repeated'], most.rows)];
    if (name === 'table:table-cell' || name === 'table:covered-table-cell') {
      [cell, times, inCell] = ['', repeated(own['table:number-columns-repeated'], most.columns), true];
    }
    if (name === 'text:p' && cell !== '' && !isSelfClosing) cell += '\n';
    if (name === 'text:s') cell += ' '.repeat(repeated(own['text:c'], 100));
  });
  parser.on('text', (text) => {
    if (inCell) cell += text;
  });
  parser.on('closetag', ({ name }) => {
    if (tables !== 1) return;
    if (name === 'table:table-cell' || name === 'table:covered-table-cell') {
      inCell = false;
      for (let time = 0; time < times && row.length < most.columns; time++) row.push(cell.trim());
    }
    if (name === 'table:table-row') {
      while (row.at(-1) === '') row.pop();
      // Empty rows to the end of the sheet are one row that is repeated.
      if (row.length > 0) for (let time = 0; time < rowTimes && rows.length < most.rows; time++) rows.push(row);
    }
    if (name === 'table:table') tables++;
  });
  parser.on('error', (error) => {
    throw error;
  });
  parser.write(xml).close();
  return rows;
}

/** The cells of the first sheet of a spreadsheet as texts. @throws RangeError in words. */
export async function readSpreadsheet(name: string, bytes: Uint8Array): Promise<string[][]> {
  const unreadable = () => new RangeError(`${name} cannot be read as a spreadsheet. Save the list as CSV, and bring that in.`);
  try {
    if (unpackedBytes(bytes) > mostUnpacked)
      throw new RangeError(`${name} is larger unpacked than the ${mostUnpacked / 1024 / 1024} MB that fit. Save the list as CSV.`);
    const content = unzipSync(bytes, { filter: (file) => file.name === 'content.xml' })['content.xml'];
    if (content) return cellsOf(strFromU8(content));
    const cells = await readSheet(new Blob([bytes as Uint8Array<ArrayBuffer>]));
    return cells.map((row) =>
      row.map((cell) => (cell instanceof Date ? cell.toISOString().slice(0, 10) : cell === null ? '' : String(cell))),
    );
  } catch (error) {
    if (error instanceof RangeError && error.message.startsWith(name)) throw error;
    throw unreadable();
  }
}
