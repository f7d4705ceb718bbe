import { createRequire } from 'node:module';

export type Mat = { data: Uint8Array; delete(): void };
export type OpenCv = {
  Mat: new () => Mat;
  matFromArray(rows: number, columns: number, type: number, values: ArrayLike<number>): Mat;
  connectedComponents(source: Mat, labels: Mat, connectivity: number, type: number): number;
  adaptiveThreshold(source: Mat, target: Mat, most: number, method: number, type: number, block: number, offset: number): void;
  CV_8UC1: number;
  CV_32S: number;
  ADAPTIVE_THRESH_MEAN_C: number;
  THRESH_BINARY_INV: number;
};

/** The build's module is a thenable that answers itself: it must never be awaited or returned from an async function. */
export async function openCv(): Promise<{ cv: OpenCv }> {
  const require = createRequire(import.meta.url);
  const cv = require('@techstark/opencv-js') as OpenCv & { onRuntimeInitialized?: () => void };
  if (!cv.Mat) {
    await new Promise<void>((resolve) => {
      cv.onRuntimeInitialized = resolve;
    });
  }
  return { cv };
}

/**
 * Median times in ms. The two take turns, so that a machine that slows down slows both; half as many runs go before those that count, so
 * that the engine has compiled what it will compile.
 */
export function compare(runs: number, ours: () => void, theirs: () => void): { oursMs: number; theirsMs: number } {
  const times = { oursMs: [] as number[], theirsMs: [] as number[] };
  const time = (work: () => void) => {
    const start = performance.now();
    work();
    return performance.now() - start;
  };
  for (let run = -Math.ceil(runs / 2); run < runs; run++) {
    const [oursMs, theirsMs] = [time(ours), time(theirs)];
    if (run < 0) continue;
    times.oursMs.push(oursMs);
    times.theirsMs.push(theirsMs);
  }
  const median = (values: number[]) => values.toSorted((first, second) => first - second)[Math.floor(values.length / 2)] ?? 0;
  return { oursMs: median(times.oursMs), theirsMs: median(times.theirsMs) };
}
