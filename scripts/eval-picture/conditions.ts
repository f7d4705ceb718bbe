import { blur, breakLines, darken, gradient, jpeg, noise, shadow, turn } from './faults';
import { composePage, type Raster } from './pages';

export type Condition = {
  name: string;
  /** Degrees the page is turned by; the truth is turned with it. */
  turnDeg?: number;
  page: (drawings: readonly Raster[], seed: number) => Raster | Promise<Raster>;
};

const black = [255, 255, 255, 255, 255, 255];
const clean = (drawings: readonly Raster[]) => composePage(drawings, black);
const contrast = (drawings: readonly Raster[], depths: number[], seed: number, grain: number) =>
  noise(darken(composePage(drawings, depths), 20), grain, seed);

export const conditions: readonly Condition[] = [
  { name: 'clean', page: clean },
  { name: 'turned 2 degrees', turnDeg: 2, page: (drawings) => turn(clean(drawings), 2) },
  { name: 'blur (sigma 0.1 mm)', page: (drawings) => blur(clean(drawings), 2.4) },
  {
    name: 'blur (sigma 0.11 mm), contrast 80 %, JPEG 50',
    page: async (drawings) =>
      jpeg(
        await blur(
          composePage(
            drawings,
            black.map(() => 204),
          ),
          2.6,
        ),
        50,
      ),
  },
  { name: 'gradient of 120 levels', page: (drawings) => gradient(clean(drawings), 120) },
  {
    name: 'shadows of a hand (0.6 of the light)',
    page: (drawings, seed) => noise(shadow(darken(clean(drawings), 20), 0.6), 3, seed),
  },
  { name: 'noise (sigma 12)', page: (drawings, seed) => noise(darken(clean(drawings), 20), 12, seed) },
  { name: 'JPEG 70', page: (drawings) => jpeg(clean(drawings), 70) },
  {
    name: 'pale (contrast 65)',
    page: (drawings, seed) =>
      contrast(
        drawings,
        black.map(() => 65),
        seed,
        4,
      ),
  },
  {
    name: 'very pale (contrast 25)',
    page: (drawings, seed) =>
      contrast(
        drawings,
        black.map(() => 25),
        seed,
        2,
      ),
  },
  { name: 'black and pale mixed', page: (drawings, seed) => contrast(drawings, [255, 65, 40, 255, 65, 255], seed, 4) },
  {
    name: 'all of a bad scan',
    turnDeg: 2,
    page: async (drawings, seed) =>
      jpeg(
        noise(
          gradient(
            await blur(
              turn(
                composePage(
                  drawings,
                  black.map(() => 150),
                ),
                2,
              ),
              1.6,
            ),
            80,
          ),
          5,
          seed,
        ),
        70,
      ),
  },
  {
    name: 'strong blur and all of a bad scan',
    page: async (drawings, seed) =>
      jpeg(
        noise(
          gradient(
            await blur(
              composePage(
                drawings,
                black.map(() => 205),
              ),
              2.6,
            ),
            35,
          ),
          6,
          seed,
        ),
        50,
      ),
  },
  { name: 'breaks up to 0.35 mm', page: (drawings, seed) => breakLines(clean(drawings), 0.35, 8, seed).page },
  {
    name: 'breaks up to 0.35 mm, bad scan',
    turnDeg: 2,
    page: async (drawings, seed) =>
      jpeg(noise(gradient(await blur(turn(breakLines(clean(drawings), 0.35, 8, seed).page, 2), 1.6), 80), 5, seed), 70),
  },
  { name: 'breaks up to 0.7 mm', page: (drawings, seed) => breakLines(clean(drawings), 0.7, 8, seed).page },
];
