import { describe, expect, it } from 'vitest';
import { findLines } from '../../src/core/picture/lines';
import { findRegions } from '../../src/core/picture/regions';
import { findShadeCues } from '../../src/core/picture/shade-cues';
import { codePoints } from '../../scripts/eval-picture/code-points';
import { conditions } from '../../scripts/eval-picture/conditions';
import { toWorkingRaster } from '../../scripts/eval-picture/faults';
import { preparePage } from '../../scripts/eval-picture/prepared-page';
import { score } from '../../scripts/eval-picture/score';

// One page of six open-licensed drawings out of the large evaluation (npm run eval:picture), a development dependency.
const codes = codePoints.slice(30, 36);
const pxPerMm = 300 / 25.4;

const page = await preparePage(codes);

describe('one page of the evaluation', () => {
  it('has closed regions to be found', () => expect(page.truth.closed.size).toBeGreaterThan(5));

  it.each(['clean', 'shadows of a hand', 'very pale', 'black and pale', 'breaks up to 0.35 mm'])(
    'under "%s": all closed regions, no leak, the outside outside',
    async (name) => {
      const condition = conditions.find((one) => one.name.startsWith(name));
      if (!condition) throw new Error(`no condition ${name}`);
      const raster = await toWorkingRaster(await condition.page(page.drawings, 7));
      const { closed, found, leaks, right, regions, outsideCommon, outsideEither } = score(
        findRegions(findLines({ ...raster, pxPerMm })).labels,
        page.truth,
      );
      expect(found / closed).toBeGreaterThanOrEqual(0.99);
      expect(leaks).toBe(0);
      expect(right / regions).toBeGreaterThanOrEqual(0.9);
      expect(outsideCommon / outsideEither).toBeGreaterThanOrEqual(0.95);
    },
  );

  it('no shade cue is seen in clean drawings', async () => {
    const raster = await toWorkingRaster(page.thin);
    expect(findShadeCues(findLines({ ...raster, pxPerMm }))).toEqual([]);
  });
});
