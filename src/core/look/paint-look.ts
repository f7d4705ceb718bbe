import type { ElementLook, LookWish } from '#model/look';
import type { Lab } from '#model/marker';
import { hexOfLab } from '#core/colour/lab';
import { wetInk } from '#core/colour/predict-ink';
import { type Rgb, rgbOfHex } from '#core/colour/rgb';
import type { BandMap } from '#core/scene/band-map';
import { bandDistances } from './band-distances';
import { grainAt, openGrain } from './grain';
import { type LaidOver, laidOver } from './laid-over';

/** Colours along a join. */
const [rampSteps, rampKnots] = [64, 8] as const;
/** How much lighter or darker strokes leave the colour, as a share, and how far they push an edge, as a share of its width. */
const [grainShare, streakPush, circlePush] = [0.014, 0.5, 0.16] as const;
/** Size of what a nib leaves, in mm: of a circle, across a streak and along it. */
const [circleMm, streakAcrossMm, streakAlongMm] = [0.9, 0.35, 5] as const;

/** From memory, by looking. */
const [mostSpread, spreadPerMm] = [0.6, 0.22] as const;
const none = Number.POSITIVE_INFINITY;

const between = (one: Lab, other: Lab, share: number): Lab => ({
  L: one.L + share * (other.L - one.L),
  a: one.a + share * (other.a - one.a),
  b: one.b + share * (other.b - one.b),
});
const rgbOfLab = (lab: Lab): Rgb => rgbOfHex(hexOfLab(lab));

/** An element ready to be painted: each band's colour, and the colours from it into the next, as R, G, B one after the other. */
type Ready = {
  look: ElementLook;
  plain: Uint8Array;
  ramps: Uint8Array[];
  /** Half of each join, in px of the map. */
  joinsPx: number[];
  /** The share of a band's room by which a join is wider: a hand pulls farther where there is more to pull over. */
  spreads: number[];
  over: LaidOver;
  cos: number;
  sin: number;
};

/** R, G, B from one colour to another by even steps of Lab: knots are converted, what lies between them is evened out. */
function rampOf(lighter: Lab, darker: Lab): Uint8Array {
  const knots = Array.from({ length: rampKnots + 1 }, (_, knot) => rgbOfLab(between(lighter, darker, knot / rampKnots)));
  const ramp = new Uint8Array(3 * (rampSteps + 1));
  for (let step = 0; step <= rampSteps; step++) {
    const place = (step / rampSteps) * rampKnots;
    const [from, to] = [knots[Math.floor(place)] as Rgb, knots[Math.min(rampKnots, Math.floor(place) + 1)] as Rgb];
    for (const at of [0, 1, 2] as const) ramp[3 * step + at] = Math.round(from[at] + (place - Math.floor(place)) * (to[at] - from[at]));
  }
  return ramp;
}

function ready(look: ElementLook, { paper, isWet }: LookWish, pxPerMm: number, angle: number): Ready {
  const seen = (lab: Lab) => (isWet ? wetInk(lab, paper) : lab);
  const bands = look.bands.map(seen);
  const ramps = bands.slice(1).map((darker, index) => rampOf(bands[index] as Lab, darker));
  return {
    ...{ look, ramps, over: laidOver(look, { paper, seen }), cos: Math.cos(angle), sin: Math.sin(angle) },
    plain: Uint8Array.from(bands.flatMap(rgbOfLab)),
    joinsPx: look.joinsMm.map((mm) => (mm * pxPerMm) / 2),
    spreads: look.joinsMm.map((mm) => Math.min(mostSpread, spreadPerMm * mm)),
  };
}

export type LookOptions = {
  /** Places of the lightest band of each element, in px of the map, where a gel pen would set its light. Default none. */
  lights?: readonly (readonly [number, number] | null)[];
  /** Which way the strokes of each element go, in degrees from the right, downwards. Default from left top. */
  anglesDeg?: readonly number[];
};

/**
 * Paints what a picture is expected to look like: each band in the colour of its coats, running into the next as wide as inks, stroke and wetness let it, with the
 * strokes of its marks. Nothing runs over an outline: what an element is made of stays within it.
 * @param map bands of the elements. @param looks of the elements by their numbers in the map (from 1, the first at 0); null: it stays bare.
 * @returns RGBA, transparent where nothing is coloured.
 */
export function paintLook(
  map: BandMap,
  looks: readonly (ElementLook | null)[],
  wish: LookWish,
  { lights = [], anglesDeg = [] }: LookOptions = {},
): Uint8ClampedArray<ArrayBuffer> {
  const { width, height, elements, bands } = map;
  const pxPerMm = wish.pxPerMm / map.scale;
  const { toDarker, toLighter, roomPx } = bandDistances(map);
  const all = looks.map((look, index) => look && ready(look, wish, pxPerMm, ((anglesDeg[index] ?? 45) * Math.PI) / 180));
  const grain = wish.hasGrain ? openGrain() : null;
  const rgba = new Uint8ClampedArray(4 * elements.length);
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const element = elements[i]!;
      if (element === 0) continue;
      const own = all[element - 1];
      if (!own) continue;
      const { look, cos, sin } = own;
      const band = Math.min(look.bands.length, Math.max(1, bands[i]!)) - 1;
      const xMm = column / pxPerMm;
      const yMm = row / pxPerMm;
      const along = xMm * cos + yMm * sin;
      const across = yMm * cos - xMm * sin;
      const streak = grain && look.isStreaky ? grainAt(grain, across / streakAcrossMm, along / streakAlongMm) : 0;
      const circle = grain ? grainAt(grain, xMm / circleMm, yMm / circleMm) : 0;

      // How much of the band beside shows, 0 to a half, and which way that lies.
      const dark = toDarker[i]!;
      const light = toLighter[i]!;
      const isToDarker = dark < light;
      const nearest = isToDarker ? dark : light;
      const place = isToDarker ? band : band - 1;
      let at = 3 * band;
      let colours = own.plain;
      const joinPx = own.joinsPx[place] ?? 0;
      if (nearest !== none && joinPx > 0) {
        // Up to the middle of the band, and no farther: there it has its own colour.
        const room = dark === none || light === none ? roomPx[i]! / 2 : (dark + light) / 2;
        const apart = nearest / Math.min(room, joinPx + own.spreads[place]! * room);
        const ramp = own.ramps[place];
        if (apart < 1 && ramp) {
          const away = Math.min(1, Math.max(0, apart + (look.isStreaky ? streakPush * streak : circlePush * circle) * (1 - apart)));
          const share = 0.5 * (1 - away * away * (3 - 2 * away));
          colours = ramp;
          at = 3 * Math.round((isToDarker ? share : 1 - share) * rampSteps);
        }
      }
      const level = 1 + grainShare * (circle + streak);
      const to = 4 * i;
      rgba[to] = colours[at]! * level;
      rgba[to + 1] = colours[at + 1]! * level;
      rgba[to + 2] = colours[at + 2]! * level;
      rgba[to + 3] = 255;
      if (own.over) own.over(rgba, to, { band, xMm, yMm, awayMm: dark / pxPerMm, along, across });
    }
  }
  softened(rgba, map, all);
  setLights(rgba, map, looks, lights, pxPerMm);
  return rgba;
}

/** Where a soft spot fades: its own colour over that of what lies beneath, by how much it covers. */
function softened(rgba: Uint8ClampedArray, { softEdges }: BandMap, all: readonly (Ready | null)[]): void {
  if (!softEdges) return;
  const { pixels, covers } = softEdges;
  const channel = (element: number, band: number, at: number): number => {
    const own = element === 0 ? null : all[element - 1];
    return own ? own.plain[3 * (Math.min(own.look.bands.length, Math.max(1, band)) - 1) + at]! : 255;
  };
  for (const [place, pixel] of pixels.entries()) {
    const [over, beneath] = [softEdges.elements[place]!, softEdges.elementsBeneath[place]!];
    const share = covers[place]! / 255;
    for (const at of [0, 1, 2]) {
      const own = channel(over, softEdges.bands[place]!, at);
      rgba[4 * pixel + at] = beneath === 0 ? own : share * own + (1 - share) * channel(beneath, softEdges.bandsBeneath[place]!, at);
    }
    rgba[4 * pixel + 3] = beneath === 0 ? covers[place]! : 255;
  }
}

/** Half the width of a gel pen's dot, in mm. From memory. */
const gelRadiusMm = 0.55;

/** White dots of a gel pen where the light is highest. */
function setLights(
  rgba: Uint8ClampedArray,
  { width, height, elements }: BandMap,
  looks: readonly (ElementLook | null)[],
  lights: NonNullable<LookOptions['lights']>,
  pxPerMm: number,
): void {
  const reach = gelRadiusMm * pxPerMm;
  for (const [index, place] of lights.entries()) {
    if (!place || !looks[index]?.extras.includes('hardHighlight')) continue;
    const [x, y] = place;
    for (let row = Math.max(0, Math.floor(y - reach)); row <= Math.min(height - 1, Math.ceil(y + reach)); row++)
      for (let column = Math.max(0, Math.floor(x - reach)); column <= Math.min(width - 1, Math.ceil(x + reach)); column++) {
        const i = row * width + column;
        const share = Math.min(1, Math.max(0, reach + 0.5 - Math.hypot(column + 0.5 - x, row + 0.5 - y)));
        if (elements[i] !== index + 1 || share === 0) continue;
        for (const at of [0, 1, 2]) rgba[4 * i + at] = rgba[4 * i + at]! + share * (255 - rgba[4 * i + at]!);
      }
  }
}
