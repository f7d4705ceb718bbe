import sharp from 'sharp';
import type { Camera } from '../../src/core/camera/photograph';
import { photographPicture } from '../../src/core/camera/photograph-picture';
import { decodeKeptBandMap } from '../../src/core/recipe/kept-band-map';
import { elementNames } from '../../src/core/session/mend-ways';
import { coloursPlanned, planToCheck } from '../../src/core/session/plan-to-check';
import { sessionState } from '../../src/core/session/session-state';
import { sessionOf } from './along';

/** Slips of the hand in a made-up photo; each names an element of the session's first picture. */
export type Slips = { whiteSpotIn?: string; overLineOf?: string; litWrongly?: string };

/** How such a photo is taken where nothing else is said. */
export const usualShot: Camera = {
  ...{ pxPerMm: 12, leanDeg: 8, leanToDeg: 40, turnDeg: 6, fallOff: 0.2, cast: [0.97, 0.95, 0.82], noiseSigma: 2 },
  ...{ table: { L: 35, a: 6, b: 12 }, seed: 3 },
};

/** A picture of a session as it was planned, coloured with slips and photographed askew in warm uneven light: JPEG. */
export async function photographedSession(address: string, sessionId: string, slips: Slips, shot: Partial<Camera> = {}): Promise<Buffer> {
  const { head, entries } = await sessionOf(address, sessionId);
  const [picture] = head.pictures ?? [];
  if (!picture?.map || !picture.lines) throw new Error('The session kept no picture.');
  const bytesOf = async (sha256: string) => new Uint8Array(await (await fetch(`${address}/api/blobs/${sha256}`)).arrayBuffer());
  const map = decodeKeptBandMap(await bytesOf(picture.map.sha256), picture.map);
  const { widthPx: width, heightPx: height } = map;
  const linesGrey = new Uint8Array(
    await sharp(await bytesOf(picture.lines.sha256))
      .flatten({ background: '#ffffff' })
      .resize({ width, height, fit: 'fill' })
      .greyscale()
      .raw()
      .toBuffer(),
  );
  const state = sessionState(head, entries);
  const names = elementNames(head.marks);
  const colours = coloursPlanned(head, state, picture.pictureId);
  const placesOf = (name: string) =>
    new Set(picture.places.flatMap(({ elementId }, index) => (names.get(elementId) === name ? [index + 1] : [])));
  // The dark where the light was planned, and the other way round.
  const wrong = slips.litWrongly ? placesOf(slips.litWrongly) : new Set<number>();
  for (const place of wrong) {
    const used = [...new Set([...map.bands].filter((band, at) => map.owners[at] === place && band > 0))];
    const most = Math.max(...used);
    colours[place - 1] = (colours[place - 1] ?? []).map((_, index) => colours[place - 1]?.[most - 1 - index] ?? [255, 255, 255]);
  }
  const { plan } = planToCheck(map, { linesGrey, colours, widthMm: picture.widthMm });
  const painted = Uint8Array.from(plan.expected);
  const pixelsOf = (name: string) => {
    const own = placesOf(name);
    return [...map.owners.keys()].filter((at) => own.has(map.owners[at] ?? 0));
  };
  const disc = (at: number, radiusMm: number, rgb: readonly number[], isOn: (owner: number) => boolean) => {
    const [x, y, radius] = [at % width, Math.floor(at / width), radiusMm * plan.pxPerMm];
    for (let row = Math.max(0, Math.floor(y - radius)); row < Math.min(height, y + radius); row++)
      for (let column = Math.max(0, Math.floor(x - radius)); column < Math.min(width, x + radius); column++) {
        const own = row * width + column;
        if (Math.hypot(column - x, row - y) <= radius && !plan.lines.data[own] && isOn(map.owners[own] ?? 0)) painted.set(rgb, 3 * own);
      }
  };
  if (slips.whiteSpotIn) {
    // Deep inside: the px of it that lies farthest from all that is not of it, near enough.
    const own = pixelsOf(slips.whiteSpotIn);
    const isOwn = placesOf(slips.whiteSpotIn);
    const reach = Math.round(1.5 * plan.pxPerMm);
    const inner = own.filter((at) => [reach, -reach, reach * width, -reach * width].every((step) => isOwn.has(map.owners[at + step] ?? 0)));
    const at = inner[Math.floor(inner.length / 2)];
    if (at === undefined) throw new Error(`${slips.whiteSpotIn} is too small for a white spot.`);
    disc(at, 1.5, [255, 255, 255], (owner) => isOwn.has(owner));
  }
  if (slips.overLineOf) {
    const own = pixelsOf(slips.overLineOf);
    // The uppermost px: above it lies paper.
    const top = own[0] ?? 0;
    const rgb = [0, 1, 2].map((channel) => plan.expected[3 * (own[Math.floor(own.length / 2)] ?? 0) + channel] ?? 0);
    disc(top - Math.round(1.2 * plan.pxPerMm) * width, 2, rgb, (owner) => owner === 0);
  }
  const photo = photographPicture({ width, height, data: painted }, picture.widthMm, { ...usualShot, ...shot });
  return sharp(Buffer.from(photo.data), { raw: { width: photo.width, height: photo.height, channels: 3 } })
    .jpeg({ quality: 80 })
    .toBuffer();
}
