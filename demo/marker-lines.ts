import type { Lab, MarkerLine, PairNote, RackMarker } from '#model/marker';
import { readCode } from '#core/markers/code-rule';
import { type ColouredRack, readingsOf } from '#core/markers/readings';

/** Two invented lines of markers with invented inks; any likeness to a line on sale is chance. */
const larkmere: MarkerLine = {
  id: 'line-larkmere',
  name: 'Larkmere (invented)',
  rule: {
    parts: ['depth', 'group', 'separator', 'family'],
    groupSign: 'letter',
    depthFalls: true,
    letterCase: 'small',
    familiesWithoutGroup: ['mist', 'flint', 'wool'],
  },
  note: 'Invented for the demo: no such markers are on sale, and the colours are made up.',
};

const hours = ['dawn', 'noon', 'dusk'] as const;

const quayside: MarkerLine = {
  id: 'line-quayside-hours',
  name: 'Quayside hours (invented)',
  rule: { parts: ['tone', 'separator', 'family'], tones: [...hours] },
  note: 'Invented for the demo: sold in threes by name, from dawn to dusk.',
};

type Family = {
  name: string;
  hueDeg: number;
  chroma: number;
  /** Letter of a group and its numbers, which fall as the ink gets darker; '' where the line has no group. */
  groups: Record<string, string>;
};

const families: readonly Family[] = [
  { name: 'gold', hueDeg: 84, chroma: 66, groups: { b: '88 62 36', d: '79 53 27' } },
  { name: 'rust', hueDeg: 55, chroma: 58, groups: { d: '88 62 36', k: '71 45 19' } },
  { name: 'wine', hueDeg: 22, chroma: 54, groups: { b: '79 53 27', d: '88 62 36' } },
  { name: 'rose', hueDeg: 8, chroma: 46, groups: { b: '88 62 36', d: '97 79 27' } },
  { name: 'plum', hueDeg: 326, chroma: 37, groups: { k: '88 62 36', m: '79 45 19' } },
  { name: 'iris', hueDeg: 284, chroma: 42, groups: { d: '88 62 36', k: '79 53 27' } },
  { name: 'lake', hueDeg: 226, chroma: 37, groups: { k: '88 62 36', m: '79 53 27' } },
  { name: 'cove', hueDeg: 190, chroma: 38, groups: { b: '88 62 36', d: '71 45 19' } },
  { name: 'fern', hueDeg: 128, chroma: 46, groups: { d: '88 62 36', k: '79 53 19' } },
  { name: 'moss', hueDeg: 108, chroma: 44, groups: { b: '79 53 27', d: '88 71 45' } },
  { name: 'clay', hueDeg: 60, chroma: 35, groups: { b: '88 62 36', d: '79 53 27', k: '71 45 19' } },
  { name: 'bark', hueDeg: 64, chroma: 23, groups: { m: '79 53 19', t: '88 71 45' } },
  { name: 'pear', hueDeg: 68, chroma: 24, groups: { b: '99 97 88 71', d: '79 53 27' } },
  { name: 'fawn', hueDeg: 56, chroma: 28, groups: { b: '95 79 62 45', d: '71 53 36' } },
  { name: 'mist', hueDeg: 252, chroma: 6, groups: { '': '95 88 79 71 62 53 45 36 27 19 11' } },
  { name: 'flint', hueDeg: 90, chroma: 1.2, groups: { '': '95 88 79 62 45 27 11' } },
  { name: 'wool', hueDeg: 80, chroma: 8, groups: { '': '97 95 88 79 71 62 53 45 36 27 19' } },
];

/** Inks set by hand, one dry coat on white card: L*, chroma, hue angle in degrees. The traps are among them. */
const byHand: Record<string, readonly [number, number, number]> = {
  '88b.gold': [93, 34, 95],
  '62b.gold': [84, 62, 86],
  '36b.gold': [69, 66, 73],
  '88d.rust': [86, 26, 64],
  '62d.rust': [68, 56, 54],
  '36d.rust': [50, 56, 46],
  '88b.rose': [90, 15, 6],
  '62b.rose': [76, 37, 9],
  '36b.rose': [58, 50, 15],
  '88k.plum': [82, 17, 325],
  '62k.plum': [60, 34, 326],
  '36k.plum': [37, 36, 328],
  '88d.iris': [85, 15, 284],
  '62d.iris': [63, 34, 282],
  '36d.iris': [41, 42, 286],
  '88k.lake': [87, 18, 214],
  '62k.lake': [67, 33, 222],
  '36k.lake': [45, 36, 236],
  '88d.fern': [89, 31, 118],
  '62d.fern': [71, 45, 127],
  '36d.fern': [49, 40, 136],
  '88b.clay': [81, 24, 66],
  '62b.clay': [61, 35, 60],
  '36b.clay': [41, 32, 52],
  '79m.bark': [71, 18, 72],
  '53m.bark': [49, 22, 62],
  '19m.bark': [28, 15, 54],
  // A wide gap within a group.
  '79d.rose': [86, 20, 2],
  '27d.rose': [46, 48, 6],
  // A group whose code order is not its ink order.
  '88d.moss': [74, 40, 106],
  '71d.moss': [82, 30, 108],
  // A brown that is really red.
  '71t.bark': [62, 34, 18],
};

/** Caps that stand in another order than the inks. */
const misleadingCaps: Record<string, Lab> = {
  '79d.clay': { L: 55, a: 16, b: 28 },
  '53d.clay': { L: 78, a: 10, b: 22 },
  '27d.clay': { L: 40, a: 16, b: 22 },
};

const states: Record<string, RackMarker['state']> = { '53m.lake': 'dry', '53d.gold': 'low', '45m.plum': 'leaking' };
const notOwned = new Set([
  '27d.gold',
  '19k.rust',
  '53b.wine',
  '53k.iris',
  '62b.cove',
  '45d.cove',
  '27b.moss',
  '19k.clay',
  '45b.fawn',
  '11.flint',
  '19.wool',
  '27d.pear',
]);
const wanted: Record<string, number> = { '53k.iris': 5.4, '62b.cove': 5.4, '27d.pear': 6.2 };

function polar(L: number, chroma: number, hueDeg: number): Lab {
  const hue = (hueDeg * Math.PI) / 180;
  const rounded = (value: number) => Math.round(value * 100) / 100;
  return { L: rounded(L), a: rounded(chroma * Math.cos(hue)), b: rounded(chroma * Math.sin(hue)) };
}

/** How dark the number of a code is, on a scale of ten that rises: 95 is 0, 11 is 10, anything over 95 is paler still. */
const darknessOf = (printed: number): number => (95 - printed) / 8.4;

/** A plausible dye ink: paler inks are weaker in colour, the darkest lose some again. */
function inkOf(family: Family, group: string, printed: number): Lab {
  const depth = darknessOf(printed);
  const strength = Math.min(1, Math.max(0.14, 0.3 + 0.15 * depth)) * (depth > 7 ? 0.85 : 1);
  const paler = Math.max(0, -depth);
  const darker = Math.max(0, depth);
  const lightness = family.chroma < 10 ? 95 - 6.6 * darker + 1.5 * paler : 92.5 - 5.9 * darker + 2.2 * paler;
  return polar(lightness, family.chroma * strength, family.hueDeg + (group === '' ? 0 : 'bdkmt'.indexOf(group) - 1) * 4);
}

function larkmereMarker(family: Family, group: string, printed: string): RackMarker {
  const code = `${printed}${group}.${family.name}`;
  const read = readCode(larkmere.rule, code);
  if (!read.ok || read.depth === undefined) throw new Error(`The demo code ${code} does not fit its own rule.`);
  const set = byHand[code];
  const owned = !notOwned.has(code);
  return {
    id: `larkmere-${code.replace('.', '-')}`,
    lineId: larkmere.id,
    code,
    family: read.family,
    ...(read.group === undefined ? {} : { group: read.group }),
    depth: read.depth,
    lab: set ? polar(...set) : inkOf(family, group, Number(printed)),
    colourSource: set ? 'measured' : 'picked',
    owned,
    count: owned ? 1 : 0,
    state: states[code] ?? 'good',
    ...(misleadingCaps[code] ? { capLab: misleadingCaps[code] } : {}),
    ...(wanted[code] === undefined ? {} : { wanted: true, price: wanted[code] }),
    ...(states[code] === 'dry' ? { events: [{ on: '2026-10-31', kind: 'ran dry' as const }] } : {}),
  };
}

/** Name, hue angle in degrees, chroma at dusk. */
const quays: readonly (readonly [string, number, number])[] = [
  ['Anchor', 262, 12],
  ['Berry', 350, 44],
  ['Buoy', 48, 60],
  ['Cork', 72, 30],
  ['Crab', 34, 56],
  ['Fog', 250, 4],
  ['Heron', 245, 16],
  ['Kelp', 118, 40],
  ['Lamp', 88, 68],
  ['Mussel', 290, 26],
  ['Net', 140, 30],
  ['Plank', 66, 26],
  ['Rope', 80, 28],
  ['Shell', 50, 16],
  ['Storm', 275, 22],
  ['Tide', 215, 36],
];

function quaysideMarkers(): RackMarker[] {
  return quays.flatMap(([name, hueDeg, chroma], index) =>
    hours.map((hour, step): RackMarker => {
      const code = `${hour} ${name}`;
      const read = readCode(quayside.rule, code);
      if (!read.ok) throw new Error(`The demo code ${code} does not fit its own rule.`);
      const owned = index % 3 === 0;
      return {
        id: `quayside-${name.toLowerCase()}-${hour}`,
        lineId: quayside.id,
        code,
        family: read.family,
        depth: read.depth,
        lab: polar(88 - (index % 4) * 2 - step * (17 + (index % 5)), chroma * (0.4 + 0.3 * step), hueDeg),
        colourSource: 'picked',
        owned,
        count: owned ? 1 : 0,
        state: 'good',
      };
    }),
  );
}

const pairNotes: PairNote[] = [
  { firstId: 'larkmere-62d-wine', secondId: 'larkmere-88d-wine', verdict: 'refuses', reason: 'paper', on: '2026-09-12' },
];

/** The demo's rack; its markers have the colours of their readings. */
export function demoRack(): ColouredRack {
  const structured = families.flatMap((family) =>
    Object.entries(family.groups).flatMap(([group, depths]) => depths.split(' ').map((depth) => larkmereMarker(family, group, depth))),
  );
  const markers = [...structured, ...quaysideMarkers()];
  return { lines: [larkmere, quayside], markers, pairNotes, readings: readingsOf(markers, '2026-09-05', (id) => id) };
}
