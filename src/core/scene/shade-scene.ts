import { cuesFadeMm, cuesPull, usualCuesPull } from '#core/light/cues-pull';
import { directShare } from '#core/light/mixed-light';
import type { Lamp } from '#core/light/shade';
import type { ShadeCue } from '#core/picture/shade-cues';
import { formOfBody } from './body-form';
import { type LabelledPicture, usualPxPerMm } from './borders';
import type { ContactOptions } from './contact';
import { type PictureParts, partsOfPicture } from './parts';
import type { SceneBody, SceneFront } from './scene-bodies';
import { lightStage, openStage } from './stage';

/** A picture with what is known of how its regions stand to each other. */
export type ShadedScene = LabelledPicture & {
  /** What is shaded as one; a region in none is a body of its own. */
  bodies?: readonly SceneBody[] | undefined;
  /** What lies in front at common borders; none is guessed. */
  fronts?: readonly SceneFront[] | undefined;
  /** Hatching and dots of the illustrator, as findShadeCues tells of them; they pull the dark towards them. */
  marks?: readonly Pick<ShadeCue, 'boundsPx' | 'ink'>[] | undefined;
};

export type ShadeSceneOptions = {
  /** Contact and cast shadow. Default: as usual. */
  contact?: Partial<ContactOptions>;
  /** Whether cut ends are sought, where a straight-sided thing is cut off across and does not round away. Default true. */
  findsCuts?: boolean;
  /** How strongly marks pull, 0 to 1. Default as usual. */
  cuesPull?: number;
};

/**
 * The light of a whole picture: forms of bodies that go on behind what lies in front and beneath what lies on them, cut off at cut ends, with
 * contact and cast shadow.
 * @param scene labels row-major, 0 = paper outside.
 * @param lamp a near one in px of the picture.
 * @returns larger = lighter (about -1 to 1, less in shadow), NaN on the paper outside.
 * @throws RangeError or TypeError when the map, the lamp or an option is out of range.
 */
export function shadeScene(scene: ShadedScene, lamp: Lamp, options: ShadeSceneOptions = {}): Float32Array {
  const { width, height, labels, pxPerMm = usualPxPerMm, bodies, fronts = [], marks = [] } = scene;
  const { contact, findsCuts = true, cuesPull: strength = usualCuesPull } = options;
  if (!(labels instanceof Uint16Array)) throw new TypeError('shadeScene expects labels as a Uint16Array, 0 = paper outside');
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || labels.length !== width * height) {
    throw new RangeError(`shadeScene expects width x height = ${width * height} labels, got ${labels.length}`);
  }
  if (!(strength >= 0 && strength <= 1)) throw new RangeError(`shadeScene expects cuesPull of 0 to 1, got ${strength}`);
  if (!(pxPerMm > 0)) throw new RangeError(`shadeScene expects pxPerMm over 0, got ${pxPerMm}`);
  const picture: PictureParts = partsOfPicture(labels, width, height);
  const stage = openStage(picture, { bodies, fronts }, { pxPerMm, contact });
  const lightOf = lightStage(stage, lamp, { mapWidth: width, scale: 1 }, (body) => {
    const { scale, ...placed } = formOfBody(picture, body, { pxPerMm: findsCuts ? pxPerMm : null });
    return { ...placed, formScale: scale };
  });
  const pulling = marks.map(({ boundsPx, ink }) => ({ boundsPx, density: ink.length / Math.max(1, boundsPx[2] * boundsPx[3]) }));
  const pull = cuesPull(pulling, strength * directShare(lamp), cuesFadeMm * pxPerMm);
  const light = new Float32Array(labels.length).fill(Number.NaN);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i]!;
    if (label === 0) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    light[i] = lightOf(label).at(x, y) - pull(x, y);
  }
  return light;
}
