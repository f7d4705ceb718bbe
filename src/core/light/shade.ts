import type { DistantLamp, LightBeside } from '#model/lamp';
import { at } from '#core/raster/image';
import type { Form } from './inflate';

/** A distant lamp, or one near the picture: its place in px, `heightPx` above the paper, no fall-off with distance. */
export type Lamp = DistantLamp | ({ kind: 'near'; xPx: number; yPx: number; heightPx: number } & LightBeside);

export type ShadeOptions = {
  /** Light that comes from everywhere, 0 to 1. Default 0. */
  ambient?: number;
  /** Keeps the negative cosines of the side away from the lamp (down to -1), so that it keeps its order. Default false. */
  signed?: boolean;
};

/** Unit vector towards a distant lamp: x right, y down, z to the viewer. */
export function directionOf(lamp: Pick<DistantLamp, 'azimuthDeg' | 'heightDeg'>): [number, number, number] {
  const azimuth = (lamp.azimuthDeg * Math.PI) / 180;
  const height = (lamp.heightDeg * Math.PI) / 180;
  return [Math.sin(azimuth) * Math.cos(height), -Math.cos(azimuth) * Math.cos(height), Math.sin(height)];
}

/**
 * How much light each pixel of a form gets: max(0, normal . light), mixed with the ambient light (Lambert's cosine law).
 * @returns 0 dark to 1 light (from -1 with `signed`), NaN outside.
 * @throws RangeError when the lamp or an option is out of range.
 */
export function shade(form: Form, lamp: Lamp, options: ShadeOptions = {}): Float32Array {
  const { ambient = 0, signed = false } = options;
  if (!(ambient >= 0 && ambient <= 1)) throw new RangeError(`shade expects ambient 0 to 1, got ${ambient}`);
  const numbers = lamp.kind === 'distant' ? [lamp.azimuthDeg, lamp.heightDeg] : [lamp.xPx, lamp.yPx, lamp.heightPx];
  if (!numbers.every(Number.isFinite)) throw new RangeError(`shade expects a lamp of finite numbers, got ${JSON.stringify(lamp)}`);
  const { width, mask, normals, heights } = form;
  const shading = new Float32Array(mask.length).fill(Number.NaN);
  const direct = 1 - ambient;
  if (lamp.kind === 'distant') {
    // The loop a moving lamp waits for.
    const [x, y, z] = directionOf(lamp);
    for (let i = 0, n = 0; i < mask.length; i++, n += 3) {
      if (mask[i] === 0) continue;
      const cosine = normals[n]! * x + normals[n + 1]! * y + normals[n + 2]! * z;
      shading[i] = ambient + direct * (signed || cosine > 0 ? cosine : 0);
    }
    return shading;
  }
  for (let i = 0; i < mask.length; i++) {
    if (!at(mask, i)) continue;
    const x = lamp.xPx - ((i % width) + 0.5);
    const y = lamp.yPx - (Math.floor(i / width) + 0.5);
    const z = lamp.heightPx - at(heights, i);
    const length = Math.hypot(x, y, z) || 1;
    const cosine = (at(normals, 3 * i) * x + at(normals, 3 * i + 1) * y + at(normals, 3 * i + 2) * z) / length;
    shading[i] = ambient + direct * (signed ? cosine : Math.max(0, cosine));
  }
  return shading;
}
