import { useEffect, useMemo, useRef } from 'react';
import { frontId } from '#model/front';
import type { ColouredPicture } from '#model/coloured-picture';
import { ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { frontsToShow, type ShownFront, unsureBelow } from '#core/scene/fronts-shown';
import { wayBehindDeg } from '#core/scene/front-way';
import { standingOfPicture } from '#core/scene/standing-of-picture';
import { type FrontArrow, FrontArrows } from '#ui/picture/front-arrows.tsx';
import { SpotMarks } from '#ui/picture/spot-marks.tsx';
import type { ElementsDesk } from './elements-desk';
import type { MakeStore } from '../../document/make-store';
import { takeFrom } from './elements-hand';
import { turnRound } from './turn-round';

type Props = {
  useMake: MakeStore;
  useElements: ElementsDesk;
  picture: ColouredPicture;
  table: IndexedTable;
  labels: Uint16Array | null;
  heldId: string | null;
  width: number;
  height: number;
};

/** What stands over the picture at the Elements station: soft spots, and arrows where one looks at what is in front. */
export function ElementsOverlay({ useMake, useElements, picture, table, labels, heldId, width, height }: Props) {
  const step = useElements((state) => state.step);
  const spots = picture.elements.flatMap(({ id, spot }) => {
    if (!spot) return [];
    const strokes = spot.strokes.map(({ points, radiusMm }) => ({
      points: points.map(([x, y]) => [x / picture.widthMm, y / picture.widthMm] as const),
      radius: radiusMm / picture.widthMm,
    }));
    return [{ id, strokes, isHeld: id === heldId }];
  });
  return (
    <>
      <SpotMarks marks={spots} width={width} />
      {step === 'gather' && <Asks {...{ useMake, useElements, picture, width, height }} />}
      {step === 'fronts' && labels && <Arrows {...{ useMake, useElements, picture, table, labels, width, height }} />}
    </>
  );
}

/** An area of another element was tapped: whether it is taken from that one is asked where it lies. */
function Asks({ useMake, useElements, picture, width, height }: Omit<Props, 'table' | 'labels' | 'heldId'>) {
  const asks = useElements((state) => state.asks);
  const first = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (asks) first.current?.focus();
  }, [asks]);
  const from = picture.elements.find(({ id }) => id === asks?.fromId);
  if (!asks || !from) return null;
  const { set } = useElements.getState();
  const { takeInHand, walkOn } = useMake.getState();
  const end = (said: string) => {
    set({ asks: null, said });
    walkOn();
  };
  const [x, y] = asks.at;
  return (
    <fieldset
      aria-label={`That is of ${from.name}`}
      className="absolute z-20 flex border-2 border-ink bg-paper"
      // Towards the middle of the picture, so that it is not cut off at its edge.
      style={{ left: x * width, top: y * height, transform: `translate(${x > 0.5 ? '-100%' : '0'}, ${y > 0.5 ? '-110%' : '10%'})` }}
      onKeyDown={({ key }) => key === 'Escape' && end('')}
    >
      <button
        ref={first}
        type="button"
        className="min-h-11 px-3 font-semibold hover:bg-bench"
        onClick={() => end(takeFrom(useMake, picture.id, asks))}
      >
        Take from {from.name}
      </button>
      <button
        type="button"
        className="min-h-11 border-l border-edge px-3 hover:bg-bench"
        onClick={() => {
          takeInHand({ kind: 'element', elementId: from.id });
          end('');
        }}
      >
        {from.name} in hand
      </button>
    </fieldset>
  );
}

/** What a region is called: its element, or its number. */
export function regionName(picture: ColouredPicture, table: IndexedTable, regionId: string): string {
  return ownersOf(picture).get(regionId)?.name ?? `area ${table.numberOf.get(regionId) ?? '?'}`;
}

/** How a border is told. */
export function frontWords(
  picture: ColouredPicture,
  table: IndexedTable,
  { between, front }: Pick<ShownFront, 'between' | 'front'>,
): string {
  const [first, second] = between.map((id) => regionName(picture, table, id)) as [string, string];
  if (front === null) return `Neither of ${first} and ${second} is in front`;
  return front === between[0] ? `${first} in front of ${second}` : `${second} in front of ${first}`;
}

/** Fronts that are shown: those of the region tapped, or else those that the drawing tells least. */
export function shownFronts(picture: ColouredPicture, table: IndexedTable, frontsOf: string | null): ShownFront[] {
  const all = frontsToShow(standingOfPicture(picture, table), table);
  if (frontsOf !== null) return all.filter(({ between }) => between.includes(frontsOf));
  return all.filter(({ sureness, source }) => source === 'yours' || sureness < unsureBelow);
}

type ArrowsProps = Omit<Props, 'labels' | 'heldId'> & { labels: Uint16Array };

function Arrows({ useMake, useElements, picture, table, labels, width, height }: ArrowsProps) {
  const frontsOf = useElements((state) => state.frontsOf);
  const arrows = useMemo(
    () => shownFronts(picture, table, frontsOf).map((front): FrontArrow => arrowOf(picture, table, labels, front)),
    [picture, table, labels, frontsOf],
  );
  const turn = (id: string) => {
    useElements.getState().set({ said: turnRound(useMake, { picture, table, labels }, id.split('-') as [string, string]) });
  };
  return <FrontArrows arrows={arrows} width={width} height={height} onTurn={turn} />;
}

function arrowOf(picture: ColouredPicture, table: IndexedTable, labels: Uint16Array, front: ShownFront): FrontArrow {
  const { widthMm, heightMm } = table.table.frame;
  return {
    id: frontId(...front.between),
    at: [front.atMm[0] / widthMm, front.atMm[1] / heightMm],
    towardsDeg: wayBehindDeg(table, labels, front),
    isNeither: front.front === null,
    isYours: front.source === 'yours',
    words: `${frontWords(picture, table, front)}: turn it round`,
  };
}
