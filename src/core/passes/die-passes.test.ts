import { describe, expect, it } from 'vitest';
import { areaMm2, boundsMm, clearanceMm, isInside, movedMm, movedTo, type OutlineMm, turned } from '#core/outline/outline';
import { convexParts } from '#core/outline/convex-parts';
import { box, madeUpSilhouettes, wavy } from '../../../tests/made-up-outlines';
import { seeded } from '../../../tests/seeded';
import { roughOutline } from './die';
import { diePasses, type DiePassesRequest } from './die-passes';
import { convexSum, noFit } from './no-fit';

const plate = { widthMm: 150, heightMm: 200 };
const passesOf = (request: DiePassesRequest) => {
  const found = diePasses(request);
  if ('problem' in found) throw new Error(found.problem);
  return found.passes;
};
const asDies = (outlines: readonly OutlineMm[], count = 1) => outlines.map((outline, index) => ({ id: `d${index}`, outline, count }));

/** What is wrong with passes: overlaps, too little gap, over the edge, a die twice in a pass, too often or too seldom. */
function faults({ plate: own, dies, gapMm }: DiePassesRequest): string[] {
  const passes = passesOf({ plate: own, dies, gapMm });
  const found: string[] = [];
  for (const [number, pass] of passes.entries()) {
    if (new Set(pass.map(({ id }) => id)).size < pass.length) found.push(`pass ${number}: a die twice`);
    const laid = pass.map(({ id, turnedDeg, xMm, yMm }) =>
      movedTo(turned(dies.find((die) => die.id === id)?.outline ?? [], turnedDeg), xMm, yMm),
    );
    for (const [index, outline] of laid.entries()) {
      const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
      if (xMm < -1e-9 || yMm < -1e-9 || xMm + widthMm > own.widthMm + 1e-6 || yMm + heightMm > own.heightMm + 1e-6)
        found.push(`pass ${number}: ${pass[index]?.id} over the edge`);
      for (const [place, other] of laid.slice(index + 1).entries()) {
        // Where no gap is asked for, touching is allowed: so far they may be grown into each other.
        const clear = gapMm > 0 ? clearanceMm(outline, other) : clearanceMm(shrunk(outline), shrunk(other));
        if (gapMm > 0 ? clear < gapMm - 0.01 : clear === 0)
          found.push(`pass ${number}: ${pass[index]?.id}, ${pass[index + 1 + place]?.id} ${clear}`);
      }
    }
  }
  for (const { id, count } of dies) {
    if (passes.flat().filter((laid) => laid.id === id).length !== count) found.push(`${id} not ${count} times`);
  }
  return found;
}

/** By 0.005 mm smaller about the middle of its bounds, seen from there. */
function shrunk(outline: OutlineMm): OutlineMm {
  const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
  const [middleX, middleY] = [xMm + widthMm / 2, yMm + heightMm / 2];
  const by = 1 - 0.02 / Math.min(widthMm, heightMm);
  return outline.map(([x, y]) => [middleX + by * (x - middleX), middleY + by * (y - middleY)] as const);
}

/** Boxes on shelves as a plain reference: by falling height, the first shelf of the first pass that has room, lying or standing as it was turned. */
function plainShelves({ plate: own, dies, gapMm }: DiePassesRequest, turn: 'lying' | 'standing'): number {
  const boxes = dies
    .flatMap(({ id, outline, count }) => {
      const { widthMm, heightMm } = boundsMm(outline);
      const [long, short] = [Math.max(widthMm, heightMm), Math.min(widthMm, heightMm)];
      return Array.from({ length: count }, () => (turn === 'lying' ? { id, w: long, h: short } : { id, w: short, h: long }));
    })
    .sort((one, other) => other.h - one.h);
  const passes: { ids: Set<string>; shelves: { h: number; right: number }[]; bottom: number }[] = [];
  for (const { id, w, h } of boxes) {
    if (w > own.widthMm || h > own.heightMm) return Number.POSITIVE_INFINITY;
    const isIn = passes.some((pass) => {
      if (pass.ids.has(id)) return false;
      const shelf = pass.shelves.find((one) => one.h >= h && one.right + gapMm + w <= own.widthMm);
      if (shelf) shelf.right += gapMm + w;
      else if (pass.bottom + gapMm + h <= own.heightMm) {
        pass.shelves.push({ h, right: w });
        pass.bottom += gapMm + h;
      } else return false;
      pass.ids.add(id);
      return true;
    });
    if (!isIn) passes.push({ ids: new Set([id]), shelves: [{ h, right: w }], bottom: h });
  }
  return passes.length;
}

describe('passes through the machine', () => {
  it('four images stamped together three times are cut with their four dies in 3 passes, not 12 (common practice, no source)', () => {
    const dies = asDies(madeUpSilhouettes(1, 4, { radiusMm: 32 }), 3);
    const passes = passesOf({ plate, dies, gapMm: 2 });
    expect(passes).toHaveLength(3);
    expect(passes.map((pass) => pass.length)).toEqual([4, 4, 4]);
    expect(faults({ plate, dies, gapMm: 2 })).toEqual([]);
  });

  it('an ear reaches into a bay: where boxes need two passes, silhouettes need one', () => {
    // Two hooks of 90 x 90 mm, 30 mm thick: each lies in the bay of the other, turned half round.
    const hook: OutlineMm = [
      [0, 0],
      [90, 0],
      [90, 30],
      [30, 30],
      [30, 90],
      [0, 90],
    ];
    const request = { plate: { widthMm: 125, heightMm: 125 }, dies: asDies([hook, hook]), gapMm: 1 };
    expect(plainShelves(request, 'lying')).toBe(2);
    expect(passesOf(request)).toHaveLength(1);
    expect(faults(request)).toEqual([]);
  });

  it('a small one lies within the hollow of a large one that closes round it', () => {
    const ring: OutlineMm = [
      [0, 0],
      [100, 0],
      [100, 45],
      [90, 45],
      [90, 10],
      [10, 10],
      [10, 90],
      [90, 90],
      [90, 55],
      [100, 55],
      [100, 100],
      [0, 100],
    ];
    const request = { plate: { widthMm: 100, heightMm: 100 }, dies: asDies([ring, box(60, 60)]), gapMm: 2 };
    expect(passesOf(request)).toHaveLength(1);
    expect(faults(request)).toEqual([]);
  });

  it('what fits exactly does fit: four boxes fill a plate without a gap, two with one', () => {
    expect(
      passesOf({ plate: { widthMm: 100, heightMm: 100 }, dies: asDies(Array.from({ length: 4 }, () => box(50, 50))), gapMm: 0 }),
    ).toHaveLength(1);
    const request = { plate: { widthMm: 102, heightMm: 50 }, dies: asDies([box(50, 50), box(50, 50)]), gapMm: 2 };
    expect(passesOf(request)).toHaveLength(1);
    expect(faults(request)).toEqual([]);
    // Right triangles that make a box, which no boxes do.
    const half: OutlineMm = [
      [0, 0],
      [80, 0],
      [0, 60],
    ];
    expect(passesOf({ plate: { widthMm: 80, heightMm: 60 }, dies: asDies([half, half]), gapMm: 0 })).toHaveLength(1);
  });

  it('unequal counts go round: three dies of which two fit together, twice each, take 3 passes', () => {
    const request = { plate: { widthMm: 100, heightMm: 100 }, dies: asDies([box(100, 45), box(100, 46), box(100, 47)], 2), gapMm: 2 };
    expect(passesOf(request)).toHaveLength(3);
    expect(faults(request)).toEqual([]);
    const many = {
      ...request,
      dies: [
        { id: 'a', outline: box(40, 40), count: 1000 },
        { id: 'b', outline: box(40, 40), count: 3 },
      ],
    };
    expect(passesOf(many)).toHaveLength(1000);
  });

  it('a long one that is turned obliquely, one that is too large, none at all', () => {
    const long = { plate, dies: asDies([box(225, 8)]), gapMm: 2 };
    expect(passesOf(long)[0]?.[0]?.turnedDeg).toBeGreaterThan(0);
    expect(faults(long)).toEqual([]);
    expect(diePasses({ plate, dies: [{ id: 'frame', outline: box(160, 210), count: 2 }], gapMm: 2 })).toEqual({
      problem: 'frame is larger than the plate of 150 x 200 mm, however it is turned. Take a larger plate, or cut it by hand.',
    });
    expect(passesOf({ plate, dies: [], gapMm: 2 })).toEqual([]);
    expect(passesOf({ plate, dies: [{ id: 'a', outline: box(9, 9), count: 0 }], gapMm: 2 })).toEqual([]);
  });

  it('says what is no request', () => {
    const dies = asDies([box(10, 10)]);
    expect(() => diePasses({ plate: { widthMm: 0, heightMm: 10 }, dies, gapMm: 2 })).toThrow(/more than 0 mm wide/);
    expect(() => diePasses({ plate, dies, gapMm: -1 })).toThrow(/A gap is 0 mm or more; this one is -1/);
    expect(() => diePasses({ plate, dies: [{ ...dies[0]!, count: 1.5 }], gapMm: 2 })).toThrow(/whole number of times/);
    expect(() => diePasses({ plate, dies: [dies[0]!, dies[0]!], gapMm: 2 })).toThrow(/Two dies are called d0/);
    expect(() =>
      diePasses({
        plate,
        dies: [
          {
            id: 'x',
            outline: [
              [0, 0],
              [1, 0],
            ],
            count: 1,
          },
        ],
        gapMm: 2,
      }),
    ).toThrow(/The outline of x has at least three/);
  });

  it('never overlaps, never lies over the edge, never takes more passes than boxes on shelves (seeded)', () => {
    const random = seeded(31);
    let [own, shelves, areaOfAll] = [0, 0, 0];
    for (let turn = 0; turn < 14; turn++) {
      const outlines = madeUpSilhouettes(100 + turn, 3 + (turn % 6), { radiusMm: 45 });
      const dies = outlines.map((outline, index) => ({ id: `d${index}`, outline, count: 1 + Math.floor(2.5 * random()) }));
      const request = { plate, dies, gapMm: turn % 3 === 0 ? 0 : 1.5 };
      expect(faults(request), `turn ${turn}`).toEqual([]);
      const passes = passesOf(request).length;
      const plain = Math.min(plainShelves(request, 'lying'), plainShelves(request, 'standing'));
      expect(passes).toBeLessThanOrEqual(plain);
      [own, shelves] = [own + passes, shelves + plain];
      areaOfAll += dies.reduce((sum, { outline, count }) => sum + count * areaMm2(outline), 0);
    }
    const used = (passes: number) => `${((100 * areaOfAll) / (passes * plate.widthMm * plate.heightMm)).toFixed(1)} % of the plates used`;
    console.log(`Die passes: ${own}, ${used(own)}; boxes on shelves ${shelves}, ${used(shelves)}.`);
  });
});

describe('where a moving outline may not be', () => {
  it('is as the distance of each edge from each says, at random places (seeded)', () => {
    const random = seeded(8);
    for (let turn = 0; turn < 6; turn++) {
      const [still = [], moving = []] = madeUpSilhouettes(40 + turn, 2, { radiusMm: 30 });
      const gapMm = 3 * random();
      const forbidden = noFit(convexParts(still), convexParts(moving), gapMm);
      for (let place = 0; place < 300; place++) {
        const [x, y] = [160 * random() - 80, 160 * random() - 80];
        const clear = clearanceMm(still, movedMm(moving, x, y));
        // At the border itself both are right.
        if (Math.abs(clear - gapMm) < 0.02) continue;
        const isForbidden = forbidden.filter((outline) => isInside([x, y], outline)).length % 2 === 1;
        expect(isForbidden, `${clear} of ${gapMm}`).toBe(clear < gapMm);
      }
    }
  });

  it('of convex ones is the hull of all sums of their places', () => {
    const [one, other] = [wavy(7, 10, 0), wavy(5, 4, 0, 0.5)];
    const sums = one.flatMap(([x, y]) => other.map(([otherX, otherY]) => [x + otherX, y + otherY] as const));
    const outline = convexSum(one, other);
    for (const place of sums)
      expect(
        isInside(
          place,
          outline.map(([x, y]) => [x * 1.0001, y * 1.0001] as const),
        ),
      ).toBe(true);
    for (const place of outline) expect(Math.min(...sums.map(([x, y]) => Math.hypot(x - place[0], y - place[1])))).toBeLessThan(1e-9);
  });

  it('is rough with at most 60 places, and holds the whole', () => {
    for (const outline of [wavy(400, 40, 9), wavy(90, 12, 3), ...madeUpSilhouettes(3, 5)]) {
      const rough = roughOutline(outline);
      expect(rough.length).toBeLessThanOrEqual(60);
      expect(areaMm2(rough) / areaMm2(outline)).toBeLessThan(1.06);
      for (const place of outline) expect(isInside(place, rough) || clearanceMm(rough, [place, place, place]) < 0.003).toBe(true);
    }
  });
});
