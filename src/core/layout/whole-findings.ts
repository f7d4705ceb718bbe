import { formatLength } from '#core/card/lengths';
import { colouringOf } from '#core/make/coloured';
import { counted } from '#core/make/counted';
import { pictureById } from '#core/make/picture-lookup';
import { areaMm2, boundsMm } from '#core/outline/outline';
import { cornerRooms, coveredShare, largestRoom } from './covered';
import { commonMm2, isThere, totalThicknessMm } from './heights';
import { solidOf, thicknessOf } from './laid';

import { type Finding, leasts, type Looked, usualPostMm } from './finding';

/** What is found of the card as a whole, and of what is easily forgotten on it. */
export function wholeFindings(looked: Looked): Finding[] {
  const { make, card, front, laid, heights, beside, tones, unit } = looked;
  const found: Finding[] = [];
  const onFront = laid.filter((own) => !own.isInside);
  const accents = onFront.filter(({ sort }) => sort === 'accent');
  const likes = make.cardPlan?.likes ?? {};
  if (likes.likesOdd && accents.length > 0 && accents.length % 2 === 0)
    found.push({
      ...{ id: 'evenAccents', kind: 'evenAccents', itemIds: accents.map(({ item }) => item.id), value: accents.length },
      words: `${counted(accents.length, 'accent')}: an even number.`,
      ways: [
        { does: 'another', itemId: accents.at(-1)?.item.id ?? '' },
        { does: 'takeAway', itemId: accents.at(-1)?.item.id ?? '' },
      ],
    });
  // Darker and larger things weigh more; papers are the ground.
  const things = onFront.filter((own) => isThere(own) && own.sort !== 'paper');
  const weights = things
    .filter(({ sort }) => sort !== 'tie')
    .map((own) => {
      const { xMm, yMm, widthMm, heightMm } = boundsMm(own.outline);
      const darkness = 100 - (tones.get(own.item.id)?.L ?? 70);
      return { x: xMm + widthMm / 2, y: yMm + heightMm / 2, weight: areaMm2(own.outline) * Math.max(5, darkness) };
    });
  const sum = weights.reduce((all, { weight }) => all + weight, 0);
  if (weights.length > 1 && sum > 0) {
    const rightMm = weights.reduce((all, { x, weight }) => all + x * weight, 0) / sum - front.widthMm / 2;
    const downMm = weights.reduce((all, { y, weight }) => all + y * weight, 0) / sum - front.heightMm / 2;
    const [leanX, leanY] = [Math.abs(rightMm) / front.widthMm, Math.abs(downMm) / front.heightMm];
    if (Math.max(leanX, leanY) > leasts.lean) {
      const sides = [
        ...(leanX > leasts.lean ? [`${formatLength(Math.abs(rightMm), unit)} to the ${rightMm > 0 ? 'right' : 'left'}`] : []),
        ...(leanY > leasts.lean ? [`${formatLength(Math.abs(downMm), unit)} ${downMm > 0 ? 'below' : 'above'}`] : []),
      ];
      found.push({
        ...{ id: 'leansAside', kind: 'leansAside', itemIds: [], value: 100 * Math.max(leanX, leanY) },
        words: `The weight of the card lies ${sides.join(' and ')} of its middle.`,
        ways: [{ does: 'shift', rightMm: -rightMm, downMm: -downMm }],
      });
    }
  }
  if (things.length > 0) {
    const rooms = cornerRooms(things, front).sort((one, other) => one.share - other.share);
    const [full, empty] = [rooms[0], rooms.at(-1)];
    if (full && empty && full.share < leasts.fullShare && empty.share > leasts.emptyShare) {
      const room = largestRoom(things.flatMap(solidOf), front);
      found.push({
        ...{ id: 'emptyCorner', kind: 'emptyCorner', itemIds: [], value: empty.freeMm2 },
        words:
          `${empty.corner} is empty (${Math.round(100 * empty.share)} % free) while ${full.corner} is full (${Math.round(100 * full.share)} % free); the largest room is ${formatLength(room.sizeMm, unit)} across.`.replace(
            /^./,
            (first) => first.toUpperCase(),
          ),
        ways: [{ does: 'fill', ...room }],
      });
    }
  }
  const limit = likes.postMm ?? usualPostMm;
  const total = totalThicknessMm(laid, heights, thicknessOf(front.paper, beside.supplies));
  if (total > limit) {
    const highest = laid
      .filter(({ item }) => item.foamMm !== undefined)
      .sort((one, other) => (heights.get(other.item.id)?.topMm ?? 0) - (heights.get(one.item.id)?.topMm ?? 0))[0];
    found.push({
      ...{ id: 'tooThick', kind: 'tooThick', itemIds: highest ? [highest.item.id] : [], value: total },
      words: `The card is ${total.toFixed(1)} mm thick; ${limit} mm is your limit for the post.`,
      ways: highest ? [{ does: 'flat', itemId: highest.item.id }] : [],
    });
  }
  for (const own of onFront.filter(({ sort }) => sort === 'window')) {
    const covered = coveredShare(
      own,
      onFront.filter((other) => other.sort === 'paper'),
    );
    if (covered > leasts.coveredShare)
      found.push({
        ...{ id: `windowCovered ${own.item.id}`, kind: 'windowCovered', itemIds: [own.item.id], value: covered },
        words: `${Math.round(100 * covered)} % of the ${own.name} lies behind paper: cut it through that too.`,
        ways: [],
      });
  }
  for (const own of laid) {
    const { cut } = own.piece ?? {};
    if (own.sort !== 'image' || cut?.by !== 'hand' || cut.outline || !own.picture || own.outline.length > 4) continue;
    found.push({
      ...{ id: `noOutline ${own.item.id}`, kind: 'noOutline', itemIds: [own.item.id], value: 0 },
      words: `${own.name} lies here as large as its picture: nobody traced yet where the blade goes.`,
      ways: [{ does: 'trace', itemId: own.item.id }],
    });
  }
  for (const own of laid) {
    const picture = pictureById(make, own.picture?.pictureId);
    if (!picture || colouringOf(picture, own.picture?.colouringId).treatments.some(({ ladder }) => ladder)) continue;
    found.push({
      ...{ id: `noColour ${own.item.id}`, kind: 'noColour', itemIds: [own.item.id], value: 0 },
      words: `${own.name} has no colours yet: it lies here in its lines, and is not judged by its colour.`,
      ways: [],
    });
  }
  for (const [place, own] of laid.entries()) {
    const { of } = own.item;
    if (of.kind !== 'accent' || of.sort !== 'drop') continue;
    const over = laid.slice(place + 1).find((other) => isThere(other) && other.isInside === own.isInside && commonMm2(own, other) > 0.5);
    if (over)
      found.push({
        ...{ id: `onDrop ${own.item.id}`, kind: 'onDrop', itemIds: [own.item.id, over.item.id], value: 1 },
        words: `${over.name} lies on a raised drop: drops are set last, and nothing lies on them.`,
        ways: [{ does: 'toFront', itemId: own.item.id }],
      });
  }
  const gone =
    (card.layouts ?? []).find(({ id }) => id === card.layoutId)?.items.filter(({ id }) => !laid.some(({ item }) => item.id === id)) ?? [];
  if (gone.length > 0)
    found.push({
      ...{ id: 'gone', kind: 'gone', itemIds: gone.map(({ id }) => id), value: gone.length },
      words: `${counted(gone.length, 'thing')} of this layout ${gone.length === 1 ? 'is' : 'are'} no longer on the card.`,
      ways: gone.slice(0, 1).map(({ id }) => ({ does: 'takeAway' as const, itemId: id })),
    });
  return found;
}
