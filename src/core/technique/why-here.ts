import type { WetBlend } from './blends';
import { draggedL, type OrderedMarks, type OrderRequest } from './order-marks';
import { withinSentence } from './place-words';

/** What is said of a blend's place in the order, and whether it breaks a rule. */
export type WhyHere = { words: string; isBroken: boolean };

const listed = (names: readonly string[]): string => {
  const own = [...new Set(names)].map(withinSentence);
  return own.length < 3 ? own.join(' and ') : `${own.slice(0, 2).join(', ')} and ${own.length - 2} more`;
};

/** Why each blend stands where it does, in a sentence: what it keeps clean, what it lets dry, which marker stays in the hand. */
export function whyHere(
  blends: readonly WetBlend[],
  { blends: asked, touching }: OrderRequest,
  { order, startsAtSeconds, darkBeforeLight }: OrderedMarks,
): WhyHere[] {
  const byId = new Map(blends.map((blend) => [blend.id, blend]));
  const ask = new Map(asked.map((blend) => [blend.id, blend]));
  const beside = new Map<string, Set<string>>();
  for (const [one, other] of touching) {
    beside.set(one, (beside.get(one) ?? new Set()).add(other));
    beside.set(other, (beside.get(other) ?? new Set()).add(one));
  }
  const darkest = (id: string) => Math.min(...(ask.get(id)?.marks ?? []).map(({ lightnessL }) => lightnessL));
  const touches = (one: string, other: string) =>
    (ask.get(one)?.elements ?? []).some((element) =>
      (ask.get(other)?.elements ?? []).some((theirs) => element !== theirs && beside.get(element)?.has(theirs)),
    );
  const nameOf = (id: string) => byId.get(id)?.name ?? id;
  return order.map((id, index) => {
    const broken = darkBeforeLight.filter(([dark]) => dark === id).map(([, light]) => nameOf(light));
    if (broken.length > 0)
      return { words: `Before ${listed(broken)}, though that is lighter and lies beside it: mind the border.`, isBroken: true };
    const earlier = order.slice(0, index);
    const later = order.slice(index + 1);
    const reasons: string[] = [];
    const wait = ask.get(id)?.after?.find(({ waitSeconds }) => waitSeconds > 0);
    if (wait) {
      const between = earlier.slice(earlier.indexOf(wait.blend) + 1).map(nameOf);
      reasons.push(
        between.length > 0
          ? `it dried while ${listed(between)} ${new Set(between).size > 1 ? 'were' : 'was'} coloured`
          : `what lies beneath has to dry for ${wait.waitSeconds} s`,
      );
    }
    const lighter = earlier.filter((other) => touches(id, other) && darkest(other) >= darkest(id) + draggedL).map(nameOf);
    const darker = later.filter((other) => touches(id, other) && darkest(id) >= darkest(other) + draggedL).map(nameOf);
    if (darker.length > 0) reasons.push(`before ${listed(darker)}, whose dark ink would be dragged into it`);
    if (lighter.length > 0) reasons.push(`after ${listed(lighter)}, which is kept clean`);
    const [before, first] = [ask.get(earlier.at(-1) ?? '')?.marks.at(-1)?.marker, ask.get(id)?.marks[0]?.marker];
    if (before !== undefined && before === first) reasons.push('its first marker is still in the hand');
    const start = startsAtSeconds[index] ?? 0;
    if (reasons.length === 0)
      reasons.push(
        index === 0
          ? 'nothing that is lighter waits for it'
          : start === 0
            ? 'nothing has to dry for it'
            : 'nothing beside it asks for another place',
      );
    const words = reasons.join('; ');
    return { words: `${words[0]!.toUpperCase()}${words.slice(1)}.`, isBroken: false };
  });
}
