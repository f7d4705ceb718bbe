import { boundsMm, type OutlineMm } from '#core/outline/outline';
import type { Preparation } from '#model/preparation';
import { darkPixels } from '#islands/shared/dark-pixels.ts';
import { layingWorker } from '#islands/shared/laying-worker.ts';

/** Stamps of a sheet lie further apart than the strokes of one: what comes nearer than twice this is one stamp. */
const joinMm = 1.5;
/** White that is left round a stamp that is cut apart. */
const aroundMm = 1;
const leastMm = 5;

/** A stamp on a sheet: where it lies in mm, and how it is cut out of the sheet. */
export type SheetPart = { xMm: number; yMm: number; widthMm: number; heightMm: number; preparation: Preparation };

/**
 * The stamps that lie on a sheet, in reading order: strokes that are near each other are one.
 * @throws CallProblem, or WorkerGoneError.
 */
export async function partsOfSheet(grey: { sha256: string; widthPx: number; heightPx: number }, widthMm: number): Promise<SheetPart[]> {
  const { width, height, dark } = await darkPixels(grey.sha256);
  const pxPerMm = width / widthMm;
  const worker = layingWorker('Cutting the sheet apart');
  try {
    const outlines = await worker.ask(
      async (api): Promise<OutlineMm[]> => await api.silhouettes({ labels: dark, width, height, pxPerMm, rimMm: joinMm }),
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
