import { describe, expect, it } from 'vitest';
import { demoRack } from '#demo/marker-lines';
import type { Ladder } from '#model/ladder';
import {
  addMarker,
  addRung,
  mostRungs,
  moveRung,
  nextMarker,
  orderLadder,
  removeRung,
  replaceRung,
  stepRung,
  risenRung,
} from './rung-steps';

const rack = demoRack().markers;
const marker = (code: string) => {
  const found = rack.find((own) => own.code === code);
  if (!found) throw new Error(`no ${code}`);
  return found;
};
const ladder = (...codes: string[]): Ladder => ({ rungs: codes.map((code) => ({ markerId: marker(code).id, code })) });
const codesOf = (own: Ladder | null) => own?.rungs.map(({ code }) => code).join(' ');
const done = (change: ReturnType<typeof stepRung>) => {
  if ('problem' in change) throw new Error(change.problem);
  return change;
};

describe('rungs on the rail', () => {
  it('step to the neighbouring marker of the family, past what is in the ladder, dry or not owned, and back again', () => {
    const lake = ladder('88k.lake', '62k.lake', '36k.lake');
    const darker = done(stepRung(lake, marker('88k.lake').id, 'darker', rack));
    const code = rack.find(({ id }) => id === darker.markerId)?.code;
    expect(code).toMatch(/lake$/);
    expect(codesOf(darker.ladder)).toContain(code);
    // 53m.lake is dry: nothing ever steps onto it.
    let at = done(stepRung(lake, marker('62k.lake').id, 'darker', rack));
    for (let step = 0; step < 6; step++) {
      expect(at.markerId).not.toBe(marker('53m.lake').id);
      const next = stepRung(at.ladder, at.markerId, 'darker', rack);
      if ('problem' in next) break;
      at = next;
    }
    const back = done(stepRung(darker.ladder, darker.markerId, 'paler', rack));
    expect(codesOf(back.ladder)).toBe(codesOf(lake));
  });

  it('stay light to dark whatever is stepped, added or replaced', () => {
    let own = ladder('62d.fern');
    for (const towards of ['darker', 'paler', 'darker', 'paler'] as const) {
      const change = addRung(own, towards, rack);
      if ('problem' in change) continue;
      own = change.ladder;
      const lightness = own.rungs.map(({ markerId }) => rack.find(({ id }) => id === markerId)?.lab?.L ?? 0);
      expect(lightness).toEqual([...lightness].sort((one, other) => other - one));
    }
    expect(own.rungs.length).toBeGreaterThan(2);
    expect(codesOf(done(replaceRung(ladder('88b.gold', '36b.gold'), marker('88b.gold').id, marker('19m.bark'), rack)).ladder)).toBe(
      '36b.gold 19m.bark',
    );
    expect(codesOf(done(addMarker(ladder('88b.gold', '36b.gold'), marker('62b.gold'), rack)).ladder)).toBe('88b.gold 62b.gold 36b.gold');
    expect(codesOf(done(addMarker(undefined, marker('62b.gold'), rack)).ladder)).toBe('62b.gold');
  });

  it('beyond the end of the family go on with nearly the same hue and strength, never from blue to grey', () => {
    const lake = rack.filter(({ family }) => family === 'LAKE');
    const deepest = lake.reduce((dark, own) => ((own.lab?.L ?? 100) < (dark.lab?.L ?? 100) ? own : dark));
    const next = nextMarker(rack, deepest, 'darker', new Set());
    if (next) {
      expect(next.lab?.L).toBeLessThan(deepest.lab?.L ?? 0);
      expect(Math.hypot(next.lab?.a ?? 0, next.lab?.b ?? 0)).toBeGreaterThan(10);
    }
    expect(nextMarker(lake, deepest, 'darker', new Set())).toBeUndefined();
  });

  it('keep the place of a rung whose marker has left the rack', () => {
    const gone: Ladder = { rungs: [{ markerId: 'gone', code: 'gone' }, ...ladder('88b.gold', '62b.gold').rungs] };
    const stepped = done(stepRung(gone, marker('62b.gold').id, 'darker', rack));
    expect(stepped.ladder.rungs[0]?.markerId).toBe('gone');
    expect(stepRung(gone, 'gone', 'darker', rack)).toEqual({ problem: expect.stringMatching(/no longer in the rack/) });
  });

  it('say why not: nothing further, twice the same, more than six', () => {
    expect(stepRung(ladder('88b.gold'), marker('88b.gold').id, 'paler', [marker('88b.gold')])).toEqual({
      problem: expect.stringMatching(/no paler/),
    });
    expect(addMarker(ladder('88b.gold'), marker('88b.gold'), rack)).toEqual({ problem: '88b.gold is in it already.' });
    const full = ladder('95.mist', '88.mist', '79.mist', '71.mist', '62.mist', '53.mist');
    expect(full.rungs).toHaveLength(mostRungs);
    expect(addRung(full, 'darker', rack)).toEqual({ problem: expect.stringMatching(/six|6/) });
    expect(addMarker(full, marker('45.mist'), rack)).toEqual({ problem: expect.stringMatching(/6 rungs/) });
    expect(codesOf(removeRung(ladder('88b.gold', '62b.gold'), marker('88b.gold').id))).toBe('62b.gold');
    expect(removeRung(ladder('88b.gold'), marker('88b.gold').id)).toBeNull();
  });

  it('ordered by place stay as they were put, and come back light to dark', () => {
    const sunny = orderLadder(ladder('88b.gold', '62b.rose', '36b.gold'), 'place', rack);
    expect(sunny.order).toBe('place');
    const turned = moveRung(sunny, marker('36b.gold').id, -1);
    expect(codesOf(turned)).toBe('88b.gold 36b.gold 62b.rose');
    expect(moveRung(turned, marker('88b.gold').id, -1)).toBe(turned);
    const added = done(addMarker(turned, marker('88b.rose'), rack));
    expect(codesOf(added.ladder)).toBe('88b.gold 36b.gold 62b.rose 88b.rose');
    expect(added.ladder.order).toBe('place');
    expect(codesOf(orderLadder(turned, 'lightness', rack))).toBe('88b.gold 62b.rose 36b.gold');
  });
});

describe('a ladder whose colours were read anew', () => {
  it('tells the first rung that is lighter than the one before it', () => {
    const at = (id: string, L?: number) => ({ id, code: id, owned: true, ...(L === undefined ? {} : { lab: { L, a: 0, b: 0 } }) });
    const ladder = { rungs: ['a', 'b', 'c'].map((id) => ({ markerId: id, code: id })) };
    expect(risenRung(ladder, [at('a', 80), at('b', 60), at('c', 40)])).toBeNull();
    expect(risenRung(ladder, [at('a', 80), at('b', 60), at('c', 65)])).toMatchObject({ lighter: { id: 'b' }, darker: { id: 'c' } });
    expect(risenRung(ladder, [at('a', 80), at('b'), at('c', 90)])).toBeNull();
  });
});
