import type { NearLamp } from '#model/lamp';
import type { ScanFaults } from './scan';

/** The demo scenario: what the makes of "The Balloon Post" hold before anyone works on them. Points are in units of the drawing. */

export type DemoElement = { name: string; points: readonly (readonly [number, number])[]; codes?: readonly string[] };
export type DemoMake = {
  id: string;
  name: string;
  picture: { id: string; name: string; file: string; widthMm: number; unitsPerMm: number; scan?: Omit<ScanFaults, 'widthMm'> };
  elements: readonly DemoElement[];
  /** Its die cuts it into loose pieces. */
  isInlay?: boolean;
  /** Where its lamp stands; absent: at the upper left, as in any new make. `pictureId` is that of its picture. */
  lamp?: Omit<NearLamp, 'pictureId'>;
};

const badgerPilotMake: DemoMake = {
  id: 'make-balloon-post-pilot',
  name: 'The Balloon Post: the pilot',
  picture: { id: 'picture-badger-pilot', name: 'Badger pilot', file: 'badger-pilot.svg', widthMm: 64, unitsPerMm: 10 },
  elements: [
    {
      name: 'Cap',
      points: [
        [211, 215],
        [431, 215],
        [442, 192],
        [200, 192],
        [201, 166],
        [441, 165],
        [286, 112],
        [356, 112],
        [200, 300],
        [442, 300],
      ],
      codes: ['88b.clay', '62b.clay', '36b.clay'],
    },
    {
      name: 'Goggle rims',
      points: [
        [258, 216],
        [384, 216],
        [321, 174],
      ],
      codes: ['88b.gold', '62b.gold', '36b.gold'],
    },
    {
      name: 'Goggle glass',
      points: [
        [272, 190],
        [398, 190],
      ],
      codes: ['88k.lake', '62k.lake'],
    },
    {
      name: 'White fur',
      points: [
        [290, 370],
        [333, 204],
        [311, 203],
        [321, 250],
        [236, 372],
        [406, 372],
        [150, 322],
        [492, 322],
      ],
      codes: ['97.wool', '71.wool'],
    },
    {
      name: 'Dark stripes',
      points: [
        [232, 320],
        [410, 320],
      ],
      codes: ['62.mist', '45.mist', '19.mist'],
    },
    { name: 'Muzzle', points: [[280, 320]], codes: ['97.wool', '88b.clay'] },
    {
      name: 'Scarf',
      points: [
        [270, 458],
        [228, 449],
        [232, 421],
        [410, 421],
        [414, 448],
        [97, 497],
        [75, 495],
        [320, 425],
        [320, 452],
        [170, 470],
      ],
      codes: ['88b.rose', '62b.rose', '36b.rose'],
    },
    {
      name: 'Coat',
      points: [
        [290, 520],
        [400, 520],
        [240, 636],
        [400, 640],
        [180, 560],
        [540, 460],
        [250, 664],
        [394, 664],
      ],
      codes: ['88k.lake', '62k.lake', '36k.lake'],
    },
    {
      name: 'Belt',
      points: [
        [240, 606],
        [410, 606],
      ],
      codes: ['79m.bark', '53m.bark', '19m.bark'],
    },
    {
      name: 'Boots',
      points: [
        [217, 797],
        [399, 797],
        [234, 730],
        [409, 730],
        [340, 731],
        [306, 731],
        [270, 770],
        [380, 770],
      ],
      codes: ['79m.bark', '53m.bark', '19m.bark'],
    },
    {
      name: 'Letter',
      points: [
        [515, 290],
        [570, 290],
        [545, 260],
      ],
      codes: ['88b.gold', '88b.clay'],
    },
    {
      name: 'Ears',
      points: [
        [209, 114],
        [436, 112],
      ],
      codes: ['62.mist', '45.mist', '19.mist'],
    },
    {
      name: 'Inner ears',
      points: [
        [184, 133],
        [458, 133],
      ],
      codes: ['88b.rose', '62b.rose'],
    },
    {
      name: 'Tail',
      points: [
        [125, 561],
        [155, 627],
        [163, 603],
      ],
      codes: ['79.mist', '62.mist', '45.mist'],
    },
    {
      name: 'Buttons',
      points: [
        [344, 500],
        [346, 540],
        [345, 575],
      ],
      codes: ['62b.gold'],
    },
    {
      name: 'Trousers',
      points: [
        [270, 706],
        [380, 706],
      ],
    },
  ],
};

const balloonMake: DemoMake = {
  id: 'make-balloon-post-balloon',
  name: 'The Balloon Post: the balloon',
  picture: { id: 'picture-balloon', name: 'Balloon of eight gores', file: 'gas-balloon.svg', widthMm: 71, unitsPerMm: 9 },
  elements: [
    {
      name: 'Envelope',
      points: [
        [62, 300],
        [98, 300],
        [170, 300],
        [268, 300],
        [372, 300],
        [460, 420],
        [540, 250],
        [577, 300],
      ],
      codes: ['88b.gold', '62b.gold', '62d.rust', '36d.rust'],
    },
    { name: 'Crown', points: [[320, 60]], codes: ['79m.bark', '53m.bark'] },
    {
      name: 'Skirt',
      points: [
        [216, 585],
        [258, 592],
        [298, 598],
        [342, 598],
        [382, 592],
        [424, 585],
      ],
      codes: ['88d.iris', '62d.iris', '36d.iris'],
    },
    {
      name: 'Basket',
      points: [
        [265, 790],
        [300, 795],
        [340, 795],
        [374, 790],
        [300, 826],
        [340, 826],
      ],
      codes: ['88b.clay', '62b.clay', '36b.clay'],
    },
    { name: 'Basket rim', points: [[320, 764]], codes: ['79m.bark', '53m.bark', '19m.bark'] },
    { name: 'Flame', points: [[320, 676]] },
  ],
};

const flags: readonly (readonly [number, number])[] = [
  [106, 123],
  [240, 149],
  [383, 170],
  [511, 178],
  [645, 176],
  [788, 171],
  [922, 150],
  [1055, 126],
  [168, 294],
  [336, 320],
  [499, 334],
  [660, 334],
  [824, 322],
  [982, 294],
];
const everyFourth = (from: number) => flags.filter((_, index) => index % 4 === from);

const buntingMake: DemoMake = {
  id: 'make-balloon-post-bunting',
  name: 'The Balloon Post: the bunting',
  picture: {
    id: 'picture-bunting',
    name: 'Bunting of 14 flags, scanned',
    file: 'bunting.svg',
    widthMm: 120,
    unitsPerMm: 10,
    scan: { dpi: 300, turnDeg: 1.6, paper: 238, slope: 16, noise: 4, seed: 14 },
  },
  elements: [
    { name: 'Rose flags', points: everyFourth(0), codes: ['88b.rose', '62b.rose', '36b.rose'] },
    { name: 'Gold flags', points: everyFourth(1), codes: ['88b.gold', '62b.gold', '36b.gold'] },
    { name: 'Lake flags', points: everyFourth(2), codes: ['88k.lake', '62k.lake', '36k.lake'] },
    { name: 'Fern flags', points: everyFourth(3) },
  ],
};

const parcelMake: DemoMake = {
  id: 'make-balloon-post-parcel',
  name: 'The Balloon Post: parcel and clouds',
  picture: { id: 'picture-parcel', name: 'Parcel with label, clouds', file: 'parcel-and-cloud.svg', widthMm: 90, unitsPerMm: 10 },
  elements: [
    { name: 'Near cloud', points: [[260, 230]], codes: ['95.mist', '79.mist', '62.mist'] },
    { name: 'Far cloud', points: [[660, 140]], codes: ['95.mist', '79.mist'] },
    {
      name: 'Paper',
      points: [
        [500, 600],
        [350, 600],
        [500, 450],
        [630, 560],
        [600, 460],
        [340, 420],
      ],
      codes: ['88b.clay', '62b.clay', '36b.clay'],
    },
    {
      name: 'String',
      points: [
        [413, 470],
        [413, 590],
        [520, 535],
        [640, 505],
      ],
      codes: ['88k.plum', '62k.plum', '36k.plum'],
    },
  ],
};

const lanternMake: DemoMake = {
  id: 'make-balloon-post-lantern',
  name: 'The Balloon Post: the lantern',
  isInlay: true,
  picture: { id: 'picture-lantern', name: 'Inlay lantern in its pieces', file: 'inlay-lantern.svg', widthMm: 90, unitsPerMm: 10 },
  elements: [
    {
      name: 'Frame',
      points: [
        [200, 240],
        [300, 276],
        [238, 450],
        [300, 609],
      ],
      codes: ['62.mist', '45.mist', '19.mist'],
    },
    {
      name: 'Panes',
      points: [
        [560, 260],
        [660, 100],
        [820, 120],
      ],
      codes: ['88b.gold', '62b.gold'],
    },
    {
      name: 'Flame',
      points: [
        [680, 280],
        [694, 250],
      ],
      codes: ['62b.gold', '62d.rust', '36d.rust'],
    },
    {
      name: 'Leaves',
      points: [
        [794, 438],
        [762, 500],
        [724, 490],
        [712, 556],
        [686, 548],
      ],
      codes: ['88d.fern', '62d.fern', '36d.fern'],
    },
  ],
};

const watchMake: DemoMake = {
  id: 'make-balloon-post-watch',
  name: 'The Balloon Post: the night watch',
  picture: { id: 'picture-watch', name: 'Lantern watch', file: 'lantern-watch.svg', widthMm: 90, unitsPerMm: 10 },
  lamp: { kind: 'near', xMm: 45, yMm: 53, heightMm: 16, ambient: 0.1 },
  elements: [
    {
      name: 'Hare',
      points: [
        [170, 300],
        [204, 110],
        [290, 110],
        [130, 540],
        [330, 462],
        [330, 548],
      ],
      codes: ['95b.fawn', '79b.fawn', '62b.fawn', '45b.fawn'],
    },
    {
      name: 'Hare’s paws',
      points: [
        [200, 620],
        [316, 622],
        [104, 438],
      ],
      codes: ['95b.fawn', '79b.fawn'],
    },
    {
      name: 'Belly and muzzle',
      points: [
        [250, 560],
        [330, 320],
      ],
      codes: ['97.wool', '88.wool'],
    },
    { name: 'Inner ear', points: [[224, 110]], codes: ['97d.rose', '79d.rose'] },
    {
      name: 'Scarf',
      points: [
        [240, 396],
        [196, 470],
      ],
      codes: ['88b.rose', '62b.rose', '36b.rose'],
    },
    {
      name: 'Owl',
      points: [
        [676, 160],
        [580, 400],
        [580, 130],
        [770, 130],
      ],
      codes: ['88.mist', '71.mist', '53.mist', '36.mist'],
    },
    { name: 'Wing', points: [[750, 480]], codes: ['79.mist', '53.mist', '27.mist'] },
    { name: 'Owl’s breast', points: [[640, 500]], codes: ['97.wool', '88.wool', '71.wool'] },
    {
      name: 'Face rings',
      points: [
        [640, 212],
        [740, 212],
      ],
      codes: ['97.wool', '79.wool'],
    },
    {
      name: 'Beak and feet',
      points: [
        [664, 300],
        [634, 626],
        [722, 626],
      ],
      codes: ['88b.gold', '62b.gold'],
    },
    {
      name: 'Lantern',
      points: [
        [450, 412],
        [450, 444],
        [450, 604],
      ],
      codes: ['62.flint', '45.flint', '27.flint'],
    },
    { name: 'Glass', points: [[424, 480]], codes: ['88b.gold'] },
  ],
};

/** Newest last: the table shows the last touched first. */
export const demoMakes: readonly DemoMake[] = [watchMake, lanternMake, parcelMake, buntingMake, balloonMake, badgerPilotMake];
