import type { Make } from '#model/make';
import type { Card } from '#model/card';
import type { Beside, Laid } from '#core/layout/laid';
import type { Support } from '#core/layout/support';
import type { Task, Wait } from './task';

export type AssemblyRequest = { make: Make; card: Card; beside: Beside; laid: readonly Laid[]; support: readonly Support[] };

/** Collects steps; a step that is there already only gets what it further waits for. */
export function taskList() {
  const tasks = new Map<string, Task>();
  return {
    tasks,
    add: (task: Omit<Task, 'after'> & { after?: Wait[] }): string => {
      const known = tasks.get(task.id);
      if (!known) tasks.set(task.id, { ...task, after: [...(task.after ?? [])] });
      else known.itemIds = [...new Set([...known.itemIds, ...task.itemIds])];
      return task.id;
    },
    wait: (id: string, after: string | undefined, why: string, waitSeconds = 0) => {
      const own = tasks.get(id);
      if (!own || after === undefined || after === id || !tasks.has(after)) return;
      const known = own.after.find(({ task }) => task === after);
      if (!known) own.after.push({ task: after, waitSeconds, why });
      else if (waitSeconds > known.waitSeconds) Object.assign(known, { waitSeconds, why });
    },
  };
}
export type List = ReturnType<typeof taskList>;
