import { hueWord } from '#core/colour/hue-words';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ColourReading, Marker, MarkerLine, Rack, RackMarker } from '#model/marker';
import { withAssumedColours } from './assumed-colour';
import { readyRules } from './code-rule';
import { readPalette, writePalette } from './palette-file';
import { newOfRack } from './merge-rack';
import { readPastedCodes } from './pasted-codes';
import { noteLookup } from './pair-notes';
import { checkRack, markerWarnings, undertone } from './rack-checks';
import { rereadLine } from './reread-line';
import { guessMapping, readTable } from './table-import';
import { worthBuying } from './worth-buying';
import { findLadders, type LadderRequest } from './find-ladders';

const line: MarkerLine = {
  id: 'line',
  name: 'Line',
  rule: {
    parts: ['depth', 'group', 'separator', 'family'],
    groupSign: 'letter',
    depthFalls: true,
    letterCase: 'small',
    familiesWithoutGroup: ['mist'],
  },
};
const lettersLine: MarkerLine = {
  id: 'letters',
  name: 'Letters',
  rule: { ...readyRules.lettersGroupDepth, parts: [...readyRules.lettersGroupDepth.parts] },
};
const hoursLine: MarkerLine = {
  id: 'hours',
  name: 'Hours',
  rule: { parts: ['tone', 'separator', 'family'], tones: ['dawn', 'noon', 'dusk'] },
};
const tonesLine: MarkerLine = { id: 'tones', name: 'Tones', rule: { parts: ['family', 'separator', 'tone'], tones: ['dawn', 'dusk'] } };

function marker(code: string, lab: [number, number, number] | null, more: Partial<RackMarker> = {}): RackMarker {
  const [bare] = rereadLine(line, [{ id: code.toLowerCase(), lineId: 'line', code, owned: true, state: 'good' }]);
  return { ...(bare as RackMarker), ...(lab ? { lab: { L: lab[0], a: lab[1], b: lab[2] } } : {}), ...more };
}

let counter = 0;
const options = (present: RackMarker[] = [], own = line) => ({ line: own, present, newId: () => `new-${counter++}` });
const taken = (rows: ReturnType<typeof readPastedCodes>) => rows.flatMap((row) => (row.taken ? [row.marker.code] : []));

describe('pasted codes', () => {
  it.each([
    ['88d.fern, 62d.fern, 36d.fern', ['88d.fern', '62d.fern', '36d.fern']],
    ['88d.fern\n62d.fern\r\n36d.fern', ['88d.fern', '62d.fern', '36d.fern']],
    ['88D.FERN 62d-fern 36d fern', ['88d.fern', '62d-fern', '36d fern']],
    ['88d.fern, 62, 36; 88k.plum/62', ['88d.fern', '62d.fern', '36d.fern', '88k.plum', '62k.plum']],
    ['88d.fern 62 36', ['88d.fern', '62d.fern', '36d.fern']],
    ['97.mist + 11.mist', ['97.mist', '11.mist']],
  ])('are read in common shapes: %j', (text, codes) => expect(taken(readPastedCodes(text, options()))).toEqual(codes));

  it.each([
    ['quop21 quop-24 QUOP 27', ['QUOP21', 'QUOP-24', 'QUOP 27']],
    ['QUOP21, 24, 27; VEX31/34', ['QUOP21', 'QUOP24', 'QUOP27', 'VEX31', 'VEX34']],
  ])('are read so by other rules too: %j', (text, codes) => expect(taken(readPastedCodes(text, options([], lettersLine)))).toEqual(codes));

  it('of names with tone words keep their words together, the tone before or after', () => {
    expect(taken(readPastedCodes('dawn Fog, dusk Fog\ndusk Harbour Fog noon Tide', options([], hoursLine)))).toEqual([
      'dawn Fog',
      'dusk Fog',
      'dusk Harbour Fog',
      'noon Tide',
    ]);
    expect(taken(readPastedCodes('Harbour Fog dusk Tide dawn', options([], tonesLine)))).toEqual(['Harbour Fog dusk', 'Tide dawn']);
  });

  it('say for each that is not taken why, and take none twice', () => {
    const rows = readPastedCodes('88d.fern, 88D Fern, 417, 62d.fern', options([marker('62d.fern', null)]));
    const words = rows.map((row) => (row.taken ? 'taken' : row.why));
    expect(words).toEqual([
      'taken',
      expect.stringMatching(/already/),
      expect.stringMatching(/"417" is not a number that falls/),
      expect.stringMatching(/already/),
    ]);
    expect(taken(rows)).toContain('88d.fern');
  });

  it('never crash, and beyond 20,000 are refused in words', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        const rows = readPastedCodes(text, options());
        return rows.every((row) => row.taken || row.why.length > 5);
      }),
    );
    expect(() => readPastedCodes('88d.fern\n'.repeat(100_000), options())).toThrow(/100,000 entries; 20,000 fit/);
  });

  it('5,000 are read in well under a second of work', () => {
    const text = Array.from({ length: 5000 }, (_, index) => `${Math.floor(index / 10) + 1}${'abcdefghij'[index % 10]}.fern`).join('\n');
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
        ['88d.fern', '2', 'low', '#aabb77', '4,50'],
        ['62d.fern', 'no', '', '', ''],
        ['', '1', '', '', ''],
        ['53d.fern', 'maybe', '', '', ''],
        ['45d.fern', '1', 'lost', '', ''],
        ['36d.fern', '1', '', 'green', ''],
        ['88d.fern', '1', '', '', ''],
      ],
      mapping,
      options(),
    );
    expect(rows.map((row) => row.taken)).toEqual([true, true, false, false, false, false, false]);
    expect(rows[0]).toMatchObject({
      marker: { code: '88d.fern', count: 2, owned: true, state: 'low', price: 4.5, colourSource: 'picked' },
    });
    expect(rows[1]).toMatchObject({ marker: { owned: false, count: 0 } });
    expect(rows.slice(2).map((row) => (row.taken ? '' : row.why))).toEqual(
      [/no code/, /neither a number/, /none of good/, /not written as/, /already/].map((words) => expect.stringMatching(words)),
    );
  });
});

describe('tables of a whole rack', () => {
  const mapping = guessMapping(['line', 'code', 'owned', 'state', 'colour', 'lab', 'source', 'cap', 'wanted', 'price']);
  const read = (row: string[]) => readTable([row], mapping, { ...options(), lines: [line, hoursLine] })[0];

  it('come back into their own lines, with the inks as they were', () => {
    expect(read(['Hours', 'dusk Fog', '2', 'low', '#000000', '62.1 -10.3 20.5', 'measured', '#102030', 'yes', '4.50'])).toMatchObject({
      taken: true,
      marker: {
        lineId: 'hours',
        code: 'dusk Fog',
        family: 'FOG',
        count: 2,
        state: 'low',
        lab: { L: 62.1, a: -10.3, b: 20.5 },
        colourSource: 'measured',
        wanted: true,
        price: 4.5,
      },
    });
    expect(read(['', '62d.fern', 'yes', '', '', '', '', '', '', ''])).toMatchObject({ taken: true, marker: { lineId: 'line' } });
    expect(read(['Nowhere', '62d.fern', '', '', '', '', '', '', '', ''])).toMatchObject({
      taken: false,
      why: expect.stringMatching(/no line "Nowhere": make it/),
    });
  });

  it.each([
    ['price', '-5', /price "-5" is not a number from 0 up/],
    ['owned', 'constructor', /neither a number nor yes or no/],
    ['wanted', 'toString', /neither yes nor no/],
    ['lab', '62 x 3', /not three numbers/],
    ['source', 'guessed', /measured or picked/],
  ])('refuse in words: %s "%s"', (head, text, why) => {
    const [row] = readTable([['62d.fern', text]], guessMapping(['code', head]), options());
    expect(row).toMatchObject({ taken: false, why: expect.stringMatching(why) });
  });
});

describe('a saved rack brought in again', () => {
  const reading = (markerId: string): ColourReading => ({
    id: `r-${markerId}`.replace(/[^\w-]/g, '-'),
    markerId,
    coats: 1,
    lab: { L: 70, a: 0, b: 0 },
    source: 'measured',
    on: '2026-11-24',
  });
  it('knows a marker that was taken out and added again, and a line made again, by code and name', () => {
    const [first, second] = [marker('88d.fern', [90, -10, 20]), marker('62d.fern', [70, -20, 30])];
    const file: Rack = {
      lines: [line],
      markers: [first, second],
      pairNotes: [{ firstId: first.id, secondId: second.id, verdict: 'refuses', reason: '', on: '2026-11-24' }],
      readings: [reading(first.id), reading(second.id)],
    };
    const again: Rack = {
      lines: [{ ...line, id: 'again' }],
      markers: [{ ...first, id: 'new', lineId: 'again', code: '88D-fern' }],
      pairNotes: [],
      readings: [],
    };
    expect(newOfRack(again, file)).toEqual({
      lines: [],
      markers: [{ ...second, lineId: 'again' }],
      pairNotes: [{ firstId: 'new', secondId: second.id, verdict: 'refuses', reason: '', on: '2026-11-24' }],
      // Of the one that is here under another id too.
      readings: [{ ...reading(first.id), markerId: 'new' }, reading(second.id)],
    });
    const empty = { lines: [], markers: [], pairNotes: [], readings: [] };
    expect(newOfRack(empty, file)).toEqual(file);
    expect(newOfRack(file, file)).toEqual(empty);
    // A note about a marker that is nowhere has nobody to follow.
    expect(newOfRack(again, { ...file, markers: [first] }).pairNotes).toEqual([]);
  });
});

describe('palette files', () => {
  const rack = [marker('88d.fern', [88, -15, 28]), marker('62d.fern', [71, -27, 36]), marker('11.mist', [30, -1, -5])];

  it('go out and come in with codes and colours (to one level of a channel)', () => {
    const read = readPalette(writePalette('My line', rack), options());
    expect(read.map((row) => row.taken && row.marker.code)).toEqual(['88d.fern', '62d.fern', '11.mist']);
    const lightness = read.map((row) => (row.taken ? row.marker.lab?.L : undefined));
    for (const [index, one] of rack.entries()) expect(Math.abs((lightness[index] ?? 0) - (one.lab?.L ?? 99))).toBeLessThan(0.5);
  });

  it('of nonsense are refused, broken lines named', () => {
    expect(() => readPalette('Hello', options())).toThrow(/no palette file/);
    const rows = readPalette('GIMP Palette\nName: x\n#\n300 0 0\tFERN21\nred\n10 20 30 62d.fern', options());
    expect(rows.map((row) => row.taken)).toEqual([false, false, true]);
  });
});

describe('colours and checks', () => {
  it('assume a colour from the code between the known ones, and say so', () => {
    const shown = withAssumedColours([
      marker('88d.fern', [90, -10, 20]),
      marker('62d.fern', null),
      marker('36d.fern', [60, -30, 40]),
      marker('88k.plum', null),
    ]);
    expect(shown[1]).toMatchObject({ shownSource: 'assumed', lab: { L: 75, a: -20, b: 30 } });
    expect(shown[3]).toMatchObject({ shownSource: 'none' });
    expect(shown[0]?.shownSource).toBe('picked');
  });

  it('name misleading caps, code order against ink order, a brown that is red, wide gaps', () => {
    const rack = [
      marker('79d.clay', [80, 10, 24], { capLab: { L: 55, a: 10, b: 20 } }),
      marker('53d.clay', [62, 14, 28], { capLab: { L: 78, a: 10, b: 20 } }),
      marker('27d.clay', [30, 14, 20]),
      marker('88d.moss', [74, -10, 38]),
      marker('71d.moss', [82, -8, 28]),
      marker('53k.clay', [60, 34, 8]),
    ];
    const findings = checkRack(rack);
    expect(findings.map(({ kind }) => kind).sort()).toEqual(['caps', 'codeOrder', 'hue', 'wideGap']);
    expect(findings.map(({ words }) => words).join(' ')).toMatch(
      /79d.clay, 53d.clay.*71d.moss is lighter than 88d.moss.*53k.clay is of another hue.*pink to red.*wide step of 32/,
    );
    expect(checkRack(rack.filter(({ code }) => code === '79d.clay'))).toEqual([]);
  });

  it('tell the undertone in words beside the nearest of the family', () => {
    const rack = [marker('62b.clay', [60, 15, 28]), marker('62d.clay', [61, 26, 26]), marker('88k.plum', [60, 20, -20])];
    expect(undertone(rack[1] as RackMarker, rack)).toMatch(/^redder.* than 62b.clay$/);
    expect(undertone(rack[2] as RackMarker, rack)).toBe('');
    expect([hueWord(40), hueWord(95), hueWord(150), hueWord(280), hueWord(-10)]).toEqual(['red', 'yellow', 'green', 'blue', 'pink to red']);
  });

  it('warn before a marker is picked up; freshly refilled ones for a day', () => {
    const refilled = marker('88d.fern', [90, 0, 0], { events: [{ on: '2026-11-24', kind: 'refilled' }] });
    expect(markerWarnings(refilled, [], '2026-11-24')).toEqual(['Freshly refilled markers flood: test on scrap.']);
    expect(markerWarnings(refilled, [], '2026-11-25')).toHaveLength(1);
    expect(markerWarnings(refilled, [], '2026-11-26')).toEqual([]);
    expect(markerWarnings(marker('88d.fern', null, { state: 'dry', owned: false }), [], '2026-11-24')).toEqual([
      'Not in your rack.',
      'Dry: refill it or take another.',
    ]);
  });
});

describe('suggestions', () => {
  const rack = [
    marker('88d.fern', [89, -15, 28]),
    marker('62d.fern', [71, -27, 36]),
    marker('53d.fern', [68, -27, 36]),
    marker('36d.fern', [49, -29, 28], { owned: false }),
    marker('19d.fern', [38, -25, 20]),
  ];

  it('follow what was noted about a pair, in either order', () => {
    const best = (verdict: 'blends well' | 'refuses') =>
      findLadders(rack, {
        rungs: 2,
        start: { family: 'FERN' },
        pairNotes: [{ firstId: '62d.fern', secondId: '88d.fern', verdict, reason: '', on: '2026-11-24' }],
      });
    expect(best('blends well')[0]?.rungs.map(({ code }) => code)).toEqual(['88d.fern', '62d.fern']);
    expect(best('blends well')[0]?.reasons.join()).toMatch(/you noted: blends well/);
    expect(best('refuses')[0]?.rungs.map(({ code }) => code)).not.toEqual(['88d.fern', '62d.fern']);
    expect(noteLookup([{ firstId: 'b', secondId: 'a', verdict: 'refuses', reason: '', on: '2026-11-24' }])('a', 'b')?.verdict).toBe(
      'refuses',
    );
  });

  it('name the single marker worth buying, and none when nothing would be better', () => {
    expect(worthBuying(rack, { rungs: 3, start: { family: 'FERN' } })?.marker.code).toBe('36d.fern');
    expect(
      worthBuying(
        rack.filter(({ owned }) => owned),
        { rungs: 3, start: { family: 'FERN' } },
      ),
    ).toBeNull();
  });

  it('name what a purchase would improve as one search for each marker would (plain reference, seeded racks)', () => {
    const plain = (rack: readonly Marker[], request: LadderRequest) => {
      const now = findLadders(rack, { ...request, most: 1 })[0]?.cost ?? Number.POSITIVE_INFINITY;
      const costs = rack
        .filter(({ owned }) => !owned)
        .map((marker) => {
          const bought = { ...marker, owned: true, state: 'good' as const };
          const withIt = rack.map((other) => (other === marker ? bought : other));
          return findLadders(withIt, { ...request, most: 1 })[0]?.cost ?? Number.POSITIVE_INFINITY;
        });
      const best = Math.min(Number.POSITIVE_INFINITY, ...costs);
      return best < Number.POSITIVE_INFINITY && now - best > 0.05 ? best : null;
    };
    const anyMarker = fc.record({
      family: fc.constantFrom('A', 'B'),
      L: fc.integer({ min: 10, max: 95 }),
      hue: fc.integer({ min: -20, max: 30 }),
      hasLab: fc.boolean(),
      depth: fc.integer({ min: 0, max: 9 }),
      owned: fc.boolean(),
      state: fc.constantFrom('good' as const, 'low' as const, 'dry' as const),
    });
    fc.assert(
      fc.property(
        fc.array(anyMarker, { minLength: 2, maxLength: 12 }),
        fc.constantFrom(2 as const, 3 as const, 4 as const),
        fc.constantFrom('none' as const, 'ends' as const),
        fc.boolean(),
        fc.boolean(),
        (drawn, rungs, crossFamily, onlyUsable, fromFirst) => {
          const rack = drawn.map(
            ({ L, hue, hasLab, ...one }, index): Marker => ({
              ...one,
              id: `m${index}`,
              code: `${one.family}-${index}`,
              ...(hasLab ? { lab: { L, a: hue, b: 20 } } : {}),
            }),
          );
          const request: LadderRequest = { rungs, crossFamily, onlyUsable, ...(fromFirst ? { start: { markerId: 'm0' } } : {}) };
          expect(worthBuying(rack, request)?.ladder.cost ?? null).toBe(plain(rack, request));
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('a changed rule', () => {
  it('reads the codes anew; what no longer fits keeps only its code', () => {
    const [fern, odd] = rereadLine({ ...line, rule: { parts: ['depth', 'family'] } }, [
      { ...marker('88d.fern', null), code: '88fern' },
      { ...marker('62d.fern', null), code: 'X!' },
    ]);
    expect(fern).toMatchObject({ family: 'FERN', depth: 88 });
    expect(fern).not.toHaveProperty('group');
    expect(odd).not.toHaveProperty('family');
  });
});
