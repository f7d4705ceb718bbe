import { describe, expect, it } from 'vitest';
import type { ShownMarker } from '#core/markers/assumed-colour';
import type { MarkerLine } from '#model/marker';
import { madeUpWritten, madeUpWrittenElement } from '../../../tests/made-up-recipe';
import { readyRules } from '#core/markers/code-rule';
import { laddersInRack, proposeLadders } from './lay-onto';

/** The badger's elements, with the paper that each takes. */
const badger = (
  [
    ['Cap', 300],
    ['Goggle rims', 60],
    ['Goggle glass', 70],
    ['White fur', 250],
    ['Dark stripes', 150],
    ['Muzzle', 90],
    ['Scarf', 280],
    ['Coat', 700],
    ['Belt', 60],
    ['Boots', 200],
    ['Letter', 120],
    ['Ears', 80],
    ['Inner ears', 30],
    ['Tail', 110],
    ['Buttons', 20],
    ['Trousers', 90],
  ] as const
).map(([name, areaMm2]) => ({ name, areaMm2 }));

/** Elements of other pictures, and which of the badger's a cardmaker would take for each; null: none of them. Our own table; common practice, no source. */
const pairs: readonly (readonly [name: string, areaMm2: number, from: string | null])[] = [
  ['Scarf', 200, 'Scarf'],
  ['scarf of the fox', 180, 'Scarf'],
  ['Red scarf', 150, 'Scarf'],
  ['Scraf', 150, 'Scarf'],
  ['Coat', 500, 'Coat'],
  ['Winter coat', 600, 'Coat'],
  ['Boat', 600, null],
  ['Raincoat', 640, 'Coat'],
  ['Boots', 180, 'Boots'],
  ['Boot', 90, 'Boots'],
  ['Left boot', 95, 'Boots'],
  ['Wellington boots', 170, 'Boots'],
  ['Belt', 40, 'Belt'],
  ['Leather belt', 50, 'Belt'],
  ['Button', 5, 'Buttons'],
  ['Brass buttons', 15, 'Buttons'],
  ['Buttons on the coat', 15, 'Buttons'],
  ['Ears', 60, 'Ears'],
  ['Ear', 30, 'Ears'],
  ['Inner ear', 20, 'Inner ears'],
  ['Inner ears of the hare', 25, 'Inner ears'],
  ['Tail', 130, 'Tail'],
  ['Bushy tail', 160, 'Tail'],
  ['Tail tip', 30, 'Tail'],
  ['Muzzle', 70, 'Muzzle'],
  ['Snout', 70, 'Muzzle'],
  ['White fur', 220, 'White fur'],
  ['White fur on the chest', 120, 'White fur'],
  ['Fur', 260, 'White fur'],
  ['Stripes', 120, 'Dark stripes'],
  ['Dark stripe', 90, 'Dark stripes'],
  ['Goggles', 90, 'Goggle rims'],
  ['Rims of the goggles', 50, 'Goggle rims'],
  ['Goggle lens', 40, 'Goggle glass'],
  ['Glass', 60, 'Goggle glass'],
  ['Letters', 100, 'Letter'],
  ['Cap', 250, 'Cap'],
  ['Flat cap', 260, 'Cap'],
  ['Trousers', 120, 'Trousers'],
  ['Leaves', 300, null],
];

describe('laying a recipe onto another picture', () => {
  it('proposes of 40 elements of other pictures nine in ten as a cardmaker would, by name, kind and size', () => {
    const targets = pairs.map(([name, areaMm2], index) => ({ id: `t${index}`, name, areaMm2 }));
    // Each alone beside a whole picture, so that sizes are shares of one.
    const wrong = targets.flatMap((target, index) => {
      const rest = { id: 'rest', name: 'Element 1', areaMm2: 2600 };
      const [proposal] = proposeLadders(badger, [target, rest]);
      const got = proposal && proposal.from !== null ? (badger[proposal.from]?.name ?? null) : null;
      return got === pairs[index]?.[2] ? [] : [`${target.name}: ${got}, not ${pairs[index]?.[2]}`];
    });
    console.log(`Of ${pairs.length} pairs ${pairs.length - wrong.length} as a cardmaker would. ${wrong.join('; ')}`);
    expect(pairs).toHaveLength(40);
    expect(wrong.length).toBeLessThanOrEqual(4);
  });

  it('says why, gives to several, leaves bare paper and what nobody has named alone', () => {
    const targets = [
      { id: 'a', name: 'Left boot', areaMm2: 90 },
      { id: 'b', name: 'Right boot', areaMm2: 90 },
      { id: 'c', name: 'Moon', areaMm2: 90, kind: 'bare paper' as const },
      { id: 'd', name: 'Element 4', areaMm2: 90 },
      { id: 'e', name: 'Element 5', areaMm2: 90, kind: 'muzzle' as const },
    ];
    const found = proposeLadders(badger, targets);
    expect(found.map(({ from }) => (from === null ? null : badger[from]?.name))).toEqual(['Boots', 'Boots', null, null, 'Muzzle']);
    expect(found[0]).toMatchObject({ why: 'both boot, both cloth' });
  });
});

const line: MarkerLine = { id: 'l1', name: 'Larkmere (invented)', rule: readyRules.plainNumber };
const marker = (id: string, code: string, L: number, more: Partial<ShownMarker> = {}): ShownMarker => ({
  ...{ id, code, lineId: 'l1', owned: true, lab: { L, a: 20, b: 20 }, colourSource: 'measured', shownSource: 'measured' },
  ...more,
});
/** The scarf's ladder in a rack. */
const ladderInRack = (
  element: Parameters<ReturnType<typeof laddersInRack>>[0],
  recipe: Parameters<typeof laddersInRack>[0],
  rack: Parameters<typeof laddersInRack>[1],
  only?: ReadonlySet<string>,
) => laddersInRack(recipe, rack, only)(element);

const written = madeUpWritten([madeUpWrittenElement('Scarf', [90, 60, 30])], { line: line.name });
const [scarf] = written.elements;
if (!scarf) throw new Error('A made-up recipe has its element.');
const own = scarf.ladder.map(({ markerId, code }, rung) => marker(markerId, code, 90 - 30 * rung));

describe('a ladder of a recipe in a rack of today', () => {
  it('stays where its markers are there and can be used, however they are read now', () => {
    const found = ladderInRack(scarf, written, {
      lines: [line],
      markers: own.map((one) => ({ ...one, lab: { L: (one.lab?.L ?? 0) - 4, a: 0, b: 0 } })),
    });
    expect(found).toMatchObject({ isAsWritten: true, ladder: { rungs: scarf.ladder.map(({ markerId, code }) => ({ markerId, code })) } });
    const unread = own.map(({ lab: _, ...one }) => one);
    expect(ladderInRack(scarf, written, { lines: [line], markers: unread })).toMatchObject({ isAsWritten: true, total: 0 });
  });

  it('knows the markers of a friend by their code and line, whatever their ids', () => {
    const theirs = own.map((one) => ({ ...one, id: `friend-${one.id}` }));
    expect(ladderInRack(scarf, written, { lines: [line], markers: theirs })).toMatchObject({
      isAsWritten: true,
      ladder: { rungs: theirs.map(({ id, code }) => ({ markerId: id, code })) },
    });
    const elsewhere = { ...line, name: 'Another line' };
    const far = theirs.map((one, rung) => ({ ...one, lab: { L: 80 - 30 * rung, a: 20, b: 20 } }));
    expect(ladderInRack(scarf, written, { lines: [elsewhere], markers: far })).toMatchObject({ isAsWritten: false });
  });

  it('translates only what is dead, gone or not allowed, by the colour that it had', () => {
    const spare = marker('spare', 'SPARE', 58);
    const dead = own.map((one, rung) => (rung === 1 ? { ...one, state: 'dry' as const } : one));
    const rack = { lines: [line], markers: [...dead, spare] };
    const found = ladderInRack(scarf, written, rack);
    if ('problem' in found) expect.fail(found.problem);
    expect(found.ladder.rungs.map(({ code }) => code)).toEqual([scarf.ladder[0]?.code, 'SPARE', scarf.ladder[2]?.code]);
    expect(found.rungs[1]?.from.lab).toMatchObject({ L: 60 });
    const allowed = new Set(['spare', scarf.ladder[0]?.markerId ?? '', scarf.ladder[2]?.markerId ?? '']);
    const other = ladderInRack(scarf, written, { lines: [line], markers: [...own, spare] }, allowed);
    expect('ladder' in other && other.ladder.rungs[1]).toEqual({ markerId: 'spare', code: 'SPARE' });
  });

  it('says what it cannot: markers that no rack has and of which no colour is known, a rack too small', () => {
    const bare = { markers: written.markers.map(({ lab: _, ...one }) => one) };
    expect(ladderInRack(scarf, bare, { lines: [line], markers: [marker('x', 'X', 50)] })).toMatchObject({ problem: /not known/ });
    expect(ladderInRack(scarf, written, { lines: [line], markers: [marker('x', 'X', 50)] })).toMatchObject({ problem: /no 3 markers/ });
  });
});
