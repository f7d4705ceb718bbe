import type { WetBlend } from './wet-blend';
import type { OrderAround } from './order-marks';
import { draggedL, type OrderRequest } from './order-plan';
import { withinSentence } from './place-words';

/** What is said of a blend's place in the order, whether it breaks a rule, and whether a hand put it there. */
export type WhyHere = { words: string; isBroken: boolean; isByHand: boolean };

const listed = (names: readonly string[]): string => {
  const own = [...new Set(names)].map(withinSentence);
  return own.length < 3 ? own.join(' and ') : `${own.slice(0, 2).join(', ')} and ${own.length - 2} more`;
};

const inSentences = (reasons: readonly string[]): string => {
  const words = reasons.join('; ');
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
};

/** Why a blend is as large as it is. */
function whyTogether({ kind, items, areas, pieces }: WetBlend): string[] {
  if (kind === 'together') return [`${items.length} that are laid alike stay wet together, so they come to one depth`];
  if (kind === 'step') return ['one step over all that is laid stepwise: its layers may dry'];
  if (kind === 'batch') return ['loose pieces of one colour, with a clean mat'];
  const across = pieces === undefined ? [] : [`its ${pieces} pieces stay wet together, marker by marker across them`];
  return areas === undefined ? across : [`one of ${areas} parts, since all of it would dry before it is blended`, ...across];
}

/** Why each blend stands where it does, in a sentence: what it keeps clean, what it lets dry, which marker stays in the hand, or what a hand broke. */
export function whyHere(
  blends: readonly WetBlend[],
  { blends: asked, touching }: OrderRequest,
  { order, startsAtSeconds, darkBeforeLight, brokenWaits }: OrderAround,
  byHand: ReadonlySet<string>,
): WhyHere[] {
  const known = new Map(blends.map((blend) => [blend.id, blend]));
  const ask = new Map(asked.map((blend) => [blend.id, blend]));
  const beside = new Map<string, Set<string>>();
  for (const [one, other] of touching) {
    beside.set(one, (beside.get(one) ?? new Set()).add(other));
    beside.set(other, (beside.get(other) ?? new Set()).add(one));
  }
  const darkest = (id: string) => (ask.get(id)?.marks ?? []).reduce((least, { lightnessL }) => Math.min(least, lightnessL), 100);
  const touches = (one: string, other: string) =>
    (ask.get(one)?.elements ?? []).some((element) =>
      (ask.get(other)?.elements ?? []).some((theirs) => element !== theirs && beside.get(element)?.has(theirs)),
    );
  const namesOf = (id: string): string[] => {
    const { items = [], name = id } = known.get(id) ?? {};
    return items.length > 0 ? items.map((item) => item.name) : [name];
  };
  const namesAt = (pairs: readonly [string, string][], id: string, at: 0 | 1) =>
    pairs.filter((pair) => pair[at] === id).flatMap((pair) => namesOf(pair[at === 0 ? 1 : 0]));

  /** What is broken here. Of two the dark one tells; the light one too, where a hand put that there. */
  const brokenAt = (id: string): string[] => {
    const told: string[] = [];
    const wet = namesAt(brokenWaits, id, 0);
    if (wet.length > 0) told.push(`before ${listed(wet)}, which should lie beneath it and be dry`);
    const beneath = byHand.has(id) ? namesAt(brokenWaits, id, 1) : [];
    if (beneath.length > 0) told.push(`after ${listed(beneath)}, which should come on top of it when it is dry`);
    const light = namesAt(darkBeforeLight, id, 0);
    if (light.length > 0) told.push(`before ${listed(light)}, though that is lighter and lies beside it: mind the border`);
    const dark = byHand.has(id) ? namesAt(darkBeforeLight, id, 1) : [];
    if (dark.length > 0) told.push(`after ${listed(dark)}, whose dark ink lies beside it and may be dragged in: mind the border`);
    return told;
  };

  const reasonsAt = (id: string, index: number): string[] => {
    const earlier = order.slice(0, index);
    const later = order.slice(index + 1);
    const own = known.get(id);
    const reasons = own ? whyTogether(own) : [];
    const after = ask.get(id)?.after ?? [];
    const wait = after
      .filter(({ waitSeconds }) => waitSeconds > 0)
      .sort((one, other) => earlier.indexOf(other.blend) - earlier.indexOf(one.blend))[0];
    if (own?.kind === 'finish') reasons.push('in the end, when all of it is dry');
    else if (wait) {
      const between = earlier.slice(earlier.indexOf(wait.blend) + 1).flatMap(namesOf);
      reasons.push(
        between.length > 0
          ? `it dried while ${listed(between)} ${new Set(between).size > 1 ? 'were' : 'was'} coloured`
          : `what lies beneath has to dry for ${wait.waitSeconds} s`,
      );
    }
    const lighter = earlier.filter((other) => touches(id, other) && darkest(other) >= darkest(id) + draggedL).flatMap(namesOf);
    const darker = later.filter((other) => touches(id, other) && darkest(id) >= darkest(other) + draggedL).flatMap(namesOf);
    if (darker.length > 0) reasons.push(`before ${listed(darker)}, whose dark ink would be dragged into it`);
    if (lighter.length > 0) reasons.push(`after ${listed(lighter)}, which is kept clean`);
    const [before, first] = [ask.get(earlier.at(-1) ?? '')?.marks.at(-1)?.marker, ask.get(id)?.marks[0]?.marker];
    if (before !== undefined && before === first) reasons.push('its first marker is still in the hand');
    if (reasons.length > 0) return reasons;
    if (index === 0) return ['nothing that is lighter waits for it'];
    return [(startsAtSeconds[index] ?? 0) === 0 ? 'nothing has to dry for it' : 'nothing beside it asks for another place'];
  };

  return order.map((id, index) => {
    const isByHand = byHand.has(id);
    const broken = brokenAt(id);
    const own = isByHand ? ['you put it here'] : [];
    if (broken.length > 0) return { words: inSentences([...own, ...broken]), isBroken: true, isByHand };
    return { words: inSentences(isByHand ? own : reasonsAt(id, index)), isBroken: false, isByHand };
  });
}
