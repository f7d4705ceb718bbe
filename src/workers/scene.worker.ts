/// <reference lib="webworker" />
import { expose, transfer } from 'comlink';
import { bandPixels } from '#core/scene/band-map';
import { openScene, type Scene } from '#core/scene/scene';
import { type BandAnswer, bandRequestSchema, loadRequestSchema } from './scene-messages';

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
    const pixels = bandPixels(
      map,
      asked.elements.map(({ shares: wished }) => wished.length),
    );
    return transfer({ map, pixels }, [map.elements.buffer, map.bands.buffer]);
  },
};

export type SceneApi = typeof api;

expose(api);
