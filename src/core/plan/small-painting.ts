import type { Marker } from '#model/marker';
import type { PlanSource } from '#model/plan-source';
import type { IndexedTable } from '#core/make/region-tables';
import { coloursOfBands } from '#core/scene/band-colours';
import { paintBands } from '#core/scene/paint-bands';
import { openPlan, type Plan } from './plan';

/** A label map with every so many-th pixel of every so many-th row. */
function thinned(labels: Uint16Array, width: number, height: number, step: number) {
  const [columns, rows] = [Math.ceil(width / step), Math.ceil(height / step)];
  const data = new Uint16Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) data[row * columns + column] = labels[row * step * width + column * step] as number;
  }
  return { labels: data, width: columns, height: rows };
}

/** The plan of a picture as if it had been read so small: all places in it follow. */
export function smallPlan(
  { table, labels }: { table: IndexedTable; labels: Uint16Array },
  mostPx: number,
): { plan: Plan; width: number; height: number } {
  const { widthPx, heightPx } = table.table;
  const small = thinned(labels, widthPx, heightPx, Math.max(1, Math.ceil(Math.max(widthPx, heightPx) / mostPx)));
  const smallTable: IndexedTable = { ...table, table: { ...table.table, widthPx: small.width, heightPx: small.height } };
  return { plan: openPlan(small.labels, smallTable), width: small.width, height: small.height };
}

export type SmallPainting = { rgba: Uint8ClampedArray<ArrayBuffer>; width: number; height: number };

/**
 * A picture in the colours of its markers, small: from a label map thinned out until neither side is longer than `mostPx`.
 * @param labels row-major at the size of the table. @returns RGBA, transparent where nothing is coloured.
 */
export function paintSmall(
  source: PlanSource,
  scene: { table: IndexedTable; labels: Uint16Array; markers: ReadonlyMap<string, Pick<Marker, 'lab'>> },
  mostPx: number,
): SmallPainting {
  const { plan, width, height } = smallPlan(scene, mostPx);
  const map = plan.ask(source, 'bands');
  return { rgba: paintBands(map, coloursOfBands(source, plan.ask(source, 'ids'), scene.markers)), width, height };
}
