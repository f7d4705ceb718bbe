/**
 * Photos of pictures, coloured by recipes of the demo's rack with planted faults, as the simulated camera takes them: how many are lined up (also by a general vision library), found, and told falsely;
 * and whether other pictures, halves and blurred ones are refused.
 * node --import tsx scripts/eval-check.ts [PHOTOS] [--kind KIND] [--plain] [--first SEED] [DRAWING.svg ...]
 * Default: 60 photos of each of the demo's pictures; --kind: faults of it in each that has faults; --plain: strong made-up colours in three even bands.
 */
import { basename } from 'node:path';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import type { Camera } from '#core/camera/photograph';
import { pictureInPhoto } from '#core/camera/photograph-picture';
import { checkPhoto } from '#core/check/check-photo';
import type { CheckPlan } from '#core/check/checked-plan';
import { type Homography, mapPlace } from '#core/check/projective';
import { colouredWithFaults, isAbout, madeUpColours, type Plantable } from '../tests/planted-faults';
import { recipeColours } from '../tests/recipe-colours';
import { drawingToColour, drawnPxPerMm, leftHalf, photoTaken } from '../tests/drawing-to-colour';
import { seeded } from '../tests/seeded';
import { demoRack } from '../demo/marker-lines';
import { registeredByOpenCv } from './bench-against/open-cv-registration';

const { values: wish, positionals } = parseArgs({
  options: { kind: { type: 'string' }, plain: { type: 'boolean', default: false }, first: { type: 'string', default: '0' } },
  allowPositionals: true,
});
const photos = Number(positionals.find((own) => /^\d+$/.test(own)) ?? 60);
/** Faults to a photo: three kinds by lot, one of them as told on the command line. */
const always = wish.kind as Plantable | undefined;
const ownDrawings = ['badger-pilot', 'gas-balloon', 'parcel-and-cloud', 'bunting', 'lantern-watch'].map(
  (name) => `demo/line-images/${name}.svg`,
);
const others = positionals.filter((own) => own.endsWith('.svg'));
const drawings = others.length > 0 ? others : ownDrawings;
const coloursOf = wish.plain ? madeUpColours : recipeColours(demoRack().markers);
const kinds: Plantable[] = [
  'white',
  'uncoloured',
  'overLine',
  'wrongSide',
  'flat',
  'missing band',
  'otherHue',
  'unequal',
  'notParted',
  'streak',
  'hardStep',
];
const photoPxPerMm = 12;

/** Farther than this from where it truly lies a photo is not lined up. */
const mostOffMm = 0.3;

/** How far a map lies from the truth at the corners of a picture and in its middle, at the most, in mm. */
function offMm(
  map: Homography,
  truth: (xMm: number, yMm: number) => readonly [number, number],
  size: { width: number; height: number },
): number {
  const { width, height } = size;
  return Math.max(
    ...(
      [
        [0, 0],
        [width, 0],
        [width, height],
        [0, height],
        [width / 2, height / 2],
      ] as const
    ).map(([x, y]) => {
      const [[u, v], [p, q]] = [mapPlace(map, x, y), truth(x / drawnPxPerMm, y / drawnPxPerMm)];
      return Math.hypot(u - p, v - q) / photoPxPerMm;
    }),
  );
}

/** What is no photo of the whole piece, or too blurred; each is to be refused. */
async function spoilt(photo: { width: number; height: number; data: Uint8Array }) {
  const { width, height } = photo;
  const raw = () => sharp(Buffer.from(photo.data), { raw: { width, height, channels: 3 } });
  const soft = await raw()
    .blur(0.8 * photoPxPerMm)
    .raw()
    .toBuffer();
  return [
    { what: 'half a picture', image: await leftHalf(photo) },
    { what: 'a blurred one', image: { width, height, data: new Uint8Array(soft) } },
  ];
}

const tally = new Map<string, { found: number; planted: number }>(kinds.map((kind) => [kind, { found: 0, planted: 0 }]));
let [judged, refused, told, falsely, faultless, falseOnFaultless] = [0, 0, 0, 0, 0, 0];
const fits: number[] = [];
const times: number[] = [];
const off: { ours: number; theirs: number | null }[] = [];
const spoiltOnes = { refused: 0, all: 0 };
/** The plan that a photo of the next picture is held against. */
let other: CheckPlan | null = null;
for (const drawing of drawings) {
  const name = basename(drawing, '.svg');
  const picture = await drawingToColour(drawing);
  let last: CheckPlan | null = null;
  for (let seed = Number(wish.first); seed < Number(wish.first) + photos; seed++) {
    const random = seeded(1000 * drawings.indexOf(drawing) + seed);
    const drawn = [...kinds].sort(() => random() - 0.5).slice(0, 3);
    const wished = seed % 4 === 3 ? [] : always ? [always, ...drawn.filter((own) => own !== always).slice(0, 2)] : drawn;
    const { plan, painted, planted } = colouredWithFaults(picture, wished, seed + 1, coloursOf);
    const camera: Camera = {
      ...{
        pxPerMm: photoPxPerMm,
        leanDeg: 15 * random(),
        leanToDeg: 360 * random(),
        turnDeg: 40 * random() - 20,
        fallOff: 0.25 * random(),
      },
      ...{ cast: [1, 0.8 + 0.2 * random(), 0.7 + 0.3 * random()], noiseSigma: 3, table: { L: 40, a: 5, b: 10 }, seed },
    };
    const photo = await photoTaken(picture, painted, { camera, blurMm: 0.15 * random() });
    const began = performance.now();
    const checked = checkPhoto(photo, plan);
    times.push(performance.now() - began);
    if (seed % 4 === 3) {
      const wrong = [
        ...(await spoilt(photo)).map((own) => ({ ...own, against: plan })),
        ...(other ? [{ what: 'another picture', image: photo, against: other }] : []),
      ];
      for (const { what, image, against } of wrong) {
        spoiltOnes.all += 1;
        if ('problem' in checkPhoto(image, against)) spoiltOnes.refused += 1;
        else console.log(`${name} ${seed}: took ${what}`);
      }
    }
    last = plan;
    if ('problem' in checked) {
      refused += 1;
      console.log(`${name} ${seed}: ${checked.problem}`);
      continue;
    }
    judged += 1;
    fits.push(checked.fitMm);
    const truth = pictureInPhoto({ widthMm: picture.width / drawnPxPerMm, heightMm: picture.height / drawnPxPerMm }, camera);
    const theirs = await registeredByOpenCv({ width: picture.width, height: picture.height, data: plan.expected }, photo);
    off.push({ ours: offMm(checked.toPhoto, truth, picture), theirs: theirs && offMm(theirs, truth, picture) });
    if ((off.at(-1)?.ours ?? 0) > mostOffMm) console.log(`${name} ${seed}: lined up ${off.at(-1)?.ours.toFixed(2)} mm off`);
    for (const fault of planted) {
      const own = tally.get(fault.band ? 'missing band' : fault.kind);
      if (!own) continue;
      own.planted += 1;
      if (checked.findings.some((finding) => isAbout(finding, fault))) own.found += 1;
      else
        console.log(
          `${name} ${seed}: missed ${fault.kind} of area ${fault.labels}${checked.notJudged.includes(fault.labels[0] ?? 0) ? ', which is not judged' : ''}`,
        );
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
  other = last;
}
const share = (part: number, all: number) => `${part} of ${all} (${((100 * part) / Math.max(1, all)).toFixed(1)} %)`;
console.log(
  `lined up and judged: ${share(judged, judged + refused)}; mean fit ${(fits.reduce((sum, own) => sum + own, 0) / Math.max(1, fits.length)).toFixed(3)} mm`,
);
const sorted = (values: readonly number[]) => [...values].sort((one, other) => one - other);
const told98 = (values: readonly number[]) =>
  `${share(values.filter((own) => own <= mostOffMm).length, off.length)} within ${mostOffMm} mm, middle ${(sorted(values)[Math.floor(values.length / 2)] ?? 0).toFixed(3)} mm, worst ${(sorted(values).at(-1) ?? 0).toFixed(2)} mm`;
console.log(`off the truth, ours: ${told98(off.map(({ ours }) => ours))}`);
console.log(`off the truth, the library's: ${told98(off.flatMap(({ theirs }) => theirs ?? []))}`);
console.log(`other pictures, halves and blurred ones refused: ${share(spoiltOnes.refused, spoiltOnes.all)}`);
for (const [kind, { found, planted }] of tally) console.log(`${kind}: found ${share(found, planted)}`);
const sums = [...tally.values()].reduce((sum, own) => ({ found: sum.found + own.found, planted: sum.planted + own.planted }));
console.log(`all faults: found ${share(sums.found, sums.planted)}; true findings ${share(told - falsely, told)}`);
console.log(`false findings on ${faultless} faultless photos: ${falseOnFaultless}`);
console.log(`median ${(times.sort((one, other) => one - other)[Math.floor(times.length / 2)] ?? 0).toFixed(0)} ms a photo`);
