/// <reference lib="webworker" />
import { transfer } from 'comlink';
import { bandPixels } from '#core/scene/band-map';
import { contactsOf } from '#core/scene/contacts';
import { bandPlaces } from '#core/scene/band-places';
import { type BandRequest, openScene, type Scene, type SceneEdge } from '#core/scene/scene';
import { type BandAnswer, bandRequestSchema, type FormAnswer, loadRequestSchema } from './scene-messages';
import { offer } from './offer';

let scene: Scene | undefined;
let labelsOfPicture = new Uint16Array(0);

/** Which element of a request holds a label, from 1; soft spots lie on one that does. */
function ownersOf({ elements }: BandRequest): (label: number) => number {
  const owners = new Map(elements.flatMap(({ labels, spot }, index) => (spot ? [] : labels.map((label) => [label, index + 1] as const))));
  return (label) => owners.get(label) ?? 0;
}

const api = {
  /** Takes the label map of the picture to be lit. */
  load(request: unknown): void {
    const { labels, width, height, pxPerMm } = loadRequestSchema.parse(request);
    scene = openScene(labels, width, height, { pxPerMm });
    labelsOfPicture = labels;
  },

  /** Which band of which element lies where under a lamp, and at full resolution, where it is asked for, which elements touch. */
  bands(request: unknown, withContacts: unknown): BandAnswer {
    const asked = bandRequestSchema.parse(request);
    if (!scene) throw new Error('No picture was loaded into the scene worker.');
    const map = scene.bandMap(asked);
    const rungs = asked.elements.map(({ shares: wished, keepsPaper }) => wished.length - (keepsPaper ? 1 : 0));
    const contacts = withContacts === true && map.scale === 1 ? contactsOf(map, labelsOfPicture, ownersOf(asked)) : [];
    const answer = { map, pixels: bandPixels(map, rungs), places: bandPlaces(map, rungs), contacts };
    return transfer(answer, [map.elements.buffer, map.bands.buffer]);
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

offer(api);
