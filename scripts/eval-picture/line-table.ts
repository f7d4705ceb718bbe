import { findLines } from '../../src/core/picture/lines';
import { findRegions } from '../../src/core/picture/regions';
import type { Condition } from './conditions';
import { toWorkingRaster, turn, turnNumbers } from './faults';
import { composeColours, composePage, drawColours, drawFullLines, drawLines } from './pages';
import { addScores, noScore, score } from './score';
import { type Truth, truthOf } from './truth';

const share = (part: number, whole: number) => (whole === 0 ? '-' : ((100 * part) / whole).toFixed(1));

/** Closed regions under scan faults: one row a condition. */
export async function printLineTable(groups: readonly (readonly string[])[], conditions: readonly Condition[]): Promise<void> {
  console.log('| condition | closed regions | found % | leaks | regions | precision % | outside IoU |');
  console.log('| --- | --- | --- | --- | --- | --- | --- |');
  const pages = await Promise.all(
    groups.map(async (codes) => ({
      drawings: await Promise.all(codes.map((code) => drawLines(code))),
      full: composePage(await Promise.all(codes.map(drawFullLines)), []),
      colours: composeColours(await Promise.all(codes.map(drawColours))),
    })),
  );
  const truths = new Map<string, Truth>();
  for (const condition of conditions) {
    let sum = noScore;
    for (const [index, { drawings, full, colours }] of pages.entries()) {
      const turnDeg = condition.turnDeg ?? 0;
      const key = `${index} ${turnDeg}`;
      const truth = truths.get(key) ?? (turnDeg ? truthOf(turn(full, turnDeg), turnNumbers(colours, turnDeg)) : truthOf(full, colours));
      truths.set(key, truth);
      const raster = await toWorkingRaster(await condition.page(drawings, 100 + index));
      const found = findRegions(findLines({ ...raster, pxPerMm: 300 / 25.4 }));
      const own = score(found.labels, truth);
      if (process.env.EVAL_DETAIL) console.error(index, own);
      sum = addScores(sum, own);
    }
    console.log(
      `| ${condition.name} | ${sum.closed} | ${share(sum.found, sum.closed)} | ${sum.leaks} | ${sum.regions} | ${share(sum.right, sum.regions)} | ${(sum.outsideCommon / sum.outsideEither).toFixed(3)} |`,
    );
  }
}
