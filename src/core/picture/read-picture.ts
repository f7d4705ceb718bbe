import type { Reading } from '#model/reading';
import { proposeClosings } from './closings';
import { chamferDistance } from '#core/raster/distance';
import type { BinaryImage, GreyImage } from '#core/raster/image';
import { findLines } from './lines';
import { mendLines, mendRegions } from './mends';
import { narrowestWidthsPx } from './narrowest';
import { proposeElements } from './propose-elements';
import { findRegions, type FoundRegions } from './regions';
import { type ProposedScene, proposeScene } from '#core/scene/propose-scene';
import { findShadeCues, type ShadeCue, withoutCues } from './shade-cues';
import { withoutSpecks } from '#core/raster/specks';
import { type WorthwhileClosing, worthwhileClosings } from './worth-closing';

export type PictureReading = {
  /** Line work as it is shown: dirt taken out, mends in, shade cues still there. */
  lines: BinaryImage;
  cues: ShadeCue[];
  found: FoundRegions;
  /** Narrowest width of every region in px, by label. */
  narrowestPx: Float32Array;
  /** What is one rounded thing, and what lies in front of what. */
  scene: ProposedScene;
  /** Labels that are likely one element. */
  alike: number[][];
  /** Closings across what the drawing leaves open, that make an area worth having. */
  openings: WorthwhileClosing[];
};

type Progress = (stage: string, share: number) => void;

/** Line work of a picture by its settings, before any mend. @throws RangeError when grey has no pxPerMm or a setting is out of range. */
export function readLines(grey: GreyImage, settings: Reading['settings']): BinaryImage {
  const { pxPerMm } = grey;
  if (pxPerMm === undefined) throw new RangeError('readLines expects a picture whose pxPerMm is known');
  return withoutSpecks(findLines(grey, { depthShare: settings.depthShare }), settings.leastSpeckMm2 * pxPerMm ** 2);
}

/**
 * Reads a picture whole: mends of ink on its lines, shade cues, regions, mends of regions, measures. The same lines and
 * the same reading give the same answer, so a new reading is a replay.
 * @param lines what readLines gave.
 */
export function readRegions(lines: BinaryImage, reading: Reading, onProgress: Progress = () => {}): PictureReading {
  const { pxPerMm } = lines;
  if (pxPerMm === undefined) throw new RangeError('readRegions expects lines whose pxPerMm is known');
  const { settings, mends } = reading;
  onProgress('Mending the lines', 0.05);
  const mended = mendLines(lines, mends, pxPerMm);
  onProgress('Looking for hatching and dots', 0.1);
  const cues = settings.readMarks ? findShadeCues(mended) : [];
  const outlines = cues.length > 0 ? withoutCues(mended, cues) : mended;
  const plain = findRegions(outlines, {
    maxGapMm: settings.maxGapMm,
    onProgress: (stage, share) => onProgress(stage, 0.3 + 0.45 * share),
  });
  onProgress('Measuring how narrow the areas get', 0.78);
  const distance = chamferDistance(outlines.data, lines.width, lines.height);
  const found = mendRegions(plain, distance, mends, pxPerMm);
  const narrowestPx = narrowestWidthsPx(found.labels, distance, found, {
    widestNeckPx: 4 * pxPerMm,
    leastBulgePx: pxPerMm ** 2,
  });
  onProgress('Seeing what lies in front', 0.86);
  const scene = proposeScene({ ...found, pxPerMm });
  onProgress('Seeing what is alike', 0.96);
  const alike = proposeElements(found);
  onProgress('Looking for what is left open', 0.98);
  const openings = worthwhileClosings({ ...outlines, pxPerMm }, plain, proposeClosings(outlines), { maxGapMm: settings.maxGapMm });
  return { lines: mended, cues, found, narrowestPx, scene, alike, openings };
}
