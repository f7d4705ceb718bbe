import type { SceneLamp } from '#model/lamp';
import type { Supply } from '#model/supplies';
import { digits, escaped } from '#core/outline/outlines-svg';
import { namedOutline } from '#core/outline/named-shapes';
import { boundsMm, movedMm, movedTo, type OutlineMm } from '#core/outline/outline';
import type { Front } from './front';
import type { Height } from './heights';
import { isThere } from './heights';
import { betweenTurnsMm, type Laid, type LaidPicture } from './laid';
import { sideOfCard } from './light-agrees';
import { shadowShift } from './light-patch';

/** Colours of what is drawn where nobody said another one. */
const papers = { paper: '#ffffff', free: 'none', opening: '#6b6b6b', twine: '#d9d9d9', accent: '#f2f2f2' } as const;

/** A thing as it is drawn: its way with its holes in mm, and its image with the way it is laid. */
export type Drawn = {
  itemId: string;
  name: string;
  path: string;
  fill: string;
  isDashed: boolean;
  /** Moved by so much, its shadow on what is below it. */
  shadowMm: readonly [number, number] | null;
  image: (LaidPicture & { transform: string }) | null;
  /** Written in its middle, where there is no image. */
  words: { text: string; xMm: number; yMm: number; sizeMm: number; turnedDeg: number } | null;
};

const path = (outlines: readonly OutlineMm[]): string =>
  outlines.map((outline) => `M${outline.map(([x, y]) => `${digits(x)} ${digits(y)}`).join('L')}Z`).join('');

/** The turns of twine or ribbon, one beside the other. */
function turnsOf({ item: { of, xMm, yMm }, outline }: Laid): OutlineMm[] {
  if (of.kind !== 'tie') return [outline];
  const { widthMm, heightMm } = boundsMm(outline);
  const [wide, high] = of.way === 'across' ? [widthMm, of.widthMm] : [of.widthMm, heightMm];
  const step = of.widthMm + betweenTurnsMm;
  return Array.from({ length: of.turns }, (_, turn) => {
    const off = (turn - (of.turns - 1) / 2) * step;
    const [x, y] = of.way === 'across' ? [xMm, yMm + off] : [xMm + off, yMm];
    return movedTo(namedOutline('rectangle', wide, high), x - wide / 2, y - high / 2);
  });
}

/** How things on a card are drawn, from the back to the front. @param lamp whose shadows are drawn; absent: none. */
export function drawnCard(
  laid: readonly Laid[],
  {
    supplies,
    lamp,
    heights,
  }: { supplies: readonly Supply[]; lamp?: SceneLamp | undefined; heights?: ReadonlyMap<string, Height> | undefined },
): Drawn[] {
  const hexOf = (name: string | null) => supplies.find((own) => own.kind === 'paper' && own.name === name)?.hex;
  return laid.map((own): Drawn => {
    const { item, name, sort, outline, holes, picture, turnedDeg, isMirrored, middleMm } = own;
    const fill =
      sort === 'free' || own.piece?.cut.by === 'panel'
        ? papers.free
        : sort === 'window'
          ? papers.opening
          : sort === 'tie'
            ? papers.twine
            : sort === 'accent'
              ? papers.accent
              : (hexOf(own.paper) ?? papers.paper);
    const side = lamp ? sideOfCard(lamp, laid, [item.xMm, item.yMm]) : null;
    const height = heights?.get(item.id);
    const [cx, cy] = middleMm;
    const showsWords = sort === 'words' || sort === 'free';
    const { widthMm, heightMm } = boundsMm(outline);
    const least = Math.min(widthMm, heightMm);
    return {
      ...{ itemId: item.id, name, fill, path: path([...turnsOf(own), ...holes]) },
      isDashed: sort === 'free' || (sort === 'words' && own.piece?.cut.by === 'panel'),
      shadowMm: lamp && height && isThere(own) && item.foamMm !== undefined ? shadowShift(side, lamp, item.foamMm + own.thicknessMm) : null,
      image: picture && {
        ...picture,
        transform: `translate(${digits(item.xMm)} ${digits(item.yMm)}) rotate(${digits(turnedDeg)})${isMirrored ? ' scale(-1 1)' : ''} translate(${digits(-cx)} ${digits(-cy)})`,
      },
      words: showsWords
        ? {
            text: sort === 'free' ? 'kept free' : name,
            ...{ xMm: item.xMm, yMm: item.yMm, turnedDeg },
            sizeMm: Math.max(2, Math.min(6, least / 2)),
          }
        : null,
    };
  });
}

const halfBlack = ' fill="#000000" fill-opacity="0.25" stroke="none"';

function partSvg(own: Drawn, href: string | undefined): string[] {
  const { itemId, name, path: way, fill, isDashed, shadowMm, image, words } = own;
  const clip = `clip-${escaped(itemId)}`;
  return [
    `<g><title>${escaped(name)}</title>`,
    ...(shadowMm
      ? [`<path d="${way}" transform="translate(${digits(shadowMm[0])} ${digits(shadowMm[1])})" fill-rule="evenodd"${halfBlack}/>`]
      : []),
    `<path d="${way}" fill="${fill}" fill-rule="evenodd"${image && href ? ' stroke="none"' : ''}${isDashed ? ' stroke-dasharray="2 1.5"' : ''}/>`,
    ...(image && href
      ? [
          `<clipPath id="${clip}"><path d="${way}" clip-rule="evenodd"/></clipPath>`,
          `<g clip-path="url(#${clip})"><image href="${escaped(href)}" width="${digits(image.widthMm)}" height="${digits(image.heightMm)}" preserveAspectRatio="none" transform="${image.transform}"/></g>`,
          `<path d="${way}" fill="none" fill-rule="evenodd"/>`,
        ]
      : []),
    ...(words
      ? [
          `<text x="${digits(words.xMm)}" y="${digits(words.yMm)}" transform="rotate(${digits(words.turnedDeg)} ${digits(words.xMm)} ${digits(words.yMm)})" text-anchor="middle" dominant-baseline="central" font-size="${digits(words.sizeMm)}" font-family="sans-serif" fill="#000000" stroke="none">${escaped(words.text)}</text>`,
        ]
      : []),
    '</g>',
  ];
}

/**
 * A picture of the front of a card as an SVG 2 in mm, at true size: all that lies on it from the back to the front, what hangs over shown too.
 * @param hrefOf the image of a laid picture as a data address; undefined: its outline only.
 */
export function cardSvg(
  title: string,
  drawn: readonly Drawn[],
  front: Front,
  {
    baseHex = papers.paper,
    hrefOf,
    marginMm = 3,
  }: { baseHex?: string; hrefOf: (picture: LaidPicture) => string | undefined; marginMm?: number },
): string {
  const [wide, high] = [front.widthMm + 2 * marginMm, front.heightMm + 2 * marginMm];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${digits(wide)}mm" height="${digits(high)}mm" viewBox="${digits(-marginMm)} ${digits(-marginMm)} ${digits(wide)} ${digits(high)}">`,
    `<title>${escaped(title)}</title>`,
    '<g stroke="#000000" stroke-width="0.2">',
    `<rect width="${digits(front.widthMm)}" height="${digits(front.heightMm)}" fill="${baseHex}"/>`,
    ...drawn.flatMap((own) => partSvg(own, own.image ? hrefOf(own.image) : undefined)),
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

/** A numbered outline to lay a piece on. */
export type NumberedOutline = { number: number; name: string; outlines: readonly OutlineMm[]; isDashed: boolean; raised: boolean };

/** Outlines of all that lies on the front, numbered from the back; mirrored left to right for work from behind or through a window. */
export function numberedOutlines(laid: readonly Laid[], front: Front, { isMirrored = false } = {}): NumberedOutline[] {
  const over = (outline: OutlineMm): OutlineMm =>
    isMirrored ? outline.map(([x, y]) => [front.widthMm - x, y] as const) : movedMm(outline, 0, 0);
  return laid
    .filter((own) => !own.isInside)
    .map((own, index) => ({
      ...{ number: index + 1, name: own.name, outlines: [own.outline, ...own.holes].map(over) },
      ...{ isDashed: own.sort === 'window' || own.sort === 'free' || own.piece?.cut.by === 'panel', raised: own.item.foamMm !== undefined },
    }));
}
