/** Times plans of cuts: 60 pieces of paper of cards, none like another, on A4. Bound: 300 ms. */
import { cutPlan } from '#core/cutting/cut-plan';
import { seeded } from '#core/sharing/seeded';

const boundMs = 300;
const rounds = 9;
const times = Array.from({ length: rounds }, (_, round) => {
  const random = seeded(round);
  const pieces = Array.from({ length: 60 }, (_own, place) => {
    const [widthMm, heightMm] = [20 + 130 * random(), 20 + 180 * random()];
    return { id: `piece ${place}`, widthMm: Math.round(widthMm), heightMm: Math.round(heightMm), count: 1 };
  });
  const start = performance.now();
  const plan = cutPlan({ pieces, sheets: [{ id: 'A4', widthMm: 210, heightMm: 297 }], bladeMm: 0.5 });
  if ('problem' in plan) throw new Error(plan.problem);
  return performance.now() - start;
}).sort((one, other) => one - other);
const median = times[rounds >> 1] ?? 0;
console.log(`60 pieces: median ${Math.round(median)} ms, longest ${Math.round(times.at(-1) ?? 0)} ms, bound ${boundMs} ms.`);
process.exitCode = median > boundMs ? 1 : 0;
