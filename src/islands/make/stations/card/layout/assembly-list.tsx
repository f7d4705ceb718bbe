import type { Card } from '#model/card';
import type { Placing } from '#model/placing';
import type { AssemblyOrder, PlacedTask } from '#core/assembly/assembly-order';
import { postTask } from '#core/assembly/tasks';
import { counted } from '#core/make/counted';
import { cautions } from '#core/technique/cautions';
import { Button } from '#ui/controls/button.tsx';
import { Timeline } from '#ui/order/timeline.tsx';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import { changeCard } from '../card-acts';
import type { CardDeskState } from '../card-desk';

type Props = { useMake: MakeStore; useDesk: Desk<CardDeskState>; card: Card; order: AssemblyOrder | { problem: string } };

const timeOf = new Intl.DateTimeFormat('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });
const dayOf = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' });

/** A moment as a field for dates and times wants it, in the time of this place. */
const asField = (ms: number): string => new Date(ms - new Date(ms).getTimezoneOffset() * 60_000).toISOString().slice(0, 16);

const waitWords = (seconds: number): string =>
  seconds >= 3600
    ? counted(Math.round(seconds / 3600), 'hour')
    : seconds >= 60
      ? counted(Math.round(seconds / 60), 'minute')
      : `${seconds} s`;

/** The order of putting a card together: what comes when, why, and when it can be posted. */
export function AssemblyList({ useMake, useDesk, card, order }: Props) {
  const edit = useMake((state) => state.edit);
  const { taskId, set } = useDesk();
  if ('problem' in order) return <p role="alert">{order.problem}</p>;
  const { tasks } = order;
  const begins = card.begins ?? null;
  const done = new Set(card.stepsDone ?? []);
  const post = tasks.find(({ id }) => id === postTask);
  const working = tasks.filter(({ id }) => id !== postTask);
  const worksUntil = Math.max(0, ...working.map(({ endSeconds }) => endSeconds));
  const dries = post ? post.startSeconds - worksUntil : 0;
  const put = (id: string, place: number) =>
    edit(
      changeCard(card.id, ({ placings = [], ...own }) => {
        const next: Placing[] = [...placings.filter(({ blend }) => blend !== id), { blend: id, place }].slice(-200);
        return { ...own, placings: next };
      }),
    );
  const letGo = (id: string | null) =>
    edit(
      changeCard(card.id, ({ placings = [], ...own }) => {
        const next = id === null ? [] : placings.filter(({ blend }) => blend !== id);
        return next.length > 0 ? { ...own, placings: next } : own;
      }),
    );
  const tick = (id: string) =>
    edit(
      changeCard(card.id, ({ stepsDone = [], ...own }) => {
        const next = stepsDone.includes(id) ? stepsDone.filter((one) => one !== id) : [...stepsDone, id].slice(-300);
        return next.length > 0 ? { ...own, stepsDone: next } : own;
      }),
    );
  const care = [...new Set(tasks.flatMap((task) => task.care ?? []))];
  return (
    <section aria-label="Order of putting it together" className="space-y-3">
      <h3 className="text-lg">
        {counted(tasks.length, 'step')}, {waitWords(worksUntil)} of work
        {dries > 60 && `, then ${waitWords(dries)} to dry`}
      </h3>
      <p className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2 font-semibold">
          It begins
          <input
            type="datetime-local"
            className="min-h-11 border-b-2 border-ink bg-paper px-2"
            value={begins === null ? '' : asField(begins)}
            onChange={({ target }) => {
              const at = target.value === '' ? null : new Date(target.value).getTime();
              edit(
                changeCard(card.id, ({ begins: _, ...own }) =>
                  at === null || !Number.isFinite(at) || at < 0 ? own : { ...own, begins: at },
                ),
              );
            }}
          />
        </label>
        <strong data-post={post?.endSeconds}>
          {post &&
            (begins === null
              ? `It can be posted ${waitWords(post.endSeconds)} after it is begun.`
              : `It can be posted on ${dayOf.format(begins + 1000 * post.endSeconds)}.`)}
        </strong>
      </p>
      <Timeline
        bars={working.map((task) => ({
          ...{ id: task.id, name: task.name, from: task.startSeconds, to: task.endSeconds, hex: done.has(task.id) ? '#141414' : undefined },
          driesUntil: driesUntil(task, tasks),
        }))}
        totalSeconds={worksUntil}
        chosenId={taskId}
        onChoose={(id) => set({ taskId: taskId === id ? null : id })}
      />
      {(card.placings ?? []).length > 0 && <Button onClick={() => letGo(null)}>Leave all to the order</Button>}
      <ol className="divide-y divide-edge bg-paper" aria-label="Steps in their order">
        {tasks.map((task, index) => (
          <li key={task.id} className="px-2 py-1" data-step={task.id} data-step-place={index + 1}>
            <div className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-6 shrink-0 accent-ink"
                aria-label={`${task.name}: done`}
                checked={done.has(task.id)}
                onChange={() => tick(task.id)}
              />
              <button
                type="button"
                aria-expanded={taskId === task.id}
                className={`min-h-11 flex-1 text-left ${done.has(task.id) ? 'text-soft line-through' : ''}`}
                onClick={() => set({ taskId: taskId === task.id ? null : task.id })}
              >
                <span className="mr-2 font-code">{index + 1}</span>
                {task.name}
                <span className="ml-2 font-code text-sm text-soft">
                  {begins === null ? `+${waitWords(task.startSeconds)}` : timeOf.format(begins + 1000 * task.startSeconds)}
                </span>
              </button>
              <Button weight="quiet" disabled={index === 0} aria-label={`${task.name}, earlier`} onClick={() => put(task.id, index)}>
                ↑
              </Button>
              <Button
                weight="quiet"
                disabled={index === tasks.length - 1}
                aria-label={`${task.name}, later`}
                onClick={() => put(task.id, index + 2)}
              >
                ↓
              </Button>
            </div>
            {task.broken.map((words) => (
              <p key={words} className="pl-8 text-sm" role="alert" data-broken>
                ▲ {words}
              </p>
            ))}
            {task.isByHand && (
              <p className="pl-8 text-sm">
                Put here by hand.{' '}
                <Button weight="quiet" onClick={() => letGo(task.id)}>
                  Let it go
                </Button>
              </p>
            )}
            {taskId === task.id && <Reasons task={task} tasks={tasks} />}
          </li>
        ))}
      </ol>
      {care.map((caution) => (
        <p key={caution} className="border-l-8 border-ink bg-paper px-4 py-2 text-sm" data-care={caution}>
          {cautions[caution]}
        </p>
      ))}
    </section>
  );
}

/** Until when what a step leaves wet dries, where something waits for that. */
function driesUntil(task: PlacedTask, tasks: readonly PlacedTask[]): number | undefined {
  const waits = tasks.flatMap(({ id, after }) =>
    id === postTask ? [] : after.filter((own) => own.task === task.id).map(({ waitSeconds }) => waitSeconds),
  );
  const most = Math.max(0, ...waits);
  return most > 0 ? task.endSeconds + most : undefined;
}

/** What a step waits for, and why. */
function Reasons({ task, tasks }: { task: PlacedTask; tasks: readonly PlacedTask[] }) {
  const whys = [...new Map(task.after.map((wait) => [wait.why, wait])).values()];
  return (
    <ul className="list-disc pb-1 pl-14 text-sm" aria-label={`Why ${task.name} comes here`}>
      {whys.map(({ task: of, why, waitSeconds }) => (
        <li key={why}>
          After “{tasks.find(({ id }) => id === of)?.name}”: {why}
          {waitSeconds > 0 && `, ${waitWords(waitSeconds)}`}.
        </li>
      ))}
      {whys.length === 0 && <li>It waits for nothing.</li>}
    </ul>
  );
}
