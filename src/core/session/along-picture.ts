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

const colourOf = (lab: Lab | undefined): Rgb => (lab ? rgbOfHex(hexOfLab(lab)) : noColour);
const faded = ([r, g, b]: Rgb): Rgb => [r, g, b].map((value) => Math.round(255 - doneShare * (255 - value))) as unknown as Rgb;

/**
 * Colours of each place of a picture, band by band, while a mark is laid: it stands out in its ink, what is on the paper is faded, all else is paper.
 * @param mark null: none is laid, and what is on the paper stands in full colour.
 */
export function coloursAlong(
  { marks, pictures = [] }: Pick<SessionHead, 'marks' | 'pictures'>,
  { standings }: Pick<SessionState, 'standings'>,
  pictureId: string,
  mark: PlannedMark | null,
): Rgb[][] {
  const picture = pictures.find((one) => one.pictureId === pictureId);
  const colours = (picture?.places ?? []).map((): Rgb[] => Array.from({ length: 6 }, () => white));
  const lay = ({ places = [], bands = [] }: PlannedMark, colour: Rgb) => {
    for (const place of places) for (const band of bands) if (colours[place - 1]) (colours[place - 1] as Rgb[])[band - 1] = colour;
  };
  for (const own of marks) {
    if (own.pictureId !== pictureId || (mark?.copy && own.copy && own.copy.number !== mark.copy.number)) continue;
    const standing = standings.get(own.id);
    if (standing?.state !== 'done' || own.markerId === null) continue;
    const colour = colourOf((standing.darker ?? standing.marker).lab);
    lay(own, mark ? faded(colour) : colour);
  }
  if (mark?.pictureId === pictureId) lay(mark, colourOf((standings.get(mark.id)?.marker ?? mark).lab));
  return colours;
}

/** What lies round a mark, in shares of the map's width and height: left, top, right, bottom; null: it is shown nowhere. */
export function boxOfMark({ widthPx, heightPx, owners, bands }: KeptBandMap, mark: PlannedMark): [number, number, number, number] | null {
  const own = new Set(mark.places ?? []);
  const ofBands = new Set(mark.bands ?? []);
  let [left, top, right, bottom] = [widthPx, heightPx, -1, -1];
  for (let i = 0; i < owners.length; i++) {
    if (owners[i] === 0 || !own.has(owners[i]!) || !ofBands.has(bands[i]!)) continue;
    const [x, y] = [i % widthPx, Math.floor(i / widthPx)];
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    bottom = y;
  }
  return right < 0 ? null : [left / widthPx, top / heightPx, (right + 1) / widthPx, (bottom + 1) / heightPx];
}

/** A mark that takes less than this share of the picture's sides is brought near. */
const nearShare = 0.45;
/** So much nearer at most: beyond it nobody knows where on the picture that is. */
const mostNearer = 4;
/** Share of the window round it. */
const rim = 0.12;

/** What of a picture is shown while a mark is laid, in shares of its sides: all of it, or nearer when the mark is small. */
export function windowOfMark(box: readonly [number, number, number, number] | null): [number, number, number, number] {
  if (!box) return [0, 0, 1, 1];
  const [left, top, right, bottom] = box;
  const side = Math.max(right - left, bottom - top);
  if (side >= nearShare) return [0, 0, 1, 1];
  const shown = Math.min(1, Math.max(1 / mostNearer, side * (1 + 2 * rim) + 0.1));
  const from = (low: number, high: number) => Math.min(1 - shown, Math.max(0, (low + high - shown) / 2));
  return [from(left, right), from(top, bottom), from(left, right) + shown, from(top, bottom) + shown];
}
