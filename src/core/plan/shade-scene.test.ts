import { describe, expect, it } from 'vitest';
import { outlineEdges } from '#core/light/cut-ends';
import { box, disk, labelMap, type Shape } from '../../../tests/label-map';
import { seeded } from '../../../tests/seeded';
import { openScene } from './scene';
import { shadeScene } from './shade-scene';

const [width, height, pxPerMm] = [300, 300, 10];
const scene = (shapes: readonly Shape[]) => ({ width, height, pxPerMm, labels: labelMap(width, height, shapes) });
const left = { kind: 'distant', azimuthDeg: 270, heightDeg: 45 } as const;
const at = (light: Float32Array, x: number, y: number) => light[y * width + x] as number;

describe('the light of a picture', () => {
  it('on a ball is that of a sphere: its order is that of the cosine (analytic), NaN on paper', () => {
    const light = shadeScene(scene([disk(150, 150, 100)]), left);
    expect(Number.isNaN(at(light, 10, 10))).toBe(true);
    const random = seeded(4);
    let agree = 0;
    const places = Array.from({ length: 60 }, () => [60 + Math.floor(180 * random()), 60 + Math.floor(180 * random())] as const).filter(
      ([x, y]) => Math.hypot(x - 150, y - 150) < 88,
    );
    const cosine = ([x, y]: readonly [number, number]) => {
      const [nx, ny] = [(x + 0.5 - 150) / 100, (y + 0.5 - 150) / 100];
      return (-nx + Math.sqrt(1 - nx * nx - ny * ny)) / Math.SQRT2;
    };
    let pairs = 0;
    for (const one of places) {
      for (const other of places) {
        if (Math.abs(cosine(one) - cosine(other)) < 0.05) continue;
        pairs++;
        if (cosine(one) > cosine(other) === at(light, ...one) > at(light, ...other)) agree++;
      }
    }
    expect(pairs).toBeGreaterThan(500);
    expect(agree / pairs).toBeGreaterThan(0.99);
  });

  it('a near lamp lights what stands to both sides of it from its own side', () => {
    const light = shadeScene(scene([disk(75, 150, 60), disk(225, 150, 60)]), { kind: 'near', xPx: 150, yPx: 150, heightPx: 40 });
    expect(at(light, 115, 150)).toBeGreaterThan(at(light, 35, 150));
    expect(at(light, 185, 150)).toBeGreaterThan(at(light, 265, 150));
  });

  it('what lies in front throws its dark on what is behind, away from the lamp and no farther than it reaches', () => {
    const chin = scene([box(100, 40, 200, 150), box(80, 150, 220, 290)]);
    const above = { kind: 'distant', azimuthDeg: 0, heightDeg: 45 } as const;
    const fronts = [{ front: 1, behind: 2 }];
    const bare = shadeScene(chin, above, { contact: { strength: 0, ringStrength: 0 } });
    const lit = shadeScene(chin, above, { contact: { strength: 1, ringStrength: 0 } });
    const shaded = shadeScene({ ...chin, fronts }, above, { contact: { strength: 1, ringStrength: 0 } });
    const without = shadeScene({ ...chin, fronts }, above, { contact: { strength: 0, ringStrength: 0 } });
    const lost = (y: number) => at(without, 150, y) - at(shaded, 150, y);
    expect(at(lit, 150, 160), 'without fronts none is guessed').toBeCloseTo(at(bare, 150, 160), 5);
    expect(at(shaded, 150, 153), 'the lamp is gone at the border').toBeLessThan(0.02);
    expect(lost(165)).toBeGreaterThan(0.3);
    expect(lost(190)).toBeCloseTo(0, 2);
    const fromBelow = shadeScene({ ...chin, fronts }, { ...above, azimuthDeg: 180 }, { contact: { ringStrength: 0 } });
    const bareBelow = shadeScene({ ...chin, fronts }, { ...above, azimuthDeg: 180 }, { contact: { strength: 0, ringStrength: 0 } });
    expect(at(fromBelow, 150, 153), 'a lamp below throws it the other way').toBeCloseTo(at(bareBelow, 150, 153), 5);
  });

  it('a cut end does not round away: the foot of a stem is as its middle', () => {
    const stem = scene([box(120, 30, 180, 280)]);
    const below = { kind: 'distant', azimuthDeg: 180, heightDeg: 45 } as const;
    const cut = shadeScene(stem, below);
    const round = shadeScene(stem, below, { findsCuts: false });
    expect(at(cut, 150, 276) - at(cut, 150, 150)).toBeLessThan(0.05);
    expect(at(round, 150, 276) - at(round, 150, 150)).toBeGreaterThan(0.15);
  });

  it.each([
    ['labels of another size', { width: 3, height: 3, labels: new Uint16Array(8) }, RangeError],
    ['labels of another kind', { width: 1, height: 1, labels: [1] as unknown as Uint16Array }, TypeError],
    ['a resolution that is none', { width: 1, height: 1, labels: new Uint16Array(1), pxPerMm: -1 }, /pxPerMm over 0/],
  ])('refuses %s', (_, wrong, problem) => {
    expect(() => shadeScene(wrong, left)).toThrow(problem);
  });

  it('refuses a lamp that is nowhere', () => {
    expect(() => shadeScene(scene([disk(150, 150, 20)]), { ...left, azimuthDeg: Number.NaN })).toThrow(/finite/);
  });
});

describe('cut ends', () => {
  const ends = (shape: Shape) => {
    const data = Uint8Array.from(labelMap(width, height, [shape]));
    const found = new Uint8Array(data.length);
    for (const { pixels, isCut } of outlineEdges({ data, width, height }, pxPerMm)) if (isCut) for (const i of pixels) found[i] = 1;
    return (x: number, y: number) => {
      for (let dy = -3; dy <= 3; dy++) for (let dx = -3; dx <= 3; dx++) if (found[(y + dy) * width + x + dx]) return true;
      return false;
    };
  };

  it('of a stem are its two ends, not its sides', () => {
    const isCut = ends(box(120, 30, 180, 280));
    expect([isCut(150, 31), isCut(150, 278)]).toEqual([true, true]);
    expect([isCut(121, 150), isCut(179, 150)]).toEqual([false, false]);
  });

  it('of a skirt are its hem and its waist', () => {
    const isCut = ends((x, y) => y > 40 && y < 260 && Math.abs(x - 150) < 40 + 0.4 * (y - 40));
    expect([isCut(150, 258), isCut(150, 42)]).toEqual([true, true]);
    expect(isCut(85, 150)).toBe(false);
  });

  it('what the maker says of an edge goes before what is found, for the body on which it is said', () => {
    const shapes = [box(120, 30, 180, 280), box(200, 30, 260, 280)];
    const scene = openScene(labelMap(width, height, shapes), width, height, { pxPerMm });
    const elements = [{ labels: [1, 2], shares: [0.5, 0.5] }];
    const request = { lamp: { ...left, azimuthDeg: 0 }, elements, resolution: 'full' } as const;
    const foot = (cuts: { x: number; y: number; isCut: boolean }[], label: number) =>
      scene
        .edges({ ...request, cuts })
        .find(({ points }) => points.every(([x, y]) => y > 270 && x > 100 + 80 * (label - 1) && x < 190 + 80 * (label - 1)));
    expect([foot([], 1)?.isCut, foot([], 2)?.isCut]).toEqual([true, true]);
    const said = { x: 150.5, y: 279.5, isCut: false };
    expect(foot([said], 1)).toMatchObject({ isCut: false, said });
    expect(foot([said], 2)).toMatchObject({ isCut: true, said: null });
    const at = (cuts: (typeof said)[], x: number) => {
      const { greys } = scene.greyForm({ ...request, cuts });
      return greys[274 * width + x] as number;
    };
    expect(at([said], 150)).toBeLessThan(at([], 150) - 20);
    expect(at([said], 230)).toBe(at([], 230));
    const side = { x: 120.5, y: 150.5, isCut: true };
    expect(scene.edges({ ...request, cuts: [side] }).filter(({ isCut }) => isCut)).toHaveLength(5);
  });

  it('every point of an edge lies on its body, at half resolution too: what is said there is said of it', () => {
    const labels = labelMap(width, height, [(x, y) => y > 31 && y < 259 && Math.abs(x - 151) < 33 + 0.3 * (y - 31)]);
    const edges = openScene(labels, width, height, { pxPerMm }).edges({
      lamp: left,
      elements: [{ labels: [1], shares: [1] }],
      resolution: 'full',
    });
    const points = edges.flatMap((edge) => edge.points);
    expect(points.length).toBeGreaterThan(60);
    for (const [x, y] of points) expect(labels[Math.floor(y) * width + Math.floor(x)]).toBe(1);
  });

  it('a dome is cut off at its flat side', () => {
    const isCut = ends((x, y) => y < 200 && Math.hypot(x - 150, y - 200) < 120);
    expect([isCut(150, 198), isCut(150, 84)]).toEqual([true, false]);
  });

  it('a ball, a drop and a leaf have none', () => {
    for (const shape of [
      disk(150, 150, 100),
      ((x, y) => Math.hypot(x - 150, y - 190) < 80 || (y > 40 && y < 190 && Math.abs(x - 150) < 0.5 * (y - 40))) as Shape,
      ((x, y) => Math.hypot(x - 90, y - 150) < 120 && Math.hypot(x - 210, y - 150) < 120) as Shape,
    ]) {
      const data = Uint8Array.from(labelMap(width, height, [shape]));
      expect(outlineEdges({ data, width, height }, pxPerMm).some(({ isCut }) => isCut)).toBe(false);
    }
  });
});
