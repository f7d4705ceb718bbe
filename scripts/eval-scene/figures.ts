import { type Figure, type Solid, spot } from './figure';
import { box, both, capsule, ellipsoid, ring, sphere, swung, tipped, tube, turned, without } from './solids';

/** Our own figures, built as people draw: 16 of 4 to 15 parts. */

const left = (x: number) => x < 0;

const coated: Figure = {
  name: 'coat',
  solids: [
    { name: 'head', distance: sphere([0, -0.55, 0.25], 0.27), areas: [{ name: 'cheek', kind: 'mark', holds: spot(0.12, -0.48, 0.06) }] },
    { name: 'hat', distance: tube(0, 0.25, -0.97, -0.68, 0.18, 0.24) },
    { name: 'brim', distance: tipped(ring([0, -0.68, 0.25], 0.24, 0.07), [0, -0.68, 0.25], 20) },
    { name: 'scarf', distance: tipped(ring([0, -0.26, 0.2], 0.2, 0.1), [0, -0.26, 0.2], 15) },
    {
      name: 'coat',
      distance: tube(0, 0.1, -0.3, 0.55, 0.2, 0.46),
      areas: [
        { name: 'upper button', kind: 'mark', holds: spot(0.1, 0, 0.045) },
        { name: 'lower button', kind: 'mark', holds: spot(0.1, 0.25, 0.045) },
        { name: 'left half', kind: 'seam', holds: left },
      ],
    },
    { name: 'left arm', distance: capsule([-0.3, -0.12, 0.3], [-0.5, 0.28, 0.5], 0.11) },
    { name: 'right arm', distance: capsule([0.3, -0.12, 0.3], [0.52, 0.24, 0.5], 0.11) },
    { name: 'left hand', distance: sphere([-0.55, 0.4, 0.52], 0.1) },
    { name: 'right hand', distance: sphere([0.58, 0.36, 0.52], 0.1) },
    { name: 'left leg', distance: tube(-0.17, 0.05, 0.5, 0.82, 0.11, 0.11) },
    { name: 'right leg', distance: tube(0.17, 0.05, 0.5, 0.82, 0.11, 0.11) },
    { name: 'left boot', distance: ellipsoid([-0.22, 0.86, 0.15], [0.19, 0.1, 0.2]) },
    { name: 'right boot', distance: ellipsoid([0.22, 0.86, 0.15], [0.19, 0.1, 0.2]) },
  ],
};

const bear: Figure = {
  name: 'bear head',
  solids: [
    {
      name: 'head',
      distance: ellipsoid([0, 0.1, 0], [0.68, 0.62, 0.5]),
      areas: [{ name: 'patch', kind: 'mark', holds: spot(-0.3, -0.2, 0.13) }],
    },
    { name: 'muzzle', distance: ellipsoid([0, 0.32, 0.4], [0.34, 0.26, 0.3]) },
    { name: 'nose', distance: ellipsoid([0, 0.2, 0.68], [0.12, 0.08, 0.09]) },
    { name: 'left ear', distance: sphere([-0.5, -0.5, -0.15], 0.24) },
    { name: 'right ear', distance: sphere([0.5, -0.5, -0.15], 0.24) },
    { name: 'left eye', distance: sphere([-0.24, -0.02, 0.42], 0.07) },
    { name: 'right eye', distance: sphere([0.24, -0.02, 0.42], 0.07) },
  ],
};

const snowman: Figure = {
  name: 'snowman',
  solids: [
    { name: 'base', distance: sphere([0, 0.5, 0], 0.42) },
    {
      name: 'belly',
      distance: sphere([0, 0.02, 0.1], 0.32),
      areas: [
        { name: 'upper button', kind: 'mark', holds: spot(0, -0.05, 0.04) },
        { name: 'lower button', kind: 'mark', holds: spot(0, 0.14, 0.04) },
      ],
    },
    { name: 'head', distance: sphere([0, -0.42, 0.15], 0.24) },
    { name: 'carrot', distance: capsule([0.02, -0.4, 0.38], [0.26, -0.33, 0.5], 0.05, 0.015) },
    { name: 'brim', distance: tipped(tube(0, 0.15, -0.62, -0.55, 0.3, 0.3), [0, -0.6, 0.15], 14) },
    { name: 'hat', distance: tube(0, 0.15, -0.92, -0.58, 0.19, 0.17), areas: [{ name: 'band', kind: 'seam', holds: (_, y) => y > -0.72 }] },
    { name: 'left arm', distance: capsule([-0.28, -0.05, 0.1], [-0.8, -0.3, 0.1], 0.035) },
    { name: 'right arm', distance: capsule([0.28, -0.05, 0.1], [0.8, -0.25, 0.1], 0.035) },
  ],
};

const tree: Figure = {
  name: 'tree',
  solids: [
    { name: 'top', distance: tube(0, 0, -0.95, -0.4, 0.02, 0.34) },
    { name: 'upper tier', distance: tube(0, 0, -0.7, 0, 0.1, 0.46) },
    { name: 'middle tier', distance: tube(0, 0, -0.3, 0.35, 0.2, 0.58) },
    { name: 'lower tier', distance: tube(0, 0, 0.05, 0.68, 0.3, 0.7) },
    { name: 'trunk', distance: tube(0, 0, 0.5, 0.95, 0.13, 0.15) },
    { name: 'ball', distance: sphere([0.2, 0.2, 0.56], 0.1) },
    { name: 'other ball', distance: sphere([-0.25, 0.5, 0.6], 0.1) },
  ],
};

const cap = (x: number, y: number, z: number, size: number): Solid['distance'] =>
  without(ellipsoid([x, y, z], [size, 0.72 * size, size]), box([x, y + 0.8 * size, z], [2 * size, 0.75 * size, 2 * size], 0.01));

const mushrooms: Figure = {
  name: 'mushrooms',
  solids: [
    { name: 'back stem', distance: tube(0.22, -0.3, -0.3, 0.6, 0.12, 0.16) },
    {
      name: 'back cap',
      distance: cap(0.22, -0.35, -0.3, 0.5),
      areas: [
        { name: 'spot', kind: 'mark', holds: spot(0.3, -0.5, 0.07) },
        { name: 'other spot', kind: 'mark', holds: spot(0.05, -0.56, 0.05) },
      ],
    },
    { name: 'front stem', distance: tube(-0.28, 0.25, 0.1, 0.78, 0.11, 0.15) },
    { name: 'front cap', distance: cap(-0.28, 0.12, 0.25, 0.4), areas: [{ name: 'spot', kind: 'mark', holds: spot(-0.3, -0.02, 0.07) }] },
    { name: 'leaf', distance: turned(ellipsoid([0.35, 0.68, 0.2], [0.3, 0.1, 0.06]), [0.35, 0.68, 0.2], -20) },
  ],
};

const flower: Figure = {
  name: 'petals',
  solids: [
    { name: 'heart', distance: ellipsoid([0, -0.15, 0.22], [0.2, 0.2, 0.14]) },
    ...[0, 60, 120, 180, 240, 300].map((degrees, index) => ({
      name: `petal ${index + 1}`,
      distance: turned(
        tipped(ellipsoid([0, -0.52, 0.1], [0.22, 0.34, 0.08]), [0, -0.52, 0.1], index % 2 === 0 ? -10 : -22),
        [0, -0.15, 0],
        degrees,
      ),
    })),
    { name: 'stem', distance: capsule([0, 0.1, -0.15], [0.05, 0.95, -0.1], 0.05) },
    { name: 'leaf', distance: turned(ellipsoid([0.3, 0.72, 0], [0.3, 0.11, 0.06]), [0.3, 0.72, 0], -30) },
  ],
};

const parcel: Figure = {
  name: 'parcel with a ball',
  solids: [
    {
      name: 'parcel',
      isFlatFaced: true,
      distance: box([0, 0.35, 0], [0.7, 0.42, 0.3], 0.03),
      areas: [{ name: 'label', kind: 'mark', holds: (x, y) => x > 0.15 && x < 0.5 && y > 0.35 && y < 0.6 }],
    },
    { name: 'string', isFlatFaced: true, distance: box([-0.2, 0.35, 0.02], [0.05, 0.43, 0.32], 0.01) },
    {
      name: 'ball',
      distance: sphere([0.15, -0.3, 0.05], 0.38),
      areas: [
        { name: 'left gore', kind: 'seam', holds: (x, y, z) => x - 0.15 < -0.5 * Math.abs(z - 0.05) && y < 0.2 },
        { name: 'right gore', kind: 'seam', holds: (x, y, z) => x - 0.15 > 0.5 * Math.abs(z - 0.05) && y < 0.2 },
      ],
    },
    { name: 'bow', distance: both(ellipsoid([-0.32, -0.12, 0.1], [0.14, 0.08, 0.08]), ellipsoid([-0.08, -0.12, 0.1], [0.14, 0.08, 0.08])) },
  ],
};

const cup: Figure = {
  name: 'cup',
  solids: [
    {
      name: 'cup',
      distance: tube(-0.1, 0, -0.4, 0.6, 0.45, 0.36),
      areas: [{ name: 'stripe', kind: 'seam', holds: (_, y) => y > 0 && y < 0.2 }],
    },
    {
      name: 'handle',
      distance: turned(
        swung(tipped(ring([0.42, 0.08, -0.05], 0.24, 0.06), [0.42, 0.08, -0.05], 90), [0.42, 0.08, -0.05], 0),
        [0.42, 0.08, 0],
        0,
      ),
    },
    { name: 'saucer', distance: tipped(tube(-0.1, 0, 0.58, 0.66, 0.7, 0.5), [0, 0.62, 0], 16) },
    {
      name: 'cloud',
      distance: both(sphere([-0.3, -0.55, -0.1], 0.18), sphere([-0.05, -0.62, -0.1], 0.24), sphere([0.2, -0.54, -0.1], 0.17)),
    },
    { name: 'spoon', distance: capsule([0.4, 0.7, 0.3], [0.85, 0.5, 0.3], 0.05) },
  ],
};

const lantern: Figure = {
  name: 'two heads and a lantern',
  solids: [
    { name: 'left head', distance: ellipsoid([-0.6, -0.35, 0], [0.3, 0.33, 0.3]) },
    { name: 'left snout', distance: ellipsoid([-0.36, -0.25, 0.1], [0.16, 0.12, 0.14]) },
    { name: 'left ear', distance: ellipsoid([-0.75, -0.7, -0.05], [0.1, 0.18, 0.08]) },
    {
      name: 'left body',
      distance: ellipsoid([-0.68, 0.4, -0.05], [0.3, 0.55, 0.3]),
      areas: [{ name: 'belly', kind: 'mark', holds: (x, y) => ((x + 0.6) / 0.13) ** 2 + ((y - 0.45) / 0.2) ** 2 < 1 }],
    },
    { name: 'right head', distance: ellipsoid([0.6, -0.35, 0], [0.3, 0.33, 0.3]) },
    { name: 'right snout', distance: ellipsoid([0.36, -0.25, 0.1], [0.16, 0.12, 0.14]) },
    { name: 'right ear', distance: ellipsoid([0.75, -0.7, -0.05], [0.1, 0.18, 0.08]) },
    { name: 'right body', distance: ellipsoid([0.68, 0.4, -0.05], [0.3, 0.55, 0.3]) },
    { name: 'lantern', distance: tube(0, 0.1, 0, 0.5, 0.18, 0.18) },
    { name: 'lantern roof', distance: tube(0, 0.1, -0.16, 0.05, 0.05, 0.25) },
    { name: 'lantern foot', distance: tube(0, 0.1, 0.48, 0.58, 0.24, 0.26) },
    { name: 'left arm', distance: capsule([-0.5, 0.1, 0.2], [-0.16, 0.22, 0.3], 0.08) },
  ],
};

const hooded: Figure = {
  name: 'hood over hair over a face',
  solids: [
    { name: 'face', distance: ellipsoid([0, -0.1, 0.15], [0.36, 0.42, 0.3]) },
    {
      name: 'hair',
      distance: without(ellipsoid([0, -0.2, 0.1], [0.47, 0.5, 0.4]), ellipsoid([0.05, 0.05, 0.5], [0.34, 0.42, 0.5])),
    },
    { name: 'hood', distance: without(ellipsoid([0, -0.2, 0], [0.62, 0.66, 0.5]), ellipsoid([0, -0.05, 0.5], [0.44, 0.52, 0.6])) },
    { name: 'cape', distance: tube(0, -0.05, 0.3, 0.9, 0.4, 0.75), areas: [{ name: 'left half', kind: 'seam', holds: left }] },
    { name: 'clasp', distance: sphere([0, 0.42, 0.42], 0.1) },
    { name: 'nose', distance: sphere([0.02, 0.02, 0.46], 0.07) },
  ],
};

const branch: Figure = {
  name: 'leaves over a branch',
  solids: [
    { name: 'branch', distance: capsule([-0.9, 0.5, 0], [0.85, -0.45, 0], 0.09, 0.05) },
    ...(
      [
        [-0.5, 0.05, 50, 0.2],
        [-0.25, 0.5, -60, 0.25],
        [0.1, -0.25, 60, 0.3],
        [0.35, 0.15, -70, 0.22],
        [0.6, -0.6, 30, 0.2],
      ] as const
    ).map(([x, y, degrees, z], index) => ({
      name: `leaf ${index + 1}`,
      distance: turned(ellipsoid([x, y, z], [0.34, 0.15, 0.08]), [x, y, z], degrees),
      ...(index === 2
        ? {
            areas: [
              {
                name: 'far half',
                kind: 'seam' as const,
                holds: (px: number, py: number) => (py - y) * Math.cos((60 * Math.PI) / 180) > (px - x) * Math.sin((60 * Math.PI) / 180),
              },
            ],
          }
        : {}),
    })),
    { name: 'berry', distance: sphere([-0.05, 0.2, 0.25], 0.12) },
    { name: 'other berry', distance: sphere([0.08, 0.36, 0.2], 0.12) },
  ],
};

const beads: Figure = {
  name: 'rope of beads',
  solids: Array.from({ length: 11 }, (_, index) => {
    const t = index / 10;
    return {
      name: `bead ${index + 1}`,
      distance: sphere([-0.8 + 1.6 * t, 0.9 * (4 * t * (1 - t)) - 0.5, index % 2 === 0 ? 0.1 : 0], index % 3 === 0 ? 0.17 : 0.13),
    };
  }),
};

const balloon: Figure = {
  name: 'balloon of gores',
  solids: [
    {
      name: 'balloon',
      distance: ellipsoid([0, -0.25, 0], [0.62, 0.68, 0.6]),
      areas: [
        { name: 'patch', kind: 'mark', holds: (x, y) => Math.abs(x - 0.28) < 0.08 && Math.abs(y + 0.1) < 0.08 },
        { name: 'outer left', kind: 'seam', holds: (x, _, z) => Math.atan2(x, Math.max(0, z)) < -0.9 },
        { name: 'inner left', kind: 'seam', holds: (x, _, z) => Math.atan2(x, Math.max(0, z)) < -0.3 },
        { name: 'outer right', kind: 'seam', holds: (x, _, z) => Math.atan2(x, Math.max(0, z)) > 0.9 },
        { name: 'inner right', kind: 'seam', holds: (x, _, z) => Math.atan2(x, Math.max(0, z)) > 0.3 },
      ],
    },
    { name: 'skirt', distance: tube(0, 0, 0.35, 0.5, 0.26, 0.2) },
    { name: 'basket', distance: tube(0, 0, 0.68, 0.95, 0.2, 0.16), areas: [{ name: 'rim', kind: 'seam', holds: (_, y) => y < 0.75 }] },
    { name: 'bag', distance: sphere([0.2, 0.82, 0.12], 0.08) },
  ],
};

const bird: Figure = {
  name: 'bird',
  solids: [
    {
      name: 'body',
      distance: ellipsoid([-0.05, 0.15, 0], [0.6, 0.42, 0.4]),
      areas: [{ name: 'breast', kind: 'seam', holds: (x, y) => x > 0.18 + 0.3 * y && y > -0.4 }],
    },
    { name: 'head', distance: sphere([0.42, -0.3, 0.1], 0.3), areas: [{ name: 'eye', kind: 'mark', holds: spot(0.5, -0.36, 0.05) }] },
    { name: 'beak', distance: capsule([0.66, -0.26, 0.1], [0.9, -0.2, 0.1], 0.08, 0.01) },
    { name: 'wing', distance: turned(ellipsoid([-0.2, 0.1, 0.38], [0.36, 0.2, 0.1]), [-0.2, 0.1, 0.38], 20) },
    { name: 'tail', distance: turned(ellipsoid([-0.72, 0.05, -0.1], [0.28, 0.1, 0.06]), [-0.72, 0.05, -0.1], 25) },
    { name: 'left leg', distance: capsule([-0.1, 0.5, 0], [-0.12, 0.85, 0], 0.035) },
    { name: 'right leg', distance: capsule([0.1, 0.5, 0.05], [0.12, 0.85, 0.05], 0.035) },
  ],
};

const house: Figure = {
  name: 'tower',
  solids: [
    {
      name: 'wall',
      distance: tube(0, 0, -0.3, 0.8, 0.4, 0.46),
      areas: [
        { name: 'door', kind: 'mark', holds: (x, y) => Math.abs(x) < 0.12 && y > 0.35 && y < 0.7 },
        { name: 'window', kind: 'mark', holds: spot(0.12, -0.02, 0.09) },
        { name: 'plinth', kind: 'seam', holds: (_, y) => y > 0.72 },
      ],
    },
    { name: 'roof', distance: tube(0, 0, -0.9, -0.26, 0.02, 0.56) },
    { name: 'bush', distance: sphere([-0.5, 0.68, 0.35], 0.22) },
    { name: 'other bush', distance: sphere([0.52, 0.72, 0.3], 0.18) },
    { name: 'flag pole', distance: capsule([0, -0.98, 0], [0, -0.85, 0], 0.02) },
  ],
};

const fish: Figure = {
  name: 'fish',
  solids: [
    {
      name: 'body',
      distance: ellipsoid([-0.05, 0, 0], [0.62, 0.4, 0.25]),
      areas: [
        { name: 'eye', kind: 'mark', holds: spot(-0.42, -0.08, 0.06) },
        { name: 'stripe', kind: 'seam', holds: (x) => x > -0.15 && x < 0.02 },
        { name: 'tail end', kind: 'seam', holds: (x) => x > 0.25 },
      ],
    },
    {
      name: 'tail',
      distance: both(
        turned(ellipsoid([0.72, -0.14, -0.05], [0.24, 0.12, 0.05]), [0.72, -0.14, 0], -40),
        turned(ellipsoid([0.72, 0.14, -0.05], [0.24, 0.12, 0.05]), [0.72, 0.14, 0], 40),
      ),
    },
    { name: 'upper fin', distance: turned(ellipsoid([0, -0.4, -0.05], [0.26, 0.12, 0.05]), [0, -0.4, 0], 10) },
    { name: 'side fin', distance: turned(ellipsoid([0.02, 0.1, 0.24], [0.17, 0.09, 0.05]), [0.02, 0.1, 0], 25) },
    { name: 'weed', distance: capsule([0.5, 0.95, 0.3], [0.35, 0.3, 0.3], 0.06, 0.03) },
  ],
};

export const figures: readonly Figure[] = [
  ...[coated, bear, snowman, tree, mushrooms, flower, parcel, cup],
  ...[lantern, hooded, branch, beads, balloon, bird, house, fish],
];
