import type { Form } from './inflate';
import { directionOf, type Lamp, shade } from './shade';

/** A fill stands half high. */
const fillHeightDeg = 45;

/** Share of all light that comes from the lamp itself. */
export function directShare({ ambient = 0, fill }: Lamp): number {
  return 1 - ambient - (fill?.share ?? 0);
}

/** Unit vector towards a weak fill. */
export function fillDirection({ azimuthDeg }: { azimuthDeg: number }): [number, number, number] {
  return directionOf({ azimuthDeg, heightDeg: fillHeightDeg });
}

/** Light on a surface that looks straight up, so far as it does not depend on its place. */
export function lightOnFlat(lamp: Lamp): number {
  const fromLamp = lamp.kind === 'distant' ? directionOf(lamp)[2] : 0.7;
  return directShare(lamp) * fromLamp + (lamp.ambient ?? 0) + (lamp.fill?.share ?? 0) * Math.sin((fillHeightDeg * Math.PI) / 180);
}

/**
 * Light on a form from the lamp, from all round (most on what looks up: half of the sky is over a surface that stands upright) and from a weak fill, in
 * their shares. The side away from the lamp keeps its order.
 * @returns about -1 to 1, NaN outside. @throws RangeError when the lamp is out of range.
 */
export function mixedLight(form: Form, lamp: Lamp): Float32Array {
  const light = shade(form, lamp, { signed: true });
  const { ambient = 0, fill } = lamp;
  if (!(ambient >= 0 && (fill?.share ?? 0) >= 0 && directShare(lamp) >= 0)) {
    throw new RangeError(`mixedLight expects ambient and fill of 0 to 1 together, got ${ambient} and ${fill?.share}`);
  }
  if (ambient === 0 && !fill) return light;
  const direct = directShare(lamp);
  const [x, y, z] = fill ? fillDirection(fill) : [0, 0, 0];
  const { mask, normals } = form;
  for (let i = 0, n = 0; i < mask.length; i++, n += 3) {
    if (mask[i] === 0) continue;
    const fromFill = Math.max(0, normals[n]! * x + normals[n + 1]! * y + normals[n + 2]! * z);
    light[i] = direct * light[i]! + (ambient * (1 + normals[n + 2]!)) / 2 + (fill?.share ?? 0) * fromFill;
  }
  return light;
}
