import type { Picture } from '#model/picture';
import { ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';

type Seen = { picture: Picture; table: IndexedTable | undefined; labels: Uint16Array | null };

/** The element that lies under a place of the window: a column of the rail, or the picture itself. Null where there is none. */
export function elementAt(clientX: number, clientY: number, { picture, table, labels }: Seen): string | null {
  const under = document.elementsFromPoint(clientX, clientY);
  const column = under.map((own) => own.closest('[data-drop-element]')).find((own) => own !== null);
  if (column) return column.getAttribute('data-drop-element');
  const paper = document.querySelector('[data-stage] canvas[data-paper]')?.getBoundingClientRect();
  if (!paper || !table || !labels || !under.some((own) => own.closest('[data-stage]'))) return null;
  const [x, y] = [(clientX - paper.left) / paper.width, (clientY - paper.top) / paper.height];
  if (x < 0 || y < 0 || x >= 1 || y >= 1) return null;
  const { widthPx, heightPx } = table.table;
  const label = labels[Math.floor(y * heightPx) * widthPx + Math.floor(x * widthPx)] ?? 0;
  return ownersOf(picture).get(table.byLabel.get(label)?.id ?? '')?.id ?? null;
}
