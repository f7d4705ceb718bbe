import { describe, expect, it } from 'vitest';
import type { ColourReading, RackMarker } from '#model/marker';
import { shownMarkers } from './assumed-colour';
import { driftDeltaE, driftOf } from './drift';
import { newestReading, readingsByMarker, readingsOf, readOn, withReadings } from './readings';

const marker = (id: string): RackMarker => ({ id, lineId: 'l', code: id, owned: true });
const reading = (id: string, markerId: string, L: number, more: Partial<ColourReading> = {}): ColourReading => ({
  id,
  markerId,
  coats: 1,
  lab: { L, a: 10, b: 10 },
  source: 'measured',
  on: '2026-11-01',
  ...more,
});

describe('colours as readings', () => {
  const readings = [
    reading('1', 'a', 70, { on: '2026-11-20' }),
    reading('2', 'a', 60, { paper: 'Laid', on: '2026-10-01' }),
    reading('3', 'a', 50, { paper: 'Laid', coats: 2, on: '2026-10-01' }),
    { ...reading('4', 'b', 40), on: undefined },
    reading('5', 'b', 45, { paper: 'Felt', on: '2026-09-01' }),
  ] as ColourReading[];
  const rack = { markers: [marker('a'), marker('b'), marker('c')], readings };
  const colours = (paper?: string) => withReadings(rack, paper).map(({ lab, twoCoats }) => [lab?.L, twoCoats?.L]);

  it('are those of the paper asked for, else the newest of any, with two coats of the same paper only', () => {
    expect(colours('Laid')).toEqual([
      [60, 50],
      [45, undefined],
      [undefined, undefined],
    ]);
    // That of 20 November is newer than that on Laid; one of a day that nobody knows is older than any.
    expect(colours()).toEqual([
      [70, undefined],
      [45, undefined],
      [undefined, undefined],
    ]);
    expect(readOn(withReadings(rack, 'Laid'), 'Laid')).toEqual({ here: 1, elsewhere: 1, none: 1 });
  });

  it('of one day that which was kept last is the newest, and a marker never shows a colour of its own', () => {
    const own = readingsByMarker([reading('1', 'a', 70), reading('2', 'a', 71)]).get('a') ?? [];
    expect(newestReading(own, 1)?.id).toBe('2');
    expect(withReadings({ markers: [{ ...marker('a'), lab: { L: 1, a: 0, b: 0 }, colourSource: 'picked' }], readings: [] })[0]).toEqual(
      marker('a'),
    );
  });

  it('on their way in they are readings of a paper that nobody named', () => {
    const incoming = [{ ...marker('a'), lab: { L: 33, a: 0, b: 0 }, colourSource: 'measured' as const }, marker('b')];
    expect(readingsOf(incoming, '2026-11-29', (id) => `of-${id}`)).toEqual([
      { id: 'of-a', markerId: 'a', coats: 1, lab: { L: 33, a: 0, b: 0 }, source: 'measured', on: '2026-11-29' },
    ]);
  });

  it('what is assumed from the code follows what was read on that paper', () => {
    const family = (id: string, depth: number): RackMarker => ({ ...marker(id), family: 'fern', depth });
    const shown = shownMarkers(
      {
        markers: [family('a', 1), family('b', 2), family('c', 3)],
        readings: [reading('1', 'a', 80), reading('2', 'c', 40), reading('3', 'a', 90, { paper: 'Laid', on: '2026-01-01' })],
      },
      'Laid',
    );
    expect(shown.map(({ lab, shownSource }) => [lab?.L, shownSource])).toEqual([
      [90, 'measured'],
      [65, 'assumed'],
      [40, 'measured'],
    ]);
  });
});

describe('drift', () => {
  it('compares measured readings of the same paper and coats only', () => {
    const later = reading('3', 'a', 60, { on: '2026-11-20' });
    const own = [
      reading('0', 'a', 60, { on: '2026-01-01' }),
      reading('1', 'a', 66, { on: '2026-02-01' }),
      reading('2', 'a', 20, { paper: 'Laid', on: '2026-03-01' }),
      reading('4', 'a', 20, { coats: 2, on: '2026-03-02' }),
      reading('5', 'a', 20, { source: 'picked', on: '2026-03-03' }),
      later,
    ];
    const drift = driftOf(own, later);
    expect(drift?.earlier.id).toBe('1');
    expect(drift?.deltaE).toBeGreaterThan(driftDeltaE);
    expect(driftOf(own, own[0])).toBeNull();
    expect(driftOf(own, own[2])).toBeNull();
  });
});
