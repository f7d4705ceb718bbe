import type { CheckPlan } from '#core/check/checked-plan';
import type { Rgb } from '#core/colour/rgb';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { PlannedMark, SessionHead } from '#model/session';
import { coloursAlong } from './along-picture';
import type { SessionState } from './session-state';

/** Bands run into each other over so many mm, as a blend does. */
const blendMm = 1.6;
/** Darker than this, of 255, is a line. */
const lineLevel = 140;

/** Means of values along runs of one owner, `reach` px to either side. */
function blurredAlong(
  values: Float32Array,
  owners: Uint16Array,
  { reach, step, length, starts }: { reach: number; step: number; length: number; starts: readonly number[] },
): void {
  const sums = new Float64Array(length + 1);
  for (const start of starts) {
    for (let from = 0; from < length; ) {
      const owner = owners[start + from * step]!;
      let to = from;
      while (to < length && owners[start + to * step] === owner) to++;
      if (owner > 0) {
        for (let at = from; at < to; at++) sums[at + 1] = (at === from ? 0 : sums[at]!) + values[start + at * step]!;
        for (let at = from; at < to; at++) {
          const [first, end] = [Math.max(from, at - reach), Math.min(to, at + reach + 1)];
          values[start + at * step] = (sums[end]! - (first === from ? 0 : sums[first]!)) / (end - first);
        }
      }
      from = to;
    }
  }
}

/** Values of a map, each the mean of those of its owner within `reach` px along its row, and then its column. `values` is changed. */
export function blurredWithin(values: Float32Array, owners: Uint16Array, width: number, reach: number): Float32Array {
  const height = owners.length / width;
  const rows = Array.from({ length: height }, (_, row) => row * width);
  const columns = Array.from({ length: width }, (_, column) => column);
  blurredAlong(values, owners, { reach, step: 1, length: width, starts: rows });
  blurredAlong(values, owners, { reach, step: width, length: height, starts: columns });
  return values;
}

/** Areas of a map that hang together, numbered from 1: what is one element in two places is two areas. Row-major. */
function areasOf({ widthPx, heightPx, owners }: KeptBandMap): { labels: Uint16Array; placeOfLabel: number[] } {
  const labels = new Uint16Array(owners.length);
  const placeOfLabel = [0];
  const waiting: number[] = [];
  for (let first = 0; first < owners.length; first++) {
    if (owners[first] === 0 || labels[first] !== 0) continue;
    if (placeOfLabel.length > 65_535) break;
    const label = placeOfLabel.push(owners[first]!) - 1;
    labels[first] = label;
    waiting.push(first);
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      const x = at % widthPx;
      const beside = [
        x > 0 ? at - 1 : -1,
        x + 1 < widthPx ? at + 1 : -1,
        at - widthPx,
        at + widthPx < heightPx * widthPx ? at + widthPx : -1,
      ];
      for (const next of beside) {
        if (next < 0 || labels[next] !== 0 || owners[next] !== owners[at]) continue;
        labels[next] = label;
        waiting.push(next);
      }
    }
  }
  return { labels, placeOfLabel };
}

/** Colours of each place and band as they are planned: what was laid as it was laid, what is still open as if it were laid, what was left out not. */
export function coloursPlanned(
  head: Pick<SessionHead, 'pictures'>,
  state: Pick<SessionState, 'marks' | 'standings'>,
  pictureId: string,
  copy?: number,
): Rgb[][] {
  const ofCopy = ({ copy: own }: PlannedMark) => copy === undefined || own === undefined || own.number === copy;
  const standings = new Map([...state.standings].map(([id, own]) => [id, own.state === 'open' ? { ...own, state: 'done' as const } : own]));
  return coloursAlong(head, { marks: state.marks.filter(ofCopy), standings }, pictureId, null);
}

/**
 * What a photo of one picture of a session is held against.
 * @param map its owners are places, from 1. @param linesGrey the lines in greys, drawn at the size of the map. @param colours of each place, band by band.
 * @returns the plan, and which place each of its areas is of.
 * @throws RangeError where the lines are of another size.
 */
export function planToCheck(
  map: KeptBandMap,
  { linesGrey, colours, widthMm }: { linesGrey: Uint8Array; colours: readonly (readonly Rgb[])[]; widthMm: number },
): { plan: CheckPlan; placeOfLabel: number[] } {
  const { widthPx: width, heightPx: height, owners, bands } = map;
  if (linesGrey.length !== width * height)
    throw new RangeError(`planToCheck expects lines of ${width} x ${height} px, got ${linesGrey.length} px.`);
  const pxPerMm = width / widthMm;
  const lines = { width, height, data: Uint8Array.from(linesGrey, (level) => (level < lineLevel ? 1 : 0)) };
  const expected = new Uint8Array(3 * width * height).fill(255);
  const reach = Math.round((blendMm * pxPerMm) / 2);
  for (const channel of [0, 1, 2] as const) {
    const values = Float32Array.from(owners, (owner, pixel) =>
      owner === 0 || bands[pixel] === 0 ? 255 : (colours[owner - 1]?.[bands[pixel]! - 1]?.[channel] ?? 255),
    );
    blurredWithin(values, owners, width, reach);
    for (let pixel = 0; pixel < values.length; pixel++) expected[3 * pixel + channel] = lines.data[pixel] ? 0 : Math.round(values[pixel]!);
  }
  const { labels, placeOfLabel } = areasOf(map);
  return { plan: { width, height, pxPerMm, labels, lines, bands, expected }, placeOfLabel };
}
