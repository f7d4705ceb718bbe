import type { PullingCue } from '#core/light/cues-pull';
import type { SaidCutPx } from '#core/light/cut-ends';
import type { Lamp } from '#core/light/shade';
import type { BandMap } from '#core/scene/band-map';
import { usualPxPerMm } from '#core/raster/resolution';
import type { Blend } from '#core/scene/element-cuts';
import type { GreyForm } from '#core/scene/grey-form';
import type { HandStrokePx } from '#core/scene/hand-light';
import { partsOfPicture } from '#core/scene/parts';
import type { SceneBody, SceneFront } from '#core/scene/scene-bodies';
import type { SceneElement } from '#core/scene/scene-element';
import { type Chain, openChain } from './chain';
import { type SceneEdge, type SceneValuesOf, sceneEntries } from './scene-entries';

/** What is asked of a scene, in px of the picture. */
export type BandRequest = {
  lamp: Lamp;
  elements: readonly SceneElement[];
  /** Default: every label is a body of its own. */
  bodies?: readonly SceneBody[] | undefined;
  /** Default: nothing is known to lie in front. */
  fronts?: readonly SceneFront[] | undefined;
  resolution: 'full' | 'half';
  /** Default: not at all, every element has its shares. */
  blend?: Blend | undefined;
  /** Default none. */
  strokes?: readonly HandStrokePx[] | undefined;
  /** Default none. */
  cues?: { cues: readonly PullingCue[]; strength: number } | undefined;
  /** Default nothing: cut ends are found. */
  cuts?: readonly SaidCutPx[] | undefined;
  /** Default false. */
  cleans?: boolean | undefined;
};

/** A label map that is lit again and again, told in px: the plan without documents. */
export type Scene = {
  /** Elements in forms, in light, in bands: which band of which element lies where. */
  bandMap: (request: BandRequest) => BandMap;
  /** Edges of the bodies of the elements, and which of them are cut ends. */
  edges: (request: BandRequest) => SceneEdge[];
  greyForm: (request: BandRequest) => GreyForm;
  /** Bytes that the kept forms take. */
  formBytes: () => number;
};

export type SceneOptions = {
  /** `full`: no form of half resolution; for comparison. Default `auto`. */
  forms?: 'auto' | 'full';
  /** Of the picture: cut ends are sought, and shadows reach as far as they do on paper. Default: no cut ends, shadows as at 300 dpi. */
  pxPerMm?: number;
};

const inTheLight: ReadonlySet<string> = new Set<keyof SceneValuesOf | 'whereabouts' | 'ways'>([
  'laid',
  'drawn',
  'bands',
  'greys',
  'pixels',
  'places',
  'contacts',
  'whereabouts',
  'ways',
]);

/** After an answer: what is as large as the picture is let go, and what was not needed for it any more. */
export function letGo(chain: Pick<Chain<SceneValuesOf>, 'ask'>, asked: keyof SceneValuesOf): void {
  // What needs no light did not ask for its forms: that says nothing of them.
  if (!inTheLight.has(asked)) return;
  chain.ask('values').forget();
  chain.ask('light').tidy();
  if (asked === 'greys') return;
  const [lit, cast] = [chain.ask('litBodies'), chain.ask('cast')];
  chain.ask('forms').keepOnly([...lit, ...cast.castersOn(lit)]);
  cast.keepOnly(lit);
}

/** Opens a label map to be lit. @param labels row-major, 0 = paper outside. */
export function openScene(labels: Uint16Array, width: number, height: number, options: SceneOptions = {}): Scene {
  const chain = openChain<SceneValuesOf>(sceneEntries);
  chain.put({
    parts: partsOfPicture(labels, width, height),
    pxPerMm: options.pxPerMm ?? usualPxPerMm,
    findsCuts: options.pxPerMm !== undefined,
    formResolution: options.forms ?? 'auto',
    contact: {},
  });
  const asked = <Name extends keyof SceneValuesOf>(request: BandRequest, name: Name): SceneValuesOf[Name] => {
    const { bodies = [], fronts = [], strokes = [], cuts = [], cleans = false } = request;
    const { blend = { body: 0, picture: 0 }, cues = { cues: [], strength: 0 } } = request;
    const { lamp, elements, resolution } = request;
    chain.put({ lamp, elements, resolution, bodies, fronts, strokes, cuts, cleans, blend, cues });
    const answer = chain.ask(name);
    letGo(chain, name);
    return answer;
  };
  return {
    bandMap: (request) => asked(request, 'bands'),
    edges: (request) => asked(request, 'edges'),
    greyForm: (request) => asked(request, 'greys'),
    formBytes: () => chain.ask('forms').bytes(),
  };
}
