import { type Figure, spot } from './figure';
import { both, box, capsule, ellipsoid, type Point, ring, sphere, swung, tipped, tube, turned, without } from './solids';

/** Our own figures in which things hang over others: hems, cuffs, chins, fringes, rims, lips, shells, leaves. */

/** A sleeve or a cuff: a tube along a limb between two shares of its way, its radii there. */
function sleeve(from: Point, to: Point, [start, end]: readonly [number, number], radii: readonly [number, number]) {
  const lengths = [to[0] - from[0], to[1] - from[1], to[2] - from[2]] as const;
  const length = Math.hypot(...lengths);
  const degrees = (Math.atan2(-lengths[0], lengths[1]) * 180) / Math.PI;
  const lean = (Math.atan2(lengths[2], Math.hypot(lengths[0], lengths[1])) * 180) / Math.PI;
  const upright = tube(from[0], from[2], from[1] + start * length, from[1] + end * length, ...radii);
  return turned(tipped(upright, from, -lean), from, degrees);
}

const skirted: Figure = {
  name: 'skirt over legs',
  solids: [
    { name: 'head', distance: ellipsoid([0, -0.68, 0.16], [0.21, 0.24, 0.21]) },
    { name: 'hair', distance: without(ellipsoid([0, -0.72, 0.12], [0.27, 0.25, 0.27]), ellipsoid([0.02, -0.58, 0.42], [0.19, 0.22, 0.3])) },
    { name: 'neck', distance: capsule([0, -0.5, 0.05], [0, -0.36, 0.02], 0.075) },
    { name: 'bodice', distance: tube(0, 0, -0.4, -0.02, 0.2, 0.17) },
    { name: 'belt', distance: tube(0, 0, -0.05, 0.04, 0.19, 0.19) },
    { name: 'skirt', distance: tube(0, 0, 0.0, 0.5, 0.18, 0.44), areas: [{ name: 'hem', kind: 'seam', holds: (_, y) => y > 0.42 }] },
    { name: 'left leg', distance: capsule([-0.15, 0.3, 0.02], [-0.16, 0.82, 0.02], 0.085, 0.07) },
    { name: 'right leg', distance: capsule([0.15, 0.3, 0.02], [0.16, 0.82, 0.02], 0.085, 0.07) },
    { name: 'left shoe', distance: ellipsoid([-0.19, 0.87, 0.08], [0.14, 0.07, 0.13]) },
    { name: 'right shoe', distance: ellipsoid([0.19, 0.87, 0.08], [0.14, 0.07, 0.13]) },
    { name: 'left sleeve', distance: sleeve([-0.2, -0.34, 0.06], [-0.55, 0.05, 0.12], [0, 0.55], [0.08, 0.12]) },
    { name: 'right sleeve', distance: sleeve([0.2, -0.34, 0.06], [0.55, 0.05, 0.12], [0, 0.55], [0.08, 0.12]) },
    { name: 'left forearm', distance: capsule([-0.3, -0.2, 0.08], [-0.58, 0.1, 0.12], 0.055) },
    { name: 'right forearm', distance: capsule([0.3, -0.2, 0.08], [0.58, 0.1, 0.12], 0.055) },
  ],
};

const pot: Figure = {
  name: 'pot with a rim',
  solids: [
    { name: 'pot', distance: tube(0, 0, 0.1, 0.85, 0.5, 0.34) },
    { name: 'rim', distance: tube(0, 0, -0.04, 0.16, 0.57, 0.56) },
    { name: 'saucer', distance: tube(0, 0, 0.82, 0.93, 0.56, 0.42) },
    { name: 'stem', distance: capsule([0, 0.1, -0.02], [0.02, -0.5, 0], 0.05) },
    {
      name: 'left leaf',
      distance: turned(swung(ellipsoid([-0.3, -0.3, 0.12], [0.34, 0.13, 0.06]), [-0.3, -0.3, 0.12], -20), [-0.3, -0.3, 0], 35),
    },
    {
      name: 'right leaf',
      distance: turned(swung(ellipsoid([0.32, -0.22, 0.16], [0.32, 0.12, 0.06]), [0.32, -0.22, 0.16], 20), [0.32, -0.22, 0], -30),
    },
    { name: 'bud', distance: ellipsoid([0.03, -0.62, 0.04], [0.18, 0.24, 0.18]) },
    { name: 'calyx', distance: tube(0.03, 0.04, -0.52, -0.36, 0.17, 0.08) },
  ],
};

const bowl: Figure = {
  name: 'bowl of fruit',
  solids: [
    {
      name: 'bowl',
      distance: tipped(
        without(
          ellipsoid([0, 0.2, 0], [0.72, 0.5, 0.72]),
          both(box([0, -0.35, 0], [1, 0.5, 1], 0.01), ellipsoid([0, 0.2, 0], [0.64, 0.42, 0.64])),
        ),
        [0, 0.2, 0],
        24,
      ),
    },
    { name: 'foot', distance: tube(0, 0.2, 0.6, 0.8, 0.24, 0.32) },
    { name: 'left apple', distance: sphere([-0.3, 0.02, 0.1], 0.24) },
    { name: 'right apple', distance: sphere([0.24, 0.0, 0.16], 0.25) },
    { name: 'back apple', distance: sphere([-0.02, -0.2, -0.12], 0.23) },
    { name: 'leaf', distance: turned(ellipsoid([0.34, -0.28, 0.2], [0.17, 0.07, 0.04]), [0.34, -0.28, 0], -35) },
  ],
};

const collared: Figure = {
  name: 'chin over neck and collar',
  solids: [
    { name: 'head', distance: ellipsoid([0, -0.32, 0.18], [0.42, 0.48, 0.42]) },
    { name: 'neck', distance: tube(0, 0, -0.05, 0.45, 0.19, 0.21) },
    { name: 'collar', distance: tube(0, 0, 0.32, 0.48, 0.27, 0.3) },
    { name: 'shoulders', distance: ellipsoid([0, 0.86, -0.05], [0.78, 0.46, 0.38]) },
    { name: 'nose', distance: ellipsoid([0, -0.24, 0.62], [0.07, 0.1, 0.08]) },
    { name: 'left ear', distance: ellipsoid([-0.43, -0.3, 0.1], [0.08, 0.13, 0.1]) },
    { name: 'right ear', distance: ellipsoid([0.43, -0.3, 0.1], [0.08, 0.13, 0.1]) },
    {
      name: 'fringe',
      distance: without(
        ellipsoid([0, -0.4, 0.16], [0.47, 0.46, 0.47]),
        both(box([0, 0.1, 0], [1, 0.55, 1], 0.01), ellipsoid([0.1, -0.25, 0.6], [0.26, 0.3, 0.4])),
      ),
    },
  ],
};

const brimmed: Figure = {
  name: 'brim over ears',
  solids: [
    { name: 'head', distance: ellipsoid([0, 0.1, 0], [0.5, 0.46, 0.42]) },
    { name: 'muzzle', distance: ellipsoid([0, 0.26, 0.34], [0.24, 0.19, 0.2]) },
    { name: 'nose', distance: ellipsoid([0, 0.18, 0.54], [0.08, 0.055, 0.06]) },
    { name: 'left ear', distance: sphere([-0.46, -0.16, -0.02], 0.17) },
    { name: 'right ear', distance: sphere([0.46, -0.16, -0.02], 0.17) },
    { name: 'brim', distance: tipped(tube(0, 0, -0.32, -0.23, 0.6, 0.64, 0.03), [0, -0.28, 0], 16) },
    { name: 'crown', distance: tube(0, 0, -0.85, -0.26, 0.3, 0.36), areas: [{ name: 'ribbon', kind: 'seam', holds: (_, y) => y > -0.45 }] },
    { name: 'scarf', distance: tipped(ring([0, 0.55, 0], 0.28, 0.12), [0, 0.55, 0], 12) },
    { name: 'body', distance: tube(0, -0.05, 0.5, 0.95, 0.32, 0.46) },
    { name: 'scarf end', distance: capsule([0.2, 0.58, 0.36], [0.3, 0.86, 0.42], 0.1) },
  ],
};

const shelled: Figure = {
  name: 'shell over limbs',
  solids: [
    {
      name: 'shell',
      distance: without(ellipsoid([0, 0.12, 0], [0.66, 0.52, 0.5]), box([0, 0.75, 0], [1, 0.42, 1], 0.02)),
      areas: [
        { name: 'left plate', kind: 'seam', holds: (x, y) => x < -0.24 && y < 0.2 },
        { name: 'right plate', kind: 'seam', holds: (x, y) => x > 0.24 && y < 0.2 },
      ],
    },
    { name: 'lip', distance: tube(0, 0, 0.24, 0.36, 0.68, 0.7) },
    { name: 'front leg', distance: capsule([0.42, 0.2, 0.2], [0.5, 0.62, 0.24], 0.13, 0.14) },
    { name: 'hind leg', distance: capsule([-0.42, 0.2, 0.2], [-0.5, 0.62, 0.22], 0.13, 0.14) },
    { name: 'neck', distance: capsule([0.5, 0.16, 0.1], [0.82, -0.12, 0.14], 0.11) },
    {
      name: 'head',
      distance: ellipsoid([0.84, -0.22, 0.16], [0.15, 0.17, 0.16]),
      areas: [{ name: 'eye', kind: 'mark', holds: spot(0.88, -0.26, 0.035) }],
    },
    { name: 'tail', distance: capsule([-0.6, 0.34, 0], [-0.88, 0.44, 0], 0.08, 0.02) },
  ],
};

const rosette: Figure = {
  name: 'leaves over leaves',
  solids: [
    ...[0, 45, 90, 135, 180, 225, 270, 315].map((degrees, index) => ({
      name: `outer leaf ${index + 1}`,
      distance: turned(tipped(ellipsoid([0, -0.56, 0], [0.25, 0.34, 0.07]), [0, -0.56, 0], index % 2 === 0 ? 8 : 16), [0, 0, 0], degrees),
    })),
    ...[20, 92, 164, 236, 308].map((degrees, index) => ({
      name: `inner leaf ${index + 1}`,
      distance: turned(
        tipped(ellipsoid([0, -0.27, 0.16], [0.19, 0.25, 0.07]), [0, -0.27, 0.16], index % 2 === 0 ? 16 : 26),
        [0, 0, 0],
        degrees,
      ),
    })),
    { name: 'bud', distance: sphere([0, 0, 0.26], 0.15) },
  ],
};

const cake: Figure = {
  name: 'cake with icing under a cloth',
  solids: [
    { name: 'upper tier', distance: tube(0, 0, -0.5, -0.1, 0.3, 0.3) },
    {
      name: 'icing',
      distance: both(tube(0, 0, -0.56, -0.42, 0.33, 0.33), ...[-0.2, 0, 0.2].map((x) => capsule([x, -0.44, 0.26], [x, -0.3, 0.28], 0.05))),
    },
    {
      name: 'lower tier',
      distance: tube(0, 0, -0.14, 0.3, 0.5, 0.5),
      areas: [{ name: 'ribbon', kind: 'seam', holds: (_, y) => y > 0.18 }],
    },
    { name: 'plate', distance: tube(0, 0, 0.28, 0.36, 0.66, 0.6) },
    { name: 'cloth', distance: tube(0, 0, 0.34, 0.78, 0.6, 0.74) },
    { name: 'foot', distance: tube(0, 0, 0.6, 0.95, 0.24, 0.3) },
    { name: 'candle', distance: tube(0, 0.05, -0.86, -0.54, 0.06, 0.06) },
    { name: 'flame', distance: ellipsoid([0, -0.92, 0.05], [0.05, 0.07, 0.05]) },
  ],
};

const cuffed: Figure = {
  name: 'arms folded in cuffs',
  solids: [
    { name: 'coat', distance: tube(0, -0.1, -0.3, 0.8, 0.36, 0.5) },
    { name: 'hem', distance: tube(0, -0.1, 0.74, 0.88, 0.53, 0.55) },
    { name: 'left sleeve', distance: sleeve([-0.42, -0.2, 0.2], [-0.05, 0.3, 0.48], [0, 0.9], [0.15, 0.17]) },
    { name: 'right sleeve', distance: sleeve([0.42, -0.2, 0.2], [0.2, 0.42, 0.42], [0, 0.9], [0.15, 0.17]) },
    { name: 'left cuff', distance: sleeve([-0.42, -0.2, 0.2], [-0.05, 0.3, 0.48], [0.82, 1.02], [0.19, 0.19]) },
    { name: 'right cuff', distance: sleeve([0.42, -0.2, 0.2], [0.2, 0.42, 0.42], [0.82, 1.02], [0.19, 0.19]) },
    { name: 'left hand', distance: ellipsoid([0.05, 0.42, 0.54], [0.12, 0.1, 0.09]) },
    { name: 'right hand', distance: ellipsoid([0.14, 0.56, 0.46], [0.1, 0.12, 0.09]) },
    { name: 'head', distance: sphere([0, -0.58, 0.08], 0.28) },
    { name: 'hood', distance: without(ellipsoid([0, -0.58, 0], [0.4, 0.4, 0.36]), ellipsoid([0, -0.54, 0.4], [0.27, 0.3, 0.4])) },
    { name: 'left boot', distance: ellipsoid([-0.2, 0.92, 0.2], [0.18, 0.09, 0.2]) },
    { name: 'right boot', distance: ellipsoid([0.2, 0.92, 0.2], [0.18, 0.09, 0.2]) },
  ],
};

export const hangingFigures: readonly Figure[] = [skirted, pot, bowl, collared, brimmed, shelled, rosette, cake, cuffed];
