import { frameOf } from '../src/core/photo/frame';
import type { GreyImage } from '../src/core/raster/image';
import type { Preparation } from '../src/model/preparation';
import { seeded } from './seeded';

export type Scene = { paper: number; table: number; slope: number; noise: number; seed: number; wornCorner?: boolean };

/** A ring and a stroke that runs nearly to the edge; how dark a place of the sheet is, 0 to 1. */
const ringAndStroke = (x: number, y: number) =>
  Math.abs(Math.hypot(x - 0.5, y - 0.5) - 0.3) < 0.01 || (Math.abs(y - 0.5) < 0.008 && x < 0.97 && x > 0.6) ? 1 : 0;

/** A photo of a sheet with a drawing on a grained table, the light falling off to the right. */
export function photographedSheet(
  size: { width: number; height: number },
  corners: Preparation['corners'],
  { paper, table, slope, noise, seed, wornCorner }: Scene,
  darknessAt: (x: number, y: number) => number = ringAndStroke,
): GreyImage {
  const random = seeded(seed);
  const { fromOriginal } = frameOf({ corners, evenLight: false });
  const data = new Uint8Array(size.width * size.height);
  for (let row = 0; row < size.height; row++) {
    for (let column = 0; column < size.width; column++) {
      const [u, v] = [(column + 0.5) / size.width, (row + 0.5) / size.height];
      const [x, y] = fromOriginal(u, v);
      const isWorn = wornCorner === true && x + y < 0.04;
      const isOn = x >= 0 && y >= 0 && x <= 1 && y <= 1 && !isWorn;
      const grain = 9 * Math.sin(70 * u + 4 * Math.sin(9 * v));
      const level = (isOn ? paper - (paper - 40) * darknessAt(x, y) : table + grain) - slope * u + noise * (random() + random() - 1);
      data[row * size.width + column] = Math.max(0, Math.min(255, Math.round(level)));
    }
  }
  return { ...size, data };
}
