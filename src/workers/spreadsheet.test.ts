import { strToU8, zipSync } from 'fflate';
import { expect, it } from 'vitest';
import { isSpreadsheet, readSpreadsheet } from './spreadsheet';

const zip = (files: Record<string, string>) =>
  zipSync(
    Object.fromEntries(
      Object.entries(files).map(([name, text]) => [name, [strToU8(text), { level: name === 'mimetype' ? 0 : 6 }] as const]),
    ),
  );
const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const relations = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const head = '<?xml version="1.0" encoding="UTF-8"?>';

/** The least workbook (ECMA-376 part 1, 18.2.27 workbook, 18.3.1.99 worksheet): shared, inline and number cells, one of them left out. */
const workbook = (rows: string) =>
  zip({
    '[Content_Types].xml': `${head}<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/></Types>`,
    '_rels/.rels': `${head}<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="${relations}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `${head}<workbook xmlns="${main}" xmlns:r="${relations}"><sheets><sheet name="Rack" sheetId="1" r:id="rId1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `${head}<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="${relations}/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="rId2" Type="${relations}/sharedStrings" Target="sharedStrings.xml"/><Relationship Id="rId3" Type="${relations}/styles" Target="styles.xml"/></Relationships>`,
    'xl/styles.xml': `${head}<styleSheet xmlns="${main}"/>`,
    'xl/sharedStrings.xml': `${head}<sst xmlns="${main}"><si><t>code</t></si><si><t>owned</t></si><si><t>62.rose &amp; ink</t></si></sst>`,
    'xl/worksheets/sheet1.xml': `${head}<worksheet xmlns="${main}"><sheetData>${rows}</sheetData></worksheet>`,
  });

const cells =
  '<row r="1"><c r="A1" t="s"><v>0</v></c><c r="B1" t="s"><v>1</v></c><c r="C1" t="inlineStr"><is><t>state</t></is></c></row><row r="2"><c r="A2" t="s"><v>2</v></c><c r="C2" t="inlineStr"><is><t>low</t></is></c></row><row r="3"><c r="A3"><v>36</v></c><c r="B3"><v>2</v></c></row>';

const ods = (rows: string) =>
  zip({
    mimetype: 'application/vnd.oasis.opendocument.spreadsheet',
    'content.xml': `${head}<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet><table:table table:name="Rack">${rows}</table:table><table:table table:name="Other"><table:table-row><table:table-cell><text:p>no</text:p></table:table-cell></table:table-row></table:table></office:spreadsheet></office:body></office:document-content>`,
  });
const cell = (text: string, more = '') =>
  `<table:table-cell office:value-type="string"${more}>${text === '' ? '' : `<text:p>${text}</text:p>`}</table:table-cell>`;
const repeatedRows = ' table:number-rows-repeated=';

it('a workbook is read as a table, empty cells in their place', async () => {
  const bytes = workbook(cells);
  expect(isSpreadsheet(bytes)).toBe(true);
  expect(await readSpreadsheet('rack.xlsx', bytes)).toEqual([
    ['code', 'owned', 'state'],
    ['62.rose & ink', '', 'low'],
    ['36', '2', ''],
  ]);
});

it('an OpenDocument spreadsheet is read as a table: repeated cells and rows, its first sheet alone', async () => {
  const row = (inner: string, more = '') => `<table:table-row${more}>${inner}</table:table-row>`;
  const bytes = ods(
    row(cell('code') + cell('owned') + cell('', ' table:number-columns-repeated="16382"')) +
      row(cell('62.<text:span>rose</text:span>') + cell('1')) +
      row(cell('x', ' table:number-columns-repeated="2"'), `${repeatedRows}"2"`) +
      row(cell('', ' table:number-columns-repeated="16384"'), `${repeatedRows}"1048570"`),
  );
  expect(isSpreadsheet(bytes)).toBe(true);
  expect(await readSpreadsheet('rack.ods', bytes)).toEqual([
    ['code', 'owned'],
    ['62.rose', '1'],
    ['x', 'x'],
    ['x', 'x'],
  ]);
});

it('what is damaged or a bomb is refused in words', async () => {
  await expect(readSpreadsheet('half.xlsx', workbook(cells).subarray(0, 300))).rejects.toThrow(
    /half\.xlsx cannot be read as a spreadsheet/,
  );
  await expect(readSpreadsheet('b.ods', ods(' '.repeat(90 * 1024 * 1024)))).rejects.toThrow(/larger unpacked than the 80 MB/);
  await expect(readSpreadsheet('b.ods', ods('<table:table-row>'))).rejects.toThrow(/cannot be read as a spreadsheet/);
});
