import type { WorkPlan } from './checked-plan';
import { lightOfLevel } from './checked-plan';
import { type Homography, mapPlace, solveSquare } from './projective';

const cubed = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);

/** CIELAB of linear sRGB light over a white of 1, 1, 1 (D65; IEC 61966-2-1 and CIE 15:2004). */
export function labOfLight(r: number, g: number, b: number): [number, number, number] {
  const x = cubed((0.4123908 * r + 0.35758434 * g + 0.18048079 * b) / 0.95045593);
  const y = cubed(0.21263901 * r + 0.71516868 * g + 0.07219232 * b);
  const z = cubed((0.01933082 * r + 0.11919478 * g + 0.95053215 * b) / 1.08905775);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** Terms of a surface of the second degree over the picture, x and y from -1 to 1. */
const terms = (x: number, y: number): number[] => [1, x, y, x * x, x * y, y * y];
/** Rounds in which what is darker than the paper there is left out. */
const paperRounds = 6;
const leastPaper = 60;

/** The light of bare paper all over a picture, one surface a channel; null: too little bare paper is seen. */
export function paperSurface(light: Float32Array, isBare: Uint8Array, width: number): ((pixel: number) => [number, number, number]) | null {
  const height = isBare.length / width;
  const at = (pixel: number) => terms((2 * (pixel % width)) / width - 1, (2 * Math.floor(pixel / width)) / height - 1);
  const all: number[] = [];
  for (let pixel = 0; pixel < isBare.length; pixel++) if (isBare[pixel]) all.push(pixel);
  const step = Math.max(1, Math.floor(all.length / 6000));
  let bare = all.filter((_, index) => index % step === 0);
  if (bare.length < leastPaper) return null;
  let surfaces: number[][] = [];
  for (let round = 0; round < paperRounds; round++) {
    const normal = Array.from({ length: 6 }, () => new Array<number>(6).fill(0));
    const rights = [0, 1, 2].map(() => new Array<number>(6).fill(0));
    for (const pixel of bare) {
      const own = at(pixel);
      for (let i = 0; i < 6; i++) {
        for (let j = 0; j < 6; j++) normal[i]![j]! += own[i]! * own[j]!;
        for (const channel of [0, 1, 2]) rights[channel]![i]! += own[i]! * light[3 * pixel + channel]!;
      }
    }
    for (let i = 0; i < 6; i++) normal[i]![i]! += 1e-6 * bare.length;
    surfaces = rights.map((right) => solveSquare(normal, right) ?? []);
    if (surfaces.some((own) => own.length === 0)) return null;
    const value = (pixel: number, channel: number) => at(pixel).reduce((sum, own, index) => sum + own * surfaces[channel]![index]!, 0);
    // Ink where none was planned is darker than the paper round it.
    const kept = bare.filter((pixel) => [0, 1, 2].every((channel) => light[3 * pixel + channel]! > 0.9 * value(pixel, channel)));
    if (kept.length < leastPaper || kept.length === bare.length) break;
    bare = kept;
  }
  return (pixel) => {
    const own = at(pixel);
    return surfaces.map((surface) =>
      Math.max(
        1e-3,
        own.reduce((sum, term, index) => sum + term * surface[index]!, 0),
      ),
    ) as [number, number, number];
  };
}

/** Each place of a plan as a photo shows it: the mean of the photo's px that lie in it. Linear light, three a pixel. */
export function warpedLight(
  photo: { width: number; height: number; data: Uint8Array },
  plan: WorkPlan,
  toPhoto: Homography,
): { light: Float32Array; isSeen: Uint8Array } {
  const light = new Float32Array(3 * plan.width * plan.height);
  const isSeen = new Uint8Array(plan.width * plan.height);
  const offsets = [1 / 6, 0.5, 5 / 6];
  for (let row = 0, pixel = 0; row < plan.height; row++) {
    for (let column = 0; column < plan.width; column++, pixel++) {
      let [r, g, b, count] = [0, 0, 0, 0];
      for (const dy of offsets) {
        for (const dx of offsets) {
          const [u, v] = mapPlace(toPhoto, (column + dx) * plan.scale, (row + dy) * plan.scale);
          const [x, y] = [Math.floor(u), Math.floor(v)];
          if (x < 0 || y < 0 || x >= photo.width || y >= photo.height) continue;
          const at = 3 * (y * photo.width + x);
          r += lightOfLevel(photo.data[at]!);
          g += lightOfLevel(photo.data[at + 1]!);
          b += lightOfLevel(photo.data[at + 2]!);
          count += 1;
        }
      }
      isSeen[pixel] = count === offsets.length ** 2 ? 1 : 0;
      if (count > 0) light.set([r / count, g / count, b / count], 3 * pixel);
    }
  }
  return { light, isSeen };
}

/** Colours over their own paper: light divided by that of the paper there. */
export function overPaper(light: Float32Array, paper: (pixel: number) => readonly [number, number, number]): Float32Array {
  const lab = new Float32Array(light.length);
  for (let pixel = 0; 3 * pixel < light.length; pixel++) {
    const [r, g, b] = paper(pixel);
    lab.set(labOfLight(light[3 * pixel]! / r, light[3 * pixel + 1]! / g, light[3 * pixel + 2]! / b), 3 * pixel);
  }
  return lab;
}

/** Where a plan is bare: paper outside and inside, and what is kept white, away from lines. */
export function bareOf({ labels, bands, isLine, isKept }: WorkPlan, expectedLab: Float32Array): Uint8Array {
  return Uint8Array.from(labels, (label, pixel) => {
    if (isLine[pixel]) return 0;
    const isPale = expectedLab[3 * pixel]! > 97 && Math.hypot(expectedLab[3 * pixel + 1]!, expectedLab[3 * pixel + 2]!) < 3;
    return isPale && (label === 0 || bands[pixel] === 0 || isKept[pixel]) ? 1 : 0;
  });
}

/** The look that is expected, over its own paper. */
export function expectedColours(plan: WorkPlan): Float32Array {
  return overPaper(plan.expected, () => [1, 1, 1]);
}
