import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Card } from '#model/card';
import type { Ground, LayoutItem } from '#model/card-layout';
import type { Make } from '#model/make';
import { supportOf } from '#core/layout/support';
import { at, dieOf, inkOf, kitePiece, madeUpCard, paperOf, pieceAt, pieceOf, wordsOf } from '../../../tests/made-up-card';
import { box } from '../../../tests/made-up-outlines';
import { assemblyOrder, type AssemblyOrder } from './assembly-order';
import type { Task } from './task';
import { assemblyTasks, postTask } from './tasks';
import { dries } from './times';

const supplies = [{ ...inkOf('Ember', '#402010'), sort: 'embossing powder' }];
const drawn = [dieOf('a', box(20, 20)), dieOf('b', box(30, 16)), wordsOf('w', 40, 8), wordsOf('e', 40, 8, 'Ember')];
const tasksOf = (card: Partial<Card>, items: LayoutItem[], more: Partial<Make> = {}): Task[] => {
  const looked = madeUpCard(card, { drawn, items, ...more }, { drawer: [], supplies });
  return assemblyTasks({ ...looked, support: supportOf(looked.laid, looked.heights, looked.front) });
};
const ordered = (tasks: readonly Task[], placings: Parameters<typeof assemblyOrder>[1] = []): AssemblyOrder => {
  const order = assemblyOrder(tasks, placings);
  if ('problem' in order) throw new Error(order.problem);
  return order;
};
const place = (order: AssemblyOrder, id: string) => order.tasks.findIndex((task) => task.id === id);

const twine: LayoutItem['of'] = { kind: 'tie', sort: 'twine', way: 'across', widthMm: 1, turns: 3, turnUnderMm: 15 };
const drop: LayoutItem['of'] = { kind: 'accent', sort: 'drop', sizeMm: 4 };
const papers = [paperOf('base', 'base', 100, 140), paperOf('mat', 'mat', 94, 134), paperOf('panel', 'panel', 90, 130)];
const paperAt = (id: string) => at(`at-${id}`, { kind: 'paper', paperId: id }, 50, 70);

/** A card with something of everything, as a seed has it. */
const anyCard = fc.record({
  grounds: fc.uniqueArray(fc.constantFrom<Ground['how']>('stamped', 'blended', 'stencilled', 'splattered', 'sponged', 'sky'), {
    maxLength: 3,
  }),
  hasPapers: fc.boolean(),
  things: fc.array(fc.constantFrom('a', 'b', 'kite', 'w', 'e', 'tie', 'drop', 'window', 'twoSided'), { maxLength: 7 }),
  places: fc.array(fc.tuple(fc.integer({ min: 10, max: 90 }), fc.integer({ min: 10, max: 130 }), fc.boolean()), {
    minLength: 7,
    maxLength: 7,
  }),
});

function cardOf({ grounds, hasPapers, things, places }: typeof anyCard extends fc.Arbitrary<infer T> ? T : never) {
  const pieces: Card['pieces'] = [];
  const items: LayoutItem[] = hasPapers ? [paperAt('mat'), paperAt('panel')] : [];
  for (const [index, thing] of things.entries()) {
    const [x, y, isRaised] = places[index] ?? [50, 70, false];
    const raised = isRaised ? { foamMm: 1 } : {};
    if (thing === 'tie' || thing === 'drop') {
      items.push(at(`i${index}`, thing === 'tie' ? twine : drop, 50, y));
      continue;
    }
    const id = `p${index}`;
    if (thing === 'kite') pieces.push({ ...kitePiece(), id });
    else if (thing === 'twoSided') pieces.push({ ...kitePiece({ isTwoSided: true }), id });
    else if (thing === 'w' || thing === 'e') pieces.push(pieceOf(id, { image: { kind: 'words', drawnId: thing }, cut: { by: 'panel' } }));
    else if (thing === 'window') pieces.push(pieceOf(id, { cut: { by: 'window', drawnId: 'a', xMm: 0, yMm: 0 } }));
    else pieces.push(pieceOf(id, { cut: { by: 'die', drawnId: thing } }));
    items.push(at(`i${index}`, { kind: 'piece', pieceId: id }, x, y, thing === 'window' ? {} : raised));
  }
  return tasksOf(
    {
      pieces,
      papers: hasPapers ? papers : [papers[0]!],
      ...(grounds.length > 0 ? { grounds: grounds.map((how, index) => ({ id: `g${index}`, how })) } : {}),
    },
    items,
  );
}

describe('the order of putting a card together', () => {
  it('of random cards: nothing before what it needs, nothing wet under a press or a blade, words before bulk, drops last, no round', () => {
    fc.assert(
      fc.property(anyCard, (card) => {
        const tasks = cardOf(card);
        const order = ordered(tasks);
        expect(order.tasks).toHaveLength(tasks.length);
        for (const task of order.tasks) {
          for (const { task: of, waitSeconds, why } of task.after) {
            const before = order.tasks[place(order, of)];
            expect(before, `${task.name} waits for something that is there`).toBeDefined();
            if (before)
              expect(task.startSeconds, `${task.name} after ${before.name}: ${why}`).toBeGreaterThanOrEqual(
                before.endSeconds + waitSeconds - 1e-6,
              );
          }
        }
        // What is coloured is dry before the machine or the blade, whoever is asked.
        for (const { id, endSeconds } of order.tasks.filter((task) => task.tool === 'markers')) {
          const cut = order.tasks.find((task) => task.id === id.replace('colour', 'cut'));
          if (cut) expect(cut.startSeconds).toBeGreaterThanOrEqual(endSeconds + dries.markerInk);
        }
        const firstLaid = Math.min(...order.tasks.flatMap(({ id }, index) => (id.startsWith('lay ') ? [index] : [])), order.tasks.length);
        for (const [index, { id, name }] of order.tasks.entries())
          if (name.endsWith('on the panel') || id.startsWith('heat') || id.startsWith('flatten'))
            expect(index, `${name} while it is flat`).toBeLessThan(firstLaid);
        const drops = order.tasks.flatMap(({ tool }, index) => (tool === 'drops' ? [index] : []));
        const laid = order.tasks.flatMap(({ id, tool }, index) => (id.startsWith('lay ') && tool !== 'drops' ? [index] : []));
        if (drops.length > 0) expect(Math.min(...drops)).toBeGreaterThan(Math.max(-1, ...laid));
        const post = order.tasks.at(-1);
        if (tasks.length > 0) expect(post?.id).toBe(postTask);
        const lastDrop = Math.max(0, ...drops.map((index) => order.tasks[index]?.endSeconds ?? 0));
        if (drops.length > 0) expect(post?.startSeconds).toBeGreaterThanOrEqual(lastDrop + 24 * 3600);
        const warm = place(order, 'warm');
        for (const [index, { id }] of order.tasks.entries()) if (id.startsWith('heat')) expect(warm >= 0 && warm < index).toBe(true);
      }),
      { numRuns: 60 },
    );
  }, 90_000);

  it('small ones take no more time than the best of all orders', () => {
    const bestOf = (tasks: readonly Task[]): number => {
      let best = Number.POSITIVE_INFINITY;
      const go = (done: Map<string, number>, now: number) => {
        if (now >= best) return;
        if (done.size === tasks.length) best = now;
        for (const task of tasks) {
          if (done.has(task.id) || task.after.some(({ task: of }) => !done.has(of))) continue;
          const starts = Math.max(now, ...task.after.map(({ task: of, waitSeconds }) => (done.get(of) ?? 0) + waitSeconds));
          go(new Map(done).set(task.id, starts + task.seconds), starts + task.seconds);
        }
      };
      go(new Map(), 0);
      return best;
    };
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            seconds: fc.integer({ min: 1, max: 300 }),
            waits: fc.array(fc.tuple(fc.nat(5), fc.nat(900)), { maxLength: 2 }),
            tool: fc.constantFrom('glue and foam', 'markers', 'stamps'),
          }),
          { minLength: 1, maxLength: 7 },
        ),
        (rows) => {
          const tasks = rows.map(
            ({ seconds, waits, tool }, index): Task => ({
              ...{ id: `t${index}`, name: `Step ${index}`, tool: tool as Task['tool'], seconds, itemIds: [] },
              after: [
                ...new Map(
                  waits.filter(([of]) => of < index).map(([of, waitSeconds]) => [of, { task: `t${of}`, waitSeconds, why: 'it dries' }]),
                ).values(),
              ],
            }),
          );
          expect(ordered(tasks).totalSeconds).toBeCloseTo(bestOf(tasks), 6);
        },
      ),
      { numRuns: 150 },
    );
  }, 90_000);

  it('twine is wound before its panel goes onto the base, what lies under it before that, what lies over it after', () => {
    const order = ordered(
      tasksOf({ papers, pieces: [pieceOf('a'), pieceOf('b')] }, [
        ...[paperAt('mat'), paperAt('panel'), pieceAt('a', 50, 70), at('twine', twine, 50, 70), pieceAt('b', 50, 70, { foamMm: 1 })],
      ]),
    );
    const [mat, panel, under, wound, over] = ['lay at-mat', 'lay at-panel', 'lay at-a', 'lay twine', 'lay at-b'].map((id) =>
      place(order, id),
    ) as [number, number, number, number, number];
    expect([panel < under, under < wound, wound < mat, wound < over]).toEqual([true, true, true, true]);
    expect(order.tasks[mat]?.after.map(({ why }) => why)).toContain(
      'the ends of the twine are turned under it before it goes onto the base',
    );
  });

  it('splatter dries, then the sky; the panel is dry before it is trimmed; meanwhile others go on', () => {
    const order = ordered(
      tasksOf(
        {
          papers,
          pieces: [kitePiece()],
          grounds: [
            { id: '1', how: 'splattered' },
            { id: '2', how: 'sky' },
          ],
        },
        [paperAt('panel'), pieceAt('kite', 50, 70)],
      ),
    );
    const [splatter, sky] = ['ground 1', 'ground 2'].map((id) => order.tasks[place(order, id)]);
    expect((sky?.startSeconds ?? 0) - (splatter?.endSeconds ?? 0)).toBeGreaterThanOrEqual(dries.splattered);
    expect(
      order.tasks.some(
        ({ startSeconds, id }) =>
          startSeconds >= (splatter?.endSeconds ?? 0) && startSeconds < (sky?.startSeconds ?? 0) && !id.startsWith('ground'),
      ),
    ).toBe(true);
    expect(place(order, 'trim panel')).toBeGreaterThan(place(order, 'ground 2'));
  });

  it('a hanging piece: both sides back to back, a hole, then the halves with the thread between', () => {
    const order = ordered(tasksOf({ pieces: [kitePiece({ isTwoSided: true })] }, [pieceAt('kite', 50, 70)]));
    const names = order.tasks.map(({ name }) => name);
    const [cut, hole, halves] = ['Fussy cut', 'Punch the hole', 'Glue Kite back to back, the thread between the halves'].map((words) =>
      names.findIndex((name) => name.startsWith(words)),
    ) as [number, number, number];
    expect([cut >= 0, cut < hole, hole < halves]).toEqual([true, true, true]);
  });

  it('moved by hand, the rule that is broken is named; let go, none is', () => {
    const tasks = tasksOf({ papers, pieces: [kitePiece()] }, [paperAt('panel'), pieceAt('kite', 50, 70)]);
    const order = ordered(tasks, [{ blend: 'cut kite', place: 1 }]);
    expect(order.tasks[0]).toMatchObject({ id: 'cut kite', isByHand: true });
    expect(order.tasks[0]?.broken).toEqual(['“Stamp Kite” comes before it: dry before it is trimmed.']);
    expect(ordered(tasks).tasks.flatMap(({ broken }) => broken)).toEqual([]);
  });

  it('steps that wait for each other in a round are named by their names', () => {
    const task = (id: string, after: string): Task => ({
      id,
      name: `Do ${id}`,
      tool: 'hands',
      seconds: 1,
      itemIds: [],
      after: [{ task: after, waitSeconds: 0, why: 'so' }],
    });
    const found = assemblyOrder([task('one', 'other'), task('other', 'one')]);
    expect(found).toEqual({ problem: expect.stringContaining('“Do one”') });
    expect(found).toEqual({ problem: expect.stringContaining('“Do other”') });
  });
});
