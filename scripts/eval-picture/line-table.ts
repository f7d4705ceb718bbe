import { findLines } from '../../src/core/picture/lines';
import { findRegions } from '../../src/core/picture/regions';
import type { Condition } from './conditions';
import { toWorkingRaster, turn, turnNumbers } from './faults';
import type { PreparedPage } from './prepared-page';
import { addScores, noScore, score } from './score';
import { type Truth, truthOf } from './truth';

const share = (part: number, whole: number) => (whole === 0 ? '-' : ((100 * part) / whole).toFixed(1));

/** Closed regions under scan faults: one row a condition. */
export async function printLineTable(pages: readonly PreparedPage[], conditions: readonly Condition[]): Promise<void> {
  console.log('| condition | closed regions | found % | leaks | regions | precision % | outside IoU |');
  console.log('| --- | --- | --- | --- | --- | --- | --- |');
  const turnedTruths = new Map<string, Truth>();
  for (const condition of conditions) {
    let sum = noScore;
    for (const [index, { drawings, full, thin, colours, truth: upright }] of pages.entries()) {
      const { turnDeg = 0 } = condition;
      const key = `${index} ${turnDeg}`;
      const truth =
        turnDeg === 0
          ? upright
          : (turnedTruths.get(key) ?? truthOf(turn(full, turnDeg), turn(thin, turnDeg), turnNumbers(colours, turnDeg)));
      if (turnDeg !== 0) turnedTruths.set(key, truth);
      const raster = await toWorkingRaster(await condition.page(drawings, 100 + index));
      const own = score(findRegions(findLines({ ...raster, pxPerMm: 300 / 25.4 })).labels, truth);
      if (process.env.EVAL_DETAIL) console.error(condition.name, index, JSON.stringify(own));
      sum = addScores(sum, own);
    }
    console.log(
      `| ${condition.name} | ${sum.closed} | ${share(sum.found, sum.closed)} | ${sum.leaks} | ${sum.regions} | ${share(sum.right, sum.regions)} | ${(sum.outsideCommon / sum.outsideEither).toFixed(3)} |`,
    );
  }
}
