import { useEffect, useMemo, useRef } from 'react';
import { byId } from '#core/make/by-id';
import { counted } from '#core/make/counted';
import { hexOfLab } from '#core/colour/lab';
import type { OrderedBlend } from '#core/technique/make-order';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Marker } from '#model/marker';
import type { Supplies } from '#model/supplies';
import { Button } from '#ui/controls/button.tsx';
import { clockWords } from '#ui/order/clock-words.ts';
import { Timeline } from '#ui/order/timeline.tsx';
import type { MakeStore, ShownRack } from '../../document/make-store';
import type { Desk } from '../station';
import { letGoOf, putAt } from './order-acts';
import { OrderRow } from './order-row';
import { PaceField } from './pace-field';
import type { RecipeDeskState } from './recipe-desk';
import { useMakeOrder } from './use-make-order';
import { WetAreasPanel } from './wet-areas-panel';

type Props = {
  useMake: MakeStore;
  make: Make;
  /** The one on show, in its colouring. */
  picture: ColouredPicture;
  rack: ShownRack;
  supplies: Supplies;
  useDesk: Desk<RecipeDeskState>;
};

/** The colour of a blend's darkest ink. */
function hexOf({ blend }: OrderedBlend, markers: ReadonlyMap<string, Marker>): string | undefined {
  const inks = blend.marks.flatMap(({ mark: { markerId } }) => (markerId === null ? [] : (markers.get(markerId)?.lab ?? [])));
  return inks.length > 0 ? hexOfLab(inks.reduce((one, other) => (other.L < one.L ? other : one))) : undefined;
}

const allBands = Array.from({ length: 6 }, (_, band) => band);

/** Everything of a make in the order of the hand: which blend when, why there, what it saves; moved by hand where one wants it otherwise. */
export function OrderPanel({ useMake, make, picture, rack, supplies, useDesk }: Props) {
  const { found, problem, isSettled, wish } = useMakeOrder({ useMake, make, picture, rack, supplies });
  const { heldBlend, heldKey, set } = useDesk();
  const list = useRef<HTMLOListElement>(null);
  const markers = useMemo(() => byId(rack.markers), [rack.markers]);
  const { edit } = useMake.getState();
  const areas = found?.areas.get(picture.id);
  useEffect(() => set({ wetAreas: areas ?? [] }), [areas, set]);
  // Where its blend has another name now, the first of the same element is in hand.
  const rows = found?.order.blends ?? [];
  const keysOf = ({ blend }: OrderedBlend) => blend.items.map(({ pictureId, elementId }) => `${pictureId}/${elementId}`);
  const held =
    heldBlend === null
      ? undefined
      : (rows.find(({ blend }) => blend.id === heldBlend) ?? rows.find((row) => heldKey !== null && keysOf(row).includes(heldKey)));
  const hold = (id: string) => {
    const row = rows.find(({ blend }) => blend.id === id);
    if (!row || row === held) return set({ heldBlend: null, heldKey: null, focus: null, wetTool: null, hasWay: false });
    const [first] = row.blend.items;
    const here = first?.pictureId === picture.id && row.blend.items.length === 1 ? first : undefined;
    const focus = here ? { elementId: here.elementId, bands: allBands } : null;
    set({ heldBlend: id, heldKey: keysOf(row)[0] ?? null, focus, wetTool: null, hasWay: false });
  };
  const ids = rows.map(({ blend }) => blend.id);
  const dropAt = (id: string, clientY: number) => {
    const boxes = [...(list.current?.children ?? [])].map((child) => child.getBoundingClientRect());
    edit(putAt(ids, id, placeUnder(boxes, clientY, ids.indexOf(id))));
  };
  const isOfPlacings = make.placings?.some(({ blend }) => ids.includes(blend)) ?? false;
  return (
    <div className="space-y-3" data-order={isSettled && found ? 'there' : problem ? 'problem' : 'coming'}>
      <PaceField />
      {problem && <p role="alert">{problem}</p>}
      {found && rows.length === 0 && <p>No element has a ladder yet. Give one at Groups and the order writes itself.</p>}
      {found && rows.length > 0 && (
        <>
          <Gained order={found.order} />
          {found.problems.map((own) => (
            <p key={own.name} className="text-sm">
              ▲ {own.name} is told as one. {own.problem}
            </p>
          ))}
          <Timeline
            bars={rows.map((row) => ({ ...row, id: row.blend.id, name: row.blend.name, hex: hexOf(row, markers) }))}
            totalSeconds={found.order.totalSeconds}
            chosenId={held?.blend.id ?? null}
            onChoose={hold}
          />
          {isOfPlacings && <Button onClick={() => edit(letGoOf(null))}>Leave all to the order</Button>}
          <ol ref={list} className="divide-y divide-edge border-y border-edge" aria-label="In the order of the hand">
            {rows.map((row, index) => (
              <OrderRow
                key={row.blend.id}
                row={row}
                place={index + 1}
                of={rows.length}
                hex={hexOf(row, markers)}
                pictureName={
                  make.pictures.length > 1 ? make.pictures.find(({ id }) => id === row.blend.items[0]?.pictureId)?.name : undefined
                }
                wipesMat={row.blend.kind === 'batch' && rows.slice(0, index).some(({ blend }) => blend.kind === 'batch')}
                isHeld={row === held}
                onHold={() => hold(row.blend.id)}
                onPut={(place) => edit(putAt(ids, row.blend.id, place))}
                onDropAt={(clientY) => dropAt(row.blend.id, clientY)}
                onLetGo={() => edit(letGoOf(row.blend.id))}
              >
                {row === held && wish && <WetAreasPanel {...{ row, picture, wish, areas: areas ?? [], useDesk, edit }} />}
              </OrderRow>
            ))}
          </ol>
        </>
      )}
    </div>
  );
}

/** The place in a list over which something is let go, from 1. @param boxes of its rows. @param from the row that is moved. */
function placeUnder(boxes: readonly { top: number; bottom: number }[], y: number, from: number): number {
  const above = boxes.filter(({ top, bottom }, index) => index !== from && (top + bottom) / 2 < y).length;
  return above + 1;
}

/** How long it takes, and what the order saves. */
function Gained({
  order: { colouringSeconds, dryingSeconds, totalSeconds, markerChanges, plain },
}: {
  order: NonNullable<ReturnType<typeof useMakeOrder>['found']>['order'];
}) {
  const gained = plain.totalSeconds - totalSeconds;
  const fewer = plain.markerChanges - markerChanges;
  return (
    <p className="text-sm" data-gained>
      {clockWords(colouringSeconds)} of colouring, {clockWords(dryingSeconds)} of drying ({clockWords(totalSeconds - colouringSeconds)} of
      it waited for), {clockWords(totalSeconds)} in all. {counted(markerChanges, 'change')} of marker. Element by element there would be{' '}
      {plain.markerChanges} and {clockWords(plain.totalSeconds)}:{' '}
      {gained >= 1 || fewer > 0
        ? `${fewer > 0 ? `${fewer} fewer` : 'no fewer'}, and ${gained >= 1 ? `${clockWords(gained)} gained` : 'no time gained'}.`
        : 'nothing is gained but clean borders.'}
    </p>
  );
}
