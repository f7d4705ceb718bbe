import { describe, expect, it } from 'vitest';
import { box, labelMap, type Shape } from '../../../tests/label-map';
import { outlineEdges } from './cut-ends';
import type { Form } from './inflate';
import { revolve } from './revolve';
import { sidesOfOutline } from './side-chains';

const [width, height, pxPerMm] = [240, 240, 10];
const maskOf = (shape: Shape) => ({ width, height, data: Uint8Array.from(labelMap(width, height, [shape])) });

function revolved(shape: Shape): Form {
  const mask = maskOf(shape);
  const sides = sidesOfOutline(outlineEdges(mask, pxPerMm), width, mask.data.length);
  if (!sides) throw new Error('no two sides');
  return revolve(mask, sides);
}

/** Degrees between the normal of a form at a pixel and one that is expected. */
function offDeg({ normals }: Form, x: number, y: number, [nx, ny, nz]: readonly [number, number, number]): number {
  const i = 3 * (y * width + x);
  const length = Math.hypot(nx, ny, nz);
  const cosine = (normals[i]! * nx + normals[i + 1]! * ny + normals[i + 2]! * nz) / length;
  return (Math.acos(Math.min(1, cosine)) * 180) / Math.PI;
}

describe('things that go round an axis', () => {
  // Source: the normal of a surface of revolution with half width R(y) is (x / R, -R', z / R); a cone is one (differential geometry, analytic).
  it.each([
    ['a tube', (y: number) => 60 + 0 * y, 0],
    ['a skirt', (y: number) => 30 + 0.35 * (y - 20), 0.35],
    ['a wide lamp shade', (y: number) => 20 + 0.45 * (y - 20), 0.45],
    ['a pot', (y: number) => 90 - 0.25 * (y - 20), -0.25],
  ] as const)('%s has the normals of its surface', (_, radiusAt, slope) => {
    const form = revolved((x, y) => y > 20 && y < 220 && Math.abs(x + 0.5 - 120) < radiusAt(y));
    const off: number[] = [];
    for (let y = 30; y < 210; y += 6) {
      const radius = radiusAt(y);
      for (let x = Math.ceil(120 - 0.9 * radius); x < 120 + 0.9 * radius; x += 5) {
        const place = (x + 0.5 - 120) / radius;
        off.push(offDeg(form, x, y, [place, -slope, Math.sqrt(1 - place * place)]));
      }
    }
    off.sort((one, other) => one - other);
    expect(off.length).toBeGreaterThan(300);
    expect(off[Math.floor(0.5 * off.length)]).toBeLessThan(2);
    expect(off[Math.floor(0.95 * off.length)]).toBeLessThan(6);
  });

  it('the height of a tube is its radius in the middle', () => {
    const form = revolved(box(60, 20, 180, 220));
    expect(form.heights[120 * width + 120]).toBeGreaterThan(57);
    expect(form.heights[120 * width + 120]).toBeLessThan(63);
  });

  it('a roof that meets in a point has two sides; a disk, a leaf and a ring cut open have none', () => {
    const sidesFor = (shape: Shape) => {
      const mask = maskOf(shape);
      return sidesOfOutline(outlineEdges(mask, pxPerMm), width, mask.data.length);
    };
    expect(sidesFor((x, y) => y > 30 && y < 200 && Math.abs(x - 120) < 0.5 * (y - 30))).not.toBeNull();
    expect(sidesFor((x, y) => Math.hypot(x - 120, y - 120) < 80)).toBeNull();
    expect(sidesFor((x, y) => Math.hypot(x - 60, y - 120) < 100 && Math.hypot(x - 180, y - 120) < 100)).toBeNull();
    expect(sidesFor((x, y) => y < 170 && Math.hypot(x - 120, y - 120) < 100 && Math.hypot(x - 120, y - 120) > 60)).toBeNull();
  });

  it('what hides a part of a side hides nothing else: the coat under an arm goes on as straight as it is seen', () => {
    const coat: Shape = (x, y) => y > 20 && y < 220 && Math.abs(x + 0.5 - 120) < 40 + 0.3 * (y - 20);
    const arm: Shape = (x, y) => Math.hypot(x - 170, y - 120) < 35;
    const mask = maskOf((x, y) => coat(x, y) && !arm(x, y));
    const isHidden = (i: number) =>
      [i - 1, i + 1, i - width, i + width].some(
        (next) => mask.data[next] === 0 && arm((next % width) + 0.5, Math.floor(next / width) + 0.5),
      );
    const sides = sidesOfOutline(outlineEdges(mask, pxPerMm, { isHidden }), width, mask.data.length);
    expect(sides).not.toBeNull();
    const form = revolve(mask, sides!);
    const [x, y] = [110, 120];
    const place = (x + 0.5 - 120) / 70;
    expect(offDeg(form, x, y, [place, -0.3, Math.sqrt(1 - place * place)])).toBeLessThan(9);
  });
});
