import { describe, expect, it } from 'vitest';
import { box, labelMap } from '../../../tests/label-map';
import { madeUpPicture } from '../../../tests/made-up-make';
import { outsideRungs } from '#core/make/outside-rungs';
import { bandShares } from './band-map';
import { addOutside } from './outside-edits';
import type { OutsidePx } from './outside-bands';
import { type BandRequest, openScene } from '#core/plan/scene';

const [width, height] = [300, 200];
const figure = box(120, 40, 180, 150);
const scene = openScene(labelMap(width, height, [figure]), width, height, { pxPerMm: 10 });
const lamp = { kind: 'distant', azimuthDeg: 270, heightDeg: 45 } as const;
const map = (outside: OutsidePx, more: Partial<BandRequest> = {}, shares = [0.4, 0.35, 0.25]) =>
  scene.bandMap({ lamp, resolution: 'full', elements: [{ labels: [], shares, outside }], ...more });

describe('on the paper outside', () => {
  it('takes the palest three of a longer ladder by itself, all of it where shares were set by hand', () => {
    expect([1, 2, 3, 4, 6].map((rungs) => outsideRungs(rungs))).toEqual([1, 2, 3, 3, 3]);
    expect(outsideRungs(4, { shares: [0.4, 0.3, 0.2, 0.1] })).toBe(4);
    expect(outsideRungs(4, { shares: [0.5, 0.5] })).toBe(3);
  });

  it('a halo goes round the image in steps, the deepest next to it, and never over it', () => {
    const { bands, elements } = map({ kind: 'halo', stepPx: 10 });
    const at = (x: number, y: number) => bands[y * width + x];
    expect([at(185, 100), at(195, 100), at(205, 100), at(215, 100)]).toEqual([3, 2, 1, 0]);
    expect([at(115, 100), at(150, 35), at(150, 155)]).toEqual([3, 3, 3]);
    expect(at(150, 100)).toBe(0);
    for (let i = 0; i < elements.length; i++) if (figure((i % width) + 0.5, Math.floor(i / width) + 0.5)) expect(elements[i]).toBe(0);
  });

  it('a ground shadow lies along its line, deepest in the middle, in the shares of its rungs, and leans away from the lamp', () => {
    const ground: OutsidePx = { kind: 'ground', from: [110, 150], to: [190, 150], depthPx: 40 };
    const lit = map(ground);
    expect(bandShares(lit, [3])[0]).toEqual([0.4, 0.35, 0.25].map((share) => expect.closeTo(share, 2)));
    const at = (x: number, y: number, of = lit) => of.bands[y * width + x];
    expect(at(150, 152)).toBe(3);
    expect(at(150, 168)).toBeLessThan(3);
    expect(at(150, 175)).toBe(0);
    const extent = (of: typeof lit) => {
      const xs = [...of.bands.keys()].filter((i) => of.bands[i] !== 0).map((i) => i % width);
      return [150 - Math.min(...xs), Math.max(...xs) - 150] as const;
    };
    // The lamp stands at the left: the shadow reaches farther to the right.
    const [left, right] = extent(lit);
    expect(right).toBeGreaterThan(left + 10);
    const [nearLeft, nearRight] = extent(map(ground, { lamp: { kind: 'near', xPx: 260, yPx: 100, heightPx: 50 } }));
    expect(nearLeft).toBeGreaterThan(nearRight + 10);
  });

  it('a ground shadow lies on a halo, in whatever order they were added', () => {
    const halo = { labels: [], shares: [0.5, 0.5], outside: { kind: 'halo', stepPx: 15 } as const };
    const ground = { labels: [], shares: [0.5, 0.5], outside: { kind: 'ground', from: [110, 150], to: [190, 150], depthPx: 40 } as const };
    for (const elements of [
      [halo, ground],
      [ground, halo],
    ]) {
      const both = scene.bandMap({ lamp, resolution: 'full', elements });
      expect(elements[(both.elements[155 * width + 150] as number) - 1]).toBe(ground);
      expect(elements[(both.elements[100 * width + 190] as number) - 1]).toBe(halo);
    }
  });

  it('half as fine it lies at the same place', () => {
    const [full, half] = [map({ kind: 'halo', stepPx: 10 }), map({ kind: 'halo', stepPx: 10 }, { resolution: 'half' })];
    let apart = 0;
    for (let i = 0; i < half.bands.length; i++) {
      const [x, y] = [2 * (i % half.width), 2 * Math.floor(i / half.width)];
      apart += Number(half.bands[i] !== full.bands[y * width + x]);
    }
    expect(apart / half.bands.length).toBeLessThan(0.04);
  });

  it('the line is found under what stands: from its left to its right', () => {
    const region = (label: number, boundsMm: [number, number, number, number]) => ({ id: `r${label}`, label, boundsMm });
    const table = { table: { regions: [region(1, [20, 10, 30, 60]), region(2, [22, 70, 8, 12]), region(3, [40, 72, 9, 10.5])] } } as never;
    const [operation] = addOutside(madeUpPicture(), table, 'ground', 'g');
    expect(operation).toMatchObject({
      kind: 'put',
      row: { id: 'g', regionIds: [], outside: { kind: 'ground', from: [22, 82.5], to: [49, 82.5] } },
    });
    expect(addOutside(madeUpPicture(), { table: { regions: [] } } as never, 'ground', 'g')).toEqual([]);
  });
});
