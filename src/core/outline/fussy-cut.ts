import { lengthMm, type OutlineMm } from './outline';

/** A corner turns by more than this within the reach of a blade's tip. */
const tightDeg = 50;
const tipMm = 1.6;

type Place = readonly [number, number];

/** Places along an outline, so far from each other. */
function walked(outline: OutlineMm, stepMm: number): Place[] {
  const whole = lengthMm(outline);
  const count = Math.max(8, Math.round(whole / stepMm));
  const places: Place[] = [];
  let [edge, before] = [0, 0];
  for (let step = 0; step < count; step++) {
    const target = (whole * step) / count;
    for (;;) {
      const [x, y] = outline[edge % outline.length]!;
      const [nextX, nextY] = outline[(edge + 1) % outline.length]!;
      const long = Math.hypot(nextX - x, nextY - y);
      if (before + long >= target || edge >= outline.length - 1) {
        const along = long === 0 ? 0 : Math.min(1, (target - before) / long);
        places.push([x + along * (nextX - x), y + along * (nextY - y)]);
        break;
      }
      before += long;
      edge++;
    }
  }
  return places;
}

/** What it takes to cut an outline by hand: how far the blade goes, and where it has to turn sharply. `inner`: corners into the piece, at which scissors jam. */
export type FussyCut = { lengthMm: number; tight: number; inner: number };

/** Measured on the outline itself; corners nearer to each other than the tip of a blade are one. */
export function fussyCut(outline: OutlineMm): FussyCut {
  const step = tipMm / 4;
  const places = walked(outline, step);
  const reach = Math.max(1, Math.round(tipMm / 2 / step));
  const at = (index: number) => places[(index + places.length) % places.length]!;
  const turns = places.map((place, index) => {
    const [before, after] = [at(index - reach), at(index + reach)];
    const [ax, ay] = [place[0] - before[0], place[1] - before[1]];
    const [bx, by] = [after[0] - place[0], after[1] - place[1]];
    return (Math.atan2(ax * by - ay * bx, ax * bx + ay * by) * 180) / Math.PI;
  });
  const isPeak = (index: number) => {
    const own = Math.abs(turns[index]!);
    if (own < tightDeg) return false;
    for (let near = -2 * reach; near <= 2 * reach; near++) {
      const other = Math.abs(turns[(index + near + turns.length) % turns.length]!);
      if (other > own || (other === own && near < 0)) return false;
    }
    return true;
  };
  const round = places.reduce((sum, [x, y], index) => {
    const [nextX, nextY] = at(index + 1);
    return sum + x * nextY - nextX * y;
  }, 0);
  const corners = places.flatMap((_, index) => (isPeak(index) ? [turns[index]! * Math.sign(round)] : []));
  return { lengthMm: lengthMm(outline), tight: corners.length, inner: corners.filter((turn) => turn < 0).length };
}
