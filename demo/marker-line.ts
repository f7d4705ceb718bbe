import type { MarkerLine, RackMarker } from '#model/marker';
import { readCode } from '#core/markers/code-rule';

/** An invented line of markers with invented inks; any likeness to a line on sale is chance. */
export const demoLine: MarkerLine = {
  id: 'line-larkmere',
  name: 'Larkmere (invented)',
  rule: { parts: ['family', 'separator', 'group', 'separator', 'depth'], familiesWithoutGroup: ['MIST', 'WOOL'] },
  note: 'Invented for the demo: no such markers are on sale, and the colours are made up.',
};

/** Invented inks, one dry coat on white card: code, L*, chroma, hue angle in degrees. */
const inks: readonly (readonly [string, number, number, number])[] = [
  ['GOLD11', 93, 34, 95],
  ['GOLD14', 84, 62, 86],
  ['GOLD17', 69, 66, 73],
  ['RUST21', 86, 26, 64],
  ['RUST24', 68, 56, 54],
  ['RUST27', 50, 56, 46],
  ['ROSE11', 90, 15, 6],
  ['ROSE14', 76, 37, 9],
  ['ROSE17', 58, 50, 15],
  ['PLUM31', 82, 17, 325],
  ['PLUM34', 60, 34, 326],
  ['PLUM37', 37, 36, 328],
  ['DUSK21', 85, 15, 284],
  ['DUSK24', 63, 34, 282],
  ['DUSK27', 41, 42, 286],
  ['LAKE31', 87, 18, 214],
  ['LAKE34', 67, 33, 222],
  ['LAKE37', 45, 36, 236],
  ['FERN21', 89, 31, 118],
  ['FERN24', 71, 45, 127],
  ['FERN27', 49, 40, 136],
  ['CLAY11', 81, 24, 66],
  ['CLAY14', 61, 35, 60],
  ['CLAY17', 41, 32, 52],
  ['BARK42', 71, 18, 72],
  ['BARK45', 49, 22, 62],
  ['BARK49', 28, 15, 54],
  ['MIST0', 95, 3, 250],
  ['MIST2', 85, 5, 250],
  ['MIST4', 71, 6, 252],
  ['MIST6', 54, 7, 254],
  ['MIST9', 30, 6, 256],
  ['WOOL00', 96, 4, 84],
  ['WOOL3', 79, 7, 80],
  ['WOOL6', 55, 8, 74],
];

function markerOf([code, L, chroma, hueDeg]: (typeof inks)[number]): RackMarker {
  const read = readCode(demoLine.rule, code);
  if (!read.ok) throw new Error(`The demo code ${code} does not fit its own rule: ${read.problem}`);
  const hue = (hueDeg * Math.PI) / 180;
  const rounded = (value: number) => Math.round(value * 100) / 100;
  return {
    id: `larkmere-${code.toLowerCase()}`,
    lineId: demoLine.id,
    code,
    family: read.family,
    ...(read.group === undefined ? {} : { group: read.group }),
    ...(read.depth === undefined ? {} : { depth: read.depth }),
    lab: { L, a: rounded(chroma * Math.cos(hue)), b: rounded(chroma * Math.sin(hue)) },
    owned: true,
    state: 'good',
  };
}

export function demoMarkers(): RackMarker[] {
  return inks.map(markerOf);
}
