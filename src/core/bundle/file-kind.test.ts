import { strToU8, zipSync } from 'fflate';
import { expect, it } from 'vitest';
import { fileHeadBytes, fileKind } from './file-kind';

const text = (words: string) => strToU8(words);
const zip = (files: Record<string, string>) =>
  zipSync(Object.fromEntries(Object.entries(files).map(([name, words]) => [name, [strToU8(words), { level: 0 }] as const])));

it('a file is told by its first bytes, whatever its name says', () => {
  const cases: [Uint8Array, string, string][] = [
    [new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0]), 'x.zip', 'image'],
    [new Uint8Array([0xff, 0xd8, 0xff, 0xe0]), 'photo', 'image'],
    [text('II*\0'), 'scan.tif', 'image'],
    [text('RIFF1234WEBPVP8 '), 'a.webp', 'image'],
    [text('\uFEFF<?xml version="1.0"?>\n<svg/>'), 'drawing.txt', 'image'],
    [zip({ mimetype: 'image/openraster', 'stack.xml': '' }), 'a.zip', 'layers'],
    [zip({ mimetype: 'application/vnd.oasis.opendocument.spreadsheet' }), 'a.zip', 'table'],
    [zip({ '[Content_Types].xml': '', 'xl/workbook.xml': '' }), 'a.zip', 'table'],
    [zip({ 'aquachrome.json': '{}' }), 'a.zip', 'makes'],
    [text('{ "version": 1,\n "format" : "aquachrome-make" }'), 'a.json', 'makes'],
    [text('{"format":"aquachrome-recipe"}'), 'a.json', 'recipe'],
    [text('{"format":"aquachrome-rack"}'), 'a.csv', 'rack'],
    [text('{"format":"aquachrome-waiting"}'), 'a.json', 'waiting'],
    [text('{"format":"another"}'), 'a.json', 'unknown'],
    [text('GIMP Palette\nName: x'), 'a', 'table'],
    [text('code,owned\n1,2'), 'rack.CSV', 'table'],
    [text('62, 36, 88'), 'codes.txt', 'table'],
    [text('dear friend'), 'letter.doc', 'unknown'],
    [text('PGDMP\x01'), 'all.aquachrome', 'backup'],
    [text('\x7fELF\0\0'), 'a.csv', 'unknown'],
    [new Uint8Array(0), 'a.png', 'empty'],
  ];
  for (const [bytes, name, kind] of cases) expect(fileKind(bytes.subarray(0, fileHeadBytes), name), `${name} as ${kind}`).toBe(kind);
});
