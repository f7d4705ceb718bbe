import { describe, expect, it } from 'vitest';
import { deltaE00 } from '#core/colour/difference';
import type { Lab, Marker } from '#model/marker';
import { demoRack } from '../../../demo/marker-lines';
import { seeded } from '../../../tests/seeded';
import { kinOf } from './kin';
import { translateLadder } from './translate-ladder';

const rack = demoRack().markers.filter(({ lineId }) => lineId === 'line-larkmere');
const usable = rack.filter(({ owned, state }) => owned && state !== 'dry');
const labsOf = (markers: readonly Marker[]) => markers.map(({ lab }) => lab as Lab);
/** Ladders of one family and group, strictly light to dark. */
const ladders = [...new Set(usable.map((marker) => `${kinOf(marker)} ${marker.group}`))]
  .map((own) => usable.filter((marker) => `${kinOf(marker)} ${marker.group}` === own).sort((a, b) => (b.lab?.L ?? 0) - (a.lab?.L ?? 0)))
  .filter((own) => own.length >= 3)
  .map((own) => own.slice(0, 4));

/** The stated cost of one answer, written anew. */
function plainCost(asked: readonly Lab[], answer: readonly Marker[]): number {
  let cost = 0;
  for (const [index, rung] of asked.entries()) {
    const own = answer[index] as Marker & { lab: Lab };
    const apart = deltaE00(rung, own.lab);
    cost += apart;
    if (index === 0) cost += 0.5 * Math.abs(own.lab.L - rung.L);
    if (index === asked.length - 1) cost += 0.5 * Math.abs(own.lab.L - rung.L);
    if (index === 0) continue;
    const [before, lighter] = [asked[index - 1] as Lab, answer[index - 1] as Marker & { lab: Lab }];
    cost += 0.5 * Math.abs(lighter.lab.L - own.lab.L - (before.L - rung.L));
    if (kinOf(lighter) !== kinOf(own) && Math.max(apart, deltaE00(before, lighter.lab)) > 0.5) cost += 8;
  }
  return cost;
}

describe('a ladder in the markers one owns', () => {
  it('to itself is the identity', () => {
    expect(ladders.length).toBeGreaterThan(15);
    for (const own of ladders) {
      const answer = translateLadder(labsOf(own), rack);
      expect(answer).toMatchObject({ rungs: own.map(({ lab }) => ({ lab })) });
      expect('differences' in answer && Math.max(...answer.differences)).toBe(0);
    }
  });

  it('one marker removed takes a neighbour of its family where one stands between the others', () => {
    let kept = 0;
    for (const own of ladders) {
      const gone = own[1] as Marker;
      const others = usable.filter(({ id }) => id !== gone.id);
      const answer = translateLadder(labsOf(own), others);
      if (!('rungs' in answer)) throw new Error(answer.problem);
      const [lighter, darker] = [own[0]?.lab?.L ?? 0, own[2]?.lab?.L ?? 0];
      const isBetween = (marker: Marker) => (marker.lab?.L ?? 0) < lighter && (marker.lab?.L ?? 0) > darker;
      const near = others.filter((marker) => kinOf(marker) === kinOf(gone) && isBetween(marker));
      if (near.some(({ lab }) => deltaE00(lab as Lab, gone.lab as Lab) < 8)) {
        kept++;
        expect(kinOf(answer.rungs[1] as Marker)).toBe(kinOf(gone));
      }
    }
    expect(kept).toBeGreaterThan(2);
  });

  it('costs the least that can be, and never leaves the order light to dark: exhaustive search on 80 seeded racks', () => {
    const random = seeded(21);
    const lab = (): Lab => ({ L: 20 + 75 * random(), a: 40 * (random() - 0.5), b: 40 * (random() - 0.5) });
    for (let round = 0; round < 80; round++) {
      const small = Array.from(
        { length: 8 },
        (_, index): Marker => ({
          id: `m${index}`,
          code: `${index}`,
          family: ['x', 'y', 'z'][Math.floor(3 * random())] as string,
          lab: lab(),
          owned: true,
        }),
      );
      const asked = Array.from({ length: 2 + (round % 2) }, lab).sort((one, other) => other.L - one.L);
      let least = Number.POSITIVE_INFINITY;
      const go = (answer: Marker[]) => {
        if (answer.length === asked.length) {
          least = Math.min(least, plainCost(asked, answer));
          return;
        }
        for (const marker of small) if (answer.length === 0 || (marker.lab?.L ?? 0) < (answer.at(-1)?.lab?.L ?? 0)) go([...answer, marker]);
      };
      go([]);
      const answer = translateLadder(asked, small);
      if (!('rungs' in answer)) throw new Error(answer.problem);
      expect(plainCost(asked, answer.rungs)).toBeCloseTo(least, 9);
      for (const [index, { lab: own }] of answer.rungs.entries()) {
        if (index > 0) expect(own?.L).toBeLessThan(answer.rungs[index - 1]?.lab?.L ?? 0);
        expect(answer.differences[index]).toBe(deltaE00(asked[index] as Lab, own as Lab));
      }
    }
  });

  it('leaves dry and foreign markers out unless they are wished, and says where a rack has too few', () => {
    const [own = []] = ladders;
    const dry = rack.map((marker) => (marker.id === own[0]?.id ? { ...marker, state: 'dry' as const } : marker));
    const answer = translateLadder(labsOf(own), dry);
    expect('rungs' in answer && answer.rungs[0]?.id).not.toBe(own[0]?.id);
    const wished = translateLadder(labsOf(own), dry, { onlyUsable: false });
    expect('rungs' in wished && wished.rungs[0]?.id).toBe(own[0]?.id);
    expect(translateLadder(labsOf(own), own.slice(0, 1))).toEqual({ problem: expect.stringMatching(/no \d markers with colours/) });
  });

  it('refuses rungs that are not light to dark', () => {
    expect(() =>
      translateLadder(
        [
          { L: 20, a: 0, b: 0 },
          { L: 60, a: 0, b: 0 },
        ],
        rack,
      ),
    ).toThrow(/light to dark/);
    expect(() => translateLadder([], rack)).toThrow(/1 to 6 rungs/);
  });
});
