import type { ColouredElement } from '#model/coloured-picture';
import type { Ladder } from '#model/ladder';
import type { Operation } from '#model/operation';
import { type ColouringName, treat } from '#core/make/coloured';
import { usualHues } from '#core/markers/usual-hues';

/** Share of its paper that a white thing keeps bare, unless its maker wishes otherwise: it is white, with greys at its edge and under what hangs over it. */
export const usualBareShare = 0.6;

/**
 * Gives an element a ladder, or takes its own off (null). A white thing that gets its first one keeps most of its paper bare, unless it has a wish of its
 * own: of that nothing changes when it gets another ladder later.
 */
export function layLadder(of: ColouringName, element: ColouredElement, ladder: Ladder | null): Operation {
  const { id, spot, outside, light = {} } = element;
  const isFirst = ladder !== null && element.ladder === undefined && light.highlight === undefined;
  if (!isFirst || spot || outside || !usualHues(element).fadesIntoPaper) return treat(of, id, { ladder });
  const { shares: _, ...wish } = light;
  return treat(of, id, { ladder, light: { ...wish, highlight: usualBareShare } });
}
