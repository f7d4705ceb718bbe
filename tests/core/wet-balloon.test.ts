import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { readLines, readRegions } from '#core/picture/read-picture';
import { wetAreasOfPicture } from '#core/technique/wet-areas-of-picture';
import { usualPaceCm2, wetLimitMm2 } from '#core/technique/wet-limit';
import { usualReading } from '#model/reading';
import { demoMakes } from '../../demo/balloon-post';
import { decodeGrey } from '../../src/server/decode/original';

describe('the demo balloon', () => {
  it('is parted along its gores and not across one of them', async () => {
    const make = demoMakes.find(({ id }) => id.endsWith('-balloon'));
    if (!make) return expect.fail('no balloon');
    const { widthMm, unitsPerMm, file } = make.picture;
    const { png, widthPx, heightPx } = await decodeGrey(
      await readFile(new URL(`../../demo/line-images/${file}`, import.meta.url)),
      widthMm,
    );
    const { data } = await sharp(png).extractChannel(0).raw().toBuffer({ resolveWithObject: true });
    const pxPerMm = widthPx / widthMm;
    const { found } = readRegions(
      readLines({ width: widthPx, height: heightPx, data: new Uint8Array(data), pxPerMm }, usualReading.settings),
      usualReading,
    );
    const envelope = make.elements.find(({ name }) => name === 'Envelope')?.points ?? [];
    const at = ([x, y]: readonly [number, number]) =>
      found.labels[Math.floor((y / unitsPerMm) * pxPerMm) * widthPx + Math.floor((x / unitsPerMm) * pxPerMm)]!;
    const gores = envelope.map(at);
    const [areas] = wetAreasOfPicture({ labels: found.labels, width: widthPx, height: heightPx, pxPerMm }, [
      // Four rungs, laid wet: what the demo's school lays of them, about 2.8 times over.
      { elementId: 'e', labels: gores, maxAreaMm2: wetLimitMm2({ paceCm2: usualPaceCm2, wetS: 30 }, 2.76), mends: [] },
    ]);
    if (!areas || 'problem' in areas) return expect.fail(areas?.problem);
    expect(areas.areas.length).toBeGreaterThan(4);
    expect(areas.areas.length).toBeLessThanOrEqual(8);
    for (const gore of gores) {
      const numbers = new Map<number, number>();
      for (let i = 0; i < areas.labels.length; i++) {
        const x = Math.round((areas.leftMm + (i % areas.width) / areas.pxPerMm) * pxPerMm);
        const y = Math.round((areas.topMm + Math.floor(i / areas.width) / areas.pxPerMm) * pxPerMm);
        if (found.labels[y * widthPx + x] !== gore) continue;
        const number = areas.labels[i]!;
        numbers.set(number, (numbers.get(number) ?? 0) + 1);
      }
      const counts = [...numbers.values()].sort((one, other) => other - one);
      const all = counts.reduce((sum, count) => sum + count, 0);
      // A gore is one part's; at its drawn line a pixel of the raster may fall to the other side.
      expect((counts[0] ?? 0) / all).toBeGreaterThan(0.97);
    }
  });
});
