/**
 * npm run bench:finder: the ladder finder on 400 seeded markers, 5 rungs; prints median and worst of 30 runs for each kind of request, and of what is
 * worth buying.
 */
import type { Marker } from '../src/model/marker';
import { findLadders, type LadderRequest } from '../src/core/markers/find-ladders';
import { worthBuying } from '../src/core/markers/worth-buying';
import { seeded } from '../tests/seeded';

const random = seeded(400);
const rack: Marker[] = Array.from({ length: 400 }, (_, index) => {
  const family = `FAM${index % 16}`;
  const depth = Math.floor(random() * 10);
  return {
    id: `m${String(index).padStart(3, '0')}`,
    code: `${family}${1 + Math.floor(random() * 4)}${depth}`,
    family,
    group: String(1 + Math.floor(random() * 4)),
    depth,
    lab: { L: 95 - 7 * depth + 6 * random(), a: 60 * random() - 30, b: 60 * random() - 30 },
    owned: random() < 0.9,
    state: 'good',
  };
});

const requests: Record<string, LadderRequest> = {
  'whole rack': { rungs: 5 },
  family: { rungs: 5, start: { family: 'FAM3' } },
  marker: { rungs: 5, start: { markerId: 'm007' }, onlyUsable: false },
  colour: { rungs: 5, start: { L: 60, a: 10, b: 20 } },
  'open ends': { rungs: 5, crossFamily: 'ends' },
  'family, open ends': { rungs: 5, start: { family: 'FAM3' }, crossFamily: 'ends' },
  'least contrast 50': { rungs: 5, minContrastL: 50 },
};

function time(name: string, work: () => void): void {
  const times = Array.from({ length: 30 }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((first, second) => first - second);
  console.log(`${name.padEnd(32)} median ${times[15]?.toFixed(1)} ms, worst ${times[29]?.toFixed(1)} ms`);
}

for (const [name, request] of Object.entries(requests)) time(name, () => findLadders(rack, request));
for (const name of ['whole rack', 'family', 'colour'] as const) {
  const { rungs: _, ...request } = requests[name] as LadderRequest;
  time(`worth buying, 3 rungs, ${name}`, () => worthBuying(rack, { ...request, rungs: 3 }));
}
