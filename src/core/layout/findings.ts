import type { Lab } from '#model/marker';
import { formatLength } from '#core/card/lengths';
import { drawnById } from '#core/card/needs-of-make';
import { contrastRatio } from '#core/colour/contrast';
import { deltaE00 } from '#core/colour/difference';
import { hexOfLab } from '#core/colour/lab';
import { sideWords } from '#core/light/lamp-words';
import { areaMm2, boundsMm, clearanceMm } from '#core/outline/outline';
import { coveredShare, overhang, seenUnder } from './covered';
import { isThere } from './heights';
import type { Laid } from './laid';
import { lightDiffers } from './light-agrees';

import { type Finding, leasts, type Looked, type Way } from './finding';
import { wholeFindings } from './whole-findings';

const white: Lab = { L: 100, a: 0, b: 0 };
const hexOfSupply = ({ beside }: Looked, name: string | null | undefined): string | null =>
  beside.supplies.find((own) => own.name === name)?.hex ?? null;

/** The colour of the front of a thing: as it looks where it is known, else its paper; null: nobody can say. */
function surfaceHex(looked: Looked, own: Laid | null): string {
  const tone = own && looked.tones.get(own.item.id);
  return tone ? hexOfLab(tone) : (hexOfSupply(looked, own ? own.paper : looked.front.paper) ?? hexOfLab(white));
}

const isPiece = ({ sort }: Laid): boolean => sort === 'image' || sort === 'words' || sort === 'plain';
const inWords = (names: readonly string[]): string => names.join(' and ');

function edgeFindings({ front, laid, unit }: Looked): Finding[] {
  return laid.flatMap((own): Finding[] => {
    if (own.sort === 'tie' || own.item.mayHang) return [];
    const { xMm, yMm, widthMm, heightMm } = boundsMm(own.outline);
    const { mostMm, areaMm2: area } = overhang(own, front);
    if (mostMm < leasts.overhangMm) return [];
    const { id } = own.item;
    const [overX, overY] = [widthMm - front.widthMm, heightMm - front.heightMm];
    const over = Math.max(overX, overY);
    const hangs: Way = { does: 'mayHang', itemId: id };
    if (over > 0.01) {
      const fitsTurned = widthMm <= front.heightMm && heightMm <= front.widthMm;
      const what = own.sort === 'paper' ? 'larger than the card' : overY >= overX ? 'taller than the card' : 'wider than the card';
      return [
        {
          ...{ id: `tooTall ${id}`, kind: 'tooTall' as const, itemIds: [id], value: over },
          words: `${own.name} is ${formatLength(over, unit)} ${what}.`,
          ways: [...(fitsTurned ? [{ does: 'quarterTurn' as const, itemId: id }] : []), hangs],
        },
      ];
    }
    const [dx, dy] = [
      Math.max(0, -xMm) - Math.max(0, xMm + widthMm - front.widthMm),
      Math.max(0, -yMm) - Math.max(0, yMm + heightMm - front.heightMm),
    ];
    return [
      {
        ...{ id: `hangsOff ${id}`, kind: 'hangsOff' as const, itemIds: [id], value: mostMm },
        words: `${own.name} hangs off the edge by ${formatLength(mostMm, unit)}${area > 0 ? `, ${Math.round((100 * area) / Math.max(1e-9, areaMm2(own.outline)))} % of it` : ''}.`,
        ways: [{ does: 'move', itemId: id, xMm: own.item.xMm + dx, yMm: own.item.yMm + dy }, hangs],
      },
    ];
  });
}

function wordsFindings(looked: Looked): Finding[] {
  const { make, laid } = looked;
  return laid.flatMap((own, place): Finding[] => {
    if (own.sort !== 'words' && own.sort !== 'free') return [];
    const { id } = own.item;
    const above = laid.slice(place + 1).filter((other) => isThere(other) && other.isInside === own.isInside);
    const covered = coveredShare(own, above);
    const cover: Finding[] =
      covered < leasts.coveredShare
        ? []
        : [
            {
              ...{ id: `wordsCovered ${id}`, kind: 'wordsCovered' as const, itemIds: [id], value: covered },
              words: `${Math.max(1, Math.round(100 * covered))} % of ${own.name} is covered.`,
              ways: [{ does: 'toFront', itemId: id }],
            },
          ];
    const image = own.piece?.image;
    const words = image?.kind === 'words' ? drawnById(make, 'words', image.drawnId) : undefined;
    if (!words) return cover;
    const ink = hexOfSupply(looked, words.ink) ?? '#000000';
    const under = own.piece?.cut.by === 'panel' ? seenUnder(own, laid) : [{ own, share: 1 }];
    const hardest = under
      .filter(({ share }) => share >= leasts.shareUnder)
      .map(({ own: on }) => ({
        on,
        ratio: contrastRatio(ink, on === own ? (hexOfSupply(looked, own.paper) ?? hexOfLab(white)) : surfaceHex(looked, on)),
      }))
      .sort((one, other) => one.ratio - other.ratio)[0];
    const least = words.heightMm >= leasts.largeTextMm ? leasts.largeContrast : leasts.contrast;
    if (!hardest || hardest.ratio >= least) return cover;
    const on = hardest.on === own ? 'their own paper' : (hardest.on?.name ?? 'the base');
    return [
      ...cover,
      {
        ...{ id: `wordsHard ${id}`, kind: 'wordsHard' as const, itemIds: [id], value: hardest.ratio },
        words: `${own.name}: ${words.ink ?? 'black'} on ${on} has a contrast of ${hardest.ratio.toFixed(1)} to 1; ${least} reads well. A darker ink, or a pale strip under them.`,
        ways: [],
      },
    ];
  });
}

function togetherFindings(looked: Looked): Finding[] {
  const { laid, tones } = looked;
  const found: Finding[] = [];
  const pieces = laid.filter(isPiece);
  for (const [place, one] of pieces.entries()) {
    for (const other of pieces.slice(place + 1)) {
      if (one.isInside !== other.isInside) continue;
      const apart = clearanceMm(one.outline, other.outline);
      const [a, b] = [boundsMm(one.outline), boundsMm(other.outline)];
      const isSame =
        apart === 0 &&
        Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) < 1 &&
        Math.abs(a.widthMm - b.widthMm) < 1 &&
        Math.abs(a.heightMm - b.heightMm) < 1;
      const itemIds = [one.item.id, other.item.id];
      if (isSame) {
        const beside = { xMm: other.item.xMm + b.widthMm + 2, yMm: other.item.yMm };
        found.push({
          ...{ id: `samePlace ${itemIds.join(' ')}`, kind: 'samePlace', itemIds, value: apart },
          words: `${inWords([one.name, other.name])} lie in one place: only one of them is seen.`,
          ways: [
            { does: 'move', itemId: other.item.id, ...beside },
            { does: 'takeAway', itemId: other.item.id },
          ],
        });
        continue;
      }
      const [first, second] = [tones.get(one.item.id), tones.get(other.item.id)];
      if (!first || !second || apart > leasts.besideMm) continue;
      const colour = deltaE00(first, second);
      const apartL = Math.abs(first.L - second.L);
      if (colour < leasts.sameColour)
        found.push({
          ...{ id: `twiceOneColour ${itemIds.join(' ')}`, kind: 'twiceOneColour', itemIds, value: colour },
          words: `${inWords([one.name, other.name])} have one colour, side by side (${formatLength(apart, looked.unit)} apart).`,
          ways: [],
        });
      else if (apartL < leasts.apartL)
        found.push({
          ...{ id: `runsTogether ${itemIds.join(' ')}`, kind: 'runsTogether', itemIds, value: apartL },
          words: `${inWords([one.name, other.name])} are as light as each other (${apartL.toFixed(1)} L* apart): at a squint they run together.`,
          ways: [],
        });
    }
  }
  return found;
}

function lightFindings({ make, card, laid }: Looked): Finding[] {
  return lightDiffers(make, card, laid).map(({ laid: own, isDeg, wantedDeg, offDeg, lampDeg }) => ({
    ...{ id: `lightDiffers ${own.item.id}`, kind: 'lightDiffers' as const, itemIds: [own.item.id], value: offDeg },
    words: `${own.name} is lit from ${sideWords(isDeg)}, the card from ${sideWords(wantedDeg)}: ${Math.round(offDeg)}° apart.`,
    ways: [{ does: 'shadeAnew', itemId: own.item.id, lampDeg }],
  }));
}

/** What a good eye checks on a card, each with its number and a way out; none is forbidden. Those that the maker does not mind stand in `dismissed`. */
export function findingsOf(looked: Looked): { open: Finding[]; dismissed: Finding[] } {
  const all = [
    ...edgeFindings(looked),
    ...wordsFindings(looked),
    ...lightFindings(looked),
    ...togetherFindings(looked),
    ...wholeFindings(looked),
  ];
  const off = new Set(looked.card.dismissed ?? []);
  return { open: all.filter(({ id }) => !off.has(id)), dismissed: all.filter(({ id }) => off.has(id)) };
}
