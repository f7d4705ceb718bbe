import type { OutlineMm } from './outline';

export const namedShapes = ['rectangle', 'rounded rectangle', 'circle', 'oval', 'scalloped circle', 'tag', 'heart', 'star'] as const;
export type NamedShape = (typeof namedShapes)[number];

type Place = readonly [number, number];
/** Chords of a whole round: on a circle of 100 mm they lie 0.02 mm inside it. */
const roundChords = 144;

/** An arc about a middle, both ends with it. Degrees clockwise from 3 o'clock. */
function arc([middleX, middleY]: Place, radius: number, fromDeg: number, toDeg: number): Place[] {
  const count = Math.max(2, Math.ceil((Math.abs(toDeg - fromDeg) / 360) * roundChords));
  return Array.from({ length: count + 1 }, (_, step): Place => {
    const angle = ((fromDeg + ((toDeg - fromDeg) * step) / count) * Math.PI) / 180;
    return [middleX + radius * Math.cos(angle), middleY + radius * Math.sin(angle)];
  });
}

/** A round whose radius depends on its angle, in radians. */
const round = (radiusAt: (angle: number) => number, chords = roundChords): Place[] =>
  Array.from({ length: chords }, (_, step): Place => {
    const angle = (2 * Math.PI * step) / chords;
    return [radiusAt(angle) * Math.cos(angle), radiusAt(angle) * Math.sin(angle)];
  });

/** Corners rounded by a sixth of the shorter side. */
function roundedBox(width: number, height: number): Place[] {
  const radius = Math.min(width, height) / 6;
  return [
    ...arc([width - radius, radius], radius, -90, 0),
    ...arc([width - radius, height - radius], radius, 0, 90),
    ...arc([radius, height - radius], radius, 90, 180),
    ...arc([radius, radius], radius, 180, 270),
  ];
}

const drawn: Record<NamedShape, (width: number, height: number) => Place[]> = {
  rectangle: (width, height) => [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ],
  'rounded rectangle': roundedBox,
  circle: () => round(() => 1),
  oval: () => round(() => 1),
  // Twenty scallops, as half rounds on the way.
  'scalloped circle': () => round((angle) => 0.93 + 0.07 * Math.abs(Math.cos(10 * angle)), 5 * roundChords),
  // Two corners cut off at the top.
  tag: (width, height) => {
    const cut = Math.min(width, height) / 4;
    return [
      [cut, 0],
      [width - cut, 0],
      [width, cut],
      [width, height],
      [0, height],
      [0, cut],
    ];
  },
  // x = 16 sin3 t, y = 13 cos t - 5 cos 2t - 2 cos 3t - cos 4t: a curve that is common knowledge, no source.
  heart: () =>
    Array.from({ length: roundChords }, (_, step): Place => {
      const t = (2 * Math.PI * step) / roundChords;
      return [16 * Math.sin(t) ** 3, -(13 * Math.cos(t) - 5 * Math.cos(2 * t) - 2 * Math.cos(3 * t) - Math.cos(4 * t))];
    }),
  star: () =>
    Array.from({ length: 10 }, (_, corner): Place => {
      const angle = (Math.PI * corner) / 5 - Math.PI / 2;
      // The inner corners of a pentagram lie at 1 / phi2 of the outer ones' radius.
      const radius = corner % 2 === 0 ? 1 : 0.381_966;
      return [radius * Math.cos(angle), radius * Math.sin(angle)];
    }),
};

/** A shape of a name, its least x and y 0, as wide and high as said (mm). @throws RangeError for a size of 0 or less. */
export function namedOutline(shape: NamedShape, widthMm: number, heightMm: number): OutlineMm {
  if (!(widthMm > 0) || !(heightMm > 0))
    throw new RangeError(`A ${shape} is more than 0 mm wide and high; this one is ${widthMm} x ${heightMm}.`);
  const places = drawn[shape](widthMm, heightMm);
  const [xs, ys] = [places.map(([x]) => x), places.map(([, y]) => y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [byX, byY] = [widthMm / (Math.max(...xs) - left), heightMm / (Math.max(...ys) - top)];
  return places.map(([x, y]) => [(x - left) * byX, (y - top) * byY] as const);
}

/** Sizes of a nested set, the largest first: each narrower and lower than the one before by the same; none that would be less than 8 mm. */
export function nestedSizes(widthMm: number, heightMm: number, count: number, stepMm: number): { widthMm: number; heightMm: number }[] {
  return Array.from({ length: count }, (_, index) => ({ widthMm: widthMm - index * stepMm, heightMm: heightMm - index * stepMm })).filter(
    (size) => Math.min(size.widthMm, size.heightMm) >= 8,
  );
}
