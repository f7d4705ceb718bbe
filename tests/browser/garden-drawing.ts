/** A drawing that is no demo picture: a fair tent in a garden, 58 areas, ten elements of several areas each, laid so that one drag goes through each. */
type Place = readonly [number, number];

const width = 600;
const height = 640;
const each = (count: number, draw: (index: number) => string) => Array.from({ length: count }, (_, index) => draw(index)).join('');

const star = (x: number, y: number) =>
  `<polygon points="${Array.from({ length: 10 }, (_, turn) => {
    const [radius, angle] = [turn % 2 ? 8 : 19, (turn * Math.PI) / 5];
    return `${(x + radius * Math.sin(angle)).toFixed(1)},${(y - radius * Math.cos(angle)).toFixed(1)}`;
  }).join(' ')}"/>`;
const stripe = (x: number) => `<rect x="${x}" y="190" width="60" height="110"/>`;

export const gardenSvg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}">
<g fill="#fff" stroke="#000" stroke-width="4" stroke-linejoin="round">
${each(10, (index) => star(40 + 57 * index, 36))}
${each(3, (index) => `<ellipse cx="${110 + 190 * index}" cy="92" rx="${58 - 9 * index}" ry="22"/>`)}
${each(7, (index) => `<polygon points="${64 + 70 * index},130 ${112 + 70 * index},130 ${88 + 70 * index},168"/>`)}
${each(4, (index) => stripe(60 + 120 * index))}
${each(4, (index) => stripe(120 + 120 * index))}
${each(3, (index) => `<circle cx="${150 + 150 * index}" cy="330" r="16"/>`)}
${each(7, (index) => `<path d="M${60 + 80 * index} 400 q-26 -34 0 -46 q26 12 0 46z"/>`)}
${each(7, (index) => `<path d="M${40 + 80 * index} 440 q20 -30 44 -4 q-22 26 -44 4z"/>`)}
${each(7, (index) => `<rect x="${50 + 75 * index}" y="474" width="34" height="74" rx="8"/>`)}
${each(6, (index) => `<ellipse cx="${80 + 88 * index}" cy="596" rx="${30 - 2 * index}" ry="17"/>`)}
</g></svg>`;

const along = (y: number, from: number, to: number): readonly Place[] => [
  [from / width, y / height],
  [to / width, y / height],
];
/** A way that goes through every second stripe: over the ones between it goes above the tent. */
const throughStripes = (first: number): readonly Place[] =>
  Array.from({ length: 4 }, (_, index) => first + 120 * index).flatMap((x) => [
    [(x + 30) / width, 178 / height],
    [(x + 30) / width, 240 / height],
    [(x + 30) / width, 178 / height],
  ]);

/** Its elements: a name, and the way of the hand through all of its areas. */
export const gardenElements: readonly { name: string; way: readonly Place[]; areas: number }[] = [
  { name: 'Stars', way: along(36, 40, 553), areas: 10 },
  { name: 'Clouds', way: along(92, 90, 500), areas: 3 },
  { name: 'Flags', way: along(140, 88, 508), areas: 7 },
  { name: 'Red stripes', way: throughStripes(60), areas: 4 },
  { name: 'White stripes', way: throughStripes(120), areas: 4 },
  { name: 'Lanterns', way: along(330, 150, 450), areas: 3 },
  { name: 'Tulips', way: along(376, 60, 540), areas: 7 },
  { name: 'Leaves', way: along(438, 60, 540), areas: 7 },
  { name: 'Fence', way: along(510, 60, 530), areas: 7 },
  { name: 'Stones', way: along(596, 80, 520), areas: 6 },
];
