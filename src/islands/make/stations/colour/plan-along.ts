import { blackHex } from '#core/colour/line-colour';
import { colouredPicture } from '#core/make/coloured';
import { lineHexOf } from '#core/make/line-hex';
import { tableOf } from '#core/make/region-tables';
import { decodeLabelMap } from '#core/picture/label-map';
import { writtenPlan } from '#core/plan/written';
import { encodeKeptBandMap, keptBandMap } from '#core/recipe/kept-band-map';
import { writeDown } from '#core/recipe/write-down';
import { placesOfPicture } from '#core/session/places';
import { planSession } from '#core/session/plan-session';
import type { PlacedAreas } from '#core/technique/wet-areas-of-picture';
import { wetSecondsOf } from '#core/technique/wet-limit';
import { today } from '#islands/shared/today.ts';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { SessionHead, SessionPicture } from '#model/session';
import type { SuppliesAnswer } from '#model/api/supplies';
import type { Supplies } from '#model/supplies';
import type { MakeState, ShownRack } from '../../document/make-store';
import { linesAsShown } from '../../picture/lines-as-shown';
import { fittingMap } from '../../picture/use-raster';
import { findOrder, orderWish, orderWorker } from '../../plan/order-of-make';
import { keepBytes, planOfNow, seenOf } from '../../plan/write-recipe';

/** What is coloured in one sitting: pictures in a colouring, each so many times. */
export type AlongWish = SessionHead['of'];

export type AlongGiven = {
  make: Make;
  rack: ShownRack;
  supplies: Supplies & Pick<SuppliesAnswer, 'learnt'>;
  tables: MakeState['tables'];
  blobOf: MakeState['blobOf'];
  /** Whether the loose pieces of the make are coloured in it too. */
  withPieces: boolean;
  /** Told what is being done, in words. */
  onStep: (words: string) => void;
};

/** Longest side of the lines that are kept of a picture: the largest screen at a desk shows no more. */
const mostLinesPx = 1600;

async function smallLines(picture: ColouredPicture, blobOf: AlongGiven['blobOf']) {
  const png = await blobOf(picture.grey.sha256);
  const scan = await createImageBitmap(new Blob([png], { type: 'image/png' }));
  const mends = picture.mends ?? [];
  const lines = linesAsShown(scan, {
    ...{ mends, widthMm: picture.widthMm, lineHex: lineHexOf(picture), readHex: picture.grey.lineHex ?? blackHex },
  });
  const scale = Math.min(1, mostLinesPx / Math.max(scan.width, scan.height));
  const [widthPx, heightPx] = [Math.max(1, Math.round(scan.width * scale)), Math.max(1, Math.round(scan.height * scale))];
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no picture beside the screen.');
  context.imageSmoothingQuality = 'high';
  context.drawImage(lines, 0, 0, widthPx, heightPx);
  if (lines !== scan) lines.close();
  scan.close();
  const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
  return { sha256: await keepBytes(bytes), widthPx, heightPx };
}

/** What is kept of one picture: its lines, its places and bands, and its recipe as it is today. @param key how marks name it. */
async function keptPicture(
  picture: ColouredPicture,
  { make, rack, supplies, tables, blobOf }: AlongGiven,
  { key, areas }: { key: string; areas: readonly PlacedAreas[] },
): Promise<SessionPicture> {
  const regionMap = fittingMap(picture);
  const table = tableOf(picture, tables);
  const labels = regionMap ? decodeLabelMap(await blobOf(regionMap.labelMap), regionMap.widthPx, regionMap.heightPx) : null;
  const to = { make, picture, table, labels, lines: null, rack, supplies, tables, blobOf };
  const answer = await planOfNow(to);
  const seen = answer ? seenOf(answer) : undefined;
  const recipe = writtenPlan(make, picture, rack.markers, table, { seen, supplies, pairNotes: rack.pairNotes });
  const written = writeDown({ ...{ make, picture, recipe, rack, table, seen, supplies }, writtenOn: today() });
  const { paper } = picture.colouring;
  const head = {
    ...{ pictureId: key, name: picture.name, widthMm: picture.widthMm, heightMm: picture.heightMm },
    ...(paper ? { paper } : {}),
  };
  const lines = await smallLines(picture, blobOf);
  const recipeSha = await keepBytes(new TextEncoder().encode(JSON.stringify(written)));
  if (!answer) return { ...head, lines, places: [], recipe: recipeSha };
  const small = keptBandMap(
    answer.map,
    answer.ids.map((_, index) => index + 1),
  );
  const { map, places } = placesOfPicture(small, answer.ids, areas, picture.widthMm / small.widthPx);
  const sha256 = await keepBytes(encodeKeptBandMap(map));
  return { ...head, lines, map: { sha256, widthPx: map.widthPx, heightPx: map.heightPx }, places, recipe: recipeSha };
}

/**
 * Plans a session: the order of all that is coloured in it, mark by mark, and what is seen of each picture, which lies with the server then.
 * @throws CallProblem, WorkerGoneError, RangeError in words where there is nothing to colour.
 */
export async function planAlong(wish: AlongWish, given: AlongGiven): Promise<SessionHead> {
  const { rack, supplies, tables, blobOf, withPieces, onStep } = given;
  const { pieceRows = [], ...pictured } = given.make;
  const make: Make = withPieces && pieceRows.length > 0 ? given.make : pictured;
  const seenIds = new Set<string>();
  // One picture in two colourings is two pictures here: the second has a name of its own.
  const chosen = wish.flatMap(({ pictureId, colouringId, repeats }, index) => {
    const own = make.pictures.find(({ id }) => id === pictureId);
    if (!own) return [];
    const key = seenIds.has(pictureId) ? `once-more-${index + 1}` : pictureId;
    seenIds.add(pictureId);
    return [{ picture: colouredPicture(own, colouringId), key, of: { pictureId, colouringId, repeats } }];
  });
  const [first] = chosen;
  if (!first) throw new RangeError('None of these pictures is in the make any more.');
  onStep('Putting the marks into order …');
  const keyed = chosen.map(({ picture, key }) => ({ ...picture, id: key }));
  const worker = orderWorker();
  try {
    const asked = orderWish({ make, picture: first.picture, pictures: keyed, rack, supplies, tables });
    const found = await findOrder(asked, { worker, markers: rack.markers, blobOf });
    if (!found) throw new Error('The order was not worked out.');
    if ('problem' in found) throw new RangeError(found.problem);
    const pictures: SessionPicture[] = [];
    for (const { picture, key } of chosen) {
      onStep(`Laying ${picture.name} ready …`);
      pictures.push(await keptPicture(picture, given, { key, areas: found.areas.get(key) ?? [] }));
    }
    const recipes = new Map(asked.pictures.map((one) => [one.picture.id, one]));
    const elementOf = (pictureId: string, elementId: string) =>
      recipes.get(pictureId)?.recipe.elements.find((element) => element.elementId === elementId);
    const repeats = new Map(chosen.map(({ key, of }) => [key, of.repeats]));
    const marks = planSession({
      ...{ question: found.question, order: found.order, markers: rack.markers, pictures },
      schoolOf: (pictureId, elementId) => elementOf(pictureId, elementId)?.school ?? '',
      rungsOf: (pictureId, elementId) => elementOf(pictureId, elementId)?.rungs.length ?? 0,
      wetSOf: (pictureId) => recipes.get(pictureId)?.wetS ?? wetSecondsOf(undefined, supplies),
      repeatsOf: (pictureId) => repeats.get(pictureId) ?? 1,
    });
    if (marks.length === 0) throw new RangeError('There is no mark to lay yet: no element of it has a ladder. Give one at Groups.');
    return { startedAtMs: Date.now(), of: chosen.map(({ of }) => of), marks, pictures };
  } finally {
    worker.close();
  }
}
