/**
 * npm run eval:scene: what is proposed of bodies and fronts, and the light, against solid figures and drawings whose colours are stacked; prints the
 * tables that stand in docs/eval-scene.md.
 */
import { codePoints } from './eval-picture/code-points';
import { drawingTruth } from './eval-scene/drawings';
import { figures } from './eval-scene/figures';
import { hangingFigures } from './eval-scene/hanging-figures';
import { bodiesOfFigure, type FrontScore, frontsOfDrawing, frontsOfFigure } from './eval-scene/score';
import {
  addScores,
  type Ceiling,
  ceilingLight,
  type Known,
  litFigure,
  type LightScore,
  nearFronts,
  noScore,
  type PartScore,
  scoreLight,
  standingKnown,
  truthsOf,
} from './eval-scene/light-score';
import { lampsOf } from './eval-scene/true-light';
import { truthOf } from './eval-scene/truth';
import type { Lamp } from '../src/core/index';

const noContact = { strength: 0, ringStrength: 0 };
/** What the light is made of, one thing more a row; the first knows nothing of bodies and fronts. Before them the ceiling is printed. */
const lightRows: readonly [string, Known, Parameters<typeof litFigure>[3]?][] = [
  ['each region by itself', 'nothing', { contact: noContact, findsCuts: false }],
  ['bodies that go on behind what lies in front', 'truth', { contact: noContact, findsCuts: false }],
  ['and cut ends, as they are found', 'truth', { contact: noContact }],
  ['and contact and cast shadow', 'truth'],
  ['all of it, bodies and fronts as proposed', 'proposed'],
];
/** What could be reached if something were known as it is. */
const ceilings: readonly [string, Ceiling][] = [
  ['ceiling: true normals, our own shadow', { normals: true, shadow: false }],
  ['ceiling: our forms, shadow of the true surface', { normals: false, shadow: true }],
  ['ceiling: true surface', { normals: true, shadow: true }],
];
/** The row whose parts are listed where they come out against the truth. */
const listedRow = 'and contact and cast shadow';
const proposedRow = 'all of it, bodies and fronts as proposed';

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

const step = 4;
const parts = new Map<string, { px: number; rho: number; lamps: number }>();
for (const [title, set] of [
  ['light', figures],
  ['light, where things hang over others', hangingFigures],
] as const) {
  const sums = new Map<string, LightScore>();
  const each = new Map<string, LightScore>();
  for (const figure of set) {
    const truth = truthOf(figure);
    const near = nearFronts(truth);
    const listed = ({ part, px, rho }: PartScore) => {
      const name = `${figure.name}, ${truth.parts[part - 1]?.name}`;
      const own = parts.get(name) ?? { px, rho: 0, lamps: 0 };
      parts.set(name, { px, rho: own.rho + rho, lamps: own.lamps + 1 });
    };
    const lit: [string, (lamp: Lamp) => Float32Array][] = [
      ...ceilings.map(([name, known]): [string, (lamp: Lamp) => Float32Array] => [name, ceilingLight(truth, known)]),
      ...lightRows.map(([name, known, options]): [string, (lamp: Lamp) => Float32Array] => {
        const standing = standingKnown(truth, known);
        return [name, (lamp) => litFigure(truth, lamp, standing, options)];
      }),
    ];
    for (const { lamp, truth: light } of truthsOf(truth, lampsOf(truth.seen.sizePx), step)) {
      for (const [name, lightUnder] of lit) {
        const own = scoreLight(lightUnder(lamp), light, truth, step, near, name === listedRow ? listed : undefined);
        sums.set(name, addScores(sums.get(name) ?? noScore, own));
        if (name === proposedRow) each.set(figure.name, addScores(each.get(figure.name) ?? noScore, own));
      }
    }
  }
  for (const [heading, scores] of [
    [title, sums],
    [`${title}: each figure, as proposed`, each],
  ] as const) {
    console.log();
    head([heading, 'same %', 'two off %', 'rho', 'near: same %', 'near: deepest found %']);
    for (const [name, { px, same, twoOff, rho, near }] of scores) {
      row([
        name,
        percent(same, px),
        percent(twoOff, px),
        (rho / px).toFixed(3),
        percent(near.same, near.px),
        percent(near.deepFound, near.deep),
      ]);
    }
  }
}

const against = [...parts].filter(([, { rho }]) => rho < 0);
console.log(`\nParts whose light goes against the truth in the mean over all lamps: ${against.length} of ${parts.size}.`);
for (const [name, { px, rho, lamps }] of against) console.log(`${name}: ${px} px, rho ${(rho / lamps).toFixed(2)}`);
