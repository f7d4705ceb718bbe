import type { Relief } from '#model/body';
import type { Form } from './inflate';

/** How steep the two sides of a ridge are, as the tangent of their slope. */
const ridgeSlope = 0.8;
/** How steep a tilted face is. */
const tiltSlope = 0.7;

/**
 * A form in the relief that is wished: as it is, flat, ridged along its middle, hollow, or flat and tilted. `pattern` has no relief of its own
 * and is flat here. The form given is not changed.
 * @param relief `strength` 0 to 2 makes the slopes less or more; `towardsDeg`: where a tilted face looks, clockwise from 12 o'clock.
 */
export function withRelief(form: Form, { kind, strength = 1, towardsDeg = 0 }: Relief): Form {
  if (kind === 'round' && strength === 1) return form;
  const normals = new Float32Array(form.normals.length);
  const tilt = [Math.sin((towardsDeg * Math.PI) / 180), -Math.cos((towardsDeg * Math.PI) / 180)] as const;
  for (let i = 0; i < normals.length; i += 3) {
    if (form.mask[i / 3] === 0) continue;
    const [x, y, z] = [form.normals[i]!, form.normals[i + 1]!, form.normals[i + 2]!];
    const across = Math.hypot(x, y) || 1;
    const slope: readonly [number, number] =
      kind === 'round'
        ? [x * strength, y * strength]
        : kind === 'hollow'
          ? [-x * strength, -y * strength]
          : kind === 'ridge'
            ? [(x / across) * ridgeSlope * strength * z, (y / across) * ridgeSlope * strength * z]
            : kind === 'tilted'
              ? [tilt[0] * tiltSlope * strength * z, tilt[1] * tiltSlope * strength * z]
              : [0, 0];
    // Where a form stands upright at its rim a flat, ridged or tilted one does not.
    const up = kind === 'round' || kind === 'hollow' ? z : Math.max(z, 1e-3);
    const length = Math.hypot(slope[0], slope[1], up) || 1;
    normals[i] = slope[0] / length;
    normals[i + 1] = slope[1] / length;
    normals[i + 2] = up / length;
  }
  return { ...form, normals };
}
