import type { ScanFaults } from './scan';

/** The demo scenario: what the makes of "The Balloon Post" hold before anyone works on them. Points are in units of the drawing. */

export type DemoElement = { name: string; points: readonly (readonly [number, number])[]; codes?: readonly string[] };
export type DemoMake = {
  id: string;
  name: string;
  picture: { id: string; name: string; file: string; widthMm: number; unitsPerMm: number; scan?: Omit<ScanFaults, 'widthMm'> };
  elements: readonly DemoElement[];
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
      codes: ['CLAY11', 'CLAY14', 'CLAY17'],
    },
    {
      name: 'Goggle rims',
      points: [
        [258, 216],
        [384, 216],
        [321, 174],
      ],
      codes: ['GOLD11', 'GOLD14', 'GOLD17'],
    },
    {
      name: 'Goggle glass',
      points: [
        [272, 190],
        [398, 190],
      ],
      codes: ['LAKE31', 'LAKE34'],
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
      codes: ['WOOL00', 'WOOL3'],
    },
    {
      name: 'Dark stripes',
      points: [
        [232, 320],
        [410, 320],
      ],
      codes: ['MIST4', 'MIST6', 'MIST9'],
    },
    { name: 'Muzzle', points: [[280, 320]], codes: ['WOOL00', 'CLAY11'] },
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
      codes: ['ROSE11', 'ROSE14', 'ROSE17'],
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
      codes: ['LAKE31', 'LAKE34', 'LAKE37'],
    },
    {
      name: 'Belt',
      points: [
        [240, 606],
        [410, 606],
      ],
      codes: ['BARK42', 'BARK45', 'BARK49'],
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
      codes: ['BARK42', 'BARK45', 'BARK49'],
    },
    {
      name: 'Letter',
      points: [
        [515, 290],
        [570, 290],
        [545, 260],
      ],
      codes: ['GOLD11', 'CLAY11'],
    },
    {
      name: 'Ears',
      points: [
        [209, 114],
        [436, 112],
      ],
      codes: ['MIST4', 'MIST6', 'MIST9'],
    },
    {
      name: 'Inner ears',
      points: [
        [184, 133],
        [458, 133],
      ],
      codes: ['ROSE11', 'ROSE14'],
    },
    {
      name: 'Tail',
      points: [
        [125, 561],
        [155, 627],
        [163, 603],
      ],
      codes: ['MIST2', 'MIST4', 'MIST6'],
    },
    {
      name: 'Buttons',
      points: [
        [344, 500],
        [346, 540],
        [345, 575],
      ],
      codes: ['GOLD14'],
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
      codes: ['GOLD11', 'GOLD14', 'RUST24', 'RUST27'],
    },
    { name: 'Crown', points: [[320, 60]], codes: ['BARK42', 'BARK45'] },
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
      codes: ['DUSK21', 'DUSK24', 'DUSK27'],
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
      codes: ['CLAY11', 'CLAY14', 'CLAY17'],
    },
    { name: 'Basket rim', points: [[320, 764]], codes: ['BARK42', 'BARK45', 'BARK49'] },
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
    { name: 'Rose flags', points: everyFourth(0), codes: ['ROSE11', 'ROSE14', 'ROSE17'] },
    { name: 'Gold flags', points: everyFourth(1), codes: ['GOLD11', 'GOLD14', 'GOLD17'] },
    { name: 'Lake flags', points: everyFourth(2), codes: ['LAKE31', 'LAKE34', 'LAKE37'] },
    { name: 'Fern flags', points: everyFourth(3) },
  ],
};

const parcelMake: DemoMake = {
  id: 'make-balloon-post-parcel',
  name: 'The Balloon Post: parcel and clouds',
  picture: { id: 'picture-parcel', name: 'Parcel with label, clouds', file: 'parcel-and-cloud.svg', widthMm: 90, unitsPerMm: 10 },
  elements: [
    { name: 'Near cloud', points: [[260, 230]], codes: ['MIST0', 'MIST2', 'MIST4'] },
    { name: 'Far cloud', points: [[660, 140]], codes: ['MIST0', 'MIST2'] },
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
      codes: ['CLAY11', 'CLAY14', 'CLAY17'],
    },
    {
      name: 'String',
      points: [
        [413, 470],
        [413, 590],
        [520, 535],
        [640, 505],
      ],
      codes: ['PLUM31', 'PLUM34', 'PLUM37'],
    },
  ],
};

const lanternMake: DemoMake = {
  id: 'make-balloon-post-lantern',
  name: 'The Balloon Post: the lantern',
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
      codes: ['MIST4', 'MIST6', 'MIST9'],
    },
    {
      name: 'Panes',
      points: [
        [560, 260],
        [660, 100],
        [820, 120],
      ],
      codes: ['GOLD11', 'GOLD14'],
    },
    {
      name: 'Flame',
      points: [
        [680, 280],
        [694, 250],
      ],
      codes: ['GOLD14', 'RUST24', 'RUST27'],
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
      codes: ['FERN21', 'FERN24', 'FERN27'],
    },
  ],
};

/** Newest last: the table shows the last touched first. */
export const demoMakes: readonly DemoMake[] = [lanternMake, parcelMake, buntingMake, balloonMake, badgerPilotMake];
