import { describe, expect, it } from 'vitest';
import { demoRack } from '#demo/marker-lines';
import type { Lab, RackMarker } from '#model/marker';
import { chromaOf, hueDegOf } from '#core/colour/hue-chroma';
import { seeded } from '#core/sharing/seeded';
import { middleRung } from './hues';
import { suggestLadders } from './suggest';

/** What would be sensible for the middle marker: hue in degrees (a range may go over 360), chroma and L*. Common practice, no source; the limits are ours. */
type Sensible = { hueDeg: readonly [number, number]; chroma: readonly [number, number]; lightnessL: readonly [number, number] };
const any = [0, 360] as const;
const [warm, red, pink, orange, yellow]: Sensible[] = [
  { hueDeg: [20, 100], chroma: [4, 60], lightnessL: [15, 92] },
  { hueDeg: [350, 50], chroma: [22, 100], lightnessL: [20, 75] },
  { hueDeg: [320, 40], chroma: [8, 75], lightnessL: [45, 95] },
  { hueDeg: [35, 85], chroma: [15, 100], lightnessL: [25, 85] },
  { hueDeg: [60, 115], chroma: [18, 110], lightnessL: [40, 96] },
] as [Sensible, Sensible, Sensible, Sensible, Sensible];
const [green, teal, blue, violet, grey, flower, skin, white]: Sensible[] = [
  { hueDeg: [95, 190], chroma: [8, 90], lightnessL: [20, 92] },
  { hueDeg: [140, 260], chroma: [5, 70], lightnessL: [25, 94] },
  { hueDeg: [195, 295], chroma: [5, 75], lightnessL: [15, 94] },
  { hueDeg: [270, 340], chroma: [8, 75], lightnessL: [15, 92] },
  { hueDeg: any, chroma: [0, 14], lightnessL: [10, 95] },
  { hueDeg: [270, 115], chroma: [12, 100], lightnessL: [25, 95] },
  { hueDeg: [15, 95], chroma: [4, 55], lightnessL: [30, 95] },
  { hueDeg: any, chroma: [0, 14], lightnessL: [55, 98] },
] as [Sensible, Sensible, Sensible, Sensible, Sensible, Sensible, Sensible, Sensible];

const names: readonly (readonly [string, Sensible])[] = [
  ...(['Grey cat', 'Silver buckle', 'Elephant', 'Mouse', 'Black boots', 'Charcoal hat'] as const).map((name) => [name, grey] as const),
  ...(['Ginger cat', 'Pumpkin', 'Carrot', 'Orange scarf', 'Fox', 'Tiger'] as const).map((name) => [name, orange] as const),
  ...(['Inside of the ears', 'Inner ears', 'Pink bow', 'Pig', 'Cheeks', 'Flamingo'] as const).map((name) => [name, pink] as const),
  ...(['White fur', 'Snowman', 'Ghost', 'Cloud'] as const).map((name) => [name, white] as const),
  ...(['Gold star', 'Sun', 'Moon', 'Crown', 'Yellow raincoat', 'Bees', 'Lemon', 'Duckling'] as const).map(
    (name) => [name, yellow] as const,
  ),
  ...(['Tulip', 'Petals', 'Roses', 'Flowers'] as const).map((name) => [name, flower] as const),
  ...(['Leaf', 'Grass', 'Stem', 'Cactus', 'Frog', 'Green door'] as const).map((name) => [name, green] as const),
  ...(['Sky', 'Blue dress', 'Jeans', 'Lake', 'Raindrops'] as const).map((name) => [name, blue] as const),
  ...(['Teal mug', 'Turquoise beads'] as const).map((name) => [name, teal] as const),
  ...(['Grapes', 'Purple cloak', 'Lavender'] as const).map((name) => [name, violet] as const),
  ...(['Red coat', 'Strawberry', 'Ladybird', 'Heart'] as const).map((name) => [name, red] as const),
  ...(['Face', 'Hands'] as const).map((name) => [name, skin] as const),
  ...(['Teddy', 'Log', 'Belt', 'Acorns'] as const).map((name) => [name, warm] as const),
];

/** Others, of the kind that makers write: compounds, several things, what lies on what. */
const others: readonly (readonly [string, Sensible])[] = [
  ...(['Mice', 'Grey squirrel', 'Rhino', 'Penguin', 'Castle walls', 'Smoke'] as const).map((name) => [name, grey] as const),
  ...(['Goldfish', 'Apricots', 'Flower pot', 'Robin', 'Auburn hair', 'Fox tail'] as const).map((name) => [name, orange] as const),
  ...(['Piglets', 'Tongue', 'Inner ear left', 'Rosy cheeks', 'Frosting', 'Peony'] as const).map((name) => [name, pink] as const),
  ...(['Swan', 'Snowdrops', 'Polar bear cub with white fur', 'Marshmallows', 'Sheep'] as const).map((name) => [name, white] as const),
  ...(['Sunflowers', 'Light bulb', 'Bumblebees', 'Golden hair', 'Blonde plaits', 'Cheese', 'Banana peel'] as const).map(
    (name) => [name, yellow] as const,
  ),
  ...(['Tulips in the vase', 'Dahlia', 'Rose petals'] as const).map((name) => [name, flower] as const),
  ...(['Christmas tree', 'Ferns', 'Ivy leaves', 'Crocodile', 'Hills', 'Lily pad green', 'Caterpillar'] as const).map(
    (name) => [name, green] as const,
  ),
  ...(['Waves', 'Denim jacket', 'Whale', 'Puddles', 'Navy coat', 'Blueberries'] as const).map((name) => [name, blue] as const),
  ...(['Mint scarf', 'Peacock'] as const).map((name) => [name, teal] as const),
  ...(['Plums', 'Lilac bow', 'Thistles'] as const).map((name) => [name, violet] as const),
  ...(['Cherries', 'Ladybug', 'Toadstool', 'Poppies'] as const).map((name) => [name, red] as const),
  ...(['Skin', 'Arms and legs'] as const).map((name) => [name, skin] as const),
  ...(['Bun', 'Tree trunk', 'Owl', 'Boots', 'Gingerbread man', 'Hazelnuts', 'Bunny', 'Wooden gate', 'Hedgehog'] as const).map(
    (name) => [name, warm] as const,
  ),
];

function isSensible(lab: Lab, { hueDeg: [from, to], chroma, lightnessL }: Sensible): boolean {
  const spanDeg = to - from === 360 ? 360 : (to - from + 360) % 360;
  const isIn = ([least, most]: readonly [number, number], value: number) => value >= least && value <= most;
  return isIn(chroma, chromaOf(lab)) && isIn(lightnessL, lab.L) && (hueDegOf(lab) - from + 720) % 360 <= spanDeg;
}

/** A made-up rack of families all round the circle of hues, greys and pale ones among them. */
function rackOf(seed: number): RackMarker[] {
  const random = seeded(seed);
  return Array.from({ length: 36 }, (_, family) => {
    const isGrey = family % 6 === 5;
    const angle = ((family * 10 + 8 * random()) * Math.PI) / 180;
    const chroma = isGrey ? 4 : 20 + 45 * random();
    const top = 90 + 6 * random();
    return Array.from({ length: 5 }, (__, depth): RackMarker => {
      const strength = Math.min(1, 0.4 + 0.2 * depth);
      const lab = { L: top - depth * (9 + 6 * random()), a: chroma * strength * Math.cos(angle), b: chroma * strength * Math.sin(angle) };
      const code = `F${family}-${depth}`;
      return { id: code, lineId: 'seeded', code, family: `F${family}`, depth, lab, owned: true, state: 'good' };
    });
  }).flat();
}

describe('names are heard', () => {
  it.each([
    ['the demo rack', demoRack().markers],
    ['a seeded rack', rackOf(24)],
    ['another', rackOf(60)],
  ] as const)('of 60 names the first that is suggested is sensible for 9 in 10, from %s', (_, rack) => {
    expect(names).toHaveLength(60);
    const wrong = names.flatMap(([name, sensible]) => {
      const [first] = suggestLadders(rack, { element: { name, areaMm2: 300 } });
      const middle = middleRung(first?.rungs ?? [])?.lab;
      return middle && isSensible(middle, sensible) ? [] : [`${name}: ${first?.rungs.map(({ code }) => code).join(' ')}`];
    });
    expect(wrong.length, wrong.join('\n')).toBeLessThanOrEqual(6);
  });

  it.each([
    ['the demo rack', demoRack().markers],
    ['a seeded rack', rackOf(7)],
    ['another', rackOf(815)],
  ] as const)('and of compounds, plurals and several words, from %s', (_, rack) => {
    const wrong = others.flatMap(([name, sensible]) => {
      const [first] = suggestLadders(rack, { element: { name, areaMm2: 300 } });
      const middle = middleRung(first?.rungs ?? [])?.lab;
      return middle && isSensible(middle, sensible) ? [] : [`${name}: ${first?.rungs.map(({ code }) => code).join(' ')}`];
    });
    expect(wrong.length, wrong.join('\n')).toBeLessThanOrEqual(others.length / 10);
  });

  it('skin is shown from fair to dark, as the rack has it', () => {
    const middles = suggestLadders(demoRack().markers, { element: { name: 'Face', areaMm2: 300 } }).map(
      ({ rungs }) => middleRung(rungs)?.lab?.L ?? 0,
    );
    expect(middles.length).toBeGreaterThan(3);
    expect(middles).toEqual([...middles].sort((one, other) => other - one));
    expect((middles[0] ?? 0) - (middles.at(-1) ?? 0)).toBeGreaterThan(15);
  });

  it('a word of colour goes before what a thing usually is, and before what it is said to be made of', () => {
    const hues = (name: string, kind?: 'fur') =>
      suggestLadders(demoRack().markers, { element: { name, areaMm2: 300, ...(kind ? { kind } : {}) } })[0]?.hues ?? [];
    expect(hues('Grey cat', 'fur').some((hue) => hue.endsWith('greys'))).toBe(true);
    expect(hues('Blue boots')).toContain('blues');
    expect(hues('Boots')).not.toContain('blues');
  });
});
