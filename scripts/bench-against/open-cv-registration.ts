import type { Homography } from '../../src/core/check/projective';
import { openCv } from './open-cv';

type Rgb = { width: number; height: number; data: Uint8Array };
type Mat = { rows: number; data64F: Float64Array; delete(): void };
type Place = { x: number; y: number };
type Vector<T> = { size(): number; get(index: number): T; delete(): void };
/** What of the library's features and geometry is used here. */
type Vision = {
  Mat: new () => Mat;
  ORB: new (
    features: number,
  ) => { detectAndCompute(image: Mat, mask: Mat, keys: Vector<{ pt: Place }>, descriptors: Mat): void; delete(): void };
  BFMatcher: new (
    norm: number,
    crossCheck: boolean,
  ) => { match(one: Mat, other: Mat, matches: Vector<{ queryIdx: number; trainIdx: number; distance: number }>): void; delete(): void };
  KeyPointVector: new () => Vector<{ pt: Place }>;
  DMatchVector: new () => Vector<{ queryIdx: number; trainIdx: number; distance: number }>;
  matFromArray(rows: number, columns: number, type: number, values: ArrayLike<number>): Mat;
  findHomography(from: Mat, to: Mat, method: number, reach: number): Mat;
  CV_8UC1: number;
  CV_32FC2: number;
  NORM_HAMMING: number;
  RANSAC: number;
};

/** Luma of ITU-R BT.601. */
const greyOf = ({ data }: Rgb) =>
  Uint8Array.from(
    { length: data.length / 3 },
    (_, pixel) => 0.299 * data[3 * pixel]! + 0.587 * data[3 * pixel + 1]! + 0.114 * data[3 * pixel + 2]!,
  );

const [features, reachPx] = [4000, 3] as const;

/**
 * Lays a photo on a picture as a general vision library does: ORB features (Rublee and others 2011), matched one to one, a projective fit by RANSAC.
 * @returns from px of the picture to px of the photo; null: the library finds none.
 */
export async function registeredByOpenCv(picture: Rgb, photo: Rgb): Promise<Homography | null> {
  const { cv: whole } = await openCv();
  const cv = whole as unknown as Vision;
  const owned: { delete(): void }[] = [];
  const own = <T extends { delete(): void }>(one: T): T => {
    owned.push(one);
    return one;
  };
  try {
    const orb = own(new cv.ORB(features));
    const seen = [picture, photo].map((image) => {
      const grey = own(cv.matFromArray(image.height, image.width, cv.CV_8UC1, greyOf(image)));
      const [keys, descriptors] = [own(new cv.KeyPointVector()), own(new cv.Mat())];
      orb.detectAndCompute(grey, own(new cv.Mat()), keys, descriptors);
      return { keys, descriptors };
    });
    const [one, other] = seen as [(typeof seen)[0], (typeof seen)[0]];
    const matches = own(new cv.DMatchVector());
    own(new cv.BFMatcher(cv.NORM_HAMMING, true)).match(one.descriptors, other.descriptors, matches);
    const pairs = Array.from({ length: matches.size() }, (_, index) => matches.get(index));
    if (pairs.length < 8) return null;
    const placesOf = (keys: Vector<{ pt: Place }>, indices: readonly number[]) =>
      own(
        cv.matFromArray(
          indices.length,
          1,
          cv.CV_32FC2,
          indices.flatMap((index) => {
            const { x, y } = keys.get(index).pt;
            // The library counts from the middles of px.
            return [x + 0.5, y + 0.5];
          }),
        ),
      );
    const map = own(
      cv.findHomography(
        placesOf(
          one.keys,
          pairs.map(({ queryIdx }) => queryIdx),
        ),
        placesOf(
          other.keys,
          pairs.map(({ trainIdx }) => trainIdx),
        ),
        cv.RANSAC,
        reachPx,
      ),
    );
    if (map.rows !== 3) return null;
    const last = map.data64F[8] ?? 0;
    return last === 0 ? null : ([...map.data64F].map((value) => value / last) as unknown as Homography);
  } finally {
    for (const one of owned) one.delete();
  }
}
