import { type Rgb, rgbOfHex } from '#core/colour/rgb';
import { hexOfLab } from '#core/colour/lab';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { Lab } from '#model/marker';
import type { PlannedMark, SessionHead } from '#model/session';
import type { SessionState } from './session-state';

/** How much of its colour is left of what is on the paper already, so that the mark to lay stands out. */
const doneShare = 0.3;
/** A mark whose marker has no colour is shown so. */
const noColour: Rgb = [120, 120, 120];
const white: Rgb = [255, 255, 255];
/** As dark as a pencil, beside the black lines. */
const outlineRgb: Rgb = [70, 70, 70];

const colourOf = (lab: Lab | undefined): Rgb => (lab ? rgbOfHex(hexOfLab(lab)) : noColour);
const faded = ([r, g, b]: Rgb): Rgb => [r, g, b].map((value) => Math.round(255 - doneShare * (255 - value))) as unknown as Rgb;

/**
 * Colours of each place of a picture, band by band, while a mark is laid: it stands out in its ink, what is on the paper is faded, all else is paper.
 * @param mark null: none is laid, and what is on the paper stands in full colour.
 */
export function coloursAlong(
  { pictures = [] }: Pick<SessionHead, 'pictures'>,
  { marks, standings }: Pick<SessionState, 'marks' | 'standings'>,
  pictureId: string,
  mark: PlannedMark | null,
): Rgb[][] {
  const picture = pictures.find((one) => one.pictureId === pictureId);
  const colours = (picture?.places ?? []).map((): Rgb[] => Array.from({ length: 6 }, () => white));
  // What is dark stays dark under what is lighter: the last pale coat blends, and hides nothing.
  const laidL = new Map<string, number>();
  const lay = ({ places = [], bands = [] }: PlannedMark, lightnessL: number, colour: Rgb) => {
    for (const place of places) {
      for (const band of bands) {
        const key = `${place} ${band}`;
        if (!colours[place - 1] || (laidL.get(key) ?? 101) < lightnessL) continue;
        laidL.set(key, lightnessL);
        (colours[place - 1] as Rgb[])[band - 1] = colour;
      }
    }
  };
  for (const own of marks) {
    if (own.pictureId !== pictureId || (mark?.copy && own.copy && own.copy.number !== mark.copy.number)) continue;
    const standing = standings.get(own.id);
    if (standing?.state !== 'done' || own.markerId === null) continue;
    const { lab } = standing.darker ?? standing.marker;
    lay(own, lab?.L ?? 50, mark ? faded(colourOf(lab)) : colourOf(lab));
  }
  if (mark?.pictureId === pictureId) lay(mark, 0, colourOf((standings.get(mark.id)?.marker ?? mark).lab));
  return colours;
}

/** Whether a mark goes over a pixel of a map. */
function isOfMark({ places = [], bands = [] }: PlannedMark): (map: KeptBandMap, i: number) => boolean {
  const [own, ofBands] = [new Set(places), new Set(bands)];
  return ({ owners, bands: all }, i) => owners[i] !== 0 && own.has(owners[i]!) && ofBands.has(all[i]!);
}

/** Draws the outline of a mark into its painted map: an ink as pale as the paper is found by it. @param rgba row-major, is changed. */
export function outlineMark(rgba: Uint8ClampedArray, map: KeptBandMap, mark: PlannedMark): void {
  const { widthPx, heightPx, owners } = map;
  const isOwn = isOfMark(mark);
  for (let i = 0; i < owners.length; i++) {
    if (!isOwn(map, i)) continue;
    const [x, y] = [i % widthPx, Math.floor(i / widthPx)];
    const isInside =
      x > 0 && x + 1 < widthPx && y > 0 && y + 1 < heightPx && [i - 1, i + 1, i - widthPx, i + widthPx].every((next) => isOwn(map, next));
    if (!isInside) rgba.set([...outlineRgb, 255], 4 * i);
  }
}

/** What lies round a mark, in shares of the map's width and height: left, top, right, bottom; null: it is shown nowhere. */
export function boxOfMark(map: KeptBandMap, mark: PlannedMark): [number, number, number, number] | null {
  const { widthPx, heightPx, owners } = map;
  const isOwn = isOfMark(mark);
  let [left, top, right, bottom] = [widthPx, heightPx, -1, -1];
  for (let i = 0; i < owners.length; i++) {
    if (!isOwn(map, i)) continue;
    const [x, y] = [i % widthPx, Math.floor(i / widthPx)];
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    bottom = y;
  }
  return right < 0 ? null : [left / widthPx, top / heightPx, (right + 1) / widthPx, (bottom + 1) / heightPx];
}

/** A mark that takes less than this share of what is shown is brought near. */
const nearShare = 0.4;
/** So much nearer at most: beyond it nobody knows where on the picture that is. */
const mostNearer = 4;

/** Less than this is no nearer: the whole picture says more. */
const leastNearer = 1.5;

/** What of a picture is shown, in mm of it: left, top, width, height. `isNear`: not all of it. */
export type ShownWindow = { leftMm: number; topMm: number; widthMm: number; heightMm: number; isNear: boolean };

/**
 * What of a picture is shown while a mark is laid: all of it, or nearer when the mark is small; always in the shape of the room there is.
 * @param box of the mark, in shares of the picture's sides; null: all is shown. @param room width and height, in any unit.
 */
export function windowOfMark(
  box: readonly [number, number, number, number] | null,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  room: { width: number; height: number },
): ShownWindow {
  const shape = room.width / Math.max(1, room.height);
  // The smallest window in the room's shape that holds all of the picture.
  const wholeMm = Math.max(widthMm, heightMm * shape);
  const whole = { leftMm: (widthMm - wholeMm) / 2, topMm: (heightMm - wholeMm / shape) / 2, widthMm: wholeMm, heightMm: wholeMm / shape };
  if (!box) return { ...whole, isNear: false };
  const [left, top, right, bottom] = [box[0] * widthMm, box[1] * heightMm, box[2] * widthMm, box[3] * heightMm];
  const shareOfWhole = Math.max((right - left) / whole.widthMm, (bottom - top) / whole.heightMm);
  if (shareOfWhole >= nearShare) return { ...whole, isNear: false };
  const nearer = Math.min(mostNearer, nearShare / Math.max(1e-6, shareOfWhole));
  if (nearer < leastNearer) return { ...whole, isNear: false };
  const [width, height] = [whole.widthMm / nearer, whole.heightMm / nearer];
  const from = (middle: number, side: number, most: number) =>
    side >= most ? (most - side) / 2 : Math.min(most - side, Math.max(0, middle - side / 2));
  return {
    leftMm: from((left + right) / 2, width, widthMm),
    topMm: from((top + bottom) / 2, height, heightMm),
    ...{ widthMm: width, heightMm: height, isNear: true },
  };
}
