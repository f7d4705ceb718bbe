import { outlineOfInk } from '#core/raster/ink-outline';
import { usualCuesPull } from '#core/light/cues-pull';
import type { Lamp } from '#core/light/shade';
import type { ShadeCue } from '#core/picture/shade-cues';
import type { LabelledPicture } from '#core/scene/borders';
import { usualPxPerMm } from '#core/raster/resolution';
import type { ContactOptions } from '#core/scene/cast-shadow';
import { partsOfPicture } from '#core/scene/parts';
import type { SceneBody, SceneFront } from '#core/scene/scene-bodies';
import { openChain } from './chain';
import { type SceneValuesOf, sceneEntries } from './scene-entries';

type Cues = readonly Pick<ShadeCue, 'boundsPx' | 'ink'>[];

/** A picture with what is known of how its regions stand to each other. */
export type ShadedScene = LabelledPicture & {
  /** What is shaded as one; a region in none is a body of its own. */
  bodies?: readonly SceneBody[] | undefined;
  /** What lies in front at common borders; none is guessed. */
  fronts?: readonly SceneFront[] | undefined;
  /** Hatching and dots of the illustrator, as findShadeCues tells of them; they pull the dark towards them. */
  cues?: Cues | undefined;
  /** The same by its older name. */
  marks?: Cues | undefined;
};

export type ShadeSceneOptions = {
  /** Contact and cast shadow. Default: as usual. */
  contact?: Partial<ContactOptions>;
  /** Whether cut ends are sought, where a straight-sided thing is cut off across and does not round away. Default true. */
  findsCuts?: boolean;
  /** How strongly shade cues pull, 0 to 1. Default as usual. */
  cuesPull?: number;
  /** The same by its older name. */
  marksPull?: number;
};

/**
 * The light of a whole picture: forms of bodies that go on behind what lies in front and beneath what lies on them, cut off at cut ends, with
 * contact and cast shadow. It is the light of the plan (scene-entries.ts), asked for at every pixel.
 * @param scene labels row-major, 0 = paper outside.
 * @param lamp a near one in px of the picture.
 * @returns larger = lighter (about -1 to 1, less in shadow), NaN on the paper outside.
 * @throws RangeError or TypeError when the map, the lamp or an option is out of range.
 */
export function shadeScene(scene: ShadedScene, lamp: Lamp, options: ShadeSceneOptions = {}): Float32Array {
  const { width, height, labels, pxPerMm = usualPxPerMm, bodies = [], fronts = [], marks = [], cues = marks } = scene;
  const { contact = {}, findsCuts = true, marksPull = usualCuesPull, cuesPull: strength = marksPull } = options;
  if (!(labels instanceof Uint16Array)) throw new TypeError('shadeScene expects labels as a Uint16Array, 0 = paper outside');
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || labels.length !== width * height) {
    throw new RangeError(`shadeScene expects width x height = ${width * height} labels, got ${labels.length}`);
  }
  if (!(strength >= 0 && strength <= 1)) throw new RangeError(`shadeScene expects cuesPull of 0 to 1, got ${strength}`);
  if (!(pxPerMm > 0)) throw new RangeError(`shadeScene expects pxPerMm over 0, got ${pxPerMm}`);
  const pulling = cues.map(({ boundsPx, ink }) => ({
    outlinePx: outlineOfInk(ink, width, pxPerMm),
    density: ink.length / Math.max(1, boundsPx[2] * boundsPx[3]),
  }));
  const chain = openChain<SceneValuesOf>(sceneEntries);
  chain.put({ parts: partsOfPicture(labels, width, height), pxPerMm, contact, findsCuts, formResolution: 'auto' });
  chain.put({ bodies, fronts, cuts: [], cues: { cues: pulling, strength }, resolution: 'full' });
  const lightOf = chain.ask('light').under(lamp);
  const light = new Float32Array(labels.length).fill(Number.NaN);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i]!;
    if (label !== 0) light[i] = lightOf(label).at(i % width, Math.floor(i / width));
  }
  return light;
}
