import { describe, expect, it } from 'vitest';
import type { DistantLamp } from '#model/lamp';
import { box, disk, labelMap, type Shape } from '../../../tests/label-map';
import { madeUpColoured, madeUpMake, madeUpPicture, madeUpTable } from '../../../tests/made-up-make';
import { type BandMap, bandShares } from './band-map';
import { bandPlaces } from './band-places';
import { layHandStroke } from './hand-edits';
import type { HandStrokePx } from './hand-light';
import { lampInPx, lampOver } from './lamp-over';
import { darkSide, lightChanges } from './lights-compared';
import { ovalOutline } from '#core/raster/ink-outline';
import { type BandRequest, openScene } from '#core/plan/scene';
import { openPlan } from '#core/plan/plan';
import { planSource } from '#core/plan/plan-source';
import { shadeScene } from '#core/plan/shade-scene';

const [width, height, pxPerMm] = [300, 300, 10];
const left: DistantLamp = { kind: 'distant', azimuthDeg: 270, heightDeg: 40 };
const three = [0.3, 0.46, 0.24];

function lit(shapes: readonly Shape[], request: Partial<BandRequest> & Pick<BandRequest, 'elements'>): BandMap {
  return openScene(labelMap(width, height, shapes), width, height, { pxPerMm }).bandMap({ lamp: left, resolution: 'full', ...request });
}
const bandAt = ({ bands }: BandMap, x: number, y: number) => bands[y * width + x] as number;

describe('what the maker wishes', () => {
  const balls = [disk(80, 150, 70), disk(225, 150, 70)];
  const shadow = { fronts: [{ front: 1, behind: 2 }] };

  it('shares by hand are met within a point, whatever is blended for others', () => {
    const elements = [
      { labels: [1], shares: three },
      { labels: [2], shares: [0.15, 0.25, 0.6], isByHand: true },
    ];
    const [, byHand] = bandShares(lit(balls, { elements, blend: { body: 0.3, picture: 0.3 }, ...shadow }), [3, 3]);
    expect(byHand).toEqual([0.15, 0.25, 0.6].map((share) => expect.closeTo(share, 2)));
  });

  it('default shares are met where nothing is blended; blended, a part in shadow has no full range of its own', () => {
    // A strip under a brim that takes all its light, beside a ball in the open.
    const shapes: Shape[] = [disk(150, 90, 80), box(60, 250, 240, 275), box(50, 200, 250, 250)];
    const elements = [1, 2].map((label) => ({ labels: [label], shares: three }));
    const request = { elements, fronts: [{ front: 3, behind: 2 }], lamp: { ...left, azimuthDeg: 0 } };
    const [, own] = bandShares(lit(shapes, request), [3, 3]);
    const [open, blended] = bandShares(lit(shapes, { ...request, blend: { body: 0, picture: 0.6 } }), [3, 3]);
    expect(own).toEqual(three.map((share) => expect.closeTo(share, 1)));
    expect(blended?.[2]).toBeGreaterThan((own?.[2] ?? 1) + 0.15);
    expect(blended?.[0]).toBeLessThan(own?.[0] ?? 0);
    expect(open?.[2]).toBeLessThan(three[2] as number);
  });

  it('a kept highlight is bare paper on the side of the lamp, and never touches the far side', () => {
    const map = lit([disk(150, 150, 100)], { elements: [{ labels: [1], shares: [0.1, 0.27, 0.41, 0.22], keepsPaper: true }] });
    const bare: number[] = [];
    for (let i = 0; i < map.elements.length; i++) {
      if (map.elements[i] === 0 && Math.hypot((i % width) - 150, Math.floor(i / width) - 150) < 99) bare.push(i % width);
    }
    expect(bare.length / (Math.PI * 100 ** 2)).toBeCloseTo(0.1, 1);
    expect(Math.max(...bare)).toBeLessThan(150);
    expect(Math.max(...map.bands), 'the rungs keep their numbers').toBe(3);
  });

  it('an element with a lamp of its own is lit from there, the others are not', () => {
    const elements = [1, 2].map((label) => ({ labels: [label], shares: three }));
    const plain = lit(balls, { elements });
    const own = lit(balls, {
      elements: [elements[0] as { labels: number[]; shares: number[] }, { labels: [2], shares: three, lamp: { ...left, azimuthDeg: 90 } }],
    });
    expect([bandAt(own, 25, 150), bandAt(own, 135, 150)]).toEqual([bandAt(plain, 25, 150), bandAt(plain, 135, 150)]);
    expect([bandAt(plain, 170, 150), bandAt(plain, 280, 150)]).toEqual([1, 3]);
    expect([bandAt(own, 170, 150), bandAt(own, 280, 150)]).toEqual([3, 1]);
  });
});

describe('the hand', () => {
  const shapes: Shape[] = [box(20, 20, 150, 280), box(150, 20, 280, 280)];
  const elements = [1, 2].map((label) => ({ labels: [label], shares: three }));
  const flat = { elements, bodies: [1, 2].map((label) => ({ labels: [label] })) };
  const stroke = (kind: HandStrokePx['kind'], points: HandStrokePx['points'], radiusPx = 20): HandStrokePx => ({ kind, points, radiusPx });

  it('darkens, lightens and keeps white where it goes, and nowhere else', () => {
    const plain = lit(shapes, flat);
    const middle = [85, 150] as const;
    expect(bandAt(plain, ...middle)).toBe(2);
    for (const [kind, band] of [
      ['darker', 3],
      ['lighter', 1],
      ['white', 0],
    ] as const) {
      const painted = lit(shapes, { ...flat, strokes: [stroke(kind, [middle])] });
      expect(bandAt(painted, ...middle)).toBe(band);
      let apart = 0;
      for (let i = 0; i < plain.bands.length; i++) {
        if (Math.hypot((i % width) + 0.5 - 85, Math.floor(i / width) + 0.5 - 150) > 20 && painted.bands[i] !== plain.bands[i]) apart++;
      }
      expect(apart).toBe(0);
    }
  });

  it('keeps to the areas its way touches, though its width reaches farther', () => {
    const plain = lit(shapes, flat);
    const painted = lit(shapes, {
      ...flat,
      strokes: [
        stroke('darker', [
          [142, 100],
          [142, 200],
        ]),
      ],
    });
    for (let x = 150; x < 170; x++) expect(bandAt(painted, x, 150)).toBe(bandAt(plain, x, 150));
    expect(bandAt(painted, 138, 150)).toBe(3);
  });

  it('a straight stroke over three areas, told by its two ends, darkens all three', () => {
    const row: Shape[] = [box(20, 20, 100, 280), box(100, 20, 190, 280), box(190, 20, 280, 280)];
    const asked = {
      elements: [1, 2, 3].map((label) => ({ labels: [label], shares: three })),
      bodies: [1, 2, 3].map((label) => ({ labels: [label] })),
    };
    const plain = lit(row, asked);
    const painted = lit(row, {
      ...asked,
      strokes: [
        stroke('darker', [
          [60, 150],
          [240, 150],
        ]),
      ],
    });
    for (const x of [60, 145, 240]) expect(bandAt(painted, x, 150), `at ${x}`).toBe(Math.min(3, bandAt(plain, x, 150) + 1));
  });

  it('a long way is kept to its very end, however many points the hand made', () => {
    const path = Array.from({ length: 5_000 }, (_, i): [number, number] => [i / 100, 20 + 9 * Math.sin(i)]);
    const { operations } = layHandStroke(madeUpColoured(), { kind: 'darker', path, radiusMm: 2 }, 's1');
    const [operation] = operations;
    if (operation?.kind !== 'put' || operation.entity !== 'stroke') expect.fail();
    expect(operation.row.points.length).toBeLessThanOrEqual(400);
    expect(operation.row.points.at(-1)).toEqual(path.at(-1));
  });

  it('a fold is dark on the right of its way, a valley on both sides', () => {
    const down = [
      [85, 60],
      [85, 240],
    ] as const;
    const fold = lit(shapes, { ...flat, strokes: [stroke('fold', down, 30)] });
    // Downwards the right hand is at the left of the picture.
    expect([bandAt(fold, 80, 150), bandAt(fold, 90, 150)]).toEqual([3, expect.any(Number)]);
    expect(bandAt(fold, 90, 150)).toBeLessThan(3);
    const valley = lit(shapes, { ...flat, strokes: [stroke('valley', down, 30)] });
    expect([bandAt(valley, 80, 150), bandAt(valley, 90, 150)]).toEqual([3, 3]);
  });

  it('stays where it is when the lamp moves', () => {
    const strokes = [stroke('darker', [[85, 150]])];
    for (const azimuthDeg of [0, 90, 200]) {
      const lamp = { ...left, azimuthDeg };
      const [plain, painted] = [lit(shapes, { ...flat, lamp }), lit(shapes, { ...flat, lamp, strokes })];
      expect(bandAt(painted, 85, 150)).toBeGreaterThan(bandAt(plain, 85, 150));
    }
  });

  it('a tap of a fold gets a way of its own; a picture that is full takes no more and says so', () => {
    const picture = madeUpColoured();
    const { operations } = layHandStroke(picture, { kind: 'fold', path: [[10, 20]], radiusMm: 2 }, 's1');
    expect(operations).toEqual([
      {
        kind: 'put',
        entity: 'stroke',
        pictureId: picture.id,
        colouringId: 'c1',
        row: {
          id: 's1',
          kind: 'fold',
          radiusMm: 2,
          points: [
            [10, 17],
            [10, 23],
          ],
        },
      },
    ]);
    const row = { id: 's', kind: 'darker' as const, radiusMm: 1, points: [[1, 1]] as [number, number][] };
    const full = madeUpColoured({ strokes: Array.from({ length: 2000 }, (_, index) => ({ ...row, id: `s${index}` })) });
    expect(layHandStroke(full, { kind: 'darker', path: [[1, 1]], radiusMm: 2 }, 'more')).toEqual({
      operations: [],
      said: expect.stringMatching(/2000 strokes/),
    });
  });
});

describe('what is asked of a scene for a picture', () => {
  it('a soft spot keeps no paper bare and has no lamp of its own; the element beneath it may', () => {
    const { table } = madeUpTable(['r1']);
    const ladder = { rungs: ['pale', 'deep'].map((code) => ({ markerId: code, code })) };
    const light = { highlight: 0.1, shade: 'dark' as const, lamp: { ...left, azimuthDeg: 90 } };
    const face = { id: 'face', name: 'Face', regionIds: ['r1'], ladder, light };
    const spot = { on: 'face', softMm: 1, strokes: [{ points: [[1, 1]] as [number, number][], radiusMm: 1 }] };
    const picture = madeUpColoured({ elements: [face, { id: 'cheek', name: 'Cheek', regionIds: [], ladder, light, spot }] });
    const make = { ...madeUpMake(), lamp: left };
    const plan = openPlan(null, table);
    const elements = plan.ask(planSource(make, picture), 'elements');
    expect(plan.ask(planSource(make, picture), 'ids')).toEqual(['face', 'cheek']);
    expect(elements).toMatchObject([
      { keepsPaper: true, shares: { length: 3 }, lamp: light.lamp },
      { keepsPaper: false, shares: { length: 2 } },
    ]);
    expect(elements[1]).not.toHaveProperty('lamp');
    // Much shadow is a wish that a spot may have.
    expect(elements[1]?.shares[1]).toBeGreaterThan(0.5);
  });
});

// Sayings of the trade on constructed figures: common practice, no source.
describe('sayings of the trade', () => {
  const middleOf = (map: BandMap, element: number, band: number): number => {
    let [sum, count] = [0, 0];
    for (let i = 0; i < map.bands.length; i++) {
      if (map.elements[i] !== element || map.bands[i] !== band) continue;
      sum += i % width;
      count++;
    }
    return sum / count;
  };

  it('light from the right shades the left', () => {
    const map = lit([disk(150, 150, 100)], { elements: [{ labels: [1], shares: three }], lamp: { ...left, azimuthDeg: 90 } });
    expect(middleOf(map, 1, 3)).toBeLessThan(100);
    expect(middleOf(map, 1, 1)).toBeGreaterThan(170);
  });

  it('a near light between two facing figures lightens both fronts', () => {
    const map = lit([disk(75, 150, 60), disk(225, 150, 60)], {
      elements: [1, 2].map((label) => ({ labels: [label], shares: three })),
      lamp: { kind: 'near', xPx: 150, yPx: 150, heightPx: 50 },
    });
    expect(middleOf(map, 1, 1)).toBeGreaterThan(75);
    expect(middleOf(map, 2, 1)).toBeLessThan(225);
  });

  it('the chin shades the neck: the deepest marker goes right under it', () => {
    const shapes: Shape[] = [disk(150, 100, 70), box(110, 100, 190, 290)];
    const map = lit(shapes, {
      elements: [{ labels: [2], shares: three }],
      fronts: [{ front: 1, behind: 2 }],
      lamp: { ...left, azimuthDeg: 0 },
    });
    expect(bandAt(map, 150, 174)).toBe(3);
    expect(bandAt(map, 150, 230)).toBeLessThan(3);
  });

  it('the hood shades the hair on the side of the lamp', () => {
    const shapes: Shape[] = [(x, y) => Math.hypot(x - 150, y - 150) < 140 && Math.hypot(x - 150, y - 150) > 80, disk(150, 150, 81)];
    const map = lit(shapes, { elements: [{ labels: [2], shares: three }], fronts: [{ front: 1, behind: 2 }] });
    expect(bandAt(map, 73, 150)).toBe(3);
  });

  it('gores shade as one', () => {
    const ball = disk(150, 150, 120);
    const gores: Shape[] = [70, 130, 180, 230]
      .map(
        (to): Shape =>
          (x, y) =>
            ball(x, y) && x < to,
      )
      .concat(ball);
    const labels = gores.map((_, index) => index + 1);
    const whole = lit([ball], { elements: [{ labels: [1], shares: three }] });
    const one = lit(gores, { elements: [{ labels, shares: three }], bodies: [{ labels }] });
    let apart = 0;
    for (let i = 0; i < whole.bands.length; i++) apart += Number(whole.bands[i] !== one.bands[i]);
    expect(apart / (Math.PI * 120 ** 2)).toBeLessThan(0.01);
  });

  it('hatching holds the dark, as strongly as is wished', () => {
    const ball = disk(150, 150, 100);
    // Hatching on the light side, with a quarter of its place ink.
    const bounds = [70, 120, 50, 60] as const;
    const cues = [{ outlinePx: ovalOutline(bounds), density: 0.25 }];
    const elements = [{ labels: [1], shares: three }];
    expect(bandAt(lit([ball], { elements, cues: { cues, strength: 0 } }), 95, 150)).toBe(1);
    expect(bandAt(lit([ball], { elements, cues: { cues, strength: 1 } }), 95, 150)).toBe(3);
    const labels = labelMap(width, height, [ball]);
    const ink = Uint32Array.from({ length: 750 }, (_, i) => (120 + 2 * Math.floor(i / 25)) * width + 70 + 2 * (i % 25));
    const cue = { boundsPx: [...bounds] as [number, number, number, number], ink };
    const at = (cuesPull: number) =>
      shadeScene({ width, height, pxPerMm, labels, marks: [cue] }, left, { cuesPull })[150 * width + 95] as number;
    expect(at(0) - at(1)).toBeCloseTo(1, 1);
    expect(at(0) - at(0.5)).toBeCloseTo(0.5, 1);
  });

  it('hatching that hangs on a seam darkens its own side of it; what stands free darkens both; a body beside is left alone', () => {
    const sides = [box(60, 60, 150, 240), box(150, 60, 240, 240)];
    const labels = labelMap(width, height, sides);
    const far = { ...left, heightDeg: 60 };
    const lightAt = (from: number, bodies: { labels: number[] }[]) => {
      // Upright strokes 40 px long, from so far right of the seam.
      const ink = Uint32Array.from({ length: 5 * 40 }, (_, i) => (130 + (i % 40)) * width + from + 12 * Math.floor(i / 40));
      const cues = [{ boundsPx: [from, 130, 49, 40] as [number, number, number, number], ink }];
      const light = (cuesPull: number) => shadeScene({ width, height, pxPerMm, labels, bodies, cues }, far, { cuesPull });
      const [without, full] = [light(0), light(1)];
      return (x: number) => (without[150 * width + x] as number) - (full[150 * width + x] as number);
    };
    const one = [{ labels: [1, 2] }];
    const hung = lightAt(160, one);
    expect([hung(149), hung(152)]).toEqual([0, expect.closeTo(hung(175), 1)]);
    expect(hung(175)).toBeGreaterThan(0.15);
    const free = lightAt(175, one);
    expect(free(170)).toBeGreaterThan(0.02);
    expect(lightAt(175, [])(149)).toBe(0);
  });

  it('of a thing cut off below the form goes on to the edge, at half resolution too, wherever it lies', () => {
    for (const shift of [0, 1]) {
      const skirt: Shape = (x, y) => y > 40 + shift && y < 240 + shift && Math.abs(x - 150 - shift) < 40 + 0.4 * (y - 40 - shift);
      const scene = { width, height, pxPerMm, labels: labelMap(width, height, [skirt]) };
      const rise = (findsCuts: boolean) => {
        const light = shadeScene(scene, { ...left, azimuthDeg: 0 }, { findsCuts });
        return (light[(236 + shift) * width + 150] as number) - (light[180 * width + 150] as number);
      };
      // Under a lamp from above a hem that rounds away would go dark.
      expect(rise(true)).toBeGreaterThan(-0.2);
      expect(rise(false)).toBeLessThan(rise(true) - 0.3);
    }
  });
});

describe('lamps and two lights', () => {
  it('a near lamp stands at its place of one picture; the others stand beside it', () => {
    const pictures = [madeUpPicture({ id: 'a', widthMm: 60 }), madeUpPicture({ id: 'b', widthMm: 40 })];
    const lamp = { kind: 'near', pictureId: 'b', xMm: -10, yMm: 5, heightMm: 20 } as const;
    expect(lampOver(lamp, pictures, 'b')).toEqual({ kind: 'near', xMm: -10, yMm: 5, heightMm: 20 });
    // The second stands 5 mm to the right of the first.
    expect(lampOver(lamp, pictures, 'a')).toMatchObject({ xMm: 55, yMm: 5 });
    expect(lampInPx(lampOver(lamp, pictures, 'a'), 10)).toEqual({ kind: 'near', xPx: 550, yPx: 50, heightPx: 200 });
    expect(lampOver(left, pictures, 'a')).toBe(left);
  });

  it('tells where the dark goes, and of how much more there is', () => {
    const element = (azimuthDeg: number, shares = three) => {
      const map = lit([disk(150, 150, 100)], { elements: [{ labels: [1], shares }], lamp: { ...left, azimuthDeg } });
      const [own = []] = bandShares(map, [3]);
      return { name: 'Ball', areasMm2: own, places: bandPlaces(map, [3])[0] ?? [] };
    };
    expect(darkSide(element(270))).toBe('right');
    expect(lightChanges([element(270)], [element(0)])).toEqual([{ name: 'Ball', words: 'the dark goes from the right to the bottom' }]);
    expect(lightChanges([element(270)], [element(270, [0.2, 0.3, 0.5])])).toEqual([{ name: 'Ball', words: '26 % more of it is dark' }]);
    expect(lightChanges([element(270)], [element(270)])).toEqual([]);
  });

  it('the grey form is light towards the lamp, dark away from it, and nothing on the paper', () => {
    const scene = openScene(labelMap(width, height, [disk(150, 150, 100)]), width, height, { pxPerMm });
    const { greys } = scene.greyForm({ lamp: left, elements: [], resolution: 'full' });
    expect(greys[150 * width + 60]).toBeGreaterThan(200);
    expect(greys[150 * width + 245]).toBeLessThan(100);
    expect(greys[5]).toBe(0);
  });
});
