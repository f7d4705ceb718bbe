/**
 * npm run bench:light: one lamp move over a megapixel that lies all in bodies, at half and at full resolution, against connectedComponents of an OpenCV
 * build (`@techstark/opencv-js`) on the same megapixel in the same run. Medians.
 */
import { usualShares } from '../src/core/markers/ladder';
import { usualBlend } from '../src/core/scene/element-cuts';
import { type BandRequest, openScene } from '../src/core/plan/scene';
import { compare, openCv } from './bench-against/open-cv';

const size = 1000;
const across = 5;
const cell = size / across;

/** Rounded things side by side and one behind the other: every px belongs to a body, each has a neighbour in front of it. */
function megapixel() {
  const labels = new Uint16Array(size * size);
  for (let i = 0; i < labels.length; i++) {
    const [x, y] = [i % size, Math.floor(i / size)];
    // The borders bend, as drawn ones do.
    const column = Math.min(across - 1, Math.max(0, Math.floor((x + 18 * Math.sin(y / 40)) / cell)));
    const row = Math.min(across - 1, Math.max(0, Math.floor((y + 18 * Math.sin(x / 47)) / cell)));
    labels[i] = row * across + column + 1;
  }
  const all = Array.from({ length: across * across }, (_, index) => index + 1);
  const fronts = all.flatMap((label) => [
    ...(label % across ? [{ front: label, behind: label + 1 }] : []),
    ...(label + across <= all.length ? [{ front: label, behind: label + across }] : []),
  ]);
  return { labels, elements: all.map((label) => ({ labels: [label], shares: [...usualShares(3)] })), fronts };
}

const { labels, elements, fronts } = megapixel();
const { cv } = await openCv();
const mask = Uint8Array.from(labels, (label) => (label % 2 ? 255 : 0));
const maskMat = cv.matFromArray(size, size, cv.CV_8UC1, mask);
const labelMat = new cv.Mat();
const scene = openScene(labels, size, size, { pxPerMm: 300 / 25.4 });

console.log('| one lamp move, 1 MP all in bodies | ours ms | connectedComponents ms | ratio | aim |');
console.log('| --- | --- | --- | --- | --- |');
let turn = 0;
const rows: [string, string, (side: number) => BandRequest['lamp'], Partial<BandRequest>][] = [
  [
    'half resolution, far lamp, while it moves',
    '3.5',
    (side) => ({ kind: 'distant', azimuthDeg: side, heightDeg: 40 }),
    { resolution: 'half' },
  ],
  [
    'half resolution, near lamp, while it moves',
    '5',
    (side) => ({ kind: 'near', xPx: 200 + side, yPx: 400, heightPx: 300 }),
    { resolution: 'half' },
  ],
  ['full resolution, far lamp, not cleaned', '-', (side) => ({ kind: 'distant', azimuthDeg: side, heightDeg: 40 }), {}],
  ['full resolution, far lamp, when it settles', '-', (side) => ({ kind: 'distant', azimuthDeg: side, heightDeg: 40 }), { cleans: true }],
];
for (const [name, aim, lampAt, more] of rows) {
  const { oursMs, theirsMs } = compare(
    15,
    () => {
      turn = (turn + 37) % 360;
      scene.bandMap({ lamp: lampAt(turn), elements, fronts, blend: usualBlend, resolution: 'full', ...more });
    },
    () => cv.connectedComponents(maskMat, labelMat, 4, cv.CV_32S),
  );
  console.log(`| ${[name, oursMs.toFixed(1), theirsMs.toFixed(1), (oursMs / theirsMs).toFixed(2), aim].join(' | ')} |`);
}
maskMat.delete();
labelMat.delete();
