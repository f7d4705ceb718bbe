import { describe, expect, it } from 'vitest';
import { demoRack } from '../../demo/marker-lines';
import type { Camera } from '#core/camera/photograph';
import { pictureInPhoto } from '#core/camera/photograph-picture';
import { checkPhoto } from '#core/check/check-photo';
import { mapPlace } from '#core/check/projective';
import { runsWithin } from '#core/outline/pixels-within';
import { drawingToColour, drawnPxPerMm, leftHalf, photoTaken } from '../drawing-to-colour';
import { colouredWithFaults, isAbout, type Plantable } from '../planted-faults';
import { recipeColours } from '../recipe-colours';

/** Line drawings of the open-licensed `openmoji` package (CC BY-SA 4.0): lines of 1.8 mm at this size, nine times as wide as a fine stamp's. */
const foreign = (code: string) => `node_modules/openmoji/black/svg/${code}.svg`;
const coloursOf = recipeColours(demoRack().markers);

const camera = (seed: number): Camera => ({
  ...{ pxPerMm: 12, leanDeg: 13, leanToDeg: 70 * seed, turnDeg: 15, fallOff: 0.25, cast: [1, 0.9, 0.75] },
  ...{ noiseSigma: 3, table: { L: 40, a: 5, b: 10 }, seed },
});

// More drawings, seeds and kinds: npm run eval:check.
describe('a picture that is coloured by a recipe of the rack, by a hand that blends wider and lays inks paler or deeper', () => {
  it.each<[string, string, number, Plantable[]]>([
    ['the lantern watch', 'demo/line-images/lantern-watch.svg', 5, ['hardStep', 'streak', 'white']],
    ['the pilot, as it is meant', 'demo/line-images/badger-pilot.svg', 6, []],
    ['an elephant in wide lines', foreign('1F418'), 11, ['hardStep']],
    ['a teddy bear in wide lines', foreign('1F9F8'), 8, ['missing band', 'streak', 'otherHue']],
    ['a hedgehog in wide lines, as it is meant', foreign('1F994'), 9, []],
  ])('%s: it lies where it is seen, every slip is found, and nothing else', async (_, file, seed, kinds) => {
    const picture = await drawingToColour(file);
    const { plan, painted, planted } = colouredWithFaults(picture, kinds, seed, coloursOf);
    expect(planted).toHaveLength(kinds.length);
    const checked = checkPhoto(await photoTaken(picture, painted, { camera: camera(seed), blurMm: 0.12 }), plan);
    if ('problem' in checked) throw new Error(checked.problem);
    const truth = pictureInPhoto({ widthMm: picture.width / drawnPxPerMm, heightMm: picture.height / drawnPxPerMm }, camera(seed));
    for (const [u, v] of [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const) {
      const [x, y] = mapPlace(checked.toPhoto, u * picture.width, v * picture.height);
      const [p, q] = truth((u * picture.width) / drawnPxPerMm, (v * picture.height) / drawnPxPerMm);
      expect(Math.hypot(x - p, y - q) / 12, 'mm off').toBeLessThan(0.3);
    }
    const missed = planted.filter((fault) => !checked.findings.some((finding) => isAbout(finding, fault)));
    const falsely = checked.findings.filter((finding) => !planted.some((fault) => isAbout(finding, fault)));
    expect({ missed, falsely }).toEqual({ missed: [], falsely: [] });
  });

  it('on a table whose grain runs dark all round the sheet it is found by itself', async () => {
    const picture = await drawingToColour(foreign('1F9F8'));
    const { plan, painted } = colouredWithFaults(picture, [], 3, coloursOf);
    const own: Camera = { ...camera(3), table: { L: 55, a: 12, b: 25 } };
    const shot = await photoTaken(picture, painted, { camera: own });
    const [widthMm, heightMm] = [picture.width / drawnPxPerMm, picture.height / drawnPxPerMm];
    const toPhoto = pictureInPhoto({ widthMm, heightMm }, own);
    // The sheet has 12 mm of paper about the picture.
    const sheet = [toPhoto(-12, -12), toPhoto(widthMm + 12, -12), toPhoto(widthMm + 12, heightMm + 12), toPhoto(-12, heightMm + 12)];
    const onSheet = new Uint8Array(shot.width * shot.height);
    runsWithin({ leftMm: 0, topMm: 0, width: shot.width, height: shot.height, pxPerMm: 1 }, [sheet], (from, to) =>
      onSheet.fill(1, from, to),
    );
    // Dark veins of 1 mm, 4 mm apart, that wind a little.
    const data = Uint8Array.from(shot.data);
    for (let pixel = 0; pixel < onSheet.length; pixel++) {
      const [x, y] = [pixel % shot.width, Math.floor(pixel / shot.width)];
      if (!onSheet[pixel] && (y + 14 * Math.sin(x / 90)) % 48 < 12) data.fill(35, 3 * pixel, 3 * pixel + 3);
    }
    const checked = checkPhoto({ ...shot, data }, plan);
    expect(checked).toMatchObject({ findings: [] });
  });

  it('half of a butterfly is not taken for a whole one', async () => {
    const picture = await drawingToColour(foreign('1F98B'));
    const { plan, painted } = colouredWithFaults(picture, [], 3, coloursOf);
    const photo = await photoTaken(picture, painted, { camera: camera(3) });
    expect(checkPhoto(photo, plan)).not.toHaveProperty('problem');
    expect(checkPhoto(await leftHalf(photo), plan)).toHaveProperty('problem');
  });
});
