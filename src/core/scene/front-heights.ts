import type { Form } from '#core/light/inflate';
import type { HeightField } from './horizons';
import type { PictureParts } from './parts';
import type { CoveringBody, SceneFront } from './scene-bodies';
import type { FormFor, PlacedForm } from './placed-form';

/** Px of the picture along a cell of a height field: shadows are soft, half the resolution tells them. */
export const cellPx = 2;
/** What lies in front is looked for so far about a body, in mm: beyond it even a low lamp's shadow of a high thing has ended. */
export const castReachMm = 10;
/**
 * At a rounded rim what lies in front stands over what is behind it by half of what it rises to in all, but by no less and no more than this, in mm:
 * things of one kind that hide each other (petals, leaves) stand about as far apart as they are thick. Chosen by looking at solid figures.
 */
const stepOfRise = 0.5;
const leastStepMm = 0.4;
const mostStepMm = 2;
/** What a drawing tells less surely than this to lie in front stands less high than it would: wrongly in front it would throw a whole shadow. */
const sureOfHeight = 0.85;

/** The field of a body: what of it may lie in shadow, and what stands over that. `left`, `top`: of its first cell, in cells of the picture. */
export type BodyField = HeightField & { left: number; top: number };

/** Px of the picture at which two bodies meet, in pairs: of the one in front, and of the one behind. `sureness`: of the surest border of theirs. */
export type Meeting = { front: CoveringBody; behind: CoveringBody; pixels: number[]; sureness: number };

/** Where bodies meet of which one lies in front: the same for every form they take. */
export function meetingsOf(
  { labels, width, height }: PictureParts,
  fronts: readonly SceneFront[],
  bodyOf: (label: number) => CoveringBody,
): Map<CoveringBody, Meeting[]> {
  const isFront = new Map(fronts.map(({ front, behind, sureness = 1 }) => [front * 65536 + behind, sureness] as const));
  const found = new Map<CoveringBody, Meeting[]>();
  const note = (one: number, other: number) => {
    const [front, behind] = [labels[one]!, labels[other]!];
    const sureness = isFront.get(front * 65536 + behind);
    if (sureness === undefined) return;
    const [over, under] = [bodyOf(front), bodyOf(behind)];
    const own = found.get(under) ?? [];
    found.set(under, own);
    let meeting = own.find((known) => known.front === over);
    if (!meeting) {
      meeting = { front: over, behind: under, pixels: [], sureness };
      own.push(meeting);
    }
    meeting.pixels.push(one, other);
    meeting.sureness = Math.max(meeting.sureness, sureness);
  };
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const i = row * width + column;
      for (const next of [column + 1 < width ? i + 1 : -1, row + 1 < height ? i + width : -1]) {
        if (next < 0 || labels[i] === labels[next] || labels[i] === 0 || labels[next] === 0) continue;
        note(i, next);
        note(next, i);
      }
    }
  }
  return found;
}

/** Height of a form's surface at a pixel of the picture, in px; at a rim that half resolution has lost, that of the nearest cell. */
function heightAt({ left, top, formScale, form: { width, height, mask, heights } }: PlacedForm, x: number, y: number): number {
  const column = Math.floor((x - left) / formScale);
  const row = Math.floor((y - top) / formScale);
  const at = (c: number, r: number) => (c >= 0 && r >= 0 && c < width && r < height && mask[r * width + c] ? heights[r * width + c]! : -1);
  let own = at(column, row);
  if (own < 0) own = Math.max(0, at(column - 1, row), at(column + 1, row), at(column, row - 1), at(column, row + 1));
  return own * formScale;
}

const hasRelief = ({ relief: { kind } }: CoveringBody): boolean => kind !== 'pattern' && kind !== 'flat';

/** The forms that make the surface of a body: its own, and of all that it lies on. */
function formsOf(body: CoveringBody, formFor: FormFor): PlacedForm[] {
  const all: PlacedForm[] = [];
  for (let one: CoveringBody | null = body; one; one = one.host) if (hasRelief(one)) all.push(formFor(one));
  return all;
}

const surfaceAt = (forms: readonly PlacedForm[], x: number, y: number): number =>
  forms.reduce((sum, form) => sum + heightAt(form, x, y), 0);

function highest({ heights }: Form): number {
  let most = 0;
  for (let i = 0; i < heights.length; i++) if (heights[i]! > most) most = heights[i]!;
  return most;
}

/**
 * How far the plane of a front lies over that of what is behind it, in px: at a cut end both stand on one plane, as far as the front is the higher there;
 * at a rounded rim the front is no height yet and stands where what is behind it is.
 */
export function planeOver({ pixels, front: over, behind: under }: Meeting, formFor: FormFor, width: number, pxPerMm: number): number {
  const [front, behind] = [formsOf(over, formFor), formsOf(under, formFor)];
  const gaps: number[] = [];
  for (let at = 0; at < pixels.length; at += 2) {
    const [one, other] = [pixels[at]!, pixels[at + 1]!];
    gaps.push(surfaceAt(behind, other % width, Math.floor(other / width)) - surfaceAt(front, one % width, Math.floor(one / width)));
  }
  gaps.sort((one, other) => one - other);
  const rise = front.reduce((sum, { form, formScale }) => sum + formScale * highest(form), 0);
  const step = Math.min(mostStepMm * pxPerMm, Math.max(leastStepMm * pxPerMm, stepOfRise * rise));
  return Math.max(0, gaps[Math.floor(gaps.length / 2)]! + step);
}

/** What may throw a shadow on a body: how far its plane lies over that of the body, in px of the picture, and in what share of its height it stands. */
export type Caster = { body: CoveringBody; overPx: number; share: number };

/** In what share of its height what lies in front stands over what is behind it. */
export const shareOfHeight = (sureness: number): number => Math.min(1, sureness / sureOfHeight);

/**
 * What stands over a body, for its horizons; null: nothing does.
 * @param reachPx so far about a body what casts on it is looked for.
 */
export function fieldOfBody(
  { labels, width, height, bounds }: PictureParts,
  body: CoveringBody,
  casters: readonly Caster[],
  formFor: FormFor,
  reachPx: number,
): BodyField | null {
  if (casters.length === 0) return null;
  const own = new Uint8Array(65536);
  const box = [width, height, -1, -1] as [number, number, number, number];
  const widen = (label: number, to: typeof box) => {
    const [left, top, right, bottom] = [0, 1, 2, 3].map((side) => bounds[4 * label + side]!) as [number, number, number, number];
    if (left === undefined || left < 0) return;
    to[0] = Math.min(to[0], left);
    to[1] = Math.min(to[1], top);
    to[2] = Math.max(to[2], right);
    to[3] = Math.max(to[3], bottom);
  };
  for (const label of body.labels) {
    own[label] = 1;
    widen(label, box);
  }
  if (box[2] < 0) return null;
  const grounds = formsOf(body, formFor);
  const planes = new Map<number, { forms: PlacedForm[]; over: number; share: number }>();
  const about = [width, height, -1, -1] as typeof box;
  for (const { body: front, overPx, share } of casters) {
    const forms = formsOf(front, formFor);
    for (const label of front.covered) {
      if (planes.has(label)) continue;
      planes.set(label, { forms, over: overPx, share });
      widen(label, about);
    }
  }
  const cells = (px: number) => Math.floor(px / cellPx);
  const left = cells(Math.min(box[0], Math.max(about[0], box[0] - reachPx)));
  const top = cells(Math.min(box[1], Math.max(about[1], box[1] - reachPx)));
  const columns = cells(Math.max(box[2], Math.min(about[2], box[2] + reachPx))) - left + 1;
  const rows = cells(Math.max(box[3], Math.min(about[3], box[3] + reachPx))) - top + 1;
  const ground = new Float32Array(columns * rows).fill(Number.NaN);
  const over = new Float32Array(columns * rows).fill(Number.NaN);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const cell = row * columns + column;
      for (let dy = 0; dy < cellPx; dy++) {
        const y = (top + row) * cellPx + dy;
        for (let dx = 0; dx < cellPx; dx++) {
          const x = (left + column) * cellPx + dx;
          if (x >= width || y >= height) continue;
          const label = labels[y * width + x]!;
          if (own[label]) {
            if (Number.isNaN(ground[cell]!)) ground[cell] = surfaceAt(grounds, x, y) / cellPx;
            continue;
          }
          const plane = planes.get(label);
          if (plane && Number.isNaN(over[cell]!)) over[cell] = (plane.share * (plane.over + surfaceAt(plane.forms, x, y))) / cellPx;
        }
      }
    }
  }
  return { left, top, width: columns, height: rows, ground, over };
}
