/**
 * npm run eval:scene: what is proposed of bodies and fronts, against solid figures and against drawings whose colours are stacked; prints the
 * tables that stand in docs/eval-scene.md.
 */
import { codePoints } from './eval-picture/code-points';
import { drawingTruth } from './eval-scene/drawings';
import { figures } from './eval-scene/figures';
import { bodiesOfFigure, type FrontScore, frontsOfDrawing, frontsOfFigure } from './eval-scene/score';
import { truthOf } from './eval-scene/truth';

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
