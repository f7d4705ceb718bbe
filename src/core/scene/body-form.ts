import { type Form, inflate } from '#core/light/inflate';
import { withRelief } from '#core/light/relief';
import { revolve } from '#core/light/revolve';
import type { SaidCutPx } from '#core/light/cut-ends';
import { type CutOut, edgesOfCutOut, enclosedBy, formEnds } from './form-ends';
import type { PictureParts } from './parts';
import type { CoveringBody } from './scene-bodies';

/** Softened rim of the forms of a picture: 0 would blacken a thin line all round (trials: 0.15 to 0.2 of the height). */
const softening = 0.18;

/** A body at least so wide in the mean (px) is inflated at half resolution: narrower ones would lose their shape. */
const leastHalfWidthPx = 20;

/**
 * The form of a body, cut out of the picture. `scale`: px of the picture along one px of the form, 1 or 2; `left` and `top`
 * (px of the picture) are even, so that forms of half resolution lie on one grid.
 */
export type BodyForm = { left: number; top: number; scale: 1 | 2; form: Form };

type Cut = CutOut & { left: number; top: number; meanWidthPx: number };

function cutOut({ labels, width, height }: PictureParts, { bounds: [left, top, right, bottom], covered }: CoveringBody): Cut {
  // An even left top and a rim of at least two px all round: a free border needs a cell outside it, at half resolution too.
  const fromX = (left - 2) & ~1;
  const fromY = (top - 2) & ~1;
  const cutWidth = (right | 1) + 3 - fromX;
  const cutHeight = (bottom | 1) + 3 - fromY;
  const mask = new Uint8Array(cutWidth * cutHeight);
  const own = new Uint16Array(cutWidth * cutHeight);
  const isCovered = new Uint8Array(65536);
  for (const label of covered) isCovered[label] = 1;
  let area = 0;
  let rim = 0;
  for (let row = Math.max(0, fromY); row <= bottom + 1 && row < height; row++) {
    let before = 0;
    for (let column = Math.max(0, fromX); column <= right + 1; column++) {
      const label = column < width ? labels[row * width + column]! : 0;
      const inside = isCovered[label]!;
      const i = (row - fromY) * cutWidth + column - fromX;
      if (i < own.length && column - fromX < cutWidth) {
        own[i] = label;
        mask[i] = inside;
      }
      area += inside;
      if (inside !== before) rim++;
      before = inside;
    }
  }
  // Twice the area over the length of the rim: that of a long strip is its width. Only crossings of rows are counted, about 2 / pi of all.
  const meanWidthPx = (2 * area) / (rim * (Math.PI / 2) || 1);
  return { left: fromX, top: fromY, width: cutWidth, height: cutHeight, mask, labels: own, meanWidthPx };
}

/** What is hidden in the midst of a form, by something that lies in front all round, is part of it: it goes on beneath. */
function fillHoles({ mask, width, height }: Cut): void {
  const outside = new Uint8Array(mask.length);
  const open: number[] = [];
  const reach = (i: number) => {
    if (outside[i] || mask[i]) return;
    outside[i] = 1;
    open.push(i);
  };
  for (let column = 0; column < width; column++) for (const i of [column, (height - 1) * width + column]) reach(i);
  for (let row = 0; row < height; row++) for (const i of [row * width, (row + 1) * width - 1]) reach(i);
  for (let i = open.pop(); i !== undefined; i = open.pop()) {
    const column = i % width;
    if (column > 0) reach(i - 1);
    if (column + 1 < width) reach(i + 1);
    if (i >= width) reach(i - width);
    if (i + width < mask.length) reach(i + width);
  }
  for (let i = 0; i < mask.length; i++) if (!outside[i]) mask[i] = 1;
}

function halved({ width, height, mask, labels, ...place }: Cut): Cut {
  const halfWidth = width >> 1;
  const halfHeight = height >> 1;
  const half = { mask: new Uint8Array(halfWidth * halfHeight), labels: new Uint16Array(halfWidth * halfHeight) };
  for (let y = 0; y < halfHeight; y++) {
    for (let x = 0; x < halfWidth; x++) {
      // A cut-out has even sides, so that every cell is whole.
      const first = 2 * y * width + 2 * x;
      const cells = [first, first + 1, first + width, first + width + 1] as const;
      const isInside = mask[cells[0]]! + mask[cells[1]]! + mask[cells[2]]! + mask[cells[3]]! >= 2 ? 1 : 0;
      const i = y * halfWidth + x;
      half.mask[i] = isInside;
      // The label of one that is as the cell is: inside or not.
      for (const cell of cells) {
        if (mask[cell] !== isInside) continue;
        half.labels[i] = labels[cell]!;
        break;
      }
    }
  }
  return { ...place, width: halfWidth, height: halfHeight, ...half };
}

type FormOptions = { resolution?: 'auto' | 'full'; pxPerMm?: number | null; said?: readonly SaidCutPx[] };

/** A body cut out at the resolution of its form, with its edges. */
function cutOutForForm(picture: PictureParts, body: CoveringBody, { resolution = 'auto', pxPerMm = null, said = [] }: FormOptions) {
  const whole = cutOut(picture, body);
  const enclosed = enclosedBy(picture, whole, body);
  fillHoles(whole);
  const isHalf = resolution === 'auto' && whole.meanWidthPx >= leastHalfWidthPx;
  const cut = isHalf ? halved(whole) : whole;
  const scale: 1 | 2 = isHalf ? 2 : 1;
  const own = said.map((one) => ({ ...one, x: (one.x - cut.left) / scale, y: (one.y - cut.top) / scale, whole: one }));
  const found = edgesOfCutOut(cut, body, pxPerMm === null ? null : pxPerMm / scale, own);
  return { cut, scale, enclosed, own, found };
}

/**
 * The form of a body of a picture, going on behind what lies in front of it and beneath what lies on it: of one with two sides between ends that of a
 * thing that goes round an axis, of any other an inflated one.
 * @param options.resolution `auto`: half where the body is wide enough (a test states the error); `full`: never. Default auto.
 * @param options.pxPerMm of the picture: cut ends are sought; null: none are. Default null. `said`: of edges, in px of the picture.
 */
export function formOfBody(picture: PictureParts, body: CoveringBody, options: FormOptions = {}): BodyForm {
  const { cut, scale, enclosed, found } = cutOutForForm(picture, body, options);
  const { width, height, mask: data, left, top } = cut;
  const outlined = { width, height, data };
  const meanWidthPx = cut.meanWidthPx / scale;
  const form = found.sides
    ? revolve(outlined, found.sides)
    : inflate(outlined, { softening, endsBehindPx: formEnds(cut, body, found, { enclosed, meanWidthPx }) });
  return { left, top, scale, form: withRelief(form, body.relief) };
}

/** An edge of a body in px of the picture: whether it is cut off there, and what is said of it. */
export type BodyEdge = { points: (readonly [number, number])[]; isCut: boolean; said: SaidCutPx | null };

/** Points of an edge are kept so far apart, in px of the picture. */
const edgeStepPx = 6;

/** The middle of a pixel of a body in a cell at its rim: what is said of an edge is known by lying on its body. */
function pointInside({ labels, width, height }: PictureParts, { covered }: CoveringBody, x: number, y: number, scale: 1 | 2) {
  for (let dy = 0; dy < scale; dy++) {
    for (let dx = 0; dx < scale; dx++) {
      if (x + dx < width && y + dy < height && covered.has(labels[(y + dy) * width + x + dx]!))
        return [x + dx + 0.5, y + dy + 0.5] as const;
    }
  }
  return [x + 0.5, y + 0.5] as const;
}

/** The edges of a body between its corners, those that something hides left out. @param options as for its form. */
export function edgesOfBody(picture: PictureParts, body: CoveringBody, options: FormOptions): BodyEdge[] {
  const { cut, scale, own, found } = cutOutForForm(picture, body, options);
  const { width, left, top } = cut;
  const step = edgeStepPx / scale;
  return found.edges.flatMap(({ pixels, isHidden, isCut, said }) => {
    if (isHidden) return [];
    const points = pixels
      .filter((_, place) => place % step === 0 || place === pixels.length - 1)
      .map((i) => pointInside(picture, body, (i % width) * scale + left, Math.floor(i / width) * scale + top, scale));
    return [{ points, isCut, said: own.find((one) => one === said)?.whole ?? null }];
  });
}
