import { useMemo } from 'react';
import { frontId } from '#model/front';
import type { ColouredPicture } from '#model/coloured-picture';
import { ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { frontsToShow, type ShownFront, unsureBelow } from '#core/scene/fronts-shown';
import { turnFront } from '#core/scene/standing-edits';
import { standingOfPicture } from '#core/scene/standing-of-picture';
import { type FrontArrow, FrontArrows } from '#ui/picture/front-arrows.tsx';
import { SpotMarks } from '#ui/picture/spot-marks.tsx';
import type { ElementsDesk } from './elements-desk';
import type { MakeStore } from '../../document/make-store';
import { editOf } from './elements-hand';

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
      {step === 'fronts' && labels && <Arrows {...{ useMake, useElements, picture, table, labels, width, height }} />}
    </>
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
    const pair = id.split('-') as [string, string];
    const done = editOf(useMake, picture.id, (now) => turnFront(now, table, pair));
    useElements.getState().set({ said: done?.said ?? '' });
  };
  return <FrontArrows arrows={arrows} width={width} height={height} onTurn={turn} />;
}

/** Rays by which a border's direction is found, and how far they look, in px of the picture. */
const rays = 48;
const lookPx = [3, 6, 9, 12];

function arrowOf(picture: ColouredPicture, table: IndexedTable, labels: Uint16Array, front: ShownFront): FrontArrow {
  const { widthPx, heightPx, frame } = table.table;
  const [x, y] = front.atMm.map((mm) => (mm * widthPx) / frame.widthMm) as [number, number];
  const labelOf = (id: string) => table.byId.get(id)?.label ?? 0;
  const before = front.front ?? front.between[0];
  const behind = before === front.between[0] ? front.between[1] : front.between[0];
  const at = (dx: number, dy: number) => labels[Math.round(y + dy) * widthPx + Math.round(x + dx)] ?? 0;
  let best = { score: -1, deg: 0 };
  for (let ray = 0; ray < rays; ray++) {
    const angle = (2 * Math.PI * ray) / rays;
    const [dx, dy] = [Math.sin(angle), -Math.cos(angle)];
    const score = lookPx.reduce(
      (sum, far) => sum + Number(at(dx * far, dy * far) === labelOf(behind)) + Number(at(-dx * far, -dy * far) === labelOf(before)),
      0,
    );
    if (score > best.score) best = { score, deg: (360 * ray) / rays };
  }
  return {
    id: frontId(...front.between),
    at: [x / widthPx, y / heightPx],
    towardsDeg: best.deg,
    isNeither: front.front === null,
    isYours: front.source === 'yours',
    words: `${frontWords(picture, table, front)}: turn it round`,
  };
}
