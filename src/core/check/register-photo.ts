import { seeded } from '#core/sharing/seeded';
import { lightestChannel, smallerChannel } from './dark-lines';
import { distanceAt, halfWidthShare, linesOf, linesOnSheet, middleOf, type Places, placesOf, sidesOf, spreadOf } from './line-places';
import { type Homography, mapOfFour, mapPlace, solveSquare } from './projective';

/** Longer sides on which lines are looked for. */
const [photoPx, planPx] = [960, 720];
/** Turns that are tried, and how many of the best are followed. */
const [turns, followed] = [72, 6];
const scales = [0.86, 1, 1.16] as const;
/** A line is met where one of the photo lies within so many px. */
const metPx = 2;
/** What lies farther than this share of the longer side counts no more while it is looked for. */
const farShare = 0.05;

/** How a plan lies in a photo: from px of the plan to px of the photo, and how well its lines are met. */
export type Registered = {
  toPhoto: Homography;
  /** Share of the plan's lines that are met, and in that quarter of the picture where fewest are. */
  metShare: number;
  leastQuarter: number;
  /** How far the sides of met lines lie from each other, on average, in px of the photo. */
  meanMetPx: number;
  pxOfPhotoPerPlanPx: number;
};

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

/** How a sheet looks that is photographed by hand: opposite sides, and its two directions, differ by no more than so many times; its corners by so many degrees from right ones. */
const seenAskew = { sides: 1.7, directions: 1.35, cornerDeg: 28 } as const;

/** Whether a map shows a picture as somebody photographs it, from above or a little askew, and not mirrored, folded or squeezed. */
function isAsPhotographed(map: Homography, { width, height }: { width: number; height: number }): boolean {
  const corners = [mapPlace(map, 0, 0), mapPlace(map, width, 0), mapPlace(map, width, height), mapPlace(map, 0, height)];
  const sides = corners.map(([x, y], at) => [corners[(at + 1) % 4]![0] - x, corners[(at + 1) % 4]![1] - y] as const);
  const [top, right, bottom, left] = sides.map(([x, y]) => Math.hypot(x, y)) as [number, number, number, number];
  const differ = (one: number, other: number) => Math.max(one, other) / Math.max(1e-9, Math.min(one, other));
  const isSquare = sides.every(([x, y], at) => {
    const [u, v] = sides[(at + 1) % 4]!;
    return Math.abs(90 - (Math.atan2(x * v - y * u, x * u + y * v) * 180) / Math.PI) <= seenAskew.cornerDeg;
  });
  return (
    isSquare &&
    differ(top, bottom) <= seenAskew.sides &&
    differ(left, right) <= seenAskew.sides &&
    differ((top + bottom) / width, (left + right) / height) <= seenAskew.directions
  );
}

/** Nudges that are tried where a map meets fewer lines than this: a picture of equal shapes also fits a little beside, or askew. */
const [surelyMet, nudges] = [0.97, 40] as const;
/** In px of the photo, coarse to fine. */
const fineScales = [3, 1.5, 0.8] as const;
const sideScales = [1.5, 0.8] as const;
/** How far a map is nudged as a whole, and each corner by itself, in shares of the longer side. */
const nudge = { whole: 0.05, corner: 0.04 } as const;
/** What lies farther off, in px, counts no more where fine maps are held against each other. */
const fineFarPx = 6;

/** A map whose corners are moved by lot: the place, turn, size and lean of what it maps. */
function nudged(map: Homography, plan: Places, seen: Places, random: () => number): Homography | null {
  const lot = (share: number) => (2 * random() - 1) * share * Math.max(seen.width, seen.height);
  const corners = [
    [0, 0],
    [plan.width, 0],
    [plan.width, plan.height],
    [0, plan.height],
  ] as const;
  const [dx, dy] = [lot(nudge.whole), lot(nudge.whole)];
  const places = corners.map(([x, y]) => mapPlace(map, x, y));
  return mapOfFour(
    corners,
    places.map(([x, y]) => [x + dx + lot(nudge.corner), y + dy + lot(nudge.corner)] as const),
  );
}

/** Share of a plan's lines that a map lays near lines of the photo. */
function metShareOf(plan: Places, seen: Places, map: Homography): number {
  let met = 0;
  for (let at = 0; at < plan.places.length; at += 2) {
    const [x, y] = mapPlace(map, plan.places[at]!, plan.places[at + 1]!);
    met += distanceAt(seen, x, y, metPx + 1)[0] <= metPx ? 1 : 0;
  }
  return met / Math.max(1, plan.places.length / 2);
}

/** How far lines that are met lie from each other under a map, on average. */
function meanMetPx(plan: Places, seen: Places, map: Homography): number {
  let [sum, count] = [0, 0];
  for (let at = 0; at < plan.places.length; at += 2) {
    const own = distanceAt(seen, ...mapPlace(map, plan.places[at]!, plan.places[at + 1]!), metPx + 1)[0];
    if (own > metPx) continue;
    sum += own;
    count += 1;
  }
  return sum / Math.max(1, count);
}

/** The same map, or a better one near it. */
function nearBest(plan: Places, seen: Places, start: Homography, far: number): Homography {
  const random = seeded(11);
  const fineCost = (map: Homography) => costOf(plan, seen, map, fineFarPx);
  let best = { map: start, cost: fineCost(start) };
  for (let at = 0; at < nudges && metShareOf(plan, seen, best.map) < surelyMet; at++) {
    const other = nudged(best.map, plan, seen, random);
    if (!other) continue;
    const map = bettered(plan, seen, bettered(plan, seen, other, [0.2 * far, 0.08 * far]), fineScales);
    const cost = fineCost(map);
    if (cost < best.cost && isAsPhotographed(map, plan)) best = { map, cost };
  }
  return best.map;
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
    .sort((one, other) => one.cost - other.cost);
  return (found.find(({ map }) => isAsPhotographed(map, plan)) ?? found[0])?.map ?? null;
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
  const halfWidth = halfWidthShare(planSmall);
  const [seenLines, planLines] = [linesOnSheet(linesOf(seenSmall, halfWidth), seenSmall), linesOf(planSmall, halfWidth)];
  const [seen, plan] = [placesOf(seenLines), placesOf(planLines)];
  if (seen.places.length < 200 || plan.places.length < 200) return null;
  const far = farShare * Math.max(seen.width, seen.height);
  const found = start ? scaled(start, 1 / planSmall.times, 1 / seenSmall.times) : turnedAllRound(plan, seen, far);
  if (!found) return null;
  const near = bettered(plan, seen, found, start ? [8, ...fineScales] : fineScales);
  const best = start ? near : nearBest(plan, seen, near, far);
  // Within a wide line much fits: its sides say it to the px. Where dark ink lies beside a line they count less the farther they are.
  const [planSides, seenSides] = [placesOf(sidesOf(planLines)), placesOf(sidesOf(seenLines))];
  const fine = bettered(planSides, seenSides, best, sideScales);
  const isOne = start !== undefined || isAsPhotographed(fine, plan);
  const quarters = [0, 1, 2, 3].map(() => ({ met: 0, all: 0 }));
  for (let at = 0; at < plan.places.length; at += 2) {
    const [x, y] = mapPlace(fine, plan.places[at]!, plan.places[at + 1]!);
    const quarter = quarters[(plan.places[at]! > plan.width / 2 ? 1 : 0) + (plan.places[at + 1]! > plan.height / 2 ? 2 : 0)]!;
    quarter.all += 1;
    quarter.met += isOne && distanceAt(seen, x, y, far)[0] <= metPx ? 1 : 0;
  }
  const metOf = (own: readonly { met: number; all: number }[]) =>
    own.reduce((sum, { met }) => sum + met, 0) / own.reduce((sum, { all }) => sum + all, 0);
  const toPhoto = scaled(fine, planSmall.times, seenSmall.times);
  const [cx, cy] = [lines.width / 2, lines.height / 2];
  const [one, other] = [mapPlace(toPhoto, cx - 5, cy), mapPlace(toPhoto, cx + 5, cy)];
  return {
    toPhoto,
    metShare: metOf(quarters),
    leastQuarter: Math.min(...quarters.filter(({ all }) => all > 0.02 * plan.places.length).map((own) => metOf([own]))),
    meanMetPx: meanMetPx(planSides, seenSides, fine) * seenSmall.times,
    pxOfPhotoPerPlanPx: Math.hypot(other[0] - one[0], other[1] - one[1]) / 10,
  };
}
