import { placeOfElement } from '#core/make/place-of-element';
import type { IndexedTable } from '#core/make/region-tables';
import { calloutsHeightMm, layCallouts, leaderStart } from '#core/sheet/callouts';
import type { PictureRecipe } from '#core/technique/recipe';
import { LitPicture } from '#islands/shared/lit-picture.tsx';
import type { ColouredPicture } from '#model/coloured-picture';

type Props = { makeId: string; picture: ColouredPicture; table: IndexedTable; recipe: PictureRecipe; widthMm: number };

/** Of a column of labels; of the room for the picture at the most; from its room to the labels. */
const [columnMm, mostHeightMm, leastGapMm] = [46, 112, 4] as const;
/** A name and two lines of codes. */
const slotMm = 15.5;

/** The picture in its light, with the codes of each element led to its place: told by numbers, so that it is read in black and white too. */
export function LitWithCodes({ makeId, picture, table, recipe, widthMm }: Props) {
  const roomMm = widthMm - 2 * (columnMm + leastGapMm);
  const scale = Math.min(roomMm / picture.widthMm, mostHeightMm / picture.heightMm);
  const [pictureWidthMm, pictureHeightMm] = [picture.widthMm * scale, picture.heightMm * scale];
  const placed = recipe.elements.flatMap((element, index) => {
    const own = picture.elements.find(({ id }) => id === element.elementId);
    const place = own && placeOfElement(own, table);
    return place ? [{ element, number: index + 1, at: [place[0] * scale, place[1] * scale] as const }] : [];
  });
  const options = { widthMm: pictureWidthMm, heightMm: pictureHeightMm, gapMm: leastGapMm + (roomMm - pictureWidthMm) / 2, slotMm };
  const callouts = layCallouts(
    placed.map(({ at }) => at),
    options,
  );
  const heightMm = Math.max(pictureHeightMm, calloutsHeightMm(placed.length, options));
  // The picture stands in the middle; from here on all is told from the left and top of the whole.
  const [leftMm, topMm] = [(widthMm - pictureWidthMm) / 2, (heightMm - pictureHeightMm) / 2];
  return (
    <figure className="relative mt-3 break-inside-avoid" style={{ width: `${widthMm}mm`, height: `${heightMm}mm` }} data-callouts>
      <div
        className="absolute grid"
        style={{ left: `${leftMm}mm`, top: `${topMm}mm`, width: `${pictureWidthMm}mm`, height: `${pictureHeightMm}mm` }}
      >
        <LitPicture
          makeId={makeId}
          pictureId={picture.id}
          colouringId={picture.colouring.id}
          grey={picture.grey.sha256}
          name={picture.name}
          look="size-full"
        />
      </div>
      <svg className="absolute inset-0 size-full" viewBox={`0 0 ${widthMm} ${heightMm}`} aria-hidden="true">
        {placed.map(({ element, at: [x, y] }, index) => {
          const [fromX, fromY] = leaderStart(callouts[index]!, options);
          const line = { x1: leftMm + fromX, y1: topMm + fromY, x2: leftMm + x, y2: topMm + y };
          return (
            <g key={element.elementId} data-leader={element.name}>
              <line {...line} stroke="white" strokeWidth={0.9} />
              <line {...line} stroke="black" strokeWidth={0.25} />
              <circle cx={leftMm + x} cy={topMm + y} r={0.8} fill="black" stroke="white" strokeWidth={0.3} />
            </g>
          );
        })}
      </svg>
      <ol>
        {placed.map(({ element, number }, index) => {
          const { side, yMm } = callouts[index]!;
          return (
            <li
              key={element.elementId}
              className={`absolute flex flex-col justify-center leading-tight ${side === 'left' ? 'text-right' : ''}`}
              style={{
                ...(side === 'left' ? { left: 0 } : { right: 0 }),
                top: `${topMm + yMm - slotMm / 2}mm`,
                width: `${columnMm - 1}mm`,
                height: `${slotMm}mm`,
              }}
              data-callout={element.name}
            >
              <strong className="text-sm">
                {number} {element.name}
              </strong>
              <span className="font-code text-xs">{element.rungs.map(({ code }) => code).join(' ')}</span>
            </li>
          );
        })}
      </ol>
    </figure>
  );
}
