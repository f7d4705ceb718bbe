import type { CheckPlan } from '#core/check/checked-plan';
import type { CheckFinding } from '#core/check/check-finding';
import { seeded } from './seeded';

/** A fault that was put into a coloured picture: what kind, of which area, where. */
export type Planted = { kind: CheckFinding['kind']; labels: number[]; xMm: number; yMm: number; band?: number };
/** What can be put in: kinds of findings, and a darkest band that was left out. */
export type Plantable = Planted['kind'] | 'missing band';

type Shade = { light: [number, number, number]; dark: [number, number, number]; turn: number };
/** Hue, chroma and lightness as plain sRGB, far enough from white for a photo. */
function colourOf(random: () => number): Shade {
  const hue = 360 * random();
  const rgb = (lightness: number, saturation: number): [number, number, number] =>
    [0, 8, 4].map((n) => {
      const k = (n + hue / 30) % 12;
      return Math.round(255 * (lightness - saturation * Math.min(lightness, 1 - lightness) * Math.max(-1, Math.min(k - 3, 9 - k, 1))));
    }) as [number, number, number];
  const saturation = 0.35 + 0.35 * random();
  return { light: rgb(0.72, saturation), dark: rgb(0.42, saturation), turn: hue };
}

const mixed = (shade: Shade, t: number, channel: number) => shade.light[channel]! + (shade.dark[channel]! - shade.light[channel]!) * t;

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

/** A plan of made-up colours over areas that were found, and the same picture with faults in it. Each area has its own colour, in three bands. */
export function colouredWithFaults(
  picture: { width: number; height: number; pxPerMm: number; labels: Uint16Array; lines: Uint8Array; count: number },
  kinds: readonly Plantable[],
  seed: number,
): { plan: CheckPlan; painted: Uint8Array; planted: Planted[] } {
  const { width, height, pxPerMm, labels, lines, count } = picture;
  const random = seeded(seed);
  const shades = Array.from({ length: count + 1 }, () => colourOf(random));
  const darkness = darknessOf(picture, count);
  const bands = Uint8Array.from(darkness, (t, pixel) => (labels[pixel] === 0 ? 0 : 1 + Math.min(2, Math.floor(3 * t))));
  const paint = (shadeOf: (label: number) => Shade, darknessAt: (pixel: number, label: number) => number) => {
    const rgb = new Uint8Array(3 * width * height).fill(255);
    for (let pixel = 0; pixel < labels.length; pixel++) {
      const label = labels[pixel]!;
      if (label > 0)
        for (const channel of [0, 1, 2]) rgb[3 * pixel + channel] = Math.round(mixed(shadeOf(label), darknessAt(pixel, label), channel));
    }
    return rgb;
  };
  const drawLines = (rgb: Uint8Array) => {
    for (let pixel = 0; pixel < lines.length; pixel++) if (lines[pixel]) rgb.fill(25, 3 * pixel, 3 * pixel + 3);
    return rgb;
  };
  const expected = drawLines(
    paint(
      (label) => shades[label]!,
      (pixel) => darkness[pixel]!,
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
  const as = new Map<number, { shade?: Shade; darkness?: (pixel: number) => number }>();
  const discs: { x: number; y: number; radius: number; rgb: readonly number[] | null; only: (label: number) => boolean }[] = [];
  const at = (pixel: number) => ({ xMm: (pixel % width) / pxPerMm, yMm: Math.floor(pixel / width) / pxPerMm });
  for (const kind of kinds) {
    const label = free.pop();
    if (label === undefined) break;
    const own = inner[label]!;
    const shade = shades[label]!;
    const middle = own[Math.floor(own.length / 2)]!;
    const fault: Planted = { kind: kind === 'missing band' ? 'flat' : kind, labels: [label], ...at(middle) };
    if (kind === 'white') {
      const radius = (1 + random()) * pxPerMm;
      const isIn = new Set(own);
      const seenMm2 = (pixel: number) => discOf(pixel, radius, width).filter((one) => isIn.has(one)).length / pxPerMm ** 2;
      let pixel = own[Math.floor(random() * own.length)]!;
      for (let tries = 0; tries < 40 && seenMm2(pixel) < 1.8; tries++) pixel = own[Math.floor(random() * own.length)]!;
      Object.assign(fault, at(pixel));
      discs.push({
        x: pixel % width,
        y: Math.floor(pixel / width),
        radius,
        rgb: null,
        only: (other) => other === label,
      });
    } else if (kind === 'overLine') {
      // Just over the line of the area: on the paper outside, or in a neighbour of quite another hue that has no fault of its own.
      const turnApart = (other: number) => Math.abs(((shades[other]!.turn - shade.turn + 540) % 360) - 180);
      const takes = (other: number) => other === 0 || (other !== label && free.includes(other) && turnApart(other) > 60);
      const over = own.flatMap((pixel) =>
        [1.2, 1.8].flatMap((mm) => {
          const far = Math.round(mm * pxPerMm);
          return [far, -far, far * width, -far * width]
            .map((step) => pixel + step)
            .filter((one) => one >= 0 && one < labels.length && takes(labels[one]!) && !lines[one]);
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
      Object.assign(fault, at(pixel));
      discs.push({
        x: pixel % width,
        y: Math.floor(pixel / width),
        radius,
        rgb: [0, 1, 2].map((channel) => mixed(shade, 0.6, channel)),
        only: (other) => other === into || other === label,
      });
    } else if (kind === 'uncoloured') as.set(label, { shade: { ...shade, light: [255, 255, 255], dark: [255, 255, 255] } });
    else if (kind === 'wrongSide') as.set(label, { darkness: (pixel) => 1 - darkness[pixel]! });
    else if (kind === 'missing band') {
      fault.band = 3;
      as.set(label, { darkness: (pixel) => Math.min(0.55, darkness[pixel]!) });
    } else if (kind === 'flat') as.set(label, { darkness: () => 0.45 });
    else if (kind === 'otherHue')
      as.set(label, {
        shade: {
          ...shade,
          light: [shade.light[1]!, shade.light[2]!, shade.light[0]!],
          dark: [shade.dark[1]!, shade.dark[2]!, shade.dark[0]!],
        },
      });
    else if (kind === 'streak')
      as.set(label, {
        darkness: (pixel) =>
          Math.max(0, Math.min(1, darkness[pixel]! + (Math.floor((pixel % width) / (0.9 * pxPerMm)) % 2 === 0 ? 0.22 : -0.22))),
      });
    else if (kind === 'hardStep') as.set(label, { darkness: (pixel) => [0.05, 0.5, 0.95][bands[pixel]! - 1]! });
    else continue;
    planted.push(fault);
  }
  const painted = paint(
    (label) => as.get(label)?.shade ?? shades[label]!,
    (pixel, label) => as.get(label)?.darkness?.(pixel) ?? darkness[pixel]!,
  );
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
