import type { Marker } from '#model/marker';
import { byId } from '#core/make/by-id';
import { ownersOf } from '#core/make/picture-lookup';
import { equalThings, inGroups, stepsOf } from './equal-things';
import type { Blend, OrderRequest } from './order-plan';
import type { PieceBatch } from './piece-batches';
import type { RecipeMark } from './recipe';
import type { BlendItem, BlendMark, ColouredThing, WetBlend, WrittenPicture } from './wet-blend';
import { assertPace, coveredShare, isBlended, leastMarkSeconds, usualPaceCm2, wetRuns } from './wet-limit';

export type BlendsOptions = {
  /** Cm2 a minute. Default as usual. */
  paceCm2?: number;
  /** Whether every element is coloured by itself, as one would without a plan. Default false. */
  isPlain?: boolean;
  /** Loose pieces. Default none. */
  batches?: readonly PieceBatch[];
};

/** Ink is dry to the touch after about so many seconds, where nothing else is said. From memory. */
const dryS = 30;
/** L* of what is no ink of the rack: pencils, pens and blender drag no dark into anything. */
const toolL = 100;
/** An ink without a colour counts as a middling one. */
const unknownL = 50;

/** How long a mark takes, in s, by the paper that it covers. @param paceCm2 cm2 a minute. @throws RangeError for a pace of 0 or less. */
export function secondsOfMark(
  mark: Pick<RecipeMark, 'place'>,
  { areaMm2, rungs }: { areaMm2: number; rungs: readonly { share: number }[] },
  paceCm2: number,
): number {
  assertPace(paceCm2);
  return leastMarkSeconds + (coveredShare(mark, rungs) * areaMm2 * 0.6) / paceCm2;
}

/** A mark of a blend on so much paper. */
function blendMark(
  mark: RecipeMark,
  items: readonly BlendItem[],
  on: { areaMm2: number; rungs: readonly { share: number }[] },
  paceCm2: number,
): BlendMark {
  return { mark, items, coveredMm2: coveredShare(mark, on.rungs) * on.areaMm2, seconds: secondsOfMark(mark, on, paceCm2) };
}

function thingsOf({ picture, recipe, wetS, wetAreas }: WrittenPicture): ColouredThing[] {
  const hosts = new Map(picture.elements.flatMap(({ id, spot }) => (spot ? [[id, `${picture.id}/${spot.on}`] as const] : [])));
  return recipe.elements.map((element) => ({
    ...{ key: `${picture.id}/${element.elementId}`, pictureId: picture.id, element, wetS },
    areas: wetAreas?.get(element.elementId) ?? [],
    hostKey: hosts.get(element.elementId) ?? null,
  }));
}

const itemOf = ({ pictureId, element: { elementId, name } }: ColouredThing, part: number | null = null): BlendItem => ({
  ...{ pictureId, elementId, name, part },
});

/** Elements of a picture that lie side by side, by their borders. */
function touchingOf({ picture, table }: WrittenPicture): [string, string][] {
  const owners = ownersOf(picture);
  const pairs = new Set<string>();
  for (const { between } of table?.table.borders ?? []) {
    const [first, second] = between.map((id) => (id === null ? undefined : owners.get(id)?.id));
    if (first && second && first !== second) pairs.add([first, second].sort().join('\n'));
  }
  return [...pairs].map((pair) => pair.split('\n').map((id) => `${picture.id}/${id}`) as [string, string]);
}

/** Names of several things, the first two by name. */
function namesOf(things: readonly ColouredThing[]): string {
  const names = [...new Set(things.map(({ element }) => element.name))];
  return names.length < 4 ? names.join(', ') : `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`;
}

/** Blends while they are gathered, and which of them each layer of an element is. */
class Gathered {
  readonly blends: WetBlend[] = [];
  readonly waits = new Map<string, { blend: string; waitSeconds: number }[]>();
  readonly layers = new Map<string, string[][]>();

  add(blend: WetBlend, after: readonly { blend: string; waitSeconds: number }[]): void {
    this.blends.push(blend);
    if (after.length > 0) this.waits.set(blend.id, [...after]);
  }

  /** What comes after a layer of an element, so many seconds. */
  afterLayer(key: string, layer: number, waitSeconds: number): { blend: string; waitSeconds: number }[] {
    return (this.layers.get(key)?.at(layer) ?? []).map((blend) => ({ blend, waitSeconds }));
  }

  note(key: string, ids: string[]): void {
    this.layers.set(key, [...(this.layers.get(key) ?? []), ids]);
  }
}

const waitBefore = (run: readonly RecipeMark[]): number => run[0]?.driesS?.[0] ?? dryS;

/** Layers of one element, or of several that are brought to one depth together. */
function gatherLayers(all: Gathered, group: readonly ColouredThing[], runs: readonly RecipeMark[][], paceCm2: number): void {
  const [first] = group as readonly [ColouredThing];
  const isOne = group.length === 1;
  // A soft spot lies on what is under it.
  const onHost = first.hostKey === null ? [] : all.afterLayer(first.hostKey, 0, 0);
  for (const run of runs) {
    const layer = all.layers.get(first.key)?.length ?? 0;
    const id = `${first.key}/${layer + 1}`;
    const isParted = isOne && first.areas.length > 1 && isBlended(run);
    const whole = group.reduce((sum, { element }) => sum + element.areaMm2, 0);
    const inOne = { areaMm2: whole, pieces: isOne && isBlended(run) ? (first.areas[0]?.pieces ?? 1) : 1 };
    const areas = isParted ? first.areas : [inOne];
    const before = layer === 0 ? [] : (all.layers.get(first.key)?.at(-1) ?? []);
    const ids = areas.map(({ areaMm2, pieces }, index) => {
      const items = isParted ? [itemOf(first, index + 1)] : group.map((thing) => itemOf(thing));
      const own = isParted ? `${id}.${index + 1}` : isOne ? id : `${id}+`;
      const needed = isParted && before.length === areas.length ? before.slice(index, index + 1) : before;
      all.add(
        {
          ...{ id: own, kind: isOne ? 'alone' : 'together', name: namesOf(group), items },
          marks: run.map((mark) => blendMark(mark, items, { areaMm2, rungs: first.element.rungs }, paceCm2)),
          ...(isParted ? { areas: areas.length } : {}),
          ...(pieces > 1 ? { pieces } : {}),
        },
        layer === 0 ? onHost : needed.map((blend) => ({ blend, waitSeconds: waitBefore(run) })),
      );
      return own;
    });
    for (const { key } of group) all.note(key, ids);
  }
}

/** What is laid by a school whose layers may dry: each step over all of it, one ladder after the other. */
function gatherSteps(all: Gathered, things: readonly ColouredThing[], paceCm2: number): void {
  const begun = things.map((thing) => ({ thing, steps: stepsOf(wetRuns(thing.element.marks)[0] ?? []) }));
  const alike = inGroups(begun, ({ thing: { element }, steps }) =>
    JSON.stringify([
      element.rungs.map(({ markerId }) => markerId),
      steps.map((step) => step.map(({ place, stroke, nib }) => [place, stroke, nib])),
    ]),
  );
  const most = Math.max(0, ...begun.map(({ steps }) => steps.length));
  for (let step = 0; step < most; step++) {
    const own = alike.filter(([one]) => one && one.steps.length > step);
    const taken = own.flat().map(({ thing }) => thing);
    const id = `step/${step + 1}`;
    const marks = own.flatMap((group) =>
      (group[0]?.steps[step] ?? []).map((_, index): BlendMark => {
        const laid = group.map(({ thing, steps }) => ({ thing, mark: steps[step]?.[index] as RecipeMark }));
        const { thing, mark } = laid[0] as (typeof laid)[number];
        const areaMm2 = laid.reduce((sum, { thing: { element } }) => sum + element.areaMm2, 0);
        const items = laid.map((one) => itemOf(one.thing));
        return blendMark(mark, items, { areaMm2, rungs: thing.element.rungs }, paceCm2);
      }),
    );
    const before = step > 0 ? [{ blend: `step/${step}`, waitSeconds: 0 }] : [];
    all.add({ id, kind: 'step', name: namesOf(taken), items: taken.map((thing) => itemOf(thing)), marks }, before);
  }
  // What comes after, dry, waits for the last step of its element.
  for (const { thing, steps } of begun) if (steps.length > 0) all.note(thing.key, [`step/${steps.length}`]);
  for (const { thing } of begun) gatherLayers(all, [thing], wetRuns(thing.element.marks).slice(1), paceCm2);
}

/** What is done to a whole picture when all of it is dry. */
function gatherFinish(
  all: Gathered,
  { picture, recipe: { finish } }: WrittenPicture,
  things: readonly ColouredThing[],
  paceCm2: number,
): void {
  const areaMm2 = things.reduce((sum, { element }) => sum + element.areaMm2, 0);
  let before = [...new Set(things.flatMap(({ key }) => all.layers.get(key)?.at(-1) ?? []))];
  for (const [index, run] of wetRuns(finish).entries()) {
    const id = `${picture.id}/finish/${index + 1}`;
    const marks = run.map((mark) => blendMark(mark, [], { areaMm2, rungs: [{ share: 1 }] }, paceCm2));
    all.add(
      { id, kind: 'finish', name: `${picture.name}, the whole image`, items: [], marks },
      before.map((blend) => ({ blend, waitSeconds: waitBefore(run) })),
    );
    before = [id];
  }
}

function gatherBatches(all: Gathered, batches: readonly PieceBatch[], paceCm2: number): void {
  for (const { id, name, pieces, isTogether, areaMm2, rungs, marks } of batches) {
    const turns = isTogether ? 1 : pieces;
    const laid = marks.map((mark) => blendMark(mark, [], { areaMm2: areaMm2 / turns, rungs }, paceCm2));
    all.add({ id, kind: 'batch', name, items: [], marks: Array.from({ length: turns }, () => laid).flat() }, []);
  }
}

/** The blends of all pictures of a make, and what has to be known to put them into an order. @throws RangeError for a pace of 0 or less. */
export function blendsOfMake(
  written: readonly WrittenPicture[],
  rack: readonly Marker[],
  { paceCm2 = usualPaceCm2, isPlain = false, batches = [] }: BlendsOptions = {},
): { blends: WetBlend[]; request: OrderRequest } {
  assertPace(paceCm2);
  const all = new Gathered();
  const things = written.flatMap(thingsOf).sort((one, other) => Number(one.hostKey !== null) - Number(other.hostKey !== null));
  const isInSteps = ({ element, hostKey }: ColouredThing) => !isPlain && element.isStepwise && hostKey === null;
  gatherSteps(all, things.filter(isInSteps), paceCm2);
  const others = things.filter((thing) => !isInSteps(thing));
  const groups = isPlain ? others.map((thing) => [thing]) : equalThings(others, paceCm2);
  for (const group of groups) gatherLayers(all, group, wetRuns((group[0] as ColouredThing).element.marks), paceCm2);
  for (const own of written)
    gatherFinish(
      all,
      own,
      things.filter(({ pictureId }) => pictureId === own.picture.id),
      paceCm2,
    );
  gatherBatches(all, batches, paceCm2);
  const markers = byId(rack);
  const asked = all.blends.map(({ id, items, marks }): Blend => {
    const after = all.waits.get(id);
    return {
      id,
      elements: [...new Set(items.map(({ pictureId, elementId }) => `${pictureId}/${elementId}`))],
      marks: marks.map(({ mark: { markerId, code }, seconds }) => ({
        marker: markerId ?? code,
        lightnessL: markerId === null ? toolL : (markers.get(markerId)?.lab?.L ?? unknownL),
        seconds,
      })),
      ...(after ? { after } : {}),
    };
  });
  return { blends: all.blends, request: { blends: asked, touching: written.flatMap(touchingOf) } };
}
