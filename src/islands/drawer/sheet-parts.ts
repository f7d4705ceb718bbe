import { boundsMm, type OutlineMm } from '#core/outline/outline';
import type { Preparation } from '#model/preparation';
import { layingWorker } from '#islands/shared/laying-worker.ts';
import { fetchBlob } from '#islands/shared/server-calls.ts';

/** Stamps of a sheet lie further apart than the strokes of one: what comes nearer than twice this is one stamp. */
const joinMm = 1.5;
/** White that is left round a stamp that is cut apart. */
const aroundMm = 1;
/** A stroke is darker than this. */
const darkest = 160;
const leastMm = 5;

/** A stamp on a sheet: where it lies in mm, and how it is cut out of the sheet. */
export type SheetPart = { xMm: number; yMm: number; widthMm: number; heightMm: number; preparation: Preparation };

/**
 * The stamps that lie on a sheet, in reading order: strokes that are near each other are one.
 * @throws CallProblem, or WorkerGoneError.
 */
export async function partsOfSheet(grey: { sha256: string; widthPx: number; heightPx: number }, widthMm: number): Promise<SheetPart[]> {
  const bitmap = await createImageBitmap(new Blob([await fetchBlob(grey.sha256)], { type: 'image/png' }));
  const { width, height } = bitmap;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser gives no canvas to read the sheet on. Bring the stamps in one by one.');
  context.drawImage(bitmap, 0, 0);
  const { data } = context.getImageData(0, 0, width, height);
  const labels = new Uint16Array(width * height);
  for (let pixel = 0; pixel < labels.length; pixel++) labels[pixel] = (data[4 * pixel] ?? 255) < darkest ? 1 : 0;
  const pxPerMm = width / widthMm;
  const worker = layingWorker('Cutting the sheet apart');
  try {
    const outlines = await worker.ask(
      async (api): Promise<OutlineMm[]> => await api.silhouettes({ labels, width, height, pxPerMm, rimMm: joinMm }),
    );
    const heightMm = height / pxPerMm;
    const boxes = outlines.map((outline) => {
      const own = boundsMm(outline);
      // Without the rim that joined it, with a little white.
      const inset = joinMm - aroundMm;
      return { xMm: own.xMm + inset, yMm: own.yMm + inset, widthMm: own.widthMm - 2 * inset, heightMm: own.heightMm - 2 * inset };
    });
    return boxes
      .filter((box) => Math.max(box.widthMm, box.heightMm) >= leastMm)
      .sort((one, other) => rowOf(one) - rowOf(other) || one.xMm - other.xMm)
      .map((box) => ({ ...box, preparation: cutOf(box, widthMm, heightMm) }));
  } finally {
    worker.close();
  }
}

/** Of a height of 40 mm are a row. */
const rowOf = ({ yMm, heightMm }: Pick<SheetPart, 'yMm' | 'heightMm'>): number => Math.floor((yMm + heightMm / 2) / 40);

function cutOf({ xMm, yMm, widthMm, heightMm }: Omit<SheetPart, 'preparation'>, sheetMm: number, sheetHighMm: number): Preparation {
  const [left, right] = [xMm / sheetMm, (xMm + widthMm) / sheetMm];
  const [top, bottom] = [yMm / sheetHighMm, (yMm + heightMm) / sheetHighMm];
  return {
    corners: [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ],
    evenLight: false,
  };
}
