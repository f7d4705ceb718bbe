import type { Lab, MarkerLine, PairNote, Rack, RackMarker } from '#model/marker';
import { readCode } from '#core/markers/code-rule';

/** Two invented lines of markers with invented inks; any likeness to a line on sale is chance. */
const larkmere: MarkerLine = {
  id: 'line-larkmere',
  name: 'Larkmere (invented)',
  rule: { parts: ['family', 'separator', 'group', 'separator', 'depth'], familiesWithoutGroup: ['MIST', 'FLINT', 'WOOL'] },
  note: 'Invented for the demo: no such markers are on sale, and the colours are made up.',
};

const quayside: MarkerLine = {
  id: 'line-quayside-pairs',
  name: 'Quayside pairs (invented)',
  rule: { parts: ['family', 'separator', 'tone'], tones: ['pale', 'deep'] },
  note: 'Invented for the demo: sold in pale and deep pairs by name.',
};

type Family = {
  name: string;
  hueDeg: number;
  chroma: number /** Group digit and its depths; '' where the line has no group. */;
  groups: Record<string, string>;
};

const families: readonly Family[] = [
  { name: 'GOLD', hueDeg: 84, chroma: 66, groups: { 1: '1 4 7', 2: '2 5 8' } },
  { name: 'RUST', hueDeg: 55, chroma: 58, groups: { 2: '1 4 7', 3: '3 6 9' } },
  { name: 'WINE', hueDeg: 22, chroma: 54, groups: { 1: '2 5 8', 2: '1 4 7' } },
  { name: 'ROSE', hueDeg: 8, chroma: 46, groups: { 1: '1 4 7', 2: '00 2 8' } },
  { name: 'PLUM', hueDeg: 326, chroma: 37, groups: { 3: '1 4 7', 4: '2 6 9' } },
  { name: 'DUSK', hueDeg: 284, chroma: 42, groups: { 2: '1 4 7', 3: '2 5 8' } },
  { name: 'LAKE', hueDeg: 226, chroma: 37, groups: { 3: '1 4 7', 4: '2 5 8' } },
  { name: 'COVE', hueDeg: 190, chroma: 38, groups: { 1: '1 4 7', 2: '3 6 9' } },
  { name: 'FERN', hueDeg: 128, chroma: 46, groups: { 2: '1 4 7', 3: '2 5 9' } },
  { name: 'MOSS', hueDeg: 108, chroma: 44, groups: { 1: '2 5 8', 2: '1 3 6' } },
  { name: 'CLAY', hueDeg: 60, chroma: 35, groups: { 1: '1 4 7', 2: '2 5 8', 3: '3 6 9' } },
  { name: 'BARK', hueDeg: 64, chroma: 23, groups: { 4: '2 5 9', 5: '1 3 6' } },
  { name: 'PEAR', hueDeg: 68, chroma: 24, groups: { 1: '000 00 1 3', 2: '2 5 8' } },
  { name: 'FAWN', hueDeg: 56, chroma: 28, groups: { 1: '0 2 4 6', 2: '3 5 7' } },
  { name: 'MIST', hueDeg: 252, chroma: 6, groups: { '': '0 1 2 3 4 5 6 7 8 9 10' } },
  { name: 'FLINT', hueDeg: 90, chroma: 1.2, groups: { '': '0 1 2 4 6 8 10' } },
  { name: 'WOOL', hueDeg: 80, chroma: 8, groups: { '': '00 0 1 2 3 4 5 6 7 8 9' } },
];

/** Inks set by hand, one dry coat on white card: L*, chroma, hue angle in degrees. The traps are among them. */
const byHand: Record<string, readonly [number, number, number]> = {
  GOLD11: [93, 34, 95],
  GOLD14: [84, 62, 86],
  GOLD17: [69, 66, 73],
  RUST21: [86, 26, 64],
  RUST24: [68, 56, 54],
  RUST27: [50, 56, 46],
  ROSE11: [90, 15, 6],
  ROSE14: [76, 37, 9],
  ROSE17: [58, 50, 15],
  PLUM31: [82, 17, 325],
  PLUM34: [60, 34, 326],
  PLUM37: [37, 36, 328],
  DUSK21: [85, 15, 284],
  DUSK24: [63, 34, 282],
  DUSK27: [41, 42, 286],
  LAKE31: [87, 18, 214],
  LAKE34: [67, 33, 222],
  LAKE37: [45, 36, 236],
  FERN21: [89, 31, 118],
  FERN24: [71, 45, 127],
  FERN27: [49, 40, 136],
  CLAY11: [81, 24, 66],
  CLAY14: [61, 35, 60],
  CLAY17: [41, 32, 52],
  BARK42: [71, 18, 72],
  BARK45: [49, 22, 62],
  BARK49: [28, 15, 54],
  // A wide gap within a group.
  ROSE22: [86, 20, 2],
  ROSE28: [46, 48, 6],
  // A group whose code order is not its ink order.
  MOSS21: [74, 40, 106],
  MOSS23: [82, 30, 108],
  // A brown that is really red.
  BARK53: [62, 34, 18],
};

/** Caps that stand in another order than the inks. */
const misleadingCaps: Record<string, Lab> = {
  CLAY22: { L: 55, a: 16, b: 28 },
  CLAY25: { L: 78, a: 10, b: 22 },
  CLAY28: { L: 40, a: 16, b: 22 },
};

const states: Record<string, RackMarker['state']> = { LAKE45: 'dry', GOLD25: 'low', PLUM46: 'leaking' };
const notOwned = new Set([
  'GOLD28',
  'RUST39',
  'WINE15',
  'DUSK35',
  'COVE14',
  'COVE26',
  'MOSS18',
  'CLAY39',
  'FAWN16',
  'FLINT10',
  'WOOL9',
  'PEAR28',
]);
const wanted: Record<string, number> = { DUSK35: 5.4, COVE14: 5.4, PEAR28: 6.2 };

function polar(L: number, chroma: number, hueDeg: number): Lab {
  const hue = (hueDeg * Math.PI) / 180;
  const rounded = (value: number) => Math.round(value * 100) / 100;
  return { L: rounded(L), a: rounded(chroma * Math.cos(hue)), b: rounded(chroma * Math.sin(hue)) };
}

/** A plausible dye ink: paler inks are weaker in colour, the darkest lose some again. */
function inkOf(family: Family, group: string, depth: number): Lab {
  const strength = Math.min(1, Math.max(0.14, 0.3 + 0.15 * depth)) * (depth > 7 ? 0.85 : 1);
  const paler = Math.max(0, -depth);
  const darker = Math.max(0, depth);
  const lightness = family.chroma < 10 ? 95 - 6.6 * darker + 1.5 * paler : 92.5 - 5.9 * darker + 2.2 * paler;
  return polar(lightness, family.chroma * strength, family.hueDeg + (Number(group || 2) - 2) * 4);
}

function larkmereMarker(family: Family, group: string, depthDigits: string): RackMarker {
  const code = `${family.name}${group}${depthDigits}`;
  const read = readCode(larkmere.rule, code);
  if (!read.ok || read.depth === undefined) throw new Error(`The demo code ${code} does not fit its own rule.`);
  const set = byHand[code];
  const owned = !notOwned.has(code);
  return {
    id: `larkmere-${code.toLowerCase()}`,
    lineId: larkmere.id,
    code,
    family: read.family,
    ...(read.group === undefined ? {} : { group: read.group }),
    depth: read.depth,
    lab: set ? polar(...set) : inkOf(family, group, read.depth),
    colourSource: set ? 'measured' : 'picked',
    owned,
    count: owned ? 1 : 0,
    state: states[code] ?? 'good',
    ...(misleadingCaps[code] ? { capLab: misleadingCaps[code] } : {}),
    ...(wanted[code] === undefined ? {} : { wanted: true, price: wanted[code] }),
    ...(states[code] === 'dry' ? { events: [{ on: '2026-10-31', kind: 'ran dry' as const }] } : {}),
  };
}

/** Name, hue angle in degrees, chroma of the deep one. */
const pairs: readonly (readonly [string, number, number])[] = [
  ['Anchor', 262, 12],
  ['Berry', 350, 44],
  ['Brick', 38, 46],
  ['Buoy', 48, 60],
  ['Cork', 72, 30],
  ['Coral', 30, 48],
  ['Crab', 34, 56],
  ['Fog', 250, 4],
  ['Foam', 180, 14],
  ['Gull', 90, 3],
  ['Heron', 245, 16],
  ['Kelp', 118, 40],
  ['Lamp', 88, 68],
  ['Mussel', 290, 26],
  ['Net', 140, 30],
  ['Plank', 66, 26],
  ['Quay', 70, 8],
  ['Rope', 80, 28],
  ['Sail', 84, 14],
  ['Sand', 78, 22],
  ['Shell', 50, 16],
  ['Storm', 275, 22],
  ['Tar', 60, 6],
  ['Tide', 215, 36],
];

function quaysideMarkers(): RackMarker[] {
  return pairs.flatMap(([name, hueDeg, chroma], index) =>
    (['pale', 'deep'] as const).map((tone): RackMarker => {
      const code = `${name} ${tone}`;
      const read = readCode(quayside.rule, code);
      if (!read.ok) throw new Error(`The demo code ${code} does not fit its own rule.`);
      const owned = index % 3 === 0;
      return {
        id: `quayside-${name.toLowerCase()}-${tone}`,
        lineId: quayside.id,
        code,
        family: read.family,
        depth: read.depth,
        lab: tone === 'pale' ? polar(86 - (index % 4) * 2, chroma * 0.45, hueDeg) : polar(52 - (index % 5) * 4, chroma, hueDeg),
        colourSource: 'picked',
        owned,
        count: owned ? 1 : 0,
        state: 'good',
      };
    }),
  );
}

const pairNotes: PairNote[] = [
  { firstId: 'larkmere-wine21', secondId: 'larkmere-wine24', verdict: 'refuses', reason: 'paper', on: '2026-09-12' },
];

export function demoRack(): Rack {
  const structured = families.flatMap((family) =>
    Object.entries(family.groups).flatMap(([group, depths]) => depths.split(' ').map((depth) => larkmereMarker(family, group, depth))),
  );
  return { lines: [larkmere, quayside], markers: [...structured, ...quaysideMarkers()], pairNotes };
}
