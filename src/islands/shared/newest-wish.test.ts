import { expect, it } from 'vitest';
import { newestWish } from './newest-wish';

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

it('works on one wish at a time, leaves out what a newer one replaced, and goes on after an error', async () => {
  const begun: number[] = [];
  const ended: [number, boolean][] = [];
  const errors: unknown[] = [];
  let atOnce = 0;
  const wishes = newestWish<number>(
    async (wish, isNewest) => {
      begun.push(wish);
      expect(++atOnce).toBe(1);
      await pause(5);
      atOnce--;
      if (wish === 4) throw new Error('four');
      ended.push([wish, isNewest()]);
    },
    (error) => errors.push(error),
  );
  for (const wish of [1, 2, 3]) wishes.want(wish);
  await pause(30);
  expect(begun).toEqual([1, 3]);
  expect(ended).toEqual([
    [1, false],
    [3, true],
  ]);
  wishes.want(4);
  await pause(20);
  wishes.want(5);
  await pause(20);
  expect(errors).toMatchObject([{ message: 'four' }]);
  expect(ended.at(-1)).toEqual([5, true]);
  wishes.want(6);
  wishes.want(7);
  wishes.forget();
  await pause(20);
  expect(ended.at(-1), 'what is under way ends, and knows that it was given up').toEqual([6, false]);
});
