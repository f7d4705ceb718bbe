import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { demoMakes } from '../../demo/balloon-post';
import { usualShares } from '../../src/core/markers/ladder';
import { readLines, readRegions } from '../../src/core/picture/read-picture';
import type { BandRequest } from '../../src/core/plan/scene';
import type { SceneElement } from '../../src/core/scene/scene-element';
import { usualReading } from '../../src/model/reading';
import { decodeGrey } from '../../src/server/decode/original';

export type BenchScene = { name: string; labels: Uint16Array; width: number; height: number; elements: SceneElement[] } & BenchStanding;
/** Bodies and fronts as the reading proposes them, where the scene has them. */
type BenchStanding = Pick<BandRequest, 'bodies' | 'fronts'> & { pxPerMm?: number };

const shares = usualShares(3);
const a4 = { width: 2480, height: 3508 };

/** The demo's badger pilot with its elements, read as the application reads it. */
export async function badger(): Promise<BenchScene> {
  const make = demoMakes.find(({ id }) => id === 'make-balloon-post-pilot');
  if (!make) throw new Error('The demo has no pilot.');
  const { file, widthMm, unitsPerMm } = make.picture;
  const { png, widthPx, heightPx } = await decodeGrey(await readFile(`demo/line-images/${file}`), widthMm);
  const data = new Uint8Array(await sharp(png).extractChannel(0).raw().toBuffer());
  const pxPerMm = widthPx / widthMm;
  const lines = readLines({ width: widthPx, height: heightPx, data, pxPerMm }, usualReading.settings);
  const { found, scene } = readRegions(lines, usualReading);
  const { labels } = found;
  const labelAt = ([x, y]: readonly [number, number]) =>
    labels[Math.floor((y / unitsPerMm) * pxPerMm) * widthPx + Math.floor((x / unitsPerMm) * pxPerMm)] as number;
  const elements = make.elements.map(({ points }) => ({ labels: [...new Set(points.map(labelAt))], shares }));
  return { name: 'badger', labels, width: widthPx, height: heightPx, elements, ...scene, pxPerMm };
}

/** An A4 page at 300 dots per inch with 40 copies of a scene, each with elements of its own. */
export function pageOf40(one: BenchScene): BenchScene {
  const { width, height } = a4;
  const labels = new Uint16Array(width * height);
  const most = one.labels.reduce((highest, label) => Math.max(highest, label), 0);
  const cell = { width: Math.floor(width / 5), height: Math.floor(height / 8) };
  const shrink = Math.max(one.width / (cell.width - 8), one.height / (cell.height - 8));
  const elements: SceneElement[] = [];
  for (let copy = 0; copy < 40; copy++) {
    const left = (copy % 5) * cell.width;
    const top = Math.floor(copy / 5) * cell.height;
    for (let y = 0; y < one.height / shrink; y++) {
      for (let x = 0; x < one.width / shrink; x++) {
        const label = one.labels[
          Math.min(one.height - 1, Math.floor(y * shrink)) * one.width + Math.min(one.width - 1, Math.floor(x * shrink))
        ] as number;
        if (label > 0) labels[(top + y) * width + left + x] = label + copy * most;
      }
    }
    elements.push(...one.elements.map((element) => ({ ...element, labels: element.labels.map((label) => label + copy * most) })));
  }
  return { name: 'A4 page of 40 images', labels, width, height, elements };
}

/** Two gems of one element in opposite corners of an A4 page. */
export function farGems(): BenchScene {
  const { width, height } = a4;
  const labels = new Uint16Array(width * height);
  const gem = (centreX: number, centreY: number, label: number) => {
    for (let y = centreY - 45; y < centreY + 45; y++) {
      for (let x = centreX - 45; x < centreX + 45; x++) {
        if (Math.abs(x - centreX) + 0.6 * Math.abs(y - centreY) < 44) labels[y * width + x] = label;
      }
    }
  };
  gem(80, 80, 1);
  gem(width - 80, height - 80, 2);
  return { name: 'two far gems', labels, width, height, elements: [{ labels: [1, 2], shares }] };
}
