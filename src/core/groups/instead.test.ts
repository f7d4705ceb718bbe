import { describe, expect, it } from 'vitest';
import { demoRack } from '#demo/marker-lines';
import type { Ladder } from '#model/ladder';
import { deltaE00 } from '#core/colour/difference';
import { withAssumedColours } from '#core/markers/assumed-colour';
import { changeWords, closeE00, insteadOf } from './instead';

const rack = withAssumedColours(demoRack().markers);
const marker = (code: string) => {
  const found = rack.find((own) => own.code === code);
  if (!found) throw new Error(`no ${code}`);
  return found;
};
const ladder = (...codes: string[]): Ladder => ({ rungs: codes.map((code) => ({ markerId: marker(code).id, code })) });
const coloursOf = ({ rungs }: Ladder) => rungs.map(({ markerId }) => rack.find(({ id }) => id === markerId)?.lab);
const found = (own: Ladder, options = {}, markers = rack) => {
  const answer = insteadOf(own, coloursOf(own), markers, options);
  if ('problem' in answer) throw new Error(answer.problem);
  return answer;
};

describe('what I own instead', () => {
  it('a dead marker takes a neighbour of its family, the others stay, and what changes is told', () => {
    const own = ladder('88.mist', '71.mist', '53.mist');
    const answer = found(own, { leftOut: new Set([marker('71.mist').id]) });
    expect(answer.rungs.map(({ to }) => to.code)).not.toContain('71.mist');
    expect(answer.rungs[1]?.to.family).toBe('MIST');
    expect([answer.rungs[0]?.words, answer.rungs[2]?.words]).toEqual(['stays', 'stays']);
    expect(answer.rungs[1]?.words).not.toBe('stays');
    const labs = answer.rungs.map(({ to }) => to.lab?.L ?? 0);
    expect(labs).toEqual([...labs].sort((one, other) => other - one));
    expect(answer.total).toBeCloseTo(
      answer.rungs.reduce((sum, { from, to }) => sum + (from.lab && to.lab ? deltaE00(from.lab, to.lab) : 0), 0),
      9,
    );
    expect(answer.leastTotal).toBeLessThanOrEqual(answer.total + 1e-9);
  });

  it('in the middle of the work the rest stays, whatever else would be nearer', () => {
    const own = ladder('88k.lake', '62k.lake', '36k.lake');
    const answer = found(own, { leftOut: new Set([marker('62k.lake').id]), restStays: true });
    expect([answer.rungs[0]?.to.code, answer.rungs[2]?.to.code]).toEqual(['88k.lake', '36k.lake']);
    expect(answer.rungs[1]?.to.code).not.toBe('62k.lake');
    const between = answer.rungs[1]?.to.lab?.L ?? 0;
    expect(between).toBeLessThan(87);
    expect(between).toBeGreaterThan(45);
  });

  it('into another line: only of that line, and where nothing comes close, what is worth buying', () => {
    const other = new Set(rack.filter(({ lineId }) => lineId !== 'line-quayside-hours').map(({ id }) => id));
    const own = ladder('88b.gold', '62b.gold', '36b.gold');
    const answer = found(own, { leftOut: other });
    for (const { to } of answer.rungs) expect(to.lineId).toBe('line-quayside-hours');
    const far = answer.rungs.filter(({ difference }) => difference > closeE00).map(({ from }) => from.code);
    expect(far.length).toBeGreaterThan(0);
    for (const { code, marker: bought, difference } of answer.buy) {
      expect(far).toContain(code);
      expect(bought.owned).toBe(false);
      expect(bought.lineId).toBe('line-quayside-hours');
      expect(difference).toBeLessThan(answer.rungs.find(({ from }) => from.code === code)?.difference ?? 0);
    }
  });

  it('a ladder by place is translated light to dark and keeps its order', () => {
    const own: Ladder = { ...ladder('36b.gold', '88b.gold', '62b.gold'), order: 'place' };
    expect(found(own).ladder).toEqual(own);
  });

  it('says what stands against it', () => {
    const own = ladder('88b.gold', '62b.gold');
    expect(insteadOf(own, [undefined, marker('62b.gold').lab], rack)).toEqual({ problem: expect.stringMatching(/88b\.gold is not known/) });
    expect(insteadOf(own, [marker('62b.gold').lab, marker('62b.gold').lab], rack)).toEqual({
      problem: expect.stringMatching(/equally light/),
    });
    expect(insteadOf(own, coloursOf(own), [])).toEqual({ problem: expect.stringMatching(/no 2 markers/) });
  });

  it('words tell lightness, strength and the way of the hue', () => {
    expect(changeWords({ L: 60, a: 0, b: 30 }, { L: 56, a: 0, b: 30 })).toBe('4 L* darker');
    expect(changeWords({ L: 60, a: 0, b: 30 }, { L: 60, a: 0, b: 40 })).toBe('stronger');
    expect(changeWords({ L: 60, a: 0, b: 30 }, { L: 61, a: 12, b: 27 })).toBe('1 L* lighter, towards orange');
    expect(changeWords({ L: 60, a: 0, b: 30 }, { L: 60.2, a: 0, b: 30 })).toBe('hardly a change');
  });
});
