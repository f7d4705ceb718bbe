/**
 * How long a photo of 12 megapixels takes to be looked at: a made-up photo of a demo picture, several times.
 * node --import tsx scripts/bench-check.ts [ROUNDS]   Default 5. The aim is 6 s.
 */
import { photographPicture } from '#core/camera/photograph-picture';
import { checkPhoto } from '#core/check/check-photo';
import { drawingToColour } from '../tests/drawing-to-colour';
import { colouredWithFaults } from '../tests/planted-faults';

const rounds = Number(process.argv[2] ?? 5);
const picture = await drawingToColour('demo/line-images/badger-pilot.svg');
const { width, height, pxPerMm } = picture;
const { plan, painted } = colouredWithFaults(picture, ['white', 'wrongSide'], 1);
const photo = photographPicture({ width, height, data: painted }, width / pxPerMm, {
  ...{ pxPerMm: 32, leanDeg: 10, leanToDeg: 40, turnDeg: 5, fallOff: 0.2 },
  ...{ cast: [1, 0.95, 0.85], noiseSigma: 3, table: { L: 40, a: 5, b: 10 }, seed: 1 },
});
console.log(`${((photo.width * photo.height) / 1e6).toFixed(1)} megapixels`);
const times: number[] = [];
for (let round = 0; round < rounds; round++) {
  const began = performance.now();
  const checked = checkPhoto(photo, plan);
  times.push(performance.now() - began);
  if ('problem' in checked) throw new Error(checked.problem);
}
times.sort((one, other) => one - other);
console.log(
  `median ${((times[Math.floor(times.length / 2)] ?? 0) / 1000).toFixed(2)} s, worst ${((times.at(-1) ?? 0) / 1000).toFixed(2)} s of ${rounds}`,
);
