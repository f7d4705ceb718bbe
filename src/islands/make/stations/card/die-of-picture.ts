import type { Die } from '#model/drawer';
import { mostOutlinePlaces } from '#model/outline';
import type { Picture } from '#model/picture';
import { decodeLabelMap } from '#core/picture/label-map';
import { convexHull } from '#core/raster/convex-hull';
import { withFewer } from '#core/outline/clipped';
import type { OutlineMm } from '#core/outline/outline';
import { darkPixels } from '#islands/shared/dark-pixels.ts';
import { layingWorker } from '#islands/shared/laying-worker.ts';

/** As many places as are kept, to 0.01 mm. */
function fitting(outline: OutlineMm): [number, number][] {
  let fewer = outline;
  for (let toleranceMm = 0.05; fewer.length > mostOutlinePlaces; toleranceMm *= 2) fewer = withFewer(outline, toleranceMm);
  return fewer.map(([x, y]) => [Math.round(100 * x) / 100, Math.round(100 * y) / 100]);
}

/** Where a blade goes round all that is in a picture, with a rim of paper; round several parts at once where they stand apart. @throws as diesOfPicture */
export async function outlineOfPicture(
  picture: Picture,
  blobOf: (sha256: string) => Promise<Uint8Array<ArrayBuffer>>,
  rimMm: number,
): Promise<[number, number][]> {
  const dies = await diesOfPicture(picture, blobOf, rimMm);
  const [only] = dies;
  if (only && dies.length === 1) return only.outline;
  return fitting(convexHull(dies.flatMap(({ outline }) => outline)));
}

/**
 * Dies that cut round what is in a picture, one for each of its parts that stand apart, with a rim of paper.
 * @throws Error in words where its areas are not found yet, or nothing stands out from the paper.
 */
export async function diesOfPicture(
  { name, regionMap, widthMm, original, grey }: Picture,
  blobOf: (sha256: string) => Promise<Uint8Array<ArrayBuffer>>,
  rimMm: number,
): Promise<Die[]> {
  if (!regionMap) throw new Error('Its areas are not found yet. Go to Picture and wait a moment.');
  const { labelMap, widthPx, heightPx } = regionMap;
  const labels = decodeLabelMap(await blobOf(labelMap), widthPx, heightPx);
  // A line that encloses nothing (a fringe, a whisker) is of the picture too.
  const { width, height, dark } = await darkPixels(grey.sha256);
  if (width === widthPx && height === heightPx) for (let pixel = 0; pixel < labels.length; pixel++) labels[pixel] ||= dark[pixel] ?? 0;
  const worker = layingWorker('Going round the picture');
  try {
    const outlines = await worker.ask(
      async (api): Promise<OutlineMm[]> =>
        await api.silhouettes({ labels, width: widthPx, height: heightPx, pxPerMm: widthPx / widthMm, rimMm }),
    );
    if (outlines.length === 0) throw new Error('Nothing in it stands out from the paper: it has no area that is closed.');
    return outlines.slice(0, 20).map((outline, place) => ({
      ...{ id: crypto.randomUUID(), kind: 'die', does: 'cuts', imageSha256: original.sha256, outline: fitting(outline) },
      name: `${name.slice(0, 60)}, die${outlines.length > 1 ? ` ${place + 1}` : ''}`,
    }));
  } finally {
    worker.close();
  }
}
