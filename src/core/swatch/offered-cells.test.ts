import { describe, expect, it } from 'vitest';
import type { ColourReading, RackMarker } from '#model/marker';
import { canBeTaken, isTakenAtFirst, offeredCells } from './offered-cells';
import type { ReadCell } from './read-swatches';

const markers: RackMarker[] = ['red', 'blue', 'green'].map((id) => ({ id, lineId: 'l', code: id.toUpperCase(), owned: true }));
const labs = { red: { L: 50, a: 60, b: 40 }, blue: { L: 40, a: 5, b: -45 }, green: { L: 60, a: -40, b: 30 } };
const readings: ColourReading[] = Object.entries(labs).map(([id, lab]) => ({
  id,
  markerId: id,
  coats: 1,
  lab,
  source: 'picked',
  on: '2026-01-01',
}));
const cell = (markerId: string, lab = labs[markerId as keyof typeof labs], more: Partial<ReadCell> = {}): ReadCell => ({
  markerId,
  coats: 1,
  lab,
  spread: 0.4,
  flags: [],
  ...more,
});
const sheet = { sheet: 'AQ1', codes: [{ id: 'gone', code: 'G0' }, ...markers] };

describe('cells that were read', () => {
  it('stand beside the former value of that paper, and are taken unless something speaks against them', () => {
    const onLaid: ColourReading = {
      id: 'laid',
      markerId: 'red',
      paper: 'Laid',
      coats: 1,
      lab: { L: 55, a: 55, b: 40 },
      source: 'measured',
      on: '2025-01-01',
    };
    const { cells, skipped } = offeredCells(
      [
        cell('red'),
        cell('green', labs.green, { flags: ['patchy'] }),
        cell('blue', labs.blue, { flags: ['empty'] }),
        cell('gone', labs.red),
        cell('gone', labs.red),
      ],
      sheet,
      { markers, readings: [...readings, onLaid] },
      'Laid',
    );
    expect(cells.map(({ former }) => former?.id)).toEqual(['laid', 'green', 'blue']);
    expect(cells[0]?.deltaE).toBeGreaterThan(3);
    // Only that of this paper was measured there before.
    expect(cells.map(({ hasDrifted }) => hasDrifted)).toEqual([true, false, false]);
    expect(cells.map(isTakenAtFirst)).toEqual([true, false, false]);
    expect(cells.map(canBeTaken)).toEqual([true, true, false]);
    expect(skipped).toEqual(['G0']);
  });

  it('two that show each other are told to look swapped; one that merely is another is not', () => {
    const { cells } = offeredCells(
      [cell('red', labs.blue), cell('blue', labs.red), cell('green', labs.red)],
      sheet,
      { markers, readings },
      undefined,
    );
    expect(cells.map(({ looksLike }) => looksLike?.id)).toEqual(['blue', 'red', undefined]);
    expect(cells.map(isTakenAtFirst)).toEqual([false, false, true]);
  });

  it('dropped again only what is new of the sheet on that paper is offered', () => {
    const known = { ...(readings[0] as ColourReading), id: 'again', sheet: 'AQ1', paper: 'Laid' };
    const readBefore = (paper: string | undefined) =>
      offeredCells([cell('red'), cell('blue')], sheet, { markers, readings: [...readings, known] }, paper).cells.map(
        ({ isReadBefore }) => isReadBefore,
      );
    expect(readBefore('Laid')).toEqual([true, false]);
    expect(readBefore(undefined)).toEqual([false, false]);
  });
});
