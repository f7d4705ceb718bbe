/**
 * npm run bench:order: putting wet blends into an order, on seeded pictures of 40 elements and 160 marks as one blend an element and as one a mark, and of
 * 2,000 marks; prints median and worst of some runs each.
 */
import { orderMarks } from '../src/core/technique/order-marks';
import type { OrderRequest } from '../src/core/technique/order-plan';
import { seeded } from '../src/core/sharing/seeded';

function madeUp(seed: number, { elements, blends, marks }: { elements: number; blends: number; marks: number }): OrderRequest {
  const random = seeded(seed);
  const pick = (most: number) => Math.floor(random() * most);
  const rows = Array.from({ length: blends }, (_, index) => ({
    id: `b${index}`,
    elements: [`e${index % elements}`],
    marks: Array.from({ length: Math.round(marks / blends) }, () => {
      const number = pick(20);
      return { marker: `m${number}`, lightnessL: 18 + 4 * number, seconds: 5 + pick(20) };
    }),
    ...(index > 0 && random() < 0.3 ? { after: [{ blend: `b${pick(index)}`, waitSeconds: 45 }] } : {}),
  }));
  const touching = Array.from({ length: Math.round(2.2 * elements) }, () => [`e${pick(elements)}`, `e${pick(elements)}`] as const);
  return { blends: rows, touching };
}

function time(name: string, size: Parameters<typeof madeUp>[1], runs: number): void {
  const times = Array.from({ length: runs }, (_, run) => {
    const request = madeUp(run, size);
    const start = performance.now();
    orderMarks(request);
    return performance.now() - start;
  }).sort((one, other) => one - other);
  console.log(`${name.padEnd(48)} median ${times[Math.floor(runs / 2)]?.toFixed(0)} ms, worst ${times[runs - 1]?.toFixed(0)} ms`);
}

time('40 elements, 160 marks, a blend an element', { elements: 40, blends: 40, marks: 160 }, 9);
time('40 elements, 160 marks, two blends an element', { elements: 40, blends: 80, marks: 160 }, 9);
time('40 elements, 160 marks, a blend a mark', { elements: 40, blends: 160, marks: 160 }, 5);
time('400 elements, 2,000 marks', { elements: 400, blends: 800, marks: 2000 }, 3);
