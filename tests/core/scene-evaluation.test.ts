import { describe, expect, it } from 'vitest';
import type { proposeBodies } from '../../src/core/index';
import { figures } from '../../scripts/eval-scene/figures';
import { hangingFigures } from '../../scripts/eval-scene/hanging-figures';
import { addScores, litFigure, nearFronts, noScore, scoreLight, standingKnown, truthsOf } from '../../scripts/eval-scene/light-score';
import { render } from '../../scripts/eval-scene/render';
import { bodiesOfFigure, frontsOfFigure, scoreFronts, standingOf } from '../../scripts/eval-scene/score';
import { sphere } from '../../scripts/eval-scene/solids';
import { lampsOf } from '../../scripts/eval-scene/true-light';
import { truthOf } from '../../scripts/eval-scene/truth';

// Four figures out of the large evaluation (npm run eval:scene): solids whose depths and joints are known.
const chosen = figures.filter(({ name }) => ['coat', 'petals', 'two heads and a lantern', 'tower'].includes(name)).map(truthOf);

describe('solid figures', () => {
  it('a sphere is seen as a disk whose normals and depths are those of a sphere', () => {
    const { sizePx, parts, depths, normals } = render({ name: 'ball', solids: [{ name: 'ball', distance: sphere([0, 0, 0], 0.6) }] }, 200);
    let worst = 0;
    for (let i = 0; i < parts.length; i++) {
      const [x, y] = [(2 * ((i % sizePx) + 0.5)) / sizePx - 1, (2 * (Math.floor(i / sizePx) + 0.5)) / sizePx - 1];
      const away = Math.hypot(x, y);
      if (away > 0.61) expect(parts[i]).toBe(0);
      if (away > 0.55) continue;
      expect(parts[i]).toBe(1);
      const z = Math.sqrt(0.36 - away ** 2);
      worst = Math.max(worst, Math.abs(z - (depths[i] as number)), Math.abs(x / 0.6 - (normals[3 * i] as number)));
    }
    expect(worst).toBeLessThan(0.01);
  });

  it('their truth knows what is in front and what is a seam', () => {
    const [coat] = chosen;
    const named = coat?.pairs.map(({ labels, front, standing }) => {
      const name = (label: number) => coat.parts[coat.partOfLabel[label] as number]?.name;
      return `${labels.map(name).sort().join(' | ')}: ${front === null ? standing : name(front)}`;
    });
    expect(named).toEqual(
      expect.arrayContaining([
        'coat | coat: left half: together',
        'coat | coat: upper button: on',
        'coat | right leg: coat',
        'brim | head: brim',
      ]),
    );
  });

  it('fronts: most are proposed and nearly all of them right', () => {
    const sums = chosen.map(frontsOfFigure).reduce((one, other) => ({
      known: one.known + other.known,
      proposed: one.proposed + other.proposed,
      right: one.right + other.right,
    }));
    expect(sums.known).toBeGreaterThan(20);
    expect(sums.proposed / sums.known).toBeGreaterThanOrEqual(0.9);
    expect(sums.right / sums.proposed).toBeGreaterThanOrEqual(0.95);
  });

  it('bodies: nine of ten pairs stand to each other as they do in truth', () => {
    const scores = chosen.map(bodiesOfFigure);
    const sum = (of: (score: (typeof scores)[number]) => number) => scores.reduce((total, score) => total + of(score), 0);
    expect(sum(({ known }) => known)).toBeGreaterThan(40);
    expect(sum(({ fair }) => fair) / sum(({ known }) => known)).toBeGreaterThanOrEqual(0.9);
  });

  it('the light lies in the right band of three, with what is true of bodies and fronts and with what is proposed', () => {
    const figures = chosen.filter(({ figure }) => figure.name !== 'two heads and a lantern');
    for (const [known, leastSame, leastRho] of [
      ['truth', 0.8, 0.87],
      ['proposed', 0.74, 0.8],
    ] as const) {
      let score = noScore;
      for (const truth of figures) {
        const standing = standingKnown(truth, known);
        for (const { lamp, truth: light } of truthsOf(truth, lampsOf(truth.seen.sizePx).slice(6), 8)) {
          score = addScores(score, scoreLight(litFigure(truth, lamp, standing), light, truth, 8, nearFronts(truth)));
        }
      }
      expect(score.px).toBeGreaterThan(3000);
      expect(score.same / score.px, known).toBeGreaterThanOrEqual(leastSame);
      expect(score.rho / score.px, known).toBeGreaterThanOrEqual(leastRho);
    }
  });

  it('where things hang over others bands, skirts and what lies under them are lit as they are in truth, close behind a front too', () => {
    let score = noScore;
    for (const figure of hangingFigures.filter(({ name }) => ['skirt over legs', 'pot with a rim', 'shell over limbs'].includes(name))) {
      const truth = truthOf(figure);
      const standing = standingKnown(truth, 'truth');
      for (const { lamp, truth: light } of truthsOf(
        truth,
        lampsOf(truth.seen.sizePx).filter((_, index) => index % 3 === 1),
        8,
      )) {
        score = addScores(score, scoreLight(litFigure(truth, lamp, standing), light, truth, 8, nearFronts(truth)));
      }
    }
    expect(score.near.px).toBeGreaterThan(500);
    // Before forms went round and heights were known it was about 73 % of these three, under four other lamps.
    expect(score.same / score.px).toBeGreaterThan(0.79);
    expect(score.near.same / score.near.px).toBeGreaterThan(0.64);
  }, 60_000);

  it('the score tells a wrong proposal from a missing one', () => {
    const truth = [
      { front: 1, behind: 2 },
      { front: 3, behind: 4 },
      { front: 5, behind: 6 },
    ];
    expect(
      scoreFronts(
        [
          { front: 1, behind: 2 },
          { front: 4, behind: 3 },
          { front: 9, behind: 8 },
        ],
        truth,
      ),
    ).toEqual({ known: 3, proposed: 2, right: 1 });
    const bodies: ReturnType<typeof proposeBodies> = [{ labels: [1, 2] }, { labels: [3], on: 1 }, { labels: [4] }];
    expect([standingOf(bodies, 1, 2), standingOf(bodies, 3, 2), standingOf(bodies, 1, 4)]).toEqual(['together', 'on', 'apart']);
  });
});
