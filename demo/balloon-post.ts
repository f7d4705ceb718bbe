/** The demo scenario: what the makes of "The Balloon Post" hold before anyone works on them. Points are in units of the drawing. */

export type DemoElement = { name: string; points: readonly (readonly [number, number])[]; codes?: readonly string[] };
export type DemoMake = {
  id: string;
  name: string;
  picture: { id: string; name: string; file: string; widthMm: number; unitsPerMm: number };
  elements: readonly DemoElement[];
};

export const badgerPilotMake: DemoMake = {
  id: 'make-balloon-post-pilot',
  name: 'The Balloon Post: the pilot',
  picture: { id: 'picture-badger-pilot', name: 'Badger pilot', file: 'badger-pilot.svg', widthMm: 64, unitsPerMm: 10 },
  elements: [
    {
      name: 'Cap',
      points: [
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
      name: 'Trousers',
      points: [
        [270, 706],
        [380, 706],
      ],
    },
  ],
};

export const demoMakes: readonly DemoMake[] = [badgerPilotMake];
