/// <reference lib="webworker" />
import { expose, transfer } from 'comlink';
import { bandPixels } from '#core/scene/band-map';
import { bandPlaces } from '#core/scene/band-places';
import { openScene, type Scene, type SceneEdge } from '#core/scene/scene';
import { type BandAnswer, bandRequestSchema, type FormAnswer, loadRequestSchema } from './scene-messages';

let scene: Scene | undefined;

const api = {
  /** Takes the label map of the picture to be lit. */
  load(request: unknown): void {
    const { labels, width, height, pxPerMm } = loadRequestSchema.parse(request);
    scene = openScene(labels, width, height, { pxPerMm });
  },

  /** Which band of which element lies where under a lamp. */
  bands(request: unknown): BandAnswer {
    const asked = bandRequestSchema.parse(request);
    if (!scene) throw new Error('No picture was loaded into the scene worker.');
    const map = scene.bandMap(asked);
    const rungs = asked.elements.map(({ shares: wished, keepsPaper }) => wished.length - (keepsPaper ? 1 : 0));
    return transfer({ map, pixels: bandPixels(map, rungs), places: bandPlaces(map, rungs) }, [map.elements.buffer, map.bands.buffer]);
  },

  /** Edges of the bodies of the elements, and which of them are cut ends. */
  edges(request: unknown): SceneEdge[] {
    const asked = bandRequestSchema.parse(request);
    if (!scene) throw new Error('No picture was loaded into the scene worker.');
    return scene.edges(asked);
  },

  /** The light alone, on the form without colours. */
  form(request: unknown): FormAnswer {
    const asked = bandRequestSchema.parse(request);
    if (!scene) throw new Error('No picture was loaded into the scene worker.');
    const answer = scene.greyForm(asked);
    return transfer(answer, [answer.greys.buffer]);
  },
};

export type SceneApi = typeof api;

expose(api);
