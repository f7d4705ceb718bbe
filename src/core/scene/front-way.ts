import type { LampOver } from '#model/plan-source';
import { pxPerMmOfTable } from '#core/make/scale';
import type { IndexedTable } from '#core/make/region-tables';
import type { ShownFront } from './fronts-shown';

/** Rays by which a border's direction is found, and how far they look, in px of the picture. */
const rays = 48;
const lookPx = [3, 6, 9, 12];
/** A lamp that stands less than so far along the border's way (its cosine) stands beside it. */
const leastAlong = 0.2;

/**
 * The way from what lies in front at a border to what lies behind it, in degrees clockwise from 12 o'clock. Where neither does, that from the first.
 * @param labels row-major, of the size of the table.
 */
export function wayBehindDeg(indexed: IndexedTable, labels: Uint16Array, { between, front, atMm }: ShownFront): number {
  const { table, byId } = indexed;
  const pxPerMm = pxPerMmOfTable(indexed);
  const [x, y] = [atMm[0] * pxPerMm, atMm[1] * pxPerMm];
  const before = front ?? between[0];
  const behind = before === between[0] ? between[1] : between[0];
  const [own, other] = [byId.get(before)?.label ?? 0, byId.get(behind)?.label ?? 0];
  const at = (dx: number, dy: number) => labels[Math.round(y + dy) * table.widthPx + Math.round(x + dx)] ?? 0;
  let best = { score: -1, x: 0, y: 0 };
  for (let ray = 0; ray < rays; ray++) {
    const angle = (2 * Math.PI * ray) / rays;
    const [dx, dy] = [Math.sin(angle), -Math.cos(angle)];
    const score = lookPx.reduce((sum, far) => sum + Number(at(dx * far, dy * far) === other) + Number(at(-dx * far, -dy * far) === own), 0);
    // Of rays that see as much the mean: along a straight border they fill half of a turn.
    if (score > best.score) best = { score, x: 0, y: 0 };
    if (score === best.score) best = { score, x: best.x + dx, y: best.y + dy };
  }
  return ((Math.atan2(best.x, -best.y) * 180) / Math.PI + 360) % 360;
}

/** Whether a lamp over the picture stands on the side of what lies behind at a border, so that what lies in front throws nothing on it. */
export function isLampBehind(wayDeg: number, [x, y]: readonly [number, number], lamp: LampOver): boolean {
  const way = (wayDeg * Math.PI) / 180;
  const toLamp = lamp.kind === 'distant' ? (lamp.azimuthDeg * Math.PI) / 180 : Math.atan2(lamp.xMm - x, y - lamp.yMm);
  return Math.cos(way - toLamp) > leastAlong;
}
