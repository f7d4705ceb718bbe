import type { OutlineMm } from '#core/outline/outline';
import { seeded } from './seeded';

export const box = (widthMm: number, heightMm: number): OutlineMm => [
  [0, 0],
  [widthMm, 0],
  [widthMm, heightMm],
  [0, heightMm],
];

/** A closed wavy outline about its origin: so many places, waves to the round, wider than high. */
export function wavy(places: number, radiusMm: number, waves: number, flat = 1): OutlineMm {
  return Array.from({ length: places }, (_, place) => {
    const angle = (2 * Math.PI * place) / places;
    const radius = radiusMm * (1 + 0.3 * Math.sin(waves * angle));
    return [radius * Math.cos(angle), flat * radius * Math.sin(angle)] as const;
  });
}

/** Silhouettes as stamps have them, none like another. */
export function madeUpSilhouettes(seed: number, count: number, most = { radiusMm: 40 }): OutlineMm[] {
  const random = seeded(seed);
  return Array.from({ length: count }, () =>
    wavy(12 + Math.floor(70 * random()), most.radiusMm * (0.25 + 0.75 * random()), Math.floor(6 * random()), 0.4 + 0.6 * random()),
  );
}
