import { rgbOfHex } from '#core/colour/rgb';
import type { Marker } from '#model/marker';
import { hexOfLab, labOfHex } from '#core/colour/lab';
import { type ImportOptions, type ImportRow, importCode, keysOfLine } from './pasted-codes';

const headline = 'GIMP Palette';
const mostColours = 20_000;

/** Writes the coloured markers as a palette file (.gpl): a heading, then a line of R, G, B and the code each. */
export function writePalette(name: string, markers: readonly Pick<Marker, 'lab' | 'code'>[]): string {
  const colours = markers.flatMap(({ lab, code }) => {
    if (!lab) return [];
    const channels = rgbOfHex(hexOfLab(lab)).map((channel) => String(channel).padStart(3));
    return [`${channels.join(' ')}\t${code}`];
  });
  return [headline, `Name: ${name.replace(/\s+/g, ' ')}`, 'Columns: 6', '#', ...colours, ''].join('\n');
}

/**
 * Reads a palette file: names are codes, colours are picked by hand.
 * @throws RangeError when the text is no palette file or a very large one.
 */
export function readPalette(text: string, options: ImportOptions): ImportRow[] {
  const lines = text.split(/\r?\n/);
  if (lines[0]?.trim() !== headline) throw new RangeError('This is no palette file: its first line is another.');
  const entries = lines.slice(1).filter((line) => line.trim() !== '' && !/^\s*#|^(Name|Columns):/i.test(line));
  if (entries.length > mostColours) throw new RangeError(`The palette has ${entries.length} colours; ${mostColours} fit.`);
  const seen = keysOfLine(options.present, options.line);
  return entries.map((entry): ImportRow => {
    const match = /^\s*(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})\s+(\S.*)$/.exec(entry);
    const channels = match?.slice(1, 4).map(Number) ?? [];
    if (!match || channels.some((channel) => channel > 255))
      return { text: entry.slice(0, 120), taken: false, why: 'The line is not a red, green, blue and a name.' };
    const hex = `#${channels.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`;
    const read = importCode(entry.trim(), (match[4] as string).trim(), seen, options);
    return read.taken ? { ...read, marker: { ...read.marker, lab: labOfHex(hex), colourSource: 'picked' } } : read;
  });
}
