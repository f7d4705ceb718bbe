import { thinnedOut } from '#core/raster/thinned-path';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import { mostPlacings } from '#model/placing';
import type { PlaceMm } from '#model/reading';
import { mostWetMends, type WetMend } from '#model/wet-mend';
import { type ColouringName, colouredElement, treat } from '#core/make/coloured';

const keep = (placings: Make['placings']): Operation[] => [
  { kind: 'patch', entity: 'make', fields: { placings: placings && placings.length > 0 ? placings : null } },
];

/**
 * Puts a blend at another place of the order as it is on show; what hands put somewhere before keeps its turn beside it.
 * @param order ids as they stand now. @param place from 1; beyond the ends: the first, the last.
 */
export function putAt(order: readonly string[], id: string, place: number): (newest: Make) => Operation[] | null {
  return (newest) => {
    if (!order.includes(id)) return null;
    const others = order.filter((other) => other !== id);
    const index = Math.max(0, Math.min(others.length, place - 1));
    if (order[index] === id) return null;
    const moved = [...others.slice(0, index), id, ...others.slice(index)];
    const byHand = new Set([...(newest.placings ?? []).map(({ blend }) => blend), id]);
    const placings = moved.flatMap((blend, at) => (byHand.has(blend) ? [{ blend, place: at + 1 }] : []));
    return placings.length > mostPlacings ? null : keep(placings);
  };
}

/** Leaves the place of a blend to the order again; null: of all. */
export function letGoOf(id: string | null): (newest: Make) => Operation[] | null {
  return ({ placings }) => (placings ? keep(id === null ? [] : placings.filter(({ blend }) => blend !== id)) : null);
}

/** A hand's way as points that lie at most half a mm apart, so that each area that it goes over holds one; fewer where it is long. */
export function closelySet(path: readonly PlaceMm[], most = 390): PlaceMm[] {
  const lengths = path.slice(1).map(([x, y], index) => Math.hypot(x - path[index]![0], y - path[index]![1]));
  const apartMm = Math.max(0.5, lengths.reduce((sum, length) => sum + length, 0) / (most / 2));
  return thinnedOut(path, 0.2, most / 2).flatMap(([x, y], index, all): PlaceMm[] => {
    const next = all[index + 1];
    if (!next) return [[x, y]];
    const steps = Math.max(1, Math.ceil(Math.hypot(next[0] - x, next[1] - y) / apartMm));
    return Array.from({ length: steps }, (_, step) => [x + ((next[0] - x) * step) / steps, y + ((next[1] - y) * step) / steps]);
  });
}

/** Parts what of an element is coloured at once, or joins it. */
export function mendWet(of: ColouringName, elementId: string, { kind, points }: WetMend): (newest: Make) => Operation[] | null {
  return (newest) => {
    const element = colouredElement(newest, of, elementId);
    const { wetMends = [] } = element ?? {};
    if (!element || wetMends.length >= mostWetMends) return null;
    const own = { kind, points: kind === 'cut' ? thinnedOut(points, 0.2, 390) : closelySet(points) };
    return [treat(of, elementId, { wetMends: [...wetMends, own] })];
  };
}

/** Leaves the wet areas of an element as they are computed. */
export function asComputed(of: ColouringName, elementId: string): (newest: Make) => Operation[] | null {
  return (newest) => (colouredElement(newest, of, elementId)?.wetMends ? [treat(of, elementId, { wetMends: null })] : null);
}
