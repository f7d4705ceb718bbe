import { describe, expect, it } from 'vitest';
import { box, disk, labelMap, type Shape } from '../../../tests/label-map';
import { seeded } from '../../../tests/seeded';
import { bordersOf, pairsAbout } from './borders';
import { proposeBodies } from './propose-bodies';
import { proposeFronts } from './propose-fronts';
import { proposeScene } from './propose-scene';

const pxPerMm = 10;
const picture = (shapes: readonly Shape[], width = 400, height = 400) => ({
  width,
  height,
  pxPerMm,
  labels: labelMap(width, height, shapes),
});

describe('what lies in front', () => {
  it('is the disk whose outline runs on where the other’s ends, whichever is larger or drawn first', () => {
    for (const radius of [60, 100, 140]) {
      // The first shape hides the second.
      const fronts = proposeFronts(picture([disk(140, 200, radius), disk(260, 200, 100)]));
      expect(fronts, `radius ${radius}`).toEqual([{ front: 1, behind: 2, sureness: expect.any(Number) }]);
    }
  });

  it('may go round: four bars, each over the next and the last over the first', () => {
    const bars = [box(40, 100, 360, 150), box(250, 40, 300, 360), box(40, 250, 360, 300), box(100, 40, 150, 360)] as const;
    // Each is cut out where the one before it lies over it.
    const woven = bars.map(
      (bar, index): Shape =>
        (x, y) =>
          bar(x, y) && !(bars[(index + 3) % 4] as Shape)(x, y),
    );
    const fronts = proposeFronts(picture(woven));
    expect(fronts.map(({ front, behind }) => `${front}>${behind}`).sort()).toEqual(['1>2', '2>3', '3>4', '4>1']);
  });

  it('of what is enclosed and what encloses it is the enclosed', () => {
    const fronts = proposeFronts(picture([disk(180, 190, 40), disk(200, 200, 150)]));
    expect(fronts.map(({ front, behind }) => [front, behind])).toEqual([[1, 2]]);
  });

  it('says nothing of things that do not touch, and little within one body', () => {
    expect(proposeFronts(picture([disk(100, 200, 60), disk(300, 200, 60)]))).toEqual([]);
    const seam = proposeFronts(picture([(x, y) => disk(200, 200, 150)(x, y) && x < 200, disk(200, 200, 150)]));
    for (const { sureness } of seam) expect(sureness).toBeLessThanOrEqual(0.25);
  });
});

describe('bodies', () => {
  it('a line from outline to outline is a seam, whatever the sizes of both sides', () => {
    for (const cut of [140, 200, 250]) {
      const bodies = proposeBodies(picture([(x, y) => disk(200, 200, 150)(x, y) && x < cut, disk(200, 200, 150)]));
      expect(bodies, `cut at ${cut}`).toEqual([{ labels: [1, 2] }]);
    }
  });

  it('two disks that overlap are two', () => {
    expect(proposeBodies(picture([disk(140, 200, 100), disk(260, 200, 100)]))).toEqual([{ labels: [1] }, { labels: [2] }]);
  });

  it('a mark lies on its body, flat where it is small; one across a seam lies on both halves', () => {
    const halves: Shape[] = [(x, y) => disk(200, 200, 150)(x, y) && x < 200, disk(200, 200, 150)];
    const [patch, ...others] = proposeBodies(picture([box(170, 170, 230, 230), ...halves]));
    expect(patch).toMatchObject({ labels: [1], relief: { kind: 'pattern' } });
    expect([2, 3]).toContain(patch?.on);
    expect(others).toEqual([{ labels: [2, 3] }]);
  });

  it('something large before another is a thing of its own', () => {
    const [muzzle] = proposeBodies(picture([disk(200, 230, 100), disk(200, 200, 150)]));
    expect(muzzle).toEqual({ labels: [1] });
  });

  it('name every label once, and only labels that are there (seeded)', () => {
    const random = seeded(11);
    for (let round = 0; round < 12; round++) {
      const shapes = Array.from({ length: 14 }, () => disk(60 + 280 * random(), 60 + 280 * random(), 15 + 60 * random()));
      const scene = picture(shapes);
      const there = [...new Set(scene.labels)].filter((label) => label > 0).sort((a, b) => a - b);
      const { bodies, fronts } = proposeScene(scene);
      expect(bodies.flatMap(({ labels }) => labels).sort((a, b) => a - b)).toEqual(there);
      for (const { on, labels } of bodies) if (on !== undefined) expect(there.includes(on) && !labels.includes(on)).toBe(true);
      const pairs = fronts.map(({ front, behind }) => [front, behind].sort().join(' '));
      expect(new Set(pairs).size).toBe(pairs.length);
      // The point of a border lies between its two.
      for (const {
        front,
        behind,
        atPx: [x, y],
      } of fronts) {
        const about = [-1, 1].flatMap((step) => [
          scene.labels[Math.floor(y) * 400 + Math.floor(x + 0.6 * step)],
          scene.labels[Math.floor(y + 0.6 * step) * 400 + Math.floor(x)],
        ]);
        expect(about).toEqual(expect.arrayContaining([front, behind]));
      }
    }
  });
});

describe('a picture looked over', () => {
  it('has its junctions where three meet, told in their order round them', () => {
    const scene = bordersOf(picture([box(100, 100, 200, 300), box(200, 100, 300, 200), box(200, 200, 300, 300)]));
    const inner = scene.junctions.find(({ shares }) => !shares.has(0));
    expect([inner?.x, inner?.y]).toEqual([200, 200]);
    expect(inner?.shares.get(1)).toBeCloseTo(0.5, 1);
    expect(inner && pairsAbout(inner)).toHaveLength(3);
  });

  it.each([
    ['labels of another size', { width: 3, height: 3, labels: new Uint16Array(8) }, /9 labels, got 8/],
    ['no pixels', { width: 0, height: 0, labels: new Uint16Array(0) }, RangeError],
    ['labels of another kind', { width: 1, height: 1, labels: [1] as unknown as Uint16Array }, TypeError],
    ['a resolution that is none', { width: 1, height: 1, labels: new Uint16Array(1), pxPerMm: 0 }, /pxPerMm over 0/],
  ])('refuses %s', (_, wrong, problem) => {
    expect(() => proposeBodies(wrong)).toThrow(problem);
    expect(() => proposeFronts(wrong)).toThrow(problem);
  });
});
