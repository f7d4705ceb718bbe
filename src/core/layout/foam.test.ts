import { describe, expect, it } from 'vitest';
import { boundsMm, clearanceMm, isInside, movedMm, type OutlineMm, turned } from '#core/outline/outline';
import { box, madeUpSilhouettes } from '../../../tests/made-up-outlines';
import { seeded } from '../../../tests/seeded';
import { type Foam, foamPlan, isOver, leastRimMm, mostOverhangMm } from './foam';

const squareOf = ({ xMm, yMm, sideMm }: Foam): OutlineMm => movedMm(box(sideMm, sideMm), xMm - sideMm / 2, yMm - sideMm / 2);
const fromEdge = ([x, y]: readonly [number, number], outline: OutlineMm): number =>
  Math.min(
    ...outline.map(([ax, ay], place) => {
      const [bx, by] = outline[(place + 1) % outline.length]!;
      const along = Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2 || 1)));
      return Math.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay));
    }),
  );
const farFrom = (x: number, y: number, foams: readonly Foam[]): number =>
  Math.min(
    ...foams.map(({ xMm, yMm, sideMm }) =>
      Math.hypot(Math.max(0, Math.abs(x - xMm) - sideMm / 2), Math.max(0, Math.abs(y - yMm) - sideMm / 2)),
    ),
  );

function everyPlace(outline: OutlineMm, stepMm: number): [number, number][] {
  const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
  const places: [number, number][] = [];
  for (let x = xMm + stepMm / 2; x < xMm + widthMm; x += stepMm)
    for (let y = yMm + stepMm / 2; y < yMm + heightMm; y += stepMm) if (isInside([x, y], outline)) places.push([x, y]);
  return places;
}
const around = (x: number, y: number, radiusMm: number): [number, number][] =>
  [0, 0.4, 0.8].flatMap((share) =>
    Array.from({ length: 16 }, (_, turn): [number, number] => [
      x + share * radiusMm * Math.cos((turn * Math.PI) / 8),
      y + share * radiusMm * Math.sin((turn * Math.PI) / 8),
    ]),
  );

/** What a plain look at every half mm says of a plan. */
function looked(outline: OutlineMm, foams: readonly Foam[]) {
  const places = everyPlace(outline, 0.5);
  const mean = (axis: 0 | 1) => places.reduce((sum, place) => sum + place[axis], 0) / places.length;
  return { farthest: Math.max(...places.map(([x, y]) => farFrom(x, y, foams))), centre: [mean(0), mean(1)] as const };
}

describe('where foam goes', () => {
  it('of 200 seeded outlines: the centre of gravity lies over the foams, every overhang over 8 mm is carried, none is nearer than 1.5 mm to the rim where there is room', () => {
    const random = seeded(4);
    const outlines = madeUpSilhouettes(4, 200, { radiusMm: 28 }).map((outline) => turned(outline, 360 * random()));
    for (const [index, outline] of outlines.entries()) {
      const { foams, isLevel } = foamPlan({ solid: [outline] });
      const { farthest, centre } = looked(outline, foams);
      expect(isLevel && isOver(centre, foams), `outline ${index} lies level`).toBe(true);
      expect(farthest, `outline ${index} is carried`).toBeLessThanOrEqual(mostOverhangMm + 0.75);
      for (const foam of foams) {
        const square = squareOf(foam);
        expect(
          square.every((place) => isInside(place, outline)),
          `foam of outline ${index} lies behind it`,
        ).toBe(true);
        // Nearer to the rim it stands only where nothing else could carry what it carries.
        if (Math.min(...square.map((place) => fromEdge(place, outline))) > leastRimMm - 0.3) continue;
        const others = foams.filter((own) => own !== foam);
        const couldStand = (x: number, y: number) => isInside([x, y], outline) && fromEdge([x, y], outline) >= 3;
        const needs = everyPlace(outline, 1).filter(([x, y]) => farFrom(x, y, others) > mostOverhangMm - 1.5);
        expect(
          needs.some(([x, y]) => !around(x, y, mostOverhangMm - 2).some(([px, py]) => couldStand(px, py))),
          `rim of outline ${index}`,
        ).toBe(true);
      }
      for (const [place, one] of foams.entries())
        for (const other of foams.slice(place + 1))
          expect(Math.max(Math.abs(one.xMm - other.xMm), Math.abs(one.yMm - other.yMm))).toBeGreaterThanOrEqual(
            (one.sideMm + other.sideMm) / 2 - 1e-6,
          );
    }
  }, 120_000);

  it('stands on both sides of twine and never on it, nor over an opening', () => {
    const panel = box(60, 40);
    const twine = movedMm(box(60, 5), 0, 18);
    const { foams, isLevel } = foamPlan({ solid: [panel], keepOff: [twine] });
    expect(isLevel).toBe(true);
    expect(foams.some(({ yMm }) => yMm < 18) && foams.some(({ yMm }) => yMm > 23)).toBe(true);
    for (const foam of foams) expect(clearanceMm(squareOf(foam), twine)).toBeGreaterThanOrEqual(0);
    for (const { yMm, sideMm } of foams) expect(yMm + sideMm / 2 <= 18.3 || yMm - sideMm / 2 >= 22.7).toBe(true);
  });

  it('stands only on what there is below; what hangs too far beyond that tips, and is said', () => {
    const strip = box(60, 20);
    const held = foamPlan({ solid: [strip], ground: [box(40, 20)] });
    expect(held.isLevel).toBe(true);
    for (const { xMm, sideMm } of held.foams) expect(xMm + sideMm / 2).toBeLessThanOrEqual(40.3);
    expect(foamPlan({ solid: [strip], ground: [box(20, 20)] }).isLevel).toBe(false);
    expect(foamPlan({ solid: [strip], ground: [movedMm(box(20, 20), 100, 0)] }).foams).toEqual([]);
  });

  it('tape of 12 mm is cut smaller where a piece is narrow', () => {
    expect(foamPlan({ solid: [box(60, 60)] }, 'tape').foams.filter(({ sideMm }) => sideMm === 12).length).toBeGreaterThanOrEqual(4);
    expect(foamPlan({ solid: [box(60, 9)] }, 'tape').foams.map(({ sideMm }) => sideMm)).toEqual(expect.arrayContaining([6]));
    expect(Math.max(...foamPlan({ solid: [box(60, 9)] }, 'tape').foams.map(({ sideMm }) => sideMm))).toBe(6);
  });
});
