import type { Placing } from '#model/placing';
import { orderAround } from '#core/technique/order-marks';
import type { Task } from './task';

/** A step at its place: when it begins, and what it waited for longest. `broken`: rules that a hand broke by putting it here. */
export type PlacedTask = Task & { startSeconds: number; endSeconds: number; isByHand: boolean; broken: string[]; waitedFor: string | null };
export type AssemblyOrder = { tasks: PlacedTask[]; totalSeconds: number };

/** All inks are alike here: nothing is dragged from one step into another. */
const anyLightness = 50;

/**
 * Steps of a card in an order in which nothing comes before what it needs, in the least time (what dries lets others go on meanwhile), with the fewest changes of tool: by the engine that orders marks
 * (technique/order-marks.ts). Steps that a hand put at a place stay there, and the rules that this breaks are named.
 * @returns `problem`: steps that wait for each other in a round, by their names.
 */
export function assemblyOrder(tasks: readonly Task[], placings: readonly Placing[] = []): AssemblyOrder | { problem: string } {
  if (tasks.length === 0) return { tasks: [], totalSeconds: 0 };
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const found = orderAround(
    {
      blends: tasks.map(({ id, tool, seconds, after }) => ({
        ...{ id, elements: [], marks: [{ marker: tool, lightnessL: anyLightness, seconds }] },
        after: after.map(({ task, waitSeconds }) => ({ blend: task, waitSeconds })),
      })),
      touching: [],
    },
    placings,
  );
  if ('problem' in found) {
    const named = tasks
      .toSorted((one, other) => other.id.length - one.id.length)
      .reduce((text, { id, name }) => text.replaceAll(id, `“${name}”`), found.problem);
    return { problem: named };
  }
  const starts = new Map(found.order.map((id, index) => [id, found.startsAtSeconds[index] ?? 0]));
  const placedByHand = new Set(placings.map(({ blend }) => blend));
  const ordered = found.order.flatMap((id): PlacedTask[] => {
    const task = byId.get(id);
    if (!task) return [];
    const startSeconds = starts.get(id) ?? 0;
    const broken = found.brokenWaits
      .filter(([early]) => early === id)
      .map(([, waited]) => {
        const why = task.after.find((wait) => wait.task === waited)?.why ?? 'it comes after';
        return `“${byId.get(waited)?.name}” comes before it: ${why}.`;
      });
    const waits = task.after
      .filter(({ waitSeconds }) => waitSeconds > 0)
      .map(({ task: of, waitSeconds, why }) => ({ why, until: (starts.get(of) ?? 0) + (byId.get(of)?.seconds ?? 0) + waitSeconds }));
    const latest = waits.sort((one, other) => other.until - one.until)[0];
    return [
      {
        ...task,
        ...{ startSeconds, endSeconds: startSeconds + task.seconds, isByHand: placedByHand.has(id), broken },
        waitedFor: latest && Math.abs(latest.until - startSeconds) < 1 ? latest.why : null,
      },
    ];
  });
  return { tasks: ordered, totalSeconds: found.totalSeconds };
}
