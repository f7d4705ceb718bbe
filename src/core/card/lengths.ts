import { mmPerInch } from '#core/raster/resolution';

export type LengthUnit = 'mm' | 'in';

/** "4¼" as "4 1/4": signs of fractions as they are typed with two numbers. */
const withPlainFractions = (text: string): string =>
  text.replace(/[¼½¾⅐-⅞]/g, (sign) => ` ${sign.normalize('NFKC').replace('⁄', '/')}`).replaceAll('⁄', '/');

/**
 * Reads a length as people type it: "60", "6.5 cm", "4 1/4", "4-1/4", "4¼", "4 1/4 in", '2.5"'. Without a unit, `unit` counts.
 * @returns millimetres, or null when it is no length.
 */
export function readLengthMm(typed: string, unit: LengthUnit): number | null {
  const text = withPlainFractions(typed);
  const match = /^\s*(?:(\d+)(?:\s+|\s*-\s*))?(\d+)\s*\/\s*(\d+)\s*(mm|cm|in|")?\s*$/i.exec(text);
  const plain = /^\s*(\d+(?:[.,]\d+)?)\s*(mm|cm|in|")?\s*$/i.exec(text);
  const written = (match?.[4] ?? plain?.[2] ?? unit).toLowerCase();
  const value = match
    ? Number(match[1] ?? 0) + Number(match[2]) / Number(match[3])
    : plain
      ? Number(plain[1]?.replace(',', '.'))
      : Number.NaN;
  if (!Number.isFinite(value) || value <= 0) return null;
  return value * ({ mm: 1, cm: 10, in: mmPerInch, '"': mmPerInch }[written] ?? 1);
}

/** A way along a line: a length as `readLengthMm` reads it, with a minus where it goes back; 0 is one too. @returns millimetres, or null when it is none. */
export function readOffsetMm(text: string, unit: LengthUnit): number | null {
  if (/^\s*[-−]?\s*0(?:[.,]0+)?\s*(mm|cm|in|")?\s*$/i.test(text)) return 0;
  const isBack = /^\s*[-−]/.test(text);
  const length = readLengthMm(text.replace(/^\s*[-−]/, ''), unit);
  return length === null ? null : isBack ? -length : length;
}

/** The nearest sixteenth of an inch, and how much more (or less) than the length it is, in mm. */
export function nearestSixteenth(lengthMm: number): { text: string; offMm: number } {
  const sixteenthsMm = (Math.round((lengthMm / mmPerInch) * 16) / 16) * mmPerInch;
  return { text: formatLength(lengthMm, 'in'), offMm: sixteenthsMm - lengthMm };
}

/** Less than this nobody sees on a ruler. */
const leastOffMm = 0.05;

/** A length in the unit that was chosen, and for who works across the ocean in the other one; what is lost by the sixteenth is said. */
export function lengthInBoth(lengthMm: number, unit: LengthUnit): string {
  const mm = formatLength(lengthMm, 'mm');
  const { text, offMm } = nearestSixteenth(lengthMm);
  const off = Math.abs(offMm) < leastOffMm ? '' : `, ${Math.abs(Math.round(offMm * 10) / 10) || 0.1} mm ${offMm > 0 ? 'more' : 'less'}`;
  return unit === 'mm' ? `${mm} (${text}${off})` : `${text} (${mm}${off === '' ? '' : `: it is${off.slice(1)}`})`;
}

/** A length as people say it: "64 mm", or in inches with fractions to the sixteenth, "2 1/2 in". */
export function formatLength(lengthMm: number, unit: LengthUnit): string {
  if (unit === 'mm') return `${Math.round(lengthMm * 10) / 10} mm`;
  const sixteenths = Math.round((lengthMm / mmPerInch) * 16);
  const whole = Math.floor(sixteenths / 16);
  let numerator = sixteenths % 16;
  let denominator = 16;
  while (numerator > 0 && numerator % 2 === 0) {
    numerator /= 2;
    denominator /= 2;
  }
  const fraction = numerator > 0 ? `${numerator}/${denominator}` : '';
  return `${[whole > 0 || fraction === '' ? String(whole) : '', fraction].filter(Boolean).join(' ')} in`;
}
