/// <reference lib="webworker" />
import { transfer } from 'comlink';
import { checkPhoto } from '#core/check/check-photo';
import { evenedPhoto } from '#core/check/evened-photo';
import { mapOfShares, type Homography } from '#core/check/projective';
import { tapPlaces } from '#core/check/tap-places';
import { deltaE00 } from '#core/colour/difference';
import { decodeKeptBandMap } from '#core/recipe/kept-band-map';
import { planToCheck } from '#core/session/plan-to-check';
import type * as z from 'zod/mini';
import {
  type CheckAnswer,
  heldAgainstSchema,
  checkShowSchema,
  checkWishSchema,
  type FoundInPhoto,
  type ShownPhoto,
} from './check-messages';
import { decoded } from './decoded-photo';
import { offer } from './offer';

/** Hues are told from each other up to here; what is farther from every marker is named after none. */
const likeDeltaE = 14;

/** What is of a whole area is told once of each element, however many areas it has; spots are told one by one. */
function onePerElement(findings: readonly FoundInPhoto[], elementOfPlace: readonly string[]): FoundInPhoto[] {
  const merged = new Map<string, FoundInPhoto>();
  for (const [index, own] of findings.entries()) {
    const isSpot = own.kind === 'white' || own.kind === 'overLine';
    const key = isSpot ? String(index) : `${own.kind} ${own.places.map((place) => elementOfPlace[place - 1]).join()} ${own.band ?? ''}`;
    const before = merged.get(key);
    merged.set(key, before ? { ...before, areaMm2: before.areaMm2 + own.areaMm2 } : own);
  }
  return [...merged.values()];
}

async function planOf({ lines, map, colours, widthMm }: z.infer<typeof heldAgainstSchema>) {
  const scan = await createImageBitmap(lines);
  const context = new OffscreenCanvas(map.widthPx, map.heightPx).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser draws no picture in a worker.');
  context.fillStyle = '#fff';
  context.fillRect(0, 0, map.widthPx, map.heightPx);
  context.imageSmoothingQuality = 'high';
  context.drawImage(scan, 0, 0, map.widthPx, map.heightPx);
  scan.close();
  const { data } = context.getImageData(0, 0, map.widthPx, map.heightPx);
  const linesGrey = Uint8Array.from({ length: map.widthPx * map.heightPx }, (_, pixel) =>
    Math.min(data[4 * pixel]!, data[4 * pixel + 1]!, data[4 * pixel + 2]!),
  );
  return planToCheck(decodeKeptBandMap(map.bytes, map), { linesGrey, colours, widthMm });
}

const api = {
  /** Lines a photo up with its picture and says what it shows that was not planned. */
  async check(request: unknown, onProgress: (share: number) => void): Promise<CheckAnswer> {
    const { photo: file, taps, markers, elementOfPlace, ...asked } = checkWishSchema.parse(request);
    const photo = await decoded(file);
    if ('problem' in photo) return photo;
    onProgress(0.15);
    const { plan, placeOfLabel } = await planOf(asked);
    onProgress(0.25);
    const checked = checkPhoto(photo, plan, { taps: taps?.map(([x, y]) => [x * photo.width, y * photo.height] as const) });
    onProgress(1);
    if ('problem' in checked) return checked;
    const placesOf = (labels: readonly number[]) => [
      ...new Set(labels.map((label) => placeOfLabel[label] ?? 0).filter((place) => place > 0)),
    ];
    const looksLike = ([L, a, b]: readonly [number, number, number]) => {
      const near = markers
        .map(({ code, lab }) => ({ code, apart: deltaE00(lab, { L, a, b }) }))
        .sort((one, other) => one.apart - other.apart)[0];
      return near && near.apart <= likeDeltaE ? near.code : undefined;
    };
    const findings = checked.findings.map(({ labels, seenLab, ...own }): FoundInPhoto => {
      const like = seenLab && looksLike(seenLab);
      return { ...own, places: placesOf(labels), ...(like ? { looksLike: like } : {}) };
    });
    return {
      fitMm: checked.fitMm,
      lie: [...mapOfShares(checked.toPhoto, plan, photo)],
      findings: onePerElement(findings, elementOfPlace),
      notJudged: placesOf(checked.notJudged),
    };
  },

  /** A photo that was lined up, laid onto its picture, in even white light. */
  async show(request: unknown): Promise<ShownPhoto> {
    const { photo: file, lie, ...asked } = checkShowSchema.parse(request);
    const photo = await decoded(file);
    if ('problem' in photo) return photo;
    const { plan } = await planOf(asked);
    const toPhoto = mapOfShares(
      lie as unknown as Homography,
      { width: 1 / plan.width, height: 1 / plan.height },
      { width: 1 / photo.width, height: 1 / photo.height },
    );
    const evened = evenedPhoto(photo, plan, toPhoto);
    if (!evened) return { problem: 'Too little bare paper is seen in this photo to show it in even light.' };
    return transfer({ widthPx: plan.width, heightPx: plan.height, ...evened }, [evened.rgba.buffer]);
  },

  /** Places that a maker taps in the photo where it is not lined up by itself, in shares of the picture's sides. */
  async places(request: unknown): Promise<[number, number][]> {
    const { plan } = await planOf(heldAgainstSchema.parse(request));
    return (tapPlaces(plan.lines) ?? []).map(([x, y]) => [x / plan.width, y / plan.height]);
  },
};

offer(api);
export type CheckApi = typeof api;
