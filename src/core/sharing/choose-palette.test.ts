import { describe, expect, it } from 'vitest';
import type { Lab } from '#model/marker';
import { type ChosenPalette, choosePalette, likenessOf, paletteCosts, type PaletteRequest } from './choose-palette';
import { seeded } from './seeded';

function ladder(random: () => number): Lab[] {
  const [a, b, top] = [60 * (random() - 0.5), 60 * (random() - 0.5), 75 + 20 * random()];
  const step = 8 + 14 * random();
  return [0, 1, 2].map((rung) => ({ L: top - rung * step, a, b }));
}

function madeUp(seed: number, elements: number, ladders: number, most: number): PaletteRequest {
  const random = seeded(seed);
  return {
    elements: Array.from({ length: elements }, () => ({
      areaMm2: 20 + 600 * random() ** 3,
      candidates: Array.from({ length: ladders }, (_, index) => index).filter(() => random() < 0.7),
    })),
    ladders: Array.from({ length: ladders }, () => ladder(random)),
    neighbours: Array.from({ length: elements - 1 }, (_, index): [number, number, number] => [index, index + 1, 30 * random()]),
    most,
  };
}

const solved = (request: PaletteRequest): ChosenPalette => {
  const answer = choosePalette(request);
  if ('problem' in answer) throw new Error(answer.problem);
  return answer;
};

/** The least cost by trying every choice. */
function exhaustive(request: PaletteRequest): number {
  const { own, beside, between } = paletteCosts(request);
  let least = Number.POSITIVE_INFINITY;
  const go = (choice: number[]) => {
    if (new Set(choice).size > request.most) return;
    const element = choice.length;
    if (element === request.elements.length) {
      let cost = choice.reduce((sum, own_, index) => sum + (own[index]?.get(own_) ?? 0), 0);
      for (const [index, ladders] of beside.entries()) {
        for (const { other, mm } of ladders) if (other > index) cost += between(choice[index] as number, choice[other] as number, mm);
      }
      least = Math.min(least, cost);
      return;
    }
    const given = request.fixed?.[element];
    for (const own_ of request.elements[element]?.candidates ?? []) if (given === undefined || given === own_) go([...choice, own_]);
  };
  go([]);
  return least;
}

describe('a limited palette', () => {
  it('equals exhaustive search on small pictures, with fixed ladders too', () => {
    let solvedCount = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const request = madeUp(seed, 6, 5, 2 + (seed % 2));
      const [first] = request.elements[2]?.candidates ?? [];
      const asked = seed % 3 === 0 && first !== undefined ? { ...request, fixed: { 2: first } } : request;
      const least = exhaustive(asked);
      const answer = choosePalette(asked);
      if (!Number.isFinite(least)) {
        expect(answer).toHaveProperty('problem');
        continue;
      }
      solvedCount++;
      if ('problem' in answer) throw new Error(`seed ${seed}: ${answer.problem}`);
      expect(answer.cost, `seed ${seed}`).toBeCloseTo(least, 6);
      expect(answer.bound).toBe(answer.cost);
      expect(new Set(answer.choice).size).toBeLessThanOrEqual(asked.most);
    }
    expect(solvedCount).toBeGreaterThan(25);
  });

  it('25 elements, 30 ladders and 5 colours: a choice within the number, with a bound that it does not undercut', () => {
    const answer = solved(madeUp(4, 25, 30, 5));
    expect(new Set(answer.choice).size).toBeLessThanOrEqual(5);
    expect(answer.bound).toBeLessThanOrEqual(answer.cost);
    expect(answer.bound).toBeGreaterThan(0);
    expect(answer).toEqual(solved(madeUp(4, 25, 30, 5)));
  });

  it('neighbours part where they can: two that touch get two ladders, two that do not may share one', () => {
    const red: Lab[] = [70, 50, 30].map((L) => ({ L, a: 40, b: 20 }));
    const blue: Lab[] = [70, 50, 30].map((L) => ({ L, a: -10, b: -40 }));
    const elements = [
      { areaMm2: 100, candidates: [0, 1] },
      { areaMm2: 90, candidates: [0, 1] },
    ];
    const touching = solved({ elements, ladders: [red, blue], neighbours: [[0, 1, 40]], most: 2 });
    expect(touching.choice).toEqual([0, 1]);
    expect(solved({ elements, ladders: [red, blue], neighbours: [], most: 2 }).choice).toEqual([0, 0]);
    expect(likenessOf(red, red)).toBe(1);
    expect(likenessOf(red, blue)).toBe(0);
  });

  it('ladders that are held back go only to those that have them already', () => {
    const request = madeUp(7, 8, 6, 3);
    const free = solved(request);
    const [barred] = free.choice;
    const held = solved({ ...request, without: new Set([barred ?? -1]) });
    expect(held.choice).not.toContain(barred);
    expect(held.cost).toBeGreaterThanOrEqual(free.cost - 1e-9);
    expect(solved({ ...request, without: new Set([barred ?? -1]), fixed: { 0: barred ?? 0 } }).choice[0]).toBe(barred);
  });

  it('says what stands against it', () => {
    const request = madeUp(1, 3, 3, 1);
    const ladders = request.ladders;
    const elements = [0, 1].map((own) => ({ areaMm2: 10, candidates: [own] }));
    expect(choosePalette({ elements, ladders, neighbours: [], most: 1 })).toEqual({ problem: expect.stringMatching(/at most 1 ladders/) });
    expect(choosePalette({ elements, ladders, neighbours: [], most: 1, fixed: { 0: 0, 1: 1 } })).toEqual({
      problem: expect.stringMatching(/2 ladders are fixed/),
    });
    expect(choosePalette({ elements: [{ areaMm2: 1, candidates: [] }], ladders, neighbours: [], most: 1 })).toEqual({
      problem: expect.stringMatching(/no ladder/),
    });
    expect(() => choosePalette({ elements, ladders, neighbours: [[0, 5, 1]], most: 1 })).toThrow(/0 to 1/);
    expect(() => choosePalette({ elements, ladders, neighbours: [], most: 0 })).toThrow(/at least one/);
  });
});
