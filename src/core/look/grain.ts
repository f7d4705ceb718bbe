import { seeded } from '#core/sharing/seeded';

/** Side of the tile, and of one of its bumps, in its own px. */
const side = 256;
const bump = 8;

/** Even, smooth noise that may be laid side by side, -1 to 1: a tile of so many px a side, a bump every eight of them. */
export type Grain = Float32Array;

/** The noise at a place that counts bumps. */
export const grainAt = (grain: Grain, x: number, y: number): number =>
  grain[((Math.floor(y * bump) & (side - 1)) * side + (Math.floor(x * bump) & (side - 1))) | 0]!;

/** Bumps of noise at a lattice, smoothly joined (value noise). @param seed default 1. */
export function openGrain(seed = 1): Grain {
  const random = seeded(seed);
  const knots = Float32Array.from({ length: (side / bump) ** 2 }, () => 2 * random() - 1);
  const across = side / bump;
  const tile = new Float32Array(side * side);
  const ease = (share: number) => share * share * (3 - 2 * share);
  for (let y = 0; y < side; y++) {
    const [row, down] = [Math.floor(y / bump), ease((y % bump) / bump)];
    for (let x = 0; x < side; x++) {
      const [column, right] = [Math.floor(x / bump), ease((x % bump) / bump)];
      const at = (dx: number, dy: number) => knots[((row + dy) % across) * across + ((column + dx) % across)]!;
      tile[y * side + x] = (at(0, 0) * (1 - right) + at(1, 0) * right) * (1 - down) + (at(0, 1) * (1 - right) + at(1, 1) * right) * down;
    }
  }
  return tile;
}
