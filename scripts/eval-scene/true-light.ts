import type { Lamp } from '../../src/core/index';
import type { Figure } from './figure';
import type { Seen } from './render';

/** Lamps of the evaluation: eight sides at 45 degrees, and one near the figure, in px of the picture. */
export function lampsOf(sizePx: number): { name: string; lamp: Lamp }[] {
  const sides = ['above', 'upper right', 'right', 'lower right', 'below', 'lower left', 'left', 'upper left'];
  const half = sizePx / 2;
  return [
    ...sides.map((name, index) => ({ name, lamp: { kind: 'distant' as const, azimuthDeg: 45 * index, heightDeg: 45 } })),
    { name: 'near', lamp: { kind: 'near' as const, xPx: half + 0.1 * half, yPx: half - 0.2 * half, heightPx: 1.1 * half } },
  ];
}

const pushOut = 0.01;
const farthest = 1.5;
const opennessAt = [0.03, 0.06, 0.09, 0.12];

/**
 * The true light of a figure, every so many-th pixel each way; NaN elsewhere and on paper. With n the normal, l the way to the lamp, cos = n.l,
 * v the share of the lamp that is seen and o the openness: 0.75 cos v + 0.25 o where cos > 0, else 0.25 o (1 + 0.6 cos).
 */
export function trueLight({ solids }: Figure, { sizePx, parts, depths, normals }: Seen, lamp: Lamp, step: number): Float32Array {
  const light = new Float32Array(sizePx * sizePx).fill(Number.NaN);
  const half = sizePx / 2;
  const nearest = (x: number, y: number, z: number) => {
    let least = Number.POSITIVE_INFINITY;
    for (const { distance } of solids) least = Math.min(least, distance(x, y, z));
    return least;
  };
  for (let row = 0; row < sizePx; row += step) {
    for (let column = 0; column < sizePx; column += step) {
      const i = row * sizePx + column;
      if (parts[i] === 0) continue;
      const n = [normals[3 * i]!, normals[3 * i + 1]!, normals[3 * i + 2]!] as const;
      const from = [(column + 0.5) / half - 1, (row + 0.5) / half - 1, depths[i]!] as const;
      const away = wayTo(lamp, from, half);
      const cosine = n[0] * away[0] + n[1] * away[1] + n[2] * away[2];
      const open =
        1 -
        Math.min(
          1,
          opennessAt.reduce(
            (sum, h) => sum + Math.max(0, h - nearest(from[0] + n[0] * h, from[1] + n[1] * h, from[2] + n[2] * h)) / (4 * h),
            0,
          ),
        );
      if (cosine <= 0) {
        light[i] = 0.25 * open * (1 + 0.6 * cosine);
        continue;
      }
      let seen = 1;
      const [x, y, z] = from.map((value, axis) => value + pushOut * n[axis]!) as [number, number, number];
      for (let t = 0.02; t < farthest; ) {
        const gap = nearest(x + away[0] * t, y + away[1] * t, z + away[2] * t);
        if (gap < 5e-4) {
          seen = 0;
          break;
        }
        seen = Math.min(seen, (10 * gap) / t);
        t += Math.max(0.01, gap);
      }
      light[i] = 0.75 * cosine * seen + 0.25 * open;
    }
  }
  return light;
}

/** The unit way to a lamp from a place in half widths. */
export function wayTo(lamp: Lamp, [x, y, z]: readonly [number, number, number], half: number): [number, number, number] {
  if (lamp.kind === 'distant') {
    const [side, height] = [(lamp.azimuthDeg * Math.PI) / 180, (lamp.heightDeg * Math.PI) / 180];
    return [Math.sin(side) * Math.cos(height), -Math.cos(side) * Math.cos(height), Math.sin(height)];
  }
  const way = [lamp.xPx / half - 1 - x, lamp.yPx / half - 1 - y, lamp.heightPx / half - z] as const;
  const length = Math.hypot(...way);
  return [way[0] / length, way[1] / length, way[2] / length];
}
