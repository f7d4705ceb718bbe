/// <reference lib="webworker" />
import { transfer } from 'comlink';
import { indexTable } from '#core/make/region-tables';
import { lookOfPlan } from '#core/look/look-of-plan';
import { openPlan, type Plan } from '#core/plan/plan';
import { loadRequestSchema, type PlanAnswer, planRequestSchema } from './scene-messages';
import { offer } from './offer';

let plan: Plan | undefined;
/** Questions that came, so that a long one knows of a newer. */
let asked = 0;

/** Lets messages in that came meanwhile. */
const pause = () =>
  new Promise<void>((go) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      go();
    };
    port2.postMessage(null);
  });
/** So long it works before it looks for messages: less than a frame. */
const mostAtOnceMs = 12;

const api = {
  /** Takes the label map of the picture to be lit, and what its reading found. */
  load(request: unknown): void {
    const { labels, table } = loadRequestSchema.parse(request);
    plan = openPlan(labels, indexTable(table));
  },

  /** What is being worked on is wanted no more. */
  callOff(): void {
    asked++;
  },

  /** What the documents come to: which band of which element lies where, and beside it what is wanted; null: it was called off. */
  async plan(request: unknown): Promise<PlanAnswer | null> {
    const { source, resolution, wants, falling, look } = planRequestSchema.parse(request);
    const opened = plan;
    if (!opened) throw new Error('No picture was loaded into the scene worker.');
    const turn = ++asked;
    let since = performance.now();
    for (const _ of opened.bandsInSteps(source, { resolution })) {
      if (performance.now() - since < mostAtOnceMs) continue;
      await pause();
      if (turn !== asked) return null;
      since = performance.now();
    }
    const ask: Plan['ask'] = (of, name) => opened.ask(of, name, { resolution, falling });
    const isWhole = resolution === 'full';
    const { elements, bands, ...map } = ask(source, 'bands');
    const form = wants.form ? ask(source, 'greys') : null;
    const ids = ask(source, 'ids');
    const places = ask(source, 'places');
    const painted = look
      ? lookOfPlan({ map: { ...map, elements, bands }, ids, places, ways: isWhole ? ask(source, 'ways') : [] }, look)
      : null;
    const answer: PlanAnswer = {
      ids,
      // The plan keeps its own.
      map: { ...map, elements: elements.slice(), bands: bands.slice() },
      pixels: ask(source, 'pixels'),
      places,
      form: form && { ...form, greys: form.greys.slice() },
      edges: wants.edges ? ask(source, 'edges') : [],
      contacts: wants.contacts && isWhole ? ask(source, 'contacts') : [],
      whereabouts: wants.whereabouts && isWhole ? ask(source, 'whereabouts') : [],
      ways: wants.whereabouts && isWhole ? ask(source, 'ways') : [],
      look: painted,
    };
    const own = [answer.map.elements, answer.map.bands, ...(answer.form ? [answer.form.greys] : []), ...(painted ? [painted] : [])];
    return transfer(
      answer,
      own.map(({ buffer }) => buffer),
    );
  },
};

export type SceneApi = typeof api;

offer(api);
