import { chamferDistance, chamferUnitsPerPx } from '#core/raster/distance';
import { seeded } from '#core/sharing/seeded';
import { type Channel, darkLines, levelOfShare, lightestChannel, smallerChannel } from './dark-lines';
import { type Homography, mapPlace, solveSquare } from './projective';

/** Longer sides on which lines are looked for. */
const [photoPx, planPx] = [960, 720];
/** A line is no wider than this share of the longer side. */
const reachShare = 1 / 100;
/** Places of lines that are held against each other. */
const mostPlaces = 1600;
/** Turns that are tried, and how many of the best are followed. */
const [turns, followed] = [72, 6];
const scales = [0.86, 1, 1.16] as const;
/** A line is met where one of the photo lies within so many px. */
const metPx = 2;
/** What lies farther than this share of the longer side counts no more while it is looked for. */
const farShare = 0.05;

type Places = { width: number; height: number; distance: Float32Array; places: Float64Array };
/** How a plan lies in a photo: from px of the plan to px of the photo, and how well its lines are met. */
export type Registered = {
  toPhoto: Homography;
  /** Share of the plan's lines that are met, and in that quarter of the picture where fewest are. */
  metShare: number;
  leastQuarter: number;
  /** Mean distance of those, in px of the photo. */
  meanMetPx: number;
  pxOfPhotoPerPlanPx: number;
};

/** Lines of an image: where they are, and how far every pixel lies from the nearest. In px of the smaller image. */
function linesOf(image: Channel): Places {
  const { width, height } = image;
  const strength = darkLines(image, Math.max(2, Math.round(Math.max(width, height) * reachShare)));
  // Of the strongest few pixels a third is still a line; under 14 levels of 255 it is grain.
  const least = Math.max(14, 0.33 * levelOfShare(strength, 0.995));
  const isLine = Uint8Array.from(strength, (value) => (value >= least ? 1 : 0));
  const units = chamferDistance(isLine, width, height);
  const all: number[] = [];
  for (let pixel = 0; pixel < isLine.length; pixel++) if (isLine[pixel]) all.push(pixel);
  const random = seeded(7);
  const count = Math.min(all.length, mostPlaces);
  const places = new Float64Array(2 * count);
  for (let index = 0; index < count; index++) {
    const pixel = all[all.length > mostPlaces ? Math.floor(random() * all.length) : index]!;
    places[2 * index] = (pixel % width) + 0.5;
    places[2 * index + 1] = Math.floor(pixel / width) + 0.5;
  }
  return { width, height, distance: Float32Array.from(units, (own) => own / chamferUnitsPerPx), places };
}

const middleOf = ({ places }: Places) => {
  let [x, y] = [0, 0];
  for (let at = 0; at < places.length; at += 2) [x, y] = [x + places[at]!, y + places[at + 1]!];
  const count = Math.max(1, places.length / 2);
  return [x / count, y / count] as const;
};

function spreadOf({ places }: Places, [x, y]: readonly [number, number]): number {
  let sum = 0;
  for (let at = 0; at < places.length; at += 2) sum += (places[at]! - x) ** 2 + (places[at + 1]! - y) ** 2;
  return Math.sqrt(sum / Math.max(1, places.length / 2));
}

/** Distance from the nearest line between pixels, and how it grows; beyond the image it is `far`. */
function distanceAt({ width, height, distance }: Places, x: number, y: number, far: number): [number, number, number] {
  const [column, row] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
  if (!(column >= 0 && row >= 0 && column + 1 < width && row + 1 < height)) return [far, 0, 0];
  const [dx, dy] = [x - 0.5 - column, y - 0.5 - row];
  const at = row * width + column;
  const [a, b, c, d] = [distance[at]!, distance[at + 1]!, distance[at + width]!, distance[at + width + 1]!];
  return [
    a * (1 - dx) * (1 - dy) + b * dx * (1 - dy) + c * (1 - dx) * dy + d * dx * dy,
    (b - a) * (1 - dy) + (d - c) * dy,
    (c - a) * (1 - dx) + (d - b) * dx,
  ];
}

/** Mean distance of lines under a map, each at most `far`. */
function costOf(plan: Places, photo: Places, map: Homography, far: number, step = 1): number {
  let [sum, count] = [0, 0];
  for (let at = 0; at < plan.places.length; at += 2 * step) {
    const [x, y] = mapPlace(map, plan.places[at]!, plan.places[at + 1]!);
    sum += Math.min(far, distanceAt(photo, x, y, far)[0]);
    count += 1;
  }
  return count > 0 ? sum / count : far;
}

/**
 * Betters a map by the distances of the lines themselves: Gauss and Newton with damping (Levenberg 1944, Marquardt 1963), the distance field telling both how far and where to (Fitzgibbon 2003, Robust registration
 * of 2D and 3D point sets, Image and Vision Computing 21); far ones count less and less (Geman and McClure 1985).
 */
function bettered(plan: Places, photo: Places, start: Homography, scalesPx: readonly number[]): Homography {
  let map = start;
  const size = Math.max(plan.width, plan.height);
  // Numbers of one size: perspective is of the order of one over the size.
  const units = [1, 1, size, 1, 1, size, 1 / size, 1 / size];
  for (const scale of scalesPx) {
    let damping = 1e-3;
    const robust = (own: Homography) => {
      let sum = 0;
      for (let at = 0; at < plan.places.length; at += 2) {
        const [x, y] = mapPlace(own, plan.places[at]!, plan.places[at + 1]!);
        const r = distanceAt(photo, x, y, 4 * scale)[0];
        sum += (r * r) / (r * r + scale * scale);
      }
      return sum;
    };
    let cost = robust(map);
    for (let round = 0; round < 14; round++) {
      const normal = Array.from({ length: 8 }, () => new Array<number>(8).fill(0));
      const right = new Array<number>(8).fill(0);
      for (let at = 0; at < plan.places.length; at += 2) {
        const [px, py] = [plan.places[at]!, plan.places[at + 1]!];
        const w = map[6] * px + map[7] * py + 1;
        const [x, y] = mapPlace(map, px, py);
        const [r, gx, gy] = distanceAt(photo, x, y, 4 * scale);
        if (gx === 0 && gy === 0) continue;
        const weight = (scale * scale) / (r * r + scale * scale);
        const along = (gx * x + gy * y) / w;
        const row = [(gx * px) / w, (gx * py) / w, gx / w, (gy * px) / w, (gy * py) / w, gy / w, -along * px, -along * py].map(
          (value, index) => value * units[index]!,
        );
        const own = weight * weight;
        for (let i = 0; i < 8; i++) {
          right[i]! -= own * r * row[i]!;
          for (let j = 0; j <= i; j++) normal[i]![j]! += own * row[i]! * row[j]!;
        }
      }
      for (let i = 0; i < 8; i++) for (let j = i + 1; j < 8; j++) normal[i]![j] = normal[j]![i]!;
      const step = solveSquare(
        normal.map((row, i) => row.map((value, j) => (i === j ? value * (1 + damping) + 1e-9 : value))),
        right,
      );
      if (!step) break;
      const next = map.slice(0, 8).map((value, index) => value + step[index]! * units[index]!);
      const moved = [...next, 1] as unknown as Homography;
      const better = robust(moved);
      if (better < cost) {
        const gain = cost - better;
        [map, cost, damping] = [moved, better, Math.max(1e-6, damping / 4)];
        if (gain < 1e-4 * plan.places.length) break;
      } else {
        damping *= 8;
        if (damping > 1e4) break;
      }
    }
  }
  return map;
}

/** Puts a map of smaller images onto the images themselves. */
function scaled(map: Homography, planTimes: number, photoTimes: number): Homography {
  const [a, b, c, d, e, f, g, h] = map;
  const s = photoTimes / planTimes;
  return [a * s, b * s, c * photoTimes, d * s, e * s, f * photoTimes, g / planTimes, h / planTimes, 1];
}

/** The best of maps that start from the middle and spread of both, turned all round. */
function turnedAllRound(plan: Places, seen: Places, far: number): Homography | null {
  const [from, to] = [middleOf(plan), middleOf(seen)];
  const scale = spreadOf(seen, to) / Math.max(1e-6, spreadOf(plan, from));
  const tried: { map: Homography; cost: number }[] = [];
  for (let turn = 0; turn < turns; turn++) {
    const angle = (2 * Math.PI * turn) / turns;
    for (const times of scales) {
      const [cos, sin] = [scale * times * Math.cos(angle), scale * times * Math.sin(angle)];
      const map: Homography = [cos, -sin, to[0] - cos * from[0] + sin * from[1], sin, cos, to[1] - sin * from[0] - cos * from[1], 0, 0, 1];
      tried.push({ map, cost: costOf(plan, seen, map, far, 4) });
    }
  }
  tried.sort((one, other) => one.cost - other.cost);
  const coarse = [0.5 * far, 0.2 * far, 0.08 * far];
  const found = tried
    .slice(0, followed)
    .map(({ map }) => bettered(plan, seen, map, coarse))
    .map((map) => ({ map, cost: costOf(plan, seen, map, far) }))
    .sort((one, other) => one.cost - other.cost)[0];
  return found?.map ?? null;
}

/**
 * Finds how a plan's lines lie in a photo: from the middle and spread of both, turned all round, then bettered line by line, at last as a projective map.
 * @param photo R, G, B. @param lines 1 where the plan has a line. @param start how it lies about, from px to px: it is only bettered then.
 * @returns null: there are too few lines in one of them.
 */
export function registerPhoto(
  photo: { width: number; height: number; data: Uint8Array },
  lines: { width: number; height: number; data: Uint8Array },
  start?: Homography,
): Registered | null {
  const seenSmall = smallerChannel(lightestChannel(photo), photoPx);
  const planSmall = smallerChannel({ ...lines, data: Float32Array.from(lines.data, (own) => (own ? 0 : 255)) }, planPx);
  const [seen, plan] = [linesOf(seenSmall), linesOf(planSmall)];
  if (seen.places.length < 200 || plan.places.length < 200) return null;
  const far = farShare * Math.max(seen.width, seen.height);
  const found = start ? scaled(start, 1 / planSmall.times, 1 / seenSmall.times) : turnedAllRound(plan, seen, far);
  if (!found) return null;
  const fine = bettered(plan, seen, found, start ? [8, 3, 1.5, 0.8] : [3, 1.5, 0.8]);
  const off: number[] = [];
  const quarters = [0, 1, 2, 3].map(() => ({ met: 0, all: 0 }));
  for (let at = 0; at < plan.places.length; at += 2) {
    const [x, y] = mapPlace(fine, plan.places[at]!, plan.places[at + 1]!);
    const own = distanceAt(seen, x, y, far)[0];
    off.push(own);
    const quarter = quarters[(plan.places[at]! > plan.width / 2 ? 1 : 0) + (plan.places[at + 1]! > plan.height / 2 ? 2 : 0)]!;
    quarter.all += 1;
    quarter.met += own <= metPx ? 1 : 0;
  }
  const met = off.filter((own) => own <= metPx);
  const toPhoto = scaled(fine, planSmall.times, seenSmall.times);
  const [cx, cy] = [lines.width / 2, lines.height / 2];
  const [one, other] = [mapPlace(toPhoto, cx - 5, cy), mapPlace(toPhoto, cx + 5, cy)];
  return {
    toPhoto,
    metShare: met.length / off.length,
    leastQuarter: Math.min(...quarters.filter(({ all }) => all > 0.04 * off.length).map((own) => own.met / own.all)),
    meanMetPx: (met.reduce((sum, own) => sum + own, 0) / Math.max(1, met.length)) * seenSmall.times,
    pxOfPhotoPerPlanPx: Math.hypot(other[0] - one[0], other[1] - one[1]) / 10,
  };
}
