import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { PlannedMark, slipCovers } from '#model/session';
import type { SessionState } from './session-state';

export type SlipCover = (typeof slipCovers)[number];
export type SlipWay = { cover: SlipCover; words: string };

/** Ink over this lightness comes off the paper with the blender almost without a trace. Common practice, no source. */
const liftsL = 70;
/** So many px of the map apart, at most, two places lie next to each other: a line runs between them. */
const linePx = 8;

/** Numbers of the places that lie next to those of a mark, across a line. */
export function placesBeside({ widthPx, heightPx, owners }: KeptBandMap, { places = [] }: Pick<PlannedMark, 'places'>): Set<number> {
  const own = new Set(places);
  const beside = new Set<number>();
  for (let i = 0; i < owners.length; i++) {
    if (owners[i] === 0 || !own.has(owners[i]!)) continue;
    const [x, y] = [i % widthPx, Math.floor(i / widthPx)];
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      for (let far = 1; far <= linePx; far++) {
        const [column, row] = [x + dx * far, y + dy * far];
        if (column < 0 || row < 0 || column >= widthPx || row >= heightPx) break;
        const other = owners[row * widthPx + column]!;
        if (own.has(other)) break;
        if (other === 0) continue;
        beside.add(other);
        break;
      }
    }
  }
  return beside;
}

/**
 * What covers a slip of a mark, what suits best first: by how light its ink is, and by what lies beside it. Common practice, no source.
 * @param beside numbers of the places next to it.
 */
export function slipWays(
  mark: PlannedMark,
  { marks, standings }: Pick<SessionState, 'marks' | 'standings'>,
  beside: ReadonlySet<number>,
): SlipWay[] {
  const ownL = standings.get(mark.id)?.marker.lab?.L ?? mark.lab?.L ?? 50;
  const darker = marks.find(
    ({ pictureId, places = [], lab, id, markerId }) =>
      markerId !== null &&
      pictureId === mark.pictureId &&
      standings.get(id)?.state === 'open' &&
      (lab?.L ?? 100) < ownL - 8 &&
      places.some((place) => beside.has(place)),
  );
  const lift: SlipWay = {
    cover: 'lift',
    words:
      ownL >= liftsL
        ? 'Colourless blender from outside towards the line, at once: ink as light as this comes off.'
        : 'Colourless blender from outside towards the line, at once, and dab: ink as dark as this leaves a trace.',
  };
  const neighbour: SlipWay = {
    cover: 'darker neighbour',
    words: darker
      ? `Leave it: ${darker.over} beside it is still to come with ${darker.code}, which is darker and covers it.`
      : 'A darker ink of what lies beside it covers it, where something darker lies there.',
  };
  const dots: SlipWay = { cover: 'dots', words: 'Let it dry, then dots of the same ink round it: a slip among dots is texture.' };
  const gel: SlipWay = { cover: 'white gel', words: 'Let it dry, then white gel pen over it; outside the line it is paper again.' };
  if (darker) return [neighbour, lift, gel, dots];
  return ownL >= liftsL ? [lift, gel, dots, neighbour] : [gel, lift, dots, neighbour];
}
