/**
 * npm run bench:groups: sharing out, limited palettes, translation, suggestions, parting and the finder; prints median and worst of some runs each,
 * on seeded input.
 */
import { demoRack } from '../demo/marker-lines';
import { palettesOfPicture } from '../src/core/groups/palette-of-picture';
import { nearPairs } from '../src/core/groups/near-regions';
import type { Lab, Marker } from '../src/model/marker';
import { findLadders } from '../src/core/markers/find-ladders';
import { suggestLadders } from '../src/core/markers/suggest';
import { translateLadder } from '../src/core/markers/translate-ladder';
import { contactsOf } from '../src/core/scene/contacts';
import { unpartedPairs } from '../src/core/scene/parting';
import { choosePalette } from '../src/core/sharing/choose-palette';
import { seeded } from '../src/core/sharing/seeded';
import { shareOut } from '../src/core/sharing/share-out';

function time(name: string, runs: number, work: (run: number) => unknown): void {
  const times = Array.from({ length: runs }, (_, run) => {
    const start = performance.now();
    work(run);
    return performance.now() - start;
  }).sort((first, second) => first - second);
  console.log(`${name.padEnd(64)} median ${times[Math.floor(runs / 2)]?.toFixed(1)} ms, worst ${times[runs - 1]?.toFixed(1)} ms`);
}

const random = seeded(14);
const places = Array.from({ length: 200 }, (): [number, number] => [150 * random(), 100 * random()]);
const touching = places.flatMap((one, index) =>
  places
    .slice(0, index)
    .flatMap((other, at): [number, number][] => (Math.hypot(one[0] - other[0], one[1] - other[1]) < 10 ? [[at, index]] : [])),
);
time('sharing out 200 regions in 12 ladders', 20, (seed) => shareOut({ neighbours: touching, count: 200, kinds: 12, seed }));
time('  spread evenly over the surface', 20, (seed) => shareOut({ neighbours: touching, count: 200, kinds: 12, seed, places }));

const [width, height] = [1200, 800];
const cells = Uint16Array.from({ length: width * height }, (_, i) => 1 + Math.floor((i % width) / 60) + 20 * Math.floor(i / width / 80));
const labels = Array.from({ length: 200 }, (_, index) => index + 1);
time('what lies nearer than 40 px, 200 regions of a picture of 1 MP', 5, () => nearPairs({ labels: cells, width, height }, labels, 40));

const ladder = (): Lab[] => {
  const [a, b, top, step] = [60 * (random() - 0.5), 60 * (random() - 0.5), 75 + 20 * random(), 8 + 14 * random()];
  return [0, 1, 2].map((rung) => ({ L: top - rung * step, a, b }));
};
const ladders = Array.from({ length: 30 }, ladder);
const madeUp = (run: number) => {
  const own = seeded(run + 1);
  return {
    elements: Array.from({ length: 25 }, () => ({
      areaMm2: 20 + 600 * own() ** 3,
      candidates: ladders.map((_, index) => index).filter(() => own() < 0.5),
    })),
    neighbours: Array.from({ length: 40 }, (_, index): [number, number, number] => [
      index % 25,
      ((index % 25) + 1 + (index % 7)) % 25,
      25 * own(),
    ]),
  };
};
let bounds = '';
time('palette: 25 elements, 30 ladders, 5 colours', 6, (run) => {
  const found = choosePalette({ ...madeUp(run), ladders, most: 5 });
  if ('cost' in found) bounds += ` ${((100 * found.bound) / found.cost).toFixed(0)} %`;
});
console.log(`  bound as a share of the cost, of six such pictures:${bounds}`);

const demo = demoRack().markers;
const names = [
  'Beard',
  'Coat',
  'Leaf',
  'White fur',
  'Cheek',
  'Cloud',
  'Face',
  'Hair',
  'Trunk',
  'Petals',
  'Goggles',
  'Strap',
  'Scarf',
  'Cap',
  'Sky',
];
const elements = names.map((name, index) => ({ id: name, name, areaMm2: 10 + 60 * index }));
const beside = names.flatMap((_, index) => (index > 0 ? [[index - 1, index, 20] as const] : []));
time('three palettes for a picture of 15 elements from the demo rack', 5, () =>
  palettesOfPicture(demo, { elements, neighbours: beside, most: 5 }),
);
time('suggestions for one element from the demo rack', 15, (run) =>
  suggestLadders(demo, { element: { name: names[run % names.length] as string, areaMm2: 300 } }),
);

const rack: Marker[] = Array.from({ length: 400 }, (_, index) => {
  const [family, depth] = [`FAM${index % 16}`, Math.floor(random() * 10)];
  const lab = { L: 95 - 7 * depth + 6 * random(), a: 60 * random() - 30, b: 60 * random() - 30 };
  return { id: `m${String(index).padStart(3, '0')}`, code: `${family}-${index}`, family, depth, lab, owned: random() < 0.9, state: 'good' };
});
time('translating a ladder of 5 rungs into 400 markers', 10, () =>
  translateLadder(
    [90, 75, 60, 45, 30].map((L) => ({ L, a: 10, b: 20 })),
    rack,
  ),
);
time('finder: 400 markers, open ends', 20, () => findLadders(rack, { rungs: 5, crossFamily: 'ends' }));
time('finder: 400 markers, least contrast 50', 20, () => findLadders(rack, { rungs: 5, minContrastL: 50 }));

const map = { width, height, scale: 1 as const, elements: cells, bands: Uint8Array.from(cells, (_, i) => 1 + (Math.floor(i / 97) % 3)) };
const contacts = contactsOf(map, cells, (label) => label);
time('who touches whom, a picture of 1 MP with 200 elements', 10, () => contactsOf(map, cells, (label) => label));
time('which of them run together', 20, () => unpartedPairs(contacts, (element) => ladders[element % 30] ?? [], 0.085));
