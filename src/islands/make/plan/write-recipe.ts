import { transfer } from 'comlink';
import type { ColouredPicture } from '#model/coloured-picture';
import type { KeptRecipe, RecipePictures } from '#model/kept-recipe';
import type { Make } from '#model/make';
import type { SuppliesAnswer } from '#model/api/supplies';
import type { Supplies } from '#model/supplies';
import { digestOf } from '#core/make/digest';
import { fallingElements } from '#core/make/falling-elements';
import type { IndexedTable } from '#core/make/region-tables';
import { writtenPlan } from '#core/plan/written';
import { encodeKeptBandMap, keptBandMap } from '#core/recipe/kept-band-map';
import { writeDown } from '#core/recipe/write-down';
import { planSource } from '#core/plan/plan-source';
import type { SeenBands } from '#core/technique/recipe';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { keepBlob } from '#islands/shared/server-calls.ts';
import { today } from '#islands/shared/today.ts';
import { paperHex } from '#ui/colours.ts';
import { canvasOf } from '#ui/picture/canvas-of.ts';
import type { PlanAnswer } from '#workers/scene-messages';
import type { SceneApi } from '#workers/scene.worker';
import type { MakeState, ShownRack } from '../document/make-store';
import { lookWishOf } from './look-wish';
import { findOrder, orderWish, orderWorker } from './order-of-make';

export type ToWrite = {
  make: Make;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  labels: Uint16Array | null;
  lines: ImageBitmap | null;
  rack: ShownRack;
  supplies: Supplies & Pick<SuppliesAnswer, 'learnt'>;
  tables: MakeState['tables'];
  blobOf: MakeState['blobOf'];
};
export type Written = Pick<KeptRecipe, 'recipe' | 'pictures'>;

/** Longest side of the kept look, and its JPEG quality: a page of A4 shows no more. */
const [mostLookPx, lookQuality] = [1200, 0.82] as const;

/** Where everything lies and what it is expected to look like, dry; null: the picture has no areas yet. */
export async function planOfNow({ make, picture, table, labels, rack, supplies }: ToWrite): Promise<PlanAnswer | null> {
  if (!table || !labels) return null;
  const worker = livingWorker<SceneApi>({
    what: 'What computes the light',
    create: (name) => new Worker(new URL('../../../workers/scene.worker.ts', import.meta.url), { type: 'module', name }),
    begin: (api) => {
      const copy = labels.slice();
      return api.load(transfer({ labels: copy, table: table.table }, [copy.buffer]));
    },
  });
  try {
    return await worker.ask((api) =>
      api.plan({
        source: planSource(make, picture),
        resolution: 'full',
        wants: { form: false, edges: false, contacts: false, whereabouts: true },
        falling: fallingElements(picture),
        look: lookWishOf({ make, picture, table, rack, supplies, isWet: false }),
      }),
    );
  } finally {
    worker.close();
  }
}

/** The order of the make; none where there is a reason why there is none: the recipe is whole without it. */
async function askOrder({ make, picture, rack, supplies, tables, blobOf }: ToWrite) {
  const worker = orderWorker();
  try {
    const found = await findOrder(orderWish({ make, picture, rack, supplies, tables }), { worker, markers: rack.markers, blobOf });
    return found && !('problem' in found) ? found.order : undefined;
  } catch (error) {
    // A pace that is none is told of where the order stands.
    if (error instanceof RangeError) return undefined;
    throw error;
  } finally {
    worker.close();
  }
}

/** Lies with the server from then on. @returns its digest. @throws CallProblem */
export async function keepBytes(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  await keepBlob(bytes);
  return digestOf(bytes);
}

/** What is painted with its lines over it, as a JPEG. */
async function lookPicture(painted: Uint8ClampedArray<ArrayBuffer>, map: PlanAnswer['map'], { picture, lines }: ToWrite) {
  const scale = Math.min(1, mostLookPx / Math.max(picture.grey.widthPx, picture.grey.heightPx));
  const [widthPx, heightPx] = [Math.round(picture.grey.widthPx * scale), Math.round(picture.grey.heightPx * scale)];
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no picture beside the screen.');
  context.fillStyle = paperHex;
  context.fillRect(0, 0, widthPx, heightPx);
  context.imageSmoothingQuality = 'high';
  context.drawImage(canvasOf(painted, map.width, map.height), 0, 0, widthPx, heightPx);
  if (lines) {
    context.globalCompositeOperation = 'multiply';
    context.drawImage(lines, 0, 0, widthPx, heightPx);
  }
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: lookQuality });
  return { widthPx, heightPx, bytes: new Uint8Array(await blob.arrayBuffer()) };
}

/** What the plan says is seen of each element, by its id. */
export function seenOf(answer: PlanAnswer): SeenBands {
  const byIds = <T>(rows: readonly T[]) => new Map(answer.ids.map((id, index) => [id, rows[index] as T]));
  return { whereabouts: byIds(answer.whereabouts), ways: byIds(answer.ways) };
}

/** Writes the recipe of a colouring down as it is now, with where its bands lie and what it is expected to look like; both lie with the server then. @throws CallProblem, WorkerGoneError */
export async function writeRecipe(to: ToWrite): Promise<Written> {
  const { make, picture, table, rack, supplies } = to;
  const [answer, order] = await Promise.all([planOfNow(to), askOrder(to)]);
  const seen = answer ? seenOf(answer) : undefined;
  const recipe = writtenPlan(make, picture, rack.markers, table, { seen, supplies, pairNotes: rack.pairNotes });
  const pictures: RecipePictures = {};
  if (answer) {
    const places = new Map(recipe.elements.map(({ elementId }, index) => [elementId, index + 1]));
    const map = keptBandMap(
      answer.map,
      answer.ids.map((id) => places.get(id) ?? 0),
    );
    pictures.bandMap = { sha256: await keepBytes(encodeKeptBandMap(map)), widthPx: map.widthPx, heightPx: map.heightPx };
    if (answer.look) {
      const { bytes, ...size } = await lookPicture(answer.look, answer.map, to);
      pictures.look = { sha256: await keepBytes(bytes), ...size };
    }
  }
  return { recipe: writeDown({ ...{ make, picture, recipe, rack, table, seen, supplies, order }, writtenOn: today() }), pictures };
}
