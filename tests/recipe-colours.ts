import { findLadders } from '#core/markers/find-ladders';
import { rungsForArea } from '#core/markers/suggest';
import { cutBands } from '#core/light/bands';
import { shadeScene } from '#core/plan/shade-scene';
import { rgbOfHex, type Rgb } from '#core/colour/rgb';
import { hexOfLab } from '#core/colour/lab';
import { blurredWithin, planToCheck } from '#core/session/plan-to-check';
import type { Marker } from '#model/marker';
import type { Coloured, Colours } from './planted-faults';

/** At the upper left, half high, as in any new make. */
const lamp = { kind: 'distant', azimuthDeg: 315, heightDeg: 40 } as const;
/** How much wider than planned a hand blends to either side, and how far its inks are off, at the most. */
const [mostWiderMm, mostToneOff] = [1.2, 0.04] as const;
const white: Rgb = [255, 255, 255];

/** A ladder of a rack by lot, light to dark, as an area of that size takes; null: the rack has none with colours. */
function ladderByLot(rack: readonly Marker[], areaMm2: number, random: () => number): Rgb[] | null {
  const rungs = rungsForArea(areaMm2);
  const starts = rack.filter(({ lab, owned }) => lab && owned);
  const start = starts[Math.floor(random() * starts.length)];
  if (!start?.lab) return null;
  const rgbOf = ({ lab }: Marker): Rgb[] => (lab ? [rgbOfHex(hexOfLab(lab))] : []);
  if (rungs === 1) return rgbOf(start);
  const [found] = findLadders(rack, { start: { markerId: start.id }, rungs, minContrastL: 8 * (rungs - 1) });
  return found ? found.rungs.flatMap(rgbOf) : null;
}

/**
 * Colours as a recipe would give them: each area a ladder of the rack, its bands where the light of the usual lamp puts them, run into each other as a session plans them.
 * Every eighth area stays paper.
 */
export const recipeColours =
  (rack: readonly Marker[]) =>
  ({ width, height, pxPerMm, labels, count }: Coloured, random: () => number): Colours => {
    const sizes = new Float64Array(count + 1);
    for (const label of labels) sizes[label]! += 1;
    // Several areas are of one element, and share its ladder: about four of a size.
    const ladders = new Map<number, Rgb[][]>();
    const ramps = Array.from({ length: count + 1 }, (_, label): Rgb[] => {
      if (label === 0 || random() < 1 / 8) return [white];
      const areaMm2 = sizes[label]! / pxPerMm ** 2;
      const known = ladders.get(rungsForArea(areaMm2)) ?? [];
      ladders.set(rungsForArea(areaMm2), known);
      if (known.length > 0 && random() < 3 / 4) return known[Math.floor(random() * known.length)]!;
      for (let tries = 0; tries < 8; tries++) {
        const ladder = ladderByLot(rack, areaMm2, random);
        if (!ladder) continue;
        known.push(ladder);
        return ladder;
      }
      return [white];
    });
    const light = shadeScene({ width, height, labels, pxPerMm }, lamp);
    const byLabel = Array.from({ length: count + 1 }, (): number[] => []);
    for (const [pixel, label] of labels.entries()) if (label > 0) byLabel[label]!.push(pixel);
    const bands = new Uint8Array(labels.length);
    for (const [label, pixels] of byLabel.entries()) {
      const steps = ramps[label]!.length;
      const own = cutBands(
        Float32Array.from(pixels, (pixel) => light[pixel]!),
        new Array<number>(steps).fill(1 / steps),
      );
      for (const [index, pixel] of pixels.entries()) bands[pixel] = own[index]!;
    }
    // As a session's plan runs bands into each other: how dark each place is, told in greys.
    const levelOf = (band: number, steps: number) => Math.round(255 * (1 - (steps > 1 ? band / (steps - 1) : 0)));
    const colours = ramps.slice(1).map((ramp) =>
      ramp.map((_, band): Rgb => {
        const level = levelOf(band, ramp.length);
        return [level, level, level];
      }),
    );
    const linesGrey = new Uint8Array(labels.length).fill(255);
    const { plan } = planToCheck(
      { widthPx: width, heightPx: height, owners: labels, bands },
      { linesGrey, colours, widthMm: width / pxPerMm },
    );
    const darkness = Float32Array.from(labels, (_, pixel) => 1 - plan.expected[3 * pixel]! / 255);
    const bandsAt = ramps.map((ramp) => ramp.map((_, band) => (ramp.length > 1 ? band / (ramp.length - 1) : 0)));
    // A hand blends wider than that, and lays an ink a little paler or deeper than its marker is known.
    const wider = blurredWithin(Float32Array.from(darkness), labels, width, Math.round(random() * mostWiderMm * pxPerMm));
    const laid = { darkness: wider, tones: ramps.map(() => 1 + mostToneOff * (2 * random() - 1)) };
    return { ramps, bandsAt, darkness, laid, bands: bands.map((band, pixel) => (ramps[labels[pixel]!]![0] === white ? 0 : band)) };
  };
