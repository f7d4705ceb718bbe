import { describe, expect, it } from 'vitest';
import { photographPicture, pictureInPhoto } from '#core/camera/photograph-picture';
import type { Camera } from '#core/camera/photograph';
import { colouredWithFaults, isAbout, type Plantable } from '../../../tests/planted-faults';
import { checkPhoto } from './check-photo';
import type { CheckPlan } from './checked-plan';
import { mapPlace } from './projective';
import { registerPhoto } from './register-photo';
import { tapPlaces } from './tap-places';

const [width, height, pxPerMm] = [440, 400, 8];

/** A drawing of our own: a head with two ears on a body with a belt, of thick lines, nothing in it alike left and right. */
function drawing(): { labels: Uint16Array; lines: Uint8Array; count: number } {
  const inside: ((x: number, y: number) => boolean)[] = [
    // From the back to the front: ears, body, belt, head, patch, and a ball beside it.
    (x, y) => Math.hypot((x - 110) / 45, (y - 70) / 60) < 1,
    (x, y) => Math.hypot((x - 290) / 40, (y - 60) / 45) < 1,
    (x, y) => Math.hypot((x - 200) / 130, (y - 290) / 95) < 1,
    (x, y) => Math.hypot((x - 200) / 130, (y - 290) / 95) < 1 && y > 285 + 0.08 * x && y < 330 + 0.08 * x,
    (x, y) => Math.hypot((x - 190) / 105, (y - 140) / 92) < 1,
    (x, y) => Math.hypot((x - 225) / 45, (y - 120) / 48) < 1,
    (x, y) => Math.hypot(x - 385, y - 250) < 42,
  ];
  const labelAt = (x: number, y: number) => inside.reduce((found, own, index) => (own(x, y) ? index + 1 : found), 0);
  const labels = new Uint16Array(width * height);
  for (let pixel = 0; pixel < labels.length; pixel++) labels[pixel] = labelAt((pixel % width) + 0.5, Math.floor(pixel / width) + 0.5);
  const lines = new Uint8Array(labels.length);
  for (let row = 2; row < height - 2; row++)
    for (let column = 2; column < width - 2; column++) {
      const pixel = row * width + column;
      if ([-2, 2, -2 * width, 2 * width, 1, width].some((step) => labels[pixel + step] !== labels[pixel])) lines[pixel] = 1;
    }
  return { labels, lines, count: inside.length };
}
const drawn = drawing();
const picture = { width, height, pxPerMm, ...drawn };
const camera = (seed: number, more: Partial<Camera> = {}): Camera => ({
  ...{ pxPerMm: 11, leanDeg: 5 + (seed % 3) * 5, leanToDeg: 70 * seed, turnDeg: 6 - 4 * (seed % 4), fallOff: 0.25 },
  ...{ cast: [1, 0.88, 0.76], noiseSigma: 3, table: { L: 40, a: 4, b: 8 }, seed },
  ...more,
});
const photoOf = (painted: Uint8Array, shot: Camera) => photographPicture({ width, height, data: painted }, width / pxPerMm, shot);
const found = (kinds: Plantable[], seed: number) => {
  const { plan, painted, planted } = colouredWithFaults(picture, kinds, seed);
  const checked = checkPhoto(photoOf(painted, camera(seed)), plan);
  if ('problem' in checked) throw new Error(checked.problem);
  return { checked, planted };
};

describe('lines of a plan in a photo', () => {
  it.each([3, 200])(
    'are found within 0.3 mm, leaning by 15 degrees and turned by %d',
    (turnDeg) => {
      const { painted } = colouredWithFaults(picture, [], 2);
      const shot = camera(1, { leanDeg: 15, turnDeg });
      const photo = photoOf(painted, shot);
      const registered = registerPhoto(photo, { width, height, data: drawn.lines });
      expect(registered?.metShare).toBeGreaterThan(0.9);
      if (!registered) return;
      const truth = pictureInPhoto({ widthMm: width / pxPerMm, heightMm: height / pxPerMm }, shot);
      for (const [x, y] of [
        [60, 60],
        [380, 70],
        [70, 350],
        [370, 340],
      ] as const) {
        const [[u, v], [p, q]] = [mapPlace(registered.toPhoto, x, y), truth(x / pxPerMm, y / pxPerMm)];
        const off = Math.hypot(u - p, v - q);
        expect(off / (registered.pxOfPhotoPerPlanPx * pxPerMm)).toBeLessThan(0.3);
      }
    },
    240_000,
  );
});

describe('what a photo shows that the plan does not want', () => {
  it('an area whose palest ink is as pale as paper, lit from the wrong side, is told once and has no white spots', () => {
    const { plan, painted } = colouredWithFaults(picture, [], 6);
    // The body in three bands, from nearly paper at the upper left to dark at the lower right; the photo has it the other way round.
    const own = [...plan.labels.keys()].filter((pixel) => plan.labels[pixel] === 3 && !drawn.lines[pixel]);
    const along = (pixel: number) => (pixel % width) + Math.floor(pixel / width);
    const [least, most] = [Math.min(...own.map(along)), Math.max(...own.map(along))];
    for (const pixel of own) {
      const t = Math.min(2, Math.floor((3 * (along(pixel) - least)) / (most - least))) / 2;
      const grey = (share: number) => [0, 1, 2].map((channel) => Math.round(248 + channel - share * (160 - 10 * channel)));
      plan.expected.set(grey(t), 3 * pixel);
      painted.set(grey(1 - t), 3 * pixel);
    }
    const checked = checkPhoto(photoOf(painted, camera(6)), plan);
    if ('problem' in checked) throw new Error(checked.problem);
    expect(checked.findings.map(({ kind, labels }) => [kind, ...labels])).toEqual([['wrongSide', 3]]);
  });

  it.each<[Plantable, Plantable, number]>([
    ['white', 'wrongSide', 3],
    ['uncoloured', 'otherHue', 4],
    ['overLine', 'flat', 5],
    ['streak', 'hardStep', 9],
    ['missing band', 'white', 12],
  ])(
    '%s and %s are found where they are, and nothing else',
    (one, other, seed) => {
      const { checked, planted } = found([one, other], seed);
      expect(planted).toHaveLength(2);
      for (const fault of planted)
        expect(
          checked.findings.some((own) => isAbout(own, fault)),
          `${fault.kind} of ${fault.labels}: ${JSON.stringify(checked.findings)}`,
        ).toBe(true);
      expect(checked.findings.filter((own) => !planted.some((fault) => isAbout(own, fault)))).toEqual([]);
      expect(checked.fitMm).toBeLessThan(0.2);
    },
    240_000,
  );

  it('of a picture as it was planned nothing is found, in warm uneven light', () => {
    expect(found([], 11).checked.findings).toEqual([]);
  }, 240_000);
});

it('four taps a mm off lay a photo on as it lies, and tell a picture that is seen from nowhere', () => {
  const { plan, painted } = colouredWithFaults(picture, [], 2);
  const photo = photoOf(painted, camera(2, { pxPerMm: 8 }));
  const itself = checkPhoto(photo, plan);
  if ('problem' in itself) throw new Error(itself.problem);
  const places = tapPlaces(plan.lines) ?? [];
  const taps = places.map(([x, y], index) => mapPlace(itself.toPhoto, x + (index % 2 === 0 ? pxPerMm : -pxPerMm), y + 0.5 * pxPerMm));
  const tapped = checkPhoto(photo, plan, { taps });
  if ('problem' in tapped) throw new Error(tapped.problem);
  for (const [x, y] of places) {
    const [[u, v], [p, q]] = [mapPlace(itself.toPhoto, x, y), mapPlace(tapped.toPhoto, x, y)];
    expect(Math.hypot(u - p, v - q) / 8, 'mm').toBeLessThan(0.3);
  }
  expect(checkPhoto(photo, plan, { taps: [1, 2, 3, 4].map((x) => [x, x] as const) })).toMatchObject({
    problem: expect.stringContaining('four places'),
  });
}, 240_000);

describe('photos that are not judged', () => {
  const { plan, painted } = colouredWithFaults(picture, [], 2);
  const problem = (photo: { width: number; height: number; data: Uint8Array }, of: CheckPlan = plan) => {
    const checked = checkPhoto(photo, of);
    return 'problem' in checked ? checked.problem : `judged: ${checked.findings.length}`;
  };
  const photo = photoOf(painted, camera(2));

  it('another picture', () => {
    const mirrored = new Uint8Array(3 * width * height);
    for (let pixel = 0; pixel < width * height; pixel++) {
      const from = Math.floor(pixel / width) * width + (width - 1 - (pixel % width));
      mirrored.set(painted.subarray(3 * from, 3 * from + 3), 3 * pixel);
    }
    expect(problem(photoOf(mirrored, camera(2)))).toContain('of another one');
  }, 240_000);

  it('half of it', () => {
    const half = {
      width: photo.width,
      height: Math.round(photo.height * 0.55),
      data: photo.data.subarray(0, 3 * photo.width * Math.round(photo.height * 0.55)),
    };
    expect(problem(half)).toMatch(/part of the picture is missing|of another one/);
  }, 240_000);

  it('a blurred one, a dark one, a blank one', () => {
    const photo = photoOf(painted, camera(2, { pxPerMm: 6 }));
    // Means of squares twice: about 0.5 mm each way.
    const blurred = (data: Uint8Array, radius: number): Uint8Array => {
      const out = new Uint8Array(data.length);
      for (let row = 0; row < photo.height; row++)
        for (let column = 0; column < photo.width; column++)
          for (const channel of [0, 1, 2]) {
            let [sum, count] = [0, 0];
            for (let dy = -radius; dy <= radius; dy += 2)
              for (let dx = -radius; dx <= radius; dx += 2) {
                const [x, y] = [Math.min(photo.width - 1, Math.max(0, column + dx)), Math.min(photo.height - 1, Math.max(0, row + dy))];
                sum += data[3 * (y * photo.width + x) + channel]!;
                count += 1;
              }
            out[3 * (row * photo.width + column) + channel] = sum / count;
          }
      return out;
    };
    expect(problem({ ...photo, data: blurred(blurred(photo.data, 4), 3) })).toMatch(/too blurred|of another one/);
    expect(problem(photoOf(painted, camera(2, { pxPerMm: 6, cast: [0.03, 0.03, 0.03], noiseSigma: 1 })))).toMatch(/too dark|too few lines/);
    expect(problem({ ...photo, data: new Uint8Array(photo.data.length).fill(230) })).toContain('too few lines');
  }, 240_000);

  it('arrays that do not fit are told', () => {
    expect(() => checkPhoto({ ...photo, data: photo.data.subarray(3) }, plan)).toThrow(RangeError);
    expect(() => checkPhoto(photo, { ...plan, bands: plan.bands.subarray(1) })).toThrow(/expects labels, lines, bands/);
  });
});
