/**
 * Photos of the demo's pictures, coloured by made-up recipes with planted faults, as the simulated camera takes them: how many are lined up, found, and told falsely.
 * node --import tsx scripts/eval-check.ts [PHOTOS]   Default 60 a picture.
 */
import sharp from 'sharp';
import { photographPicture } from '#core/camera/photograph-picture';
import { checkPhoto } from '#core/check/check-photo';
import { findLines } from '#core/picture/lines';
import { findRegions } from '#core/picture/regions';
import { colouredWithFaults, isAbout, type Planted } from '../tests/planted-faults';
import { seeded } from '../tests/seeded';

const photos = Number(process.argv[2] ?? 60);
const pictures = ['badger-pilot', 'gas-balloon', 'parcel-and-cloud', 'bunting', 'lantern-watch'];
const kinds: Planted['kind'][] = ['white', 'uncoloured', 'overLine', 'wrongSide', 'flat', 'otherHue', 'streak', 'hardStep'];
const [widthPx, pxPerMm, photoPxPerMm] = [640, 10, 12] as const;

const tally = new Map<string, { found: number; planted: number }>(kinds.map((kind) => [kind, { found: 0, planted: 0 }]));
let [judged, refused, told, falsely, faultless, falseOnFaultless] = [0, 0, 0, 0, 0, 0];
const fits: number[] = [];
const times: number[] = [];
for (const name of pictures) {
  const { data, info } = await sharp(`demo/line-images/${name}.svg`, { density: 150 })
    .resize({ width: widthPx })
    .flatten({ background: '#ffffff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const grey = { width: info.width, height: info.height, data: new Uint8Array(data), pxPerMm };
  const lines = findLines(grey);
  const { labels, count } = findRegions(lines);
  for (let seed = 0; seed < photos; seed++) {
    const random = seeded(1000 * pictures.indexOf(name) + seed);
    const wished = seed % 4 === 3 ? [] : [...kinds].sort(() => random() - 0.5).slice(0, 3);
    const picture = { width: grey.width, height: grey.height, pxPerMm, labels, lines: lines.data, count };
    const { plan, painted, planted } = colouredWithFaults(picture, wished, seed + 1);
    const shot = photographPicture({ width: grey.width, height: grey.height, data: painted }, widthPx / pxPerMm, {
      ...{
        pxPerMm: photoPxPerMm,
        leanDeg: 15 * random(),
        leanToDeg: 360 * random(),
        turnDeg: 40 * random() - 20,
        fallOff: 0.25 * random(),
      },
      ...{ cast: [1, 0.8 + 0.2 * random(), 0.7 + 0.3 * random()], noiseSigma: 3, table: { L: 40, a: 5, b: 10 }, seed },
    });
    // A lens that is a little out of focus, up to 0.15 mm, and JPEG of quality 75.
    const blurMm = 0.15 * random();
    const raw = sharp(Buffer.from(shot.data), { raw: { width: shot.width, height: shot.height, channels: 3 } });
    const jpeg = await (blurMm * photoPxPerMm > 0.3 ? raw.blur(blurMm * photoPxPerMm) : raw).jpeg({ quality: 75 }).toBuffer();
    const photo = await sharp(jpeg).raw().toBuffer();
    const began = performance.now();
    const checked = checkPhoto({ width: shot.width, height: shot.height, data: new Uint8Array(photo) }, plan);
    times.push(performance.now() - began);
    if ('problem' in checked) {
      refused += 1;
      console.log(`${name} ${seed}: ${checked.problem}`);
      continue;
    }
    judged += 1;
    fits.push(checked.fitMm);
    for (const fault of planted) {
      const own = tally.get(fault.kind);
      if (!own) continue;
      own.planted += 1;
      if (checked.findings.some((finding) => isAbout(finding, fault))) own.found += 1;
      else console.log(`${name} ${seed}: missed ${fault.kind} of area ${fault.labels}`);
    }
    const wrong = checked.findings.filter((finding) => !planted.some((fault) => isAbout(finding, fault)));
    for (const { kind, labels: of } of wrong) console.log(`${name} ${seed}: told ${kind} of area ${of} falsely`);
    told += checked.findings.length;
    falsely += wrong.length;
    if (wished.length === 0) {
      faultless += 1;
      falseOnFaultless += wrong.length;
    }
  }
}
const share = (part: number, all: number) => `${part} of ${all} (${((100 * part) / Math.max(1, all)).toFixed(1)} %)`;
console.log(
  `lined up and judged: ${share(judged, judged + refused)}; mean fit ${(fits.reduce((sum, own) => sum + own, 0) / Math.max(1, fits.length)).toFixed(3)} mm`,
);
for (const [kind, { found, planted }] of tally) console.log(`${kind}: found ${share(found, planted)}`);
const sums = [...tally.values()].reduce((sum, own) => ({ found: sum.found + own.found, planted: sum.planted + own.planted }));
console.log(`all faults: found ${share(sums.found, sums.planted)}; true findings ${share(told - falsely, told)}`);
console.log(`false findings on ${faultless} faultless photos: ${falseOnFaultless}`);
console.log(`median ${(times.sort((one, other) => one - other)[Math.floor(times.length / 2)] ?? 0).toFixed(0)} ms a photo`);
