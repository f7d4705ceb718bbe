import { describe, expect, it } from 'vitest';
import { leastMarkSeconds, usualPaceCm2 } from '#core/technique/wet-limit';
import type { SessionEntry, SessionHead } from '#model/session';
import { madeUpEntry, madeUpMark, madeUpSession } from '../../../tests/made-up-session';
import { seeded } from '../../../tests/seeded';
import { learnPace, paceOf, sizeOf } from './pace';

const learnt = (...given: Parameters<typeof learnPace>) => paceOf(learnPace(...given));

type Session = { head: SessionHead; entries: SessionEntry[] };

/** Normally distributed about 0 with deviation 1 (Box & Muller 1958, A note on the generation of random normal deviates). */
const normal = (random: () => number): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A session of a hand of that pace: each mark some 15 % quicker or slower; breaks said and not said, stalls, double taps. */
function session(
  random: () => number,
  cm2PerMinute: number,
  startedAtMs: number,
  { school = 'feather', marks: count = 80, largest = 1200 } = {},
): Session {
  const marks = Array.from({ length: count }, (_, i) => madeUpMark(i + 1, { school, areaMm2: 20 + largest * random() ** 2 }));
  const entries: SessionEntry[] = [];
  let now = 0;
  for (const { id, areaMm2 } of marks) {
    if (random() < 0.06) {
      // Tea: said.
      entries.push(madeUpEntry('pause', now + 2, {}));
      now += 600 * random();
      entries.push(madeUpEntry('resume', now, {}));
    }
    const usual = leastMarkSeconds + (60 * (areaMm2 / 100)) / cm2PerMinute;
    now += usual * Math.exp(0.15 * normal(random));
    // The telephone: not said; the marker was looked for; the bar was hit twice.
    if (random() < 0.06) now += 90 + 400 * random();
    if (random() < 0.06) now += 15 + 10 * random();
    const tap = random() < 0.05;
    entries.push(madeUpEntry('done', now, { mark: id }));
    if (tap) entries.push(madeUpEntry('done', now + 0.3, { mark: marks[marks.findIndex((mark) => mark.id === id) + 1]?.id ?? id }));
  }
  return {
    head: { ...madeUpSession(marks), startedAtMs },
    entries: entries.map((entry) => ({ ...entry, atMs: entry.atMs - 1_000_000 + startedAtMs })),
  };
}

describe('the pace of a hand', () => {
  it('is learnt within 5 % after five sessions, whatever breaks, stalls and double taps there were', () => {
    const worst: number[] = [];
    for (let seed = 1; seed <= 40; seed++) {
      const random = seeded(seed);
      const own = 12 + 50 * random();
      const sessions = Array.from({ length: 5 }, (_, i) => session(random, own, 1_000_000 + i * 1e8));
      const { cm2PerMinute, sessions: count } = learnt(sessions).of('feather', 800);
      expect(count).toBe(5);
      worst.push(cm2PerMinute / own - 1);
    }
    const off = worst.map(Math.abs).sort((one, other) => one - other);
    expect(off[37], `of forty hands, 38 within 5 %: ${off.slice(36).map((one) => one.toFixed(3))}`).toBeLessThan(0.05);
    // Breaks and taps draw it neither way.
    expect(Math.abs(worst.reduce((sum, one) => sum + one, 0) / worst.length)).toBeLessThan(0.01);
  });

  it('one session of nonsense moves it by under 10 %', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const random = seeded(100 + seed);
      const sessions = Array.from({ length: 5 }, (_, i) => session(random, 30, 1_000_000 + i * 1e8));
      const before = learnt(sessions).of('feather', 300).cm2PerMinute;
      for (const nonsense of [3, 900]) {
        const after = learnt([...sessions, session(random, nonsense, 9e8)]).of('feather', 300).cm2PerMinute;
        expect(Math.abs(after / before - 1), `${seed}, ${nonsense}`).toBeLessThan(0.1);
      }
    }
  });

  it('is that of the school and the size; where they were not seen, of the size, of anything, and else the usual one, told as such', () => {
    expect(learnt([]).of('feather', 100)).toEqual({ cm2PerMinute: usualPaceCm2, sessions: 0 });
    const random = seeded(5);
    const slow = Array.from({ length: 3 }, (_, i) => session(random, 10, 1_000_000 + i * 1e8, { school: 'wet', largest: 90 }));
    const quick = Array.from({ length: 3 }, (_, i) => session(random, 60, 2_000_000 + i * 1e8, { school: 'feather', largest: 90 }));
    const pace = learnt([...slow, ...quick]);
    expect(sizeOf(50)).toBe('small');
    expect(pace.of('wet', 50).cm2PerMinute).toBeLessThan(20);
    expect(pace.of('feather', 50).cm2PerMinute).toBeGreaterThan(40);
    const between = pace.of('dots', 50).cm2PerMinute;
    expect(between).toBeGreaterThan(10);
    expect(between).toBeLessThan(60);
    // The order in which sessions are told means nothing.
    expect(learnt([...quick, ...slow]).of('wet', 50)).toEqual(pace.of('wet', 50));
  });
});
