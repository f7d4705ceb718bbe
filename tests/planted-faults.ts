import type { CheckPlan } from '#core/check/checked-plan';
import { lightOfLevel } from '#core/check/checked-plan';
import type { CheckFinding } from '#core/check/check-finding';
import { apartLab, inkOf, leastInk } from '#core/check/region-statistics';
import { labOfLight } from '#core/check/seen-colours';
import type { Rgb } from '#core/colour/rgb';
import { seeded } from './seeded';

/** A fault that was put into a coloured picture: what kind, of which area, where. */
export type Planted = { kind: CheckFinding['kind']; labels: number[]; xMm: number; yMm: number; band?: number };
/** What can be put in: kinds of findings, and a darkest band that was left out. */
export type Plantable = Planted['kind'] | 'missing band';

/** What a picture is coloured with: of each area its colours from light to dark, and where each of its bands lies between them, 0 to 1; of each px how dark it is, 0 to 1, and its band. */
export type Colours = {
  ramps: readonly (readonly Rgb[])[];
  bandsAt: readonly (readonly number[])[];
  darkness: Float32Array;
  bands: Uint8Array;
  /** How dark it is laid, and how much of each area's light its ink leaves beside that of its markers: no hand does it just as planned. Absent: as planned. */
  laid?: { darkness: Float32Array; tones: readonly number[] };
};

/** Hue, chroma and lightness as plain sRGB, far enough from white for a photo. */
function rampOf(random: () => number): Rgb[] {
  const hue = 360 * random();
  const rgb = (lightness: number, saturation: number): Rgb =>
    [0, 8, 4].map((n) => {
      const k = (n + hue / 30) % 12;
      return Math.round(255 * (lightness - saturation * Math.min(lightness, 1 - lightness) * Math.max(-1, Math.min(k - 3, 9 - k, 1))));
    }) as unknown as Rgb;
  const saturation = 0.35 + 0.35 * random();
  return [rgb(0.72, saturation), rgb(0.42, saturation)];
}

/** A colour of a ramp, between its steps. @param t 0 the lightest, 1 the darkest. */
function mixed(ramp: readonly Rgb[], t: number): Rgb {
  const at = Math.max(0, Math.min(1, t)) * (ramp.length - 1);
  const [one, other] = [ramp[Math.floor(at)]!, ramp[Math.ceil(at)]!];
  return one.map((own, channel) => own + (other[channel]! - own) * (at - Math.floor(at))) as unknown as Rgb;
}

const labOf = (rgb: Rgb) => labOfLight(...(rgb.map(lightOfLevel) as unknown as readonly [number, number, number]));
const apart = (one: Rgb, other: Rgb) => apartLab(labOf(one), labOf(other));
const inkAt = (rgb: Rgb) => inkOf(labOf(rgb));
/** The same light and dark in quite another hue. */
const turned = (ramp: readonly Rgb[]): Rgb[] => ramp.map(([r, g, b]) => [g, b, r]);
const white: Rgb = [255, 255, 255];

/** How dark a place of an area is, 0 to 1, for light from the upper left: smooth from one band into the next. */
function darknessOf(plan: Pick<CheckPlan, 'width' | 'labels'>, count: number): Float32Array {
  const [least, most] = [new Float32Array(count + 1).fill(1e9), new Float32Array(count + 1).fill(-1e9)];
  const along = (pixel: number) => (pixel % plan.width) + Math.floor(pixel / plan.width);
  for (let pixel = 0; pixel < plan.labels.length; pixel++) {
    const label = plan.labels[pixel]!;
    least[label] = Math.min(least[label]!, along(pixel));
    most[label] = Math.max(most[label]!, along(pixel));
  }
  return Float32Array.from(plan.labels, (label, pixel) => (along(pixel) - least[label]!) / Math.max(1, most[label]! - least[label]!));
}

/** Px of a disc round one. */
function discOf(pixel: number, radius: number, width: number): number[] {
  const reach = Math.ceil(radius);
  const own: number[] = [];
  for (let dy = -reach; dy <= reach; dy++)
    for (let dx = -reach; dx <= reach; dx++) if (Math.hypot(dx, dy) <= radius) own.push(pixel + dy * width + dx);
  return own;
}

export type Coloured = { width: number; height: number; pxPerMm: number; labels: Uint16Array; lines: Uint8Array; count: number };

/** Each area in its own colour, in three bands that run into each other evenly. */
export function madeUpColours(picture: Coloured, random: () => number): Colours {
  const ramps = Array.from({ length: picture.count + 1 }, () => rampOf(random));
  const darkness = darknessOf(picture, picture.count);
  const bands = Uint8Array.from(darkness, (t, pixel) => (picture.labels[pixel] === 0 ? 0 : 1 + Math.min(2, Math.floor(3 * t))));
  return { ramps, bandsAt: ramps.map(() => [0.05, 0.5, 0.95]), darkness, bands };
}

/** Whether a fault of a kind shows in an area, by what the check states that it can tell. */
function canShow(kind: Plantable, ramp: readonly Rgb[], bandsAt: readonly number[]): boolean {
  const levels = bandsAt.map((t) => labOf(mixed(ramp, t))[0]);
  const range = levels[0]! - levels.at(-1)!;
  const isInk = bandsAt.every((t) => inkAt(mixed(ramp, t)) > leastInk);
  if (kind === 'wrongSide' || kind === 'flat') return isInk && range > 12;
  if (kind === 'missing band') return isInk && levels.at(-2)! - levels.at(-1)! > 8;
  if (kind === 'hardStep') return levels.some((own, at) => at > 0 && levels[at - 1]! - own > 10);
  if (kind === 'otherHue') {
    const [own, other] = [ramp, turned(ramp)].map((one) => labOf(mixed(one, 0.5)));
    return isInk && Math.hypot(own![1] - other![1], own![2] - other![2]) > 22;
  }
  return isInk;
}

/** A band that is left out is told from so many mm2 on. */
const leastBandMm2 = 5;

/** A picture as it is planned, and the same with faults in it. */
export function colouredWithFaults(
  picture: Coloured,
  kinds: readonly Plantable[],
  seed: number,
  coloursOf: (picture: Coloured, random: () => number) => Colours = madeUpColours,
): { plan: CheckPlan; painted: Uint8Array; planted: Planted[] } {
  const { width, height, pxPerMm, labels, lines, count } = picture;
  const random = seeded(seed);
  const { ramps, bandsAt, darkness: planned, bands, laid } = coloursOf(picture, random);
  const darkness = laid?.darkness ?? planned;
  const tones = ramps.map((_, label) => laid?.tones[label] ?? 1);
  const toned = (label: number, ramp: readonly Rgb[]) =>
    ramp.map((rgb) => (inkAt(rgb) < 1 ? rgb : (rgb.map((level) => Math.min(255, level * tones[label]!)) as unknown as Rgb)));
  const paint = (rampOfLabel: (label: number) => readonly Rgb[], darknessAt: (pixel: number, label: number) => number) => {
    const rgb = new Uint8Array(3 * width * height).fill(255);
    for (let pixel = 0; pixel < labels.length; pixel++) {
      const label = labels[pixel]!;
      if (label > 0) rgb.set(mixed(rampOfLabel(label), darknessAt(pixel, label)).map(Math.round), 3 * pixel);
    }
    return rgb;
  };
  const drawLines = (rgb: Uint8Array) => {
    for (let pixel = 0; pixel < lines.length; pixel++) if (lines[pixel]) rgb.fill(25, 3 * pixel, 3 * pixel + 3);
    return rgb;
  };
  const expected = drawLines(
    paint(
      (label) => ramps[label]!,
      (pixel) => planned[pixel]!,
    ),
  );
  const inner: number[][] = Array.from({ length: count + 1 }, () => []);
  // Beside a line no photo tells ink from line: faults are planted where they can be seen, over the least size that the check states.
  const besideLine = Math.ceil(0.6 * pxPerMm);
  const isAway = (pixel: number) =>
    [besideLine, -besideLine, besideLine * width, -besideLine * width].every((step) => !lines[pixel + step]);
  for (let pixel = 0; pixel < labels.length; pixel++) if (!lines[pixel] && isAway(pixel)) inner[labels[pixel]!]!.push(pixel);
  const large = Array.from({ length: count }, (_, index) => index + 1).filter((label) => inner[label]!.length > 25 * pxPerMm ** 2);
  const free = [...large].sort(() => random() - 0.5);
  const planted: Planted[] = [];
  const as = new Map<number, { ramp?: readonly Rgb[]; darkness?: (pixel: number) => number }>();
  const stripes = new Map<number, readonly Rgb[]>();
  const discs: { x: number; y: number; radius: number; rgb: readonly number[] | null; only: (label: number) => boolean }[] = [];
  const placeOf = (pixel: number) => ({ xMm: (pixel % width) / pxPerMm, yMm: Math.floor(pixel / width) / pxPerMm });
  /** Areas that lie along another's lines. */
  const besideOf = (label: number): number[] => {
    const counts = new Map<number, number>();
    for (const pixel of inner[label]!)
      for (const step of [1, -1, width, -width].map((way) => Math.round(1.4 * pxPerMm) * way)) {
        const other = labels[pixel + step] ?? 0;
        if (other > 0 && other !== label) counts.set(other, (counts.get(other) ?? 0) + 1);
      }
    return [...counts].filter(([, count]) => count > 5 * pxPerMm).map(([other]) => other);
  };
  for (const kind of kinds) {
    const hasDarkest = (one: number) =>
      inner[one]!.filter((pixel) => bands[pixel] === bandsAt[one]!.length).length > leastBandMm2 * pxPerMm ** 2;
    const at = free.findLastIndex((one) => canShow(kind, ramps[one]!, bandsAt[one]!) && (kind !== 'missing band' || hasDarkest(one)));
    const [label] = at < 0 ? [] : free.splice(at, 1);
    if (label === undefined) continue;
    const own = inner[label]!;
    const [ramp, steps] = [ramps[label]!, bandsAt[label]!];
    const middle = own[Math.floor(own.length / 2)]!;
    const fault: Planted = { kind: kind === 'missing band' ? 'flat' : kind, labels: [label], ...placeOf(middle) };
    if (kind === 'white') {
      const radius = (1 + random()) * pxPerMm;
      const isIn = new Set(own);
      const seenMm2 = (pixel: number) => discOf(pixel, radius, width).filter((one) => isIn.has(one)).length / pxPerMm ** 2;
      let pixel = own[Math.floor(random() * own.length)]!;
      for (let tries = 0; tries < 40 && seenMm2(pixel) < 1.8; tries++) pixel = own[Math.floor(random() * own.length)]!;
      Object.assign(fault, placeOf(pixel));
      discs.push({
        x: pixel % width,
        y: Math.floor(pixel / width),
        radius,
        rgb: null,
        only: (other) => other === label,
      });
    } else if (kind === 'overLine') {
      // Just over the line of the area: on the paper outside, or in a neighbour of quite another hue that has no fault of its own.
      const isOtherInk = (other: number) => bandsAt[other]!.every((t) => apart(mixed(ramps[other]!, t), mixed(ramp, 0.6)) > 28);
      const takes = (other: number) => other === 0 || (other !== label && free.includes(other) && isOtherInk(other));
      // The first place beyond the line, however wide that is.
      const over = own.flatMap((pixel) =>
        [1, -1, width, -width].flatMap((way) => {
          const beyond = [1.2, 1.8, 2.4, 3.2].map((mm) => pixel + Math.round(mm * pxPerMm) * way);
          const one = beyond.find((place) => labels[place] !== undefined && labels[place] !== label && !lines[place]);
          return one !== undefined && takes(labels[one]!) ? [one] : [];
        }),
      );
      const inside = over.filter((one) => labels[one]! > 0);
      const among = inside.length > 0 && random() < 0.6 ? inside : over.filter((one) => labels[one] === 0);
      const radius = (1.2 + 0.6 * random()) * pxPerMm;
      // As for white: so much of it is seen away from lines.
      const seenMm2 = (one: number) =>
        discOf(one, radius, width).filter((other) => labels[other] === labels[one] && !lines[other] && isAway(other)).length / pxPerMm ** 2;
      let pixel = among[Math.floor(random() * among.length)];
      for (let tries = 0; tries < 40 && pixel !== undefined && seenMm2(pixel) < 1.8; tries++)
        pixel = among[Math.floor(random() * among.length)];
      if (pixel === undefined || seenMm2(pixel) < 1.8) continue;
      const into = labels[pixel]!;
      if (into > 0) free.splice(free.indexOf(into), 1);
      Object.assign(fault, placeOf(pixel));
      discs.push({
        x: pixel % width,
        y: Math.floor(pixel / width),
        radius,
        rgb: mixed(ramp, 0.6),
        only: (other) => other === into || other === label,
      });
    } else if (kind === 'uncoloured') as.set(label, { ramp: [white] });
    else if (kind === 'wrongSide') as.set(label, { darkness: (pixel) => 1 - darkness[pixel]! });
    else if (kind === 'missing band') {
      fault.band = steps.length;
      as.set(label, { darkness: (pixel) => Math.min(steps.at(-2)! + 0.05, darkness[pixel]!) });
    } else if (kind === 'flat') as.set(label, { darkness: () => 0.45 });
    else if (kind === 'unequal') {
      // Of three or more in one ladder one is laid with more ink.
      if (large.filter((one) => ramps[one] === ramp).length < 3) continue;
      as.set(label, { ramp: ramp.map((rgb) => rgb.map((level) => 0.8 * level) as unknown as Rgb) });
    } else if (kind === 'notParted') {
      const other = besideOf(label).find(
        (one) => free.includes(one) && ramps[one]!.length === ramp.length && apart(mixed(ramps[one]!, 0.5), mixed(ramp, 0.5)) > 24,
      );
      if (other === undefined) continue;
      free.splice(free.indexOf(other), 1);
      fault.labels.push(other);
      as.set(label, { ramp: ramps[other]! });
      tones[label] = tones[other]!;
    } else if (kind === 'otherHue') as.set(label, { ramp: turned(ramp) });
    else if (kind === 'streak') {
      // A second coat here and there: each is darker by some 6 L*.
      const coat = ramp.map((rgb) => rgb.map((level) => 0.86 * level) as unknown as Rgb);
      stripes.set(label, coat);
    } else if (kind === 'hardStep') as.set(label, { darkness: (pixel) => steps[bands[pixel]! - 1]! });
    else continue;
    planted.push(fault);
  }
  const laidRamps = ramps.map((ramp, label) => toned(label, as.get(label)?.ramp ?? ramp));
  const painted = paint(
    (label) => laidRamps[label]!,
    (pixel, label) => as.get(label)?.darkness?.(pixel) ?? darkness[pixel]!,
  );
  for (let pixel = 0; pixel < labels.length; pixel++) {
    const coat = stripes.get(labels[pixel]!);
    if (coat && Math.floor((pixel % width) / (0.9 * pxPerMm)) % 2 === 0)
      painted.set(mixed(coat, darkness[pixel]!).map(Math.round), 3 * pixel);
  }
  for (const { x, y, radius, rgb, only } of discs)
    for (let row = Math.max(0, Math.floor(y - radius)); row <= Math.min(height - 1, y + radius); row++)
      for (let column = Math.max(0, Math.floor(x - radius)); column <= Math.min(width - 1, x + radius); column++) {
        const pixel = row * width + column;
        if (Math.hypot(column - x, row - y) > radius || !only(labels[pixel]!)) continue;
        for (const channel of [0, 1, 2]) painted[3 * pixel + channel] = rgb ? Math.round(rgb[channel]!) : 255;
      }
  const plan: CheckPlan = { width, height, pxPerMm, labels, lines: { width, height, data: lines }, bands, expected };
  return { plan, painted: drawLines(painted), planted };
}

/** Whether a finding is about a planted fault: of its kind and area; what has a place, no farther than 3 mm from it. */
export function isAbout(finding: CheckFinding, fault: Planted): boolean {
  if (finding.kind !== fault.kind || finding.band !== fault.band || !fault.labels.some((label) => finding.labels.includes(label)))
    return false;
  return (fault.kind !== 'white' && fault.kind !== 'overLine') || Math.hypot(finding.xMm - fault.xMm, finding.yMm - fault.yMm) < 3;
}
