import { describe, expect, it } from 'vitest';
import type { DistantLamp } from '#model/lamp';
import { withRelief } from '#core/light/relief';
import { inflate } from '#core/light/inflate';
import { box, disk, labelMap, type Shape } from '../../../tests/label-map';
import { type BandMap, bandShares } from './band-map';
import { paintBands } from './paint-bands';
import { openScene, type BandRequest } from '#core/plan/scene';

const left: DistantLamp = { kind: 'distant', azimuthDeg: 270, heightDeg: 40 };
const [width, height] = [300, 300];
const four = [0.25, 0.25, 0.25, 0.25];

function lit(shapes: readonly Shape[], request: Partial<BandRequest> & Pick<BandRequest, 'elements'>): BandMap {
  return openScene(labelMap(width, height, shapes), width, height).bandMap({ lamp: left, resolution: 'full', ...request });
}
const bandAt = ({ bands }: BandMap, x: number, y: number) => bands[y * width + x];
/** Share of the pixels of one element that have another band in another map. */
function differing(one: BandMap, other: BandMap, element: number): number {
  let [count, apart] = [0, 0];
  for (let i = 0; i < one.elements.length; i++) {
    if (one.elements[i] !== element || other.elements[i] !== element) continue;
    count++;
    if (one.bands[i] !== other.bands[i]) apart++;
  }
  return apart / count;
}

describe('bodies in the light', () => {
  const ball = disk(150, 150, 120);

  it('two halves that are one body are lit as the whole, in elements of their own too', () => {
    const whole = lit([ball], { elements: [{ labels: [1], shares: four }] });
    const halves: Shape[] = [(x, y) => ball(x, y) && y < 150, ball];
    const apart = lit(halves, { elements: [{ labels: [1, 2], shares: four }] });
    const one = lit(halves, { elements: [{ labels: [1, 2], shares: four }], bodies: [{ labels: [1, 2] }] });
    expect(differing(whole, one, 1)).toBeLessThan(0.01);
    expect(differing(whole, apart, 1)).toBeGreaterThan(0.1);
  });

  it('what lies on a body does not dent it, and as a pattern takes part in its form', () => {
    const whole = lit([ball], { elements: [{ labels: [1], shares: four }] });
    const button = [disk(110, 170, 20), ball];
    const elements = [{ labels: [1, 2], shares: four }];
    const lying = lit(button, { elements, bodies: [{ labels: [1], on: 2, relief: { kind: 'pattern' } }] });
    expect(differing(whole, lying, 1)).toBeLessThan(0.01);
    expect(differing(whole, lit(button, { elements }), 1)).toBeGreaterThan(0.05);
  });

  it('what lies in front hides the end of a form: it goes on behind', () => {
    const shapes = [box(160, 20, 280, 280), box(40, 60, 160, 240)];
    const elements = [{ labels: [2], shares: four }];
    const cut = lit(shapes, { elements });
    const behind = lit(shapes, { elements, fronts: [{ front: 1, behind: 2 }] });
    // A strip that ends at the right turns away from a lamp at the left there; one that goes on does so later, behind what hides it.
    const firstDark = (map: BandMap) => Array.from({ length: 120 }, (_, step) => 40 + step).find((x) => bandAt(map, x, 150) === 4) ?? 160;
    expect(firstDark(behind)).toBeGreaterThan(firstDark(cut) + 3);
    expect(bandAt(behind, 100, 63), 'its upper edge is where it was').not.toBe(bandAt(behind, 100, 150));
  });

  it('what is said of labels that are not there, or in a round, does no harm', () => {
    const elements = [{ labels: [1, 7], shares: four }];
    const map = lit([ball], {
      elements,
      bodies: [
        { labels: [1, 9], on: 8 },
        { labels: [8], on: 1 },
      ],
      fronts: [{ front: 9, behind: 1 }],
    });
    expect(differing(map, lit([ball], { elements }), 1)).toBeLessThan(0.01);
  });
});

describe('reliefs', () => {
  const mask = { width, height, data: Uint8Array.from(labelMap(width, height, [box(50, 100, 250, 200)])) };
  const round = inflate(mask);
  const normalAt = (form: typeof round, x: number, y: number) => [...form.normals.slice(3 * (y * width + x), 3 * (y * width + x) + 3)];

  it('flat looks straight up, tilted to its side, a ridge has two sides, hollow turns round', () => {
    expect(normalAt(withRelief(round, { kind: 'flat' }), 60, 110)).toEqual([0, 0, 1]);
    const tilted = withRelief(round, { kind: 'tilted', towardsDeg: 90 });
    expect(normalAt(tilted, 60, 110)).toEqual(normalAt(tilted, 200, 180));
    expect(normalAt(tilted, 60, 110)[0]).toBeGreaterThan(0.4);
    const ridge = withRelief(round, { kind: 'ridge' });
    expect(normalAt(ridge, 150, 115)[1]).toBeCloseTo(normalAt(ridge, 150, 135)[1] as number, 1);
    expect(normalAt(ridge, 150, 115)[1]).toBeCloseTo(-(normalAt(ridge, 150, 184)[1] as number), 1);
    const [x, y, z] = normalAt(round, 80, 110) as [number, number, number];
    const hollow = normalAt(withRelief(round, { kind: 'hollow' }), 80, 110) as [number, number, number];
    expect(hollow[0]).toBeCloseTo(-x, 5);
    expect(hollow[1]).toBeCloseTo(-y, 5);
    expect(hollow[2]).toBeCloseTo(z, 5);
  });

  it('flatter and rounder lean less and more; every normal keeps its length', () => {
    const lean = (strength: number) => Math.hypot(...normalAt(withRelief(round, { kind: 'round', strength }), 80, 120).slice(0, 2));
    expect(lean(0.5)).toBeLessThan(lean(1));
    expect(lean(1)).toBeLessThan(lean(1.6));
    for (const kind of ['round', 'flat', 'ridge', 'hollow', 'tilted', 'pattern'] as const) {
      const form = withRelief(round, { kind, strength: 0.7, towardsDeg: 200 });
      for (const [px, py] of [
        [52, 102],
        [150, 150],
        [245, 190],
      ] as const) {
        expect(Math.hypot(...normalAt(form, px, py))).toBeCloseTo(1, 4);
      }
    }
  });
});

describe('soft spots', () => {
  const ball = disk(150, 150, 120);
  const spot = { strokes: [{ points: [[60, 150]] as const, radiusPx: 40 }], softPx: 20 };
  const elements = [
    { labels: [1], shares: four },
    { labels: [1], shares: [0.5, 0.5], spot },
  ];

  it('lie on top, cut off at the outline of what they lie on, shaded with its body', () => {
    const map = lit([ball], { elements });
    const bare = labelMap(width, height, [ball]);
    let inSpot = 0;
    for (let i = 0; i < bare.length; i++) {
      const away = Math.hypot((i % width) + 0.5 - 60, Math.floor(i / width) + 0.5 - 150);
      if (bare[i] === 0) expect(map.elements[i]).toBe(0);
      else if (away < 39) {
        expect(map.elements[i]).toBe(2);
        inSpot++;
      } else if (away > 41) expect(map.elements[i]).toBe(1);
    }
    expect(inSpot).toBeGreaterThan(2000);
    // The lamp stands at the left, and the ball is lightest there.
    expect([bandAt(map, 60, 150), bandAt(map, 97, 150)]).toEqual([1, 2]);
    const [first, second] = bandShares(map, [4, 2])[1] as [number, number];
    expect(Math.abs(first - second)).toBeLessThan(0.1);
  });

  it('fade into what lies beneath: half of each in the middle of the edge', () => {
    const map = lit([ball], { elements });
    const white = [255, 255, 255] as const;
    const rgba = paintBands(map, [
      [white, white, white, white],
      [
        [0, 0, 0],
        [0, 0, 0],
      ],
    ]);
    const levelAt = (x: number) => rgba[4 * (150 * width + x)] as number;
    expect(levelAt(75)).toBe(0);
    expect(levelAt(125)).toBe(255);
    expect(Math.abs(levelAt(99) - 128)).toBeLessThan(14);
    for (let x = 76; x < 124; x++) expect(levelAt(x + 1)).toBeGreaterThanOrEqual(levelAt(x));
  });

  it('strokes draw stripes, and where two overlap they count once', () => {
    const stripes = {
      strokes: [
        {
          points: [
            [80, 120],
            [220, 120],
          ] as const,
          radiusPx: 6,
        },
        {
          points: [
            [150, 80],
            [150, 220],
          ] as const,
          radiusPx: 6,
        },
      ],
      softPx: 0,
    };
    const map = lit([ball], {
      elements: [
        { labels: [1], shares: four },
        { labels: [1], shares: [1], spot: stripes },
      ],
    });
    expect([bandAt(map, 100, 120), map.elements[120 * width + 100], map.elements[100 * width + 100]]).toEqual([1, 2, 1]);
    expect(map.elements[120 * width + 150]).toBe(2);
  });

  it('at half resolution they lie where they lie at full', () => {
    const full = lit([ball], { elements });
    const half = lit([ball], { elements, resolution: 'half' });
    let apart = 0;
    for (let y = 0; y < half.height; y++) {
      for (let x = 0; x < half.width; x++) if (half.elements[y * half.width + x] !== full.elements[2 * y * width + 2 * x]) apart++;
    }
    expect(apart / half.elements.length).toBeLessThan(0.01);
  });
});
