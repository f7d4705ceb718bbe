/**
 * npm run eval:scene: what is proposed of bodies and fronts, and the light, against solid figures and drawings whose colours are stacked; prints the
 * tables that stand in docs/eval-scene.md.
 */
import { codePoints } from './eval-picture/code-points';
import { drawingTruth } from './eval-scene/drawings';
import { figures } from './eval-scene/figures';
import { bodiesOfFigure, type FrontScore, frontsOfDrawing, frontsOfFigure } from './eval-scene/score';
import { type LightScore, scoreFigure, truthsOf } from './eval-scene/light-score';
import { lampsOf } from './eval-scene/true-light';
import { truthOf } from './eval-scene/truth';

const noContact = { strength: 0, ringStrength: 0 };
/** What the light is made of, one thing more a row; the first knows nothing of bodies and fronts. */
const lightRows = [
  ['each region by itself', { contact: noContact, findsCuts: false }, true],
  ['bodies that go on behind what lies in front', { contact: noContact, findsCuts: false }, false],
  ['and cut ends, as they are found', { contact: noContact }, false],
  ['and contact and cast shadow', {}, false],
] as const;

const percent = (part: number, whole: number): string => (whole === 0 ? '-' : ((100 * part) / whole).toFixed(1));
const row = (cells: readonly (string | number)[]): void => console.log(`| ${cells.join(' | ')} |`);
const head = (cells: readonly string[]): void => {
  row(cells);
  row(cells.map(() => '---'));
};

const all = figures.map((figure) => {
  const truth = truthOf(figure);
  return { name: figure.name, regions: truth.count, fronts: frontsOfFigure(truth), bodies: bodiesOfFigure(truth) };
});
head(['figure', 'regions', 'fronts known', 'proposed', 'right', 'pairs', 'bodies right', 'strictly']);
for (const { name, regions, fronts, bodies } of all) {
  row([name, regions, fronts.known, fronts.proposed, fronts.right, bodies.known, bodies.fair, bodies.strict]);
}

const sum = (scores: readonly FrontScore[]): FrontScore =>
  scores.reduce(
    (total, { known, proposed, right }) => ({
      known: total.known + known,
      proposed: total.proposed + proposed,
      right: total.right + right,
    }),
    {
      known: 0,
      proposed: 0,
      right: 0,
    },
  );
const drawings: FrontScore[] = [];
for (const code of codePoints) drawings.push(frontsOfDrawing(await drawingTruth(code)));

console.log();
head(['fronts', 'known', 'proposed %', 'of them right %', 'aim']);
for (const [name, { known, proposed, right }, aim] of [
  ['solid figures', sum(all.map(({ fronts }) => fronts)), '92, 95'],
  ['drawings', sum(drawings), '75, 88'],
] as const) {
  row([name, known, percent(proposed, known), percent(right, proposed), aim]);
}
const pairs = all.reduce((total, { bodies }) => total + bodies.known, 0);
console.log();
head(['bodies', 'pairs', 'right %', 'strictly right %', 'aim']);
row([
  'solid figures',
  pairs,
  percent(
    all.reduce((total, { bodies }) => total + bodies.fair, 0),
    pairs,
  ),
  percent(
    all.reduce((total, { bodies }) => total + bodies.strict, 0),
    pairs,
  ),
  '90',
]);

console.log();
head(['light', 'same %', 'two off %', 'rho']);
const step = 4;
const sums = new Map<string, LightScore>();
for (const figure of figures) {
  const truth = truthOf(figure);
  for (const plan of truthsOf(truth, lampsOf(truth.seen.sizePx), step)) {
    for (const [name, options, withoutStanding] of lightRows) {
      const own = scoreFigure(truth, plan, step, options, withoutStanding);
      const before = sums.get(name) ?? { px: 0, same: 0, twoOff: 0, rho: 0 };
      sums.set(name, {
        px: before.px + own.px,
        same: before.same + own.same,
        twoOff: before.twoOff + own.twoOff,
        rho: before.rho + own.rho,
      });
    }
  }
}
for (const [name, { px, same, twoOff, rho }] of sums) row([name, percent(same, px), percent(twoOff, px), (rho / px).toFixed(2)]);
