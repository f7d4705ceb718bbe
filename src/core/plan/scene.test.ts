import { describe, expect, it } from 'vitest';
import type { DistantLamp } from '#model/lamp';
import { cutBands } from '#core/light/bands';
import { inflate } from '#core/light/inflate';
import { shade } from '#core/light/shade';
import { box, disk, labelMap } from '../../../tests/label-map';
import { type BandMap, bandShares } from '#core/scene/band-map';
import { paintBands } from '#core/scene/paint-bands';
import { openScene } from './scene';
import type { SceneElement } from '#core/scene/scene-element';
import { standingOf } from '#core/scene/pictures-standing';
import { madeUpPicture } from '../../../tests/made-up-make';

const upperLeft: DistantLamp = { kind: 'distant', azimuthDeg: 315, heightDeg: 40 };
const three = [0.3, 0.46, 0.24];

/** Share of the coloured pixels of `full` that have another band in `other`, and share that are two bands off. */
function differing(full: BandMap, other: BandMap): { other: number; twoOff: number } {
  let [count, one, two] = [0, 0, 0];
  for (let y = 0; y < other.height; y++) {
    for (let x = 0; x < other.width; x++) {
      const own = full.bands[y * other.scale * full.width + x * other.scale] as number;
      if (own === 0) continue;
      count++;
      const apart = Math.abs(own - (other.bands[y * other.width + x] as number));
      if (apart > 0) one++;
      if (apart > 1) two++;
    }
  }
  return { other: one / count, twoOff: two / count };
}

describe('the scene', () => {
  const [width, height] = [260, 220];
  const labels = labelMap(width, height, [
    disk(70, 70, 50),
    box(121, 20, 180, 120),
    box(180, 20, 240, 120),
    disk(60, 175, 30),
    box(130, 150, 250, 160),
  ]);
  const elements: SceneElement[] = [
    { labels: [1, 4], shares: three },
    { labels: [2, 3], shares: [0.62, 0.38] },
    { labels: [5], shares: [1] },
  ];

  it('says which band of which element lies where, in the wished shares, lightest towards the lamp', () => {
    const map = openScene(labels, width, height).bandMap({ lamp: upperLeft, elements, resolution: 'full' });
    for (let i = 0; i < labels.length; i++) {
      const element = [0, 1, 2, 2, 1, 3][labels[i] as number];
      expect(map.elements[i]).toBe(element);
      expect((map.bands[i] as number) > 0).toBe(element !== 0);
    }
    for (const [index, shares] of bandShares(map, [3, 2, 1]).entries())
      for (const [band, share] of shares.entries()) expect(Math.abs(share - (elements[index]?.shares[band] ?? 0))).toBeLessThan(0.01);
    const bandAt = (x: number, y: number) => map.bands[y * width + x];
    expect([bandAt(40, 40), bandAt(102, 102)], 'the large disk').toEqual([1, 3]);
    expect([bandAt(45, 160), bandAt(80, 195)], 'the small disk of the same element').toEqual([1, 3]);
  });

  it('one part at full resolution is what inflating, shading and cutting it by hand gives', () => {
    const map = openScene(labels, width, height, { forms: 'full' }).bandMap({
      lamp: upperLeft,
      elements: [{ labels: [1], shares: three }],
      resolution: 'full',
    });
    const form = inflate({ width, height, data: Uint8Array.from(labels, (label) => (label === 1 ? 1 : 0)) }, { softening: 0.18 });
    const plain = cutBands(shade(form, upperLeft, { signed: true }), three);
    const apart = plain.reduce((count, band, i) => count + (band === map.bands[i] ? 0 : 1), 0);
    // The multigrid inside a smaller box rounds otherwise: a few pixels at the cuts.
    expect(apart / (Math.PI * 50 ** 2)).toBeLessThan(0.004);
  });

  it('forms of half resolution move the bands by a pixel at their edges: under 4 % differ, hardly any by two', () => {
    const full = openScene(labels, width, height, { forms: 'full' });
    const half = openScene(labels, width, height);
    for (const azimuthDeg of [315, 80, 190]) {
      const lamp = { ...upperLeft, azimuthDeg };
      const truth = full.bandMap({ lamp, elements, resolution: 'full' });
      for (const resolution of ['full', 'half'] as const) {
        const found = differing(truth, half.bandMap({ lamp, elements, resolution }));
        expect(found.other, `${azimuthDeg} ${resolution}`).toBeLessThan(0.04);
        expect(found.twoOff).toBeLessThan(0.001);
      }
    }
    expect(half.formBytes()).toBeLessThan(0.5 * full.formBytes());
  });

  it('two far gems take the memory of two gems, and forms that nobody needs are let go', () => {
    const [pageWidth, pageHeight] = [1200, 1600];
    const page = labelMap(pageWidth, pageHeight, [disk(60, 60, 40), disk(1140, 1540, 40)]);
    const scene = openScene(page, pageWidth, pageHeight);
    const gems = [{ labels: [1, 2], shares: three }];
    const map = scene.bandMap({ lamp: upperLeft, elements: gems, resolution: 'full' });
    expect(scene.formBytes()).toBeLessThan(400_000);
    expect([map.bands[45 * pageWidth + 45], map.bands[1555 * pageWidth + 1155]]).toEqual([1, 3]);
    scene.bandMap({ lamp: upperLeft, elements: [], resolution: 'half' });
    expect(scene.formBytes()).toBe(0);
  });

  it('keeps a tip that is thinner than a cell of half resolution', () => {
    const spiked = labelMap(140, 100, [(x, y) => Math.hypot(x - 45, y - 50) < 40 || (x > 45 && x < 130 && Math.abs(y - 50) < 0.9)]);
    const map = openScene(spiked, 140, 100).bandMap({ lamp: upperLeft, elements: [{ labels: [1], shares: three }], resolution: 'full' });
    for (let i = 0; i < spiked.length; i++) expect(map.bands[i] !== 0).toBe(spiked[i] === 1);
  });
});

describe('painting', () => {
  it('gives every band its colour, white where a band has none, and nothing elsewhere', () => {
    const map: BandMap = {
      width: 2,
      height: 2,
      scale: 1,
      elements: Uint16Array.from([0, 1, 1, 2]),
      bands: Uint8Array.from([0, 1, 2, 3]),
    };
    const rgba = paintBands(map, [
      [
        [10, 20, 30],
        [40, 50, 60],
      ],
      [[70, 80, 90]],
    ]);
    expect([...rgba]).toEqual([0, 0, 0, 0, 10, 20, 30, 255, 40, 50, 60, 255, 255, 255, 255, 255]);
  });
});

describe('pictures beside each other', () => {
  it('stand as placed, or to the right of the one before with 5 mm between', () => {
    const pictures = [
      madeUpPicture({ id: 'a', standsAtMm: [90, 90] }),
      madeUpPicture({ id: 'b' }),
      madeUpPicture({ id: 'c', standsAtMm: [10, 100] }),
      madeUpPicture({ id: 'd' }),
    ];
    const places = standingOf(pictures).map(({ id, xMm, yMm }) => [id, xMm, yMm]);
    expect(places, 'the first is where all is measured from').toEqual([
      ['a', 0, 0],
      ['b', 65, 0],
      ['c', 10, 100],
      ['d', 75, 100],
    ]);
  });
});
