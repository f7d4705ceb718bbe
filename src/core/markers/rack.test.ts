import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MarkerLine, RackMarker } from '#model/marker';
import { withAssumedColours } from './assumed-colour';
import { readyRules } from './code-rule';
import { readPalette, writePalette } from './palette-file';
import { readPastedCodes } from './pasted-codes';
import { noteLookup } from './pair-notes';
import { checkRack, hueWord, markerWarnings, undertone } from './rack-checks';
import { rereadLine } from './reread-line';
import { suggestLadders, rungsForArea } from './suggest';
import { guessMapping, readTable } from './table-import';
import { worthBuying } from './worth-buying';
import { findLadders } from './find-ladders';

const line: MarkerLine = {
  id: 'line',
  name: 'Line',
  rule: { ...readyRules.lettersGroupDepth, parts: [...readyRules.lettersGroupDepth.parts], familiesWithoutGroup: ['MIST'] },
};
const pairsLine: MarkerLine = { id: 'pairs', name: 'Pairs', rule: { parts: ['family', 'separator', 'tone'], tones: ['pale', 'deep'] } };

function marker(code: string, lab: [number, number, number] | null, more: Partial<RackMarker> = {}): RackMarker {
  const [bare] = rereadLine(line, [{ id: code.toLowerCase(), lineId: 'line', code, owned: true, state: 'good' }]);
  return { ...(bare as RackMarker), ...(lab ? { lab: { L: lab[0], a: lab[1], b: lab[2] } } : {}), ...more };
}

let counter = 0;
const options = (present: RackMarker[] = [], own = line) => ({ line: own, present, newId: () => `new-${counter++}` });
const taken = (rows: ReturnType<typeof readPastedCodes>) => rows.flatMap((row) => (row.taken ? [row.marker.code] : []));

describe('pasted codes', () => {
  it.each([
    ['FERN21, FERN24, FERN27', ['FERN21', 'FERN24', 'FERN27']],
    ['FERN21\nFERN24\r\nFERN27', ['FERN21', 'FERN24', 'FERN27']],
    ['fern21 fern-24 FERN 27', ['FERN21', 'FERN-24', 'FERN 27']],
    ['FERN21, 24, 27; PLUM31/34', ['FERN21', 'FERN24', 'FERN27', 'PLUM31', 'PLUM34']],
    ['FERN21 24 27', ['FERN21', 'FERN24', 'FERN27']],
    ['MIST00 + MIST10', ['MIST00', 'MIST10']],
  ])('are read in common shapes: %j', (text, codes) => expect(taken(readPastedCodes(text, options()))).toEqual(codes));

  it('of names with tone words keep their words together', () => {
    expect(taken(readPastedCodes('Fog pale, Fog deep\nHarbour Fog deep Tide pale', options([], pairsLine)))).toEqual([
      'Fog pale',
      'Fog deep',
      'Harbour Fog deep',
      'Tide pale',
    ]);
  });

  it('say for each that is not taken why, and take none twice', () => {
    const rows = readPastedCodes('FERN21, fern 21, 417, FERN24', options([marker('FERN24', null)]));
    const words = rows.map((row) => (row.taken ? 'taken' : row.why));
    expect(words).toEqual([
      'taken',
      expect.stringMatching(/already/),
      expect.stringMatching(/"417" is not letters of a family/),
      expect.stringMatching(/already/),
    ]);
    expect(taken(rows)).toContain('FERN21');
  });

  it('never crash, and beyond 20,000 are refused in words', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        const rows = readPastedCodes(text, options());
        return rows.every((row) => row.taken || row.why.length > 5);
      }),
      { seed: 11 },
    );
    expect(() => readPastedCodes('FERN21\n'.repeat(100_000), options())).toThrow(/100,000 entries; 20,000 fit/);
  });

  it('5,000 are read in well under a second of work', () => {
    const text = Array.from({ length: 5000 }, (_, index) => `FERN${index % 10}${Math.floor(index / 10) + 1}`).join('\n');
    expect(readPastedCodes(text, options())).toHaveLength(5000);
  });
});

describe('tables', () => {
  const heading = ['Code', 'Owned', 'State', 'Ink', 'Price'];
  it('map their headings and say for every row that is not taken why', () => {
    const mapping = guessMapping(heading);
    expect(mapping).toEqual({ code: 0, owned: 1, state: 2, colour: 3, price: 4 });
    const rows = readTable(
      [
        ['FERN21', '2', 'low', '#aabb77', '4,50'],
        ['FERN24', 'no', '', '', ''],
        ['', '1', '', '', ''],
        ['FERN25', 'maybe', '', '', ''],
        ['FERN26', '1', 'lost', '', ''],
        ['FERN27', '1', '', 'green', ''],
        ['FERN21', '1', '', '', ''],
      ],
      mapping,
      options(),
    );
    expect(rows.map((row) => row.taken)).toEqual([true, true, false, false, false, false, false]);
    expect(rows[0]).toMatchObject({ marker: { code: 'FERN21', count: 2, owned: true, state: 'low', price: 4.5, colourSource: 'picked' } });
    expect(rows[1]).toMatchObject({ marker: { owned: false, count: 0 } });
    expect(rows.slice(2).map((row) => (row.taken ? '' : row.why))).toEqual(
      [/no code/, /neither a number/, /none of good/, /not written as/, /already/].map((words) => expect.stringMatching(words)),
    );
  });
});

describe('palette files', () => {
  const rack = [marker('FERN21', [88, -15, 28]), marker('FERN24', [71, -27, 36]), marker('MIST10', [30, -1, -5])];

  it('go out and come in with codes and colours (to one level of a channel)', () => {
    const read = readPalette(writePalette('My line', rack), options());
    expect(read.map((row) => row.taken && row.marker.code)).toEqual(['FERN21', 'FERN24', 'MIST10']);
    const lightness = read.map((row) => (row.taken ? row.marker.lab?.L : undefined));
    for (const [index, one] of rack.entries()) expect(Math.abs((lightness[index] ?? 0) - (one.lab?.L ?? 99))).toBeLessThan(0.5);
  });

  it('of nonsense are refused, broken lines named', () => {
    expect(() => readPalette('Hello', options())).toThrow(/no palette file/);
    const rows = readPalette('GIMP Palette\nName: x\n#\n300 0 0\tFERN21\nred\n10 20 30 FERN24', options());
    expect(rows.map((row) => row.taken)).toEqual([false, false, true]);
  });
});

describe('colours and checks', () => {
  it('assume a colour from the code between the known ones, and say so', () => {
    const shown = withAssumedColours([
      marker('FERN21', [90, -10, 20]),
      marker('FERN24', null),
      marker('FERN27', [60, -30, 40]),
      marker('PLUM31', null),
    ]);
    expect(shown[1]).toMatchObject({ shownSource: 'assumed', lab: { L: 75, a: -20, b: 30 } });
    expect(shown[3]).toMatchObject({ shownSource: 'none' });
    expect(shown[0]?.shownSource).toBe('picked');
  });

  it('name misleading caps, code order against ink order, a brown that is red, wide gaps', () => {
    const rack = [
      marker('CLAY22', [80, 10, 24], { capLab: { L: 55, a: 10, b: 20 } }),
      marker('CLAY25', [62, 14, 28], { capLab: { L: 78, a: 10, b: 20 } }),
      marker('CLAY28', [30, 14, 20]),
      marker('MOSS21', [74, -10, 38]),
      marker('MOSS23', [82, -8, 28]),
      marker('CLAY35', [60, 34, 8]),
    ];
    const findings = checkRack(rack);
    expect(findings.map(({ kind }) => kind).sort()).toEqual(['caps', 'codeOrder', 'hue', 'wideGap']);
    expect(findings.map(({ words }) => words).join(' ')).toMatch(
      /CLAY22, CLAY25.*MOSS23 is lighter than MOSS21.*CLAY35 is of another hue.*pink to red.*wide step of 32/,
    );
    expect(checkRack(rack.filter(({ code }) => code === 'CLAY22'))).toEqual([]);
  });

  it('tell the undertone in words beside the nearest of the family', () => {
    const rack = [marker('CLAY14', [60, 15, 28]), marker('CLAY24', [61, 26, 26]), marker('PLUM31', [60, 20, -20])];
    expect(undertone(rack[1] as RackMarker, rack)).toMatch(/^redder.* than CLAY14$/);
    expect(undertone(rack[2] as RackMarker, rack)).toBe('');
    expect([hueWord(40), hueWord(95), hueWord(150), hueWord(280), hueWord(-10)]).toEqual(['red', 'yellow', 'green', 'blue', 'pink to red']);
  });

  it('warn before a marker is picked up; freshly refilled ones for a day', () => {
    const refilled = marker('FERN21', [90, 0, 0], { events: [{ on: '2026-11-24', kind: 'refilled' }] });
    expect(markerWarnings(refilled, [], '2026-11-24')).toEqual(['Freshly refilled markers flood: test on scrap.']);
    expect(markerWarnings(refilled, [], '2026-11-25')).toHaveLength(1);
    expect(markerWarnings(refilled, [], '2026-11-26')).toEqual([]);
    expect(markerWarnings(marker('FERN21', null, { state: 'dry', owned: false }), [], '2026-11-24')).toEqual([
      'Not in your rack.',
      'Dry: refill it or take another.',
    ]);
  });
});

describe('suggestions', () => {
  const rack = [
    marker('FERN21', [89, -15, 28]),
    marker('FERN24', [71, -27, 36]),
    marker('FERN25', [68, -27, 36]),
    marker('FERN27', [49, -29, 28], { owned: false }),
    marker('FERN29', [38, -25, 20]),
  ];

  it('follow what was noted about a pair, in either order', () => {
    const best = (verdict: 'blends well' | 'refuses') =>
      findLadders(rack, {
        rungs: 2,
        start: { family: 'FERN' },
        pairNotes: [{ firstId: 'fern24', secondId: 'fern21', verdict, reason: '', on: '2026-11-24' }],
      });
    expect(best('blends well')[0]?.rungs.map(({ code }) => code)).toEqual(['FERN21', 'FERN24']);
    expect(best('blends well')[0]?.reasons.join()).toMatch(/you noted: blends well/);
    expect(best('refuses')[0]?.rungs.map(({ code }) => code)).not.toEqual(['FERN21', 'FERN24']);
    expect(noteLookup([{ firstId: 'b', secondId: 'a', verdict: 'refuses', reason: '', on: '2026-11-24' }])('a', 'b')?.verdict).toBe(
      'refuses',
    );
  });

  it('name the single marker worth buying, and none when nothing would be better', () => {
    expect(worthBuying(rack, { rungs: 3, start: { family: 'FERN' } })?.marker.code).toBe('FERN27');
    expect(
      worthBuying(
        rack.filter(({ owned }) => owned),
        { rungs: 3, start: { family: 'FERN' } },
      ),
    ).toBeNull();
  });

  it('put families already given last and go by the area (common practice, no source)', () => {
    const two = [...rack, marker('PLUM31', [82, 14, -10]), marker('PLUM34', [60, 28, -19]), marker('PLUM37', [42, 30, -19])];
    expect(suggestLadders(two, { rungs: 3, avoid: [marker('PLUM34', [60, 28, -19]).id] }).map((ladder) => ladder.rungs[0]?.family)).toEqual(
      ['FERN', 'PLUM'],
    );
    expect([5, 30, 300, 2000].map(rungsForArea)).toEqual([1, 2, 3, 4]);
  });
});

describe('a changed rule', () => {
  it('reads the codes anew; what no longer fits keeps only its code', () => {
    const [fern, odd] = rereadLine({ ...line, rule: { parts: ['family', 'separator', 'depth'] } }, [
      marker('FERN21', null),
      { ...marker('FERN24', null), code: 'X!' },
    ]);
    expect(fern).toMatchObject({ family: 'FERN', depth: 21 });
    expect(fern).not.toHaveProperty('group');
    expect(odd).not.toHaveProperty('family');
  });
});
