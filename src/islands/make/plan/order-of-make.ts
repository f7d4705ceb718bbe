import { colouredPicture } from '#core/make/coloured';
import { pxPerMmOfTable } from '#core/make/scale';
import { tableOf } from '#core/make/region-tables';
import { decodeLabelMap } from '#core/picture/label-map';
import { writtenPlan } from '#core/plan/written';
import type { WrittenPicture } from '#core/technique/wet-blend';
import { type MakeOrder, type OrderQuestion, orderQuestion, orderTold } from '#core/technique/make-order';
import type { OrderAround } from '#core/technique/order-marks';
import { loosePieces } from '#core/card/loose-pieces';
import { pieceBatches } from '#core/technique/piece-batches';
import { allSchools, schoolById, schoolOfColouring } from '#core/technique/schools';
import type { PlacedAreas, WetAsked } from '#core/technique/wet-areas-of-picture';
import { wetAsked } from '#core/technique/wet-asked';
import { wetSecondsOf } from '#core/technique/wet-limit';
import { plannedPaceCm2 } from '#core/session/pace';
import { type LivingWorker, livingWorker } from '#islands/shared/living-worker.ts';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Placing } from '#model/placing';
import type { SuppliesAnswer } from '#model/api/supplies';
import type { Supplies } from '#model/supplies';
import type { OrderApi } from '#workers/order.worker';
import type { MakeState, ShownRack } from '../document/make-store';

/** A picture of the make with what of it has to be parted. */
type AskedPicture = Omit<WrittenPicture, 'picture'> & { picture: ColouredPicture; asked: WetAsked[] };

export type OrderWish = {
  pictures: AskedPicture[];
  paceCm2: number;
  placings: readonly Placing[];
  batches: ReturnType<typeof pieceBatches>;
};
export type FoundOrder = {
  order: MakeOrder;
  /** What was put into order, and what waits for what. */
  question: OrderQuestion;
  areas: ReadonlyMap<string, readonly PlacedAreas[]>;
  problems: { name: string; problem: string }[];
};

/** `picture`: the one on show, in its colouring. `pictures`: those that are coloured, each in its colouring; default all of the make. */
export type OrderGiven = {
  make: Make;
  picture: ColouredPicture;
  pictures?: readonly ColouredPicture[];
  rack: ShownRack;
  supplies: Supplies & Pick<SuppliesAnswer, 'learnt'>;
  tables: MakeState['tables'];
};

/** All pictures of a make: the one on show in its colouring, the others in their first. */
export function allOfMake(make: Make, picture: ColouredPicture): ColouredPicture[] {
  return make.pictures.map((own) => (own.id === picture.id ? picture : colouredPicture(own)));
}

/** What has to be known for the order of a make: its recipes, what stays wet, loose pieces, what hands put somewhere. @throws RangeError for a pace that is none. */
export function orderWish({ make, picture, pictures: coloured = allOfMake(make, picture), rack, supplies, tables }: OrderGiven): OrderWish {
  const paceCm2 = plannedPaceCm2(supplies);
  const pictures = coloured.map((own): AskedPicture => {
    const table = tableOf(own, tables);
    const recipe = writtenPlan(make, own, rack.markers, table, { supplies, pairNotes: rack.pairNotes });
    const wetS = wetSecondsOf(own.colouring.paper, supplies);
    return { picture: own, recipe, table, wetS, asked: table ? wetAsked(own, recipe, table, { paceCm2, wetS }) : [] };
  });
  const schools = allSchools(supplies.schools);
  const school = schoolOfColouring(make, picture.colouring, schools) ?? schoolById('', schools);
  const wetS = wetSecondsOf(picture.colouring.paper, supplies);
  const batches = pieceBatches(loosePieces(make), school, { paceCm2, wetS });
  return { pictures, paceCm2, placings: make.placings ?? [], batches };
}

export function orderWorker(): LivingWorker<OrderApi> {
  return livingWorker<OrderApi>({
    what: 'What puts the marks into order',
    create: (name) => new Worker(new URL('../../../workers/order.worker.ts', import.meta.url), { type: 'module', name }),
  });
}

type Asking = {
  worker: LivingWorker<OrderApi>;
  markers: ShownRack['markers'];
  blobOf: MakeState['blobOf'];
  /** Whether it is still wanted. Default always. */
  isWanted?: () => boolean;
};

/** The order of all pictures of a make: wet areas and order are worked out in a worker. @returns null: it is not wanted any more; or why there is none. */
export async function findOrder(
  wish: OrderWish,
  { worker, markers, blobOf, isWanted = () => true }: Asking,
): Promise<FoundOrder | { problem: string } | null> {
  const areasOf = async ({ picture: { regionMap }, table, asked: elements }: AskedPicture) => {
    if (elements.length === 0 || !regionMap || !table) return [];
    const { labelMap, widthPx, heightPx } = regionMap;
    const known = await worker.ask((api) => api.areas({ labelMap, asked: elements }));
    if (known) return known;
    const labels = decodeLabelMap(await blobOf(labelMap), widthPx, heightPx);
    const loaded = { labelMap, labels, width: widthPx, height: heightPx, pxPerMm: pxPerMmOfTable(table) };
    return worker.ask(async (api) => {
      // A copy stays here: another worker, started when this one dies, is told again.
      await api.load(loaded);
      return (await api.areas({ labelMap, asked: elements })) ?? [];
    });
  };
  const areas = new Map<string, PlacedAreas[]>();
  const problems: FoundOrder['problems'] = [];
  const written: WrittenPicture[] = [];
  for (const one of wish.pictures) {
    const answer = await areasOf(one);
    if (!isWanted()) return null;
    const placed = answer.flatMap((own) => ('problem' in own ? [] : [own]));
    areas.set(one.picture.id, placed);
    for (const own of answer) {
      if (!('problem' in own)) continue;
      problems.push({ name: one.recipe.elements.find(({ elementId }) => elementId === own.elementId)?.name ?? '', problem: own.problem });
    }
    const wetAreas = new Map(
      placed.map((own) => [own.elementId, own.areas.map(({ areaMm2, placesMm }) => ({ areaMm2, pieces: placesMm.length }))]),
    );
    written.push({ ...one, wetAreas });
  }
  const { paceCm2, placings, batches } = wish;
  const question = orderQuestion(written, markers, { paceCm2, batches });
  const order = await worker.ask(
    async (api): Promise<OrderAround | { problem: string }> => api.order({ request: question.request, placings }),
  );
  if (!isWanted()) return null;
  return 'problem' in order ? order : { order: orderTold(question, order, placings), question, areas, problems };
}
