import type { ElementLook } from '#model/look';
import type { Lab } from '#model/marker';
import { liftedInk } from '#core/colour/predict-ink';
import { hexOfLab } from '#core/colour/lab';
import { rgbOfHex } from '#core/colour/rgb';

/** A place of an element: its band, where it lies, how far from the next darker band, along and across its strokes, all in mm. */
export type PlaceOfLook = { band: number; xMm: number; yMm: number; awayMm: number; along: number; across: number };
/** Lays over a painted px what comes after the bands; null: nothing does. */
export type LaidOver = ((rgba: Uint8ClampedArray, at: number, place: PlaceOfLook) => void) | null;

/** Measures of what a hand lays on top, in mm. From memory, by looking. */
const [dotsApartMm, stripesApartMm, stripeMm, hatchApartMm, fadeMm] = [1.6, 2.2, 0.55, 0.5, 2.5] as const;
/** How much a pencil covers. */
const [pencilShare, whitePencilShare] = [0.22, 0.5] as const;

/** Any number of a place, 0 to 1, always the same. */
function chance(x: number, y: number, turn: number): number {
  const mixed = Math.imul((x * 73_856_093) ^ (y * 19_349_663) ^ (turn * 83_492_791), 0x45d9f3b);
  return ((mixed ^ (mixed >>> 15)) >>> 0) / 2 ** 32;
}

/** Whether a place lies on one of the dots of a scatter. */
function onDot(xMm: number, yMm: number): boolean {
  const [column, row] = [Math.floor(xMm / dotsApartMm), Math.floor(yMm / dotsApartMm)];
  const radius = 0.16 + 0.14 * chance(column, row, 1);
  const off = (turn: number) => (radius + (dotsApartMm - 2 * radius) * chance(column, row, turn)) as number;
  return Math.hypot(xMm - column * dotsApartMm - off(2), yMm - row * dotsApartMm - off(3)) < radius;
}

const part = (value: number, of: number): number => value - Math.floor(value / of) * of;

/** What of an element is laid over its bands, by its extras. */
export function laidOver(look: ElementLook, { paper, seen }: { paper: Lab; seen: (lab: Lab) => Lab }): LaidOver {
  const has = (extra: ElementLook['extras'][number]) => look.extras.includes(extra);
  const rgb = (lab: Lab) => rgbOfHex(hexOfLab(lab));
  const pattern = look.pattern && rgb(seen(look.pattern));
  const bare = rgb(paper);
  const lifted = rgb(seen(liftedInk(look.bands[0] as Lab, paper)));
  const deepest = look.bands.length - 1;
  const anything = pattern || has('pencilShading') || has('softHighlight') || has('fadeIntoWhite') || has('lift');
  if (!anything) return null;
  const mix = (rgba: Uint8ClampedArray, at: number, to: readonly [number, number, number], share: number) => {
    for (const channel of [0, 1, 2] as const) rgba[at + channel] = rgba[at + channel]! + share * (to[channel] - rgba[at + channel]!);
  };
  return (rgba, at, { band, xMm, yMm, awayMm, across }) => {
    const inLight = band === 0 && deepest > 0 ? Math.min(1, awayMm / fadeMm) : 0;
    if (inLight > 0 && Number.isFinite(awayMm)) {
      if (has('fadeIntoWhite')) mix(rgba, at, bare, inLight);
      if (has('lift')) mix(rgba, at, lifted, inLight);
      if (has('softHighlight')) mix(rgba, at, [255, 255, 255], whitePencilShare * inLight);
    }
    if (pattern && has('dots') && onDot(xMm, yMm)) mix(rgba, at, pattern, 0.85);
    if (pattern && has('stripes') && part(across, stripesApartMm) < stripeMm) mix(rgba, at, pattern, 0.8);
    if (has('pencilShading') && band === deepest && part(xMm + yMm, hatchApartMm) < hatchApartMm / 2)
      mix(rgba, at, [40, 36, 44], pencilShare);
  };
}
