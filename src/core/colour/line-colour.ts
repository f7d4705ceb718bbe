import { chromaOf, hueDegOf } from './hue-chroma';
import { hueWord } from './hue-words';
import { hexOfLab, labOfHex } from './lab';

/** Of the darkness of a picture's deepest ink so much counts as line: paler pixels are the soft edge of one. */
const lineShare = 0.75;
/** Less ink than this, in levels of 255 under the paper, is no line. */
const leastDepth = 12;
/** Ink as dark and as grey as this is black. */
const blackL = 32;
const greyChroma = 10;

const median = (values: number[]): number => values.sort((one, other) => one - other)[Math.floor(values.length / 2)] ?? 0;

/** The level under which a share of the pixels lies. */
function levelAt(counts: Uint32Array, all: number, share: number): number {
  let seen = 0;
  for (let level = 0; level < counts.length; level++) {
    seen += counts[level] as number;
    if (seen >= share * all) return level;
  }
  return counts.length - 1;
}

/**
 * The colour of the lines of a picture, as #rrggbb: the median of its deepest ink, channel by channel.
 * @param rgb row-major, three bytes a pixel, lines on light paper.
 * @returns null where they are black, or where there are none.
 */
export function lineColour(rgb: Uint8Array): string | null {
  const pixels = Math.floor(rgb.length / 3);
  const dark = new Uint8Array(pixels);
  const counts = new Uint32Array(256);
  for (let i = 0; i < pixels; i++) {
    // The least of the channels: a red line is as deep as a black one.
    const level = Math.min(rgb[3 * i] as number, rgb[3 * i + 1] as number, rgb[3 * i + 2] as number);
    dark[i] = level;
    counts[level] = (counts[level] as number) + 1;
  }
  const [deepest, paper] = [levelAt(counts, pixels, 0.002), levelAt(counts, pixels, 0.8)];
  if (paper - deepest < leastDepth) return null;
  const limit = paper - lineShare * (paper - deepest);
  const medians = (isMeant: (level: number) => boolean) => {
    const channels: [number[], number[], number[]] = [[], [], []];
    for (let i = 0; i < pixels; i++) {
      if (!isMeant(dark[i] as number)) continue;
      for (const channel of [0, 1, 2] as const) channels[channel].push(rgb[3 * i + channel] as number);
    }
    return channels.map(median);
  };
  // Seen against its paper: under a warm lamp black ink is no brown.
  const white = medians((level) => level >= paper);
  const ink = medians((level) => level <= limit).map((value, channel) => Math.min(255, (255 * value) / Math.max(1, white[channel] ?? 255)));
  const hex = `#${ink.map((value) => Math.round(value).toString(16).padStart(2, '0')).join('')}`;
  const lab = labOfHex(hex);
  return lab.L < blackL && chromaOf(lab) < greyChroma ? null : hexOfLab(lab);
}

/** Lines of which nothing else is known. */
export const blackHex = '#000000';

/** What a line's colour is called: "dark brown". @param hex absent: black. */
export function lineColourWords(hex: string | undefined): string {
  if (!hex) return 'black';
  const lab = labOfHex(hex);
  const chroma = chromaOf(lab);
  if (chroma < greyChroma) return lab.L < 40 ? 'dark grey' : lab.L > 65 ? 'pale grey' : 'grey';
  const hueDeg = hueDegOf(lab);
  const isBrown = hueDeg > 25 && hueDeg < 95 && chroma < 52 && lab.L < 68;
  // Deep blues lie at the hue angles of violet in CIELAB.
  const isBlue = hueDeg > 225 && hueDeg < 306;
  const word = isBrown ? 'brown' : isBlue ? 'blue' : hueWord(hueDeg);
  return lab.L < (isBrown ? 38 : 32) ? `dark ${word}` : lab.L > 75 ? `pale ${word}` : word;
}

/**
 * Grey lines in the colour of the ink: black becomes the colour, paper stays paper; in place.
 * @param rgba row-major, grey levels in its colour channels. @param hex the colour of the ink. @param readHex the colour that it was scanned in. Default the same.
 */
export function tintLines(rgba: Uint8ClampedArray | Uint8Array, hex: string, readHex: string = hex): void {
  const channels = (own: string) => [1, 3, 5].map((at) => Number.parseInt(own.slice(at, at + 2), 16)) as [number, number, number];
  const [ink, read] = [channels(hex), channels(readHex)];
  // Grey of the ink as the decoder makes it (ITU-R BT.601): that level is full ink, whatever colour it gets.
  const full = 255 - (0.299 * read[0] + 0.587 * read[1] + 0.114 * read[2]);
  for (let i = 0; i < rgba.length; i += 4) {
    const share = Math.min(1, (255 - (rgba[i] as number)) / Math.max(1, full));
    for (const channel of [0, 1, 2] as const) rgba[i + channel] = Math.round(255 - share * (255 - ink[channel]));
  }
}
