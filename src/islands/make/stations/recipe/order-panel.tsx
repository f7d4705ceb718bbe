import { useMemo } from 'react';
import { byId } from '#core/make/by-id';
import { colouredPicture } from '#core/make/coloured';
import { counted } from '#core/make/counted';
import { tableOf } from '#core/make/region-tables';
import { hexOfLab } from '#core/colour/lab';
import { writtenPlan } from '#core/plan/written';
import { blendsOfMake, usualPaceCm2, type WetBlend } from '#core/technique/blends';
import { orderMarks, tellOrder } from '#core/technique/order-marks';
import { type WhyHere, whyHere } from '#core/technique/why-here';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Supplies } from '#model/supplies';
import { clockWords, Timeline } from '#ui/order/timeline.tsx';
import type { MakeStore, ShownRack } from '../../document/make-store';
import type { Desk } from '../station';
import type { RecipeDeskState } from './recipe-desk';

type Props = {
  useMake: MakeStore;
  make: Make;
  /** The one on show, in its colouring. */
  picture: ColouredPicture;
  rack: ShownRack;
  supplies: Supplies;
  useDesk: Desk<RecipeDeskState>;
};

type Row = { blend: WetBlend; from: number; to: number; why: WhyHere; hex: string | undefined };

/** Everything of a make in the order of the hand: which blend when, why there, and what it saves. */
export function OrderPanel({ useMake, make, picture, rack, supplies, useDesk }: Props) {
  const tables = useMake((state) => state.tables);
  const { heldBlend, set } = useDesk();
  const planned = useMemo(() => {
    const written = make.pictures.map((own) => {
      const coloured = own.id === picture.id ? picture : colouredPicture(own);
      const table = tableOf(own, tables);
      return { picture: own, table, recipe: writtenPlan(make, coloured, rack.markers, table, { supplies, pairNotes: rack.pairNotes }) };
    });
    const { blends, request } = blendsOfMake(written, rack.markers);
    const found = orderMarks(request);
    if ('problem' in found) return found;
    const known = byId(blends);
    const asked = byId(request.blends);
    const labs = new Map(rack.markers.map(({ id, lab }) => [id, lab]));
    const why = whyHere(blends, request, found);
    const rows = found.order.map((id, index): Row => {
      const blend = known.get(id) as WetBlend;
      const from = found.startsAtSeconds[index] as number;
      const seconds = asked.get(id)?.marks.reduce((sum, mark) => sum + mark.seconds, 0) ?? 0;
      const inks = blend.marks.flatMap(({ markerId }) => (markerId === null ? [] : (labs.get(markerId) ?? [])));
      const darkest = inks.length > 0 ? inks.reduce((one, other) => (other.L < one.L ? other : one)) : undefined;
      return { blend, from, to: from + seconds, why: why[index] as WhyHere, hex: darkest && hexOfLab(darkest) };
    });
    const plain = tellOrder(
      request,
      blends.map(({ id }) => id),
    );
    return { rows, found, plain, pictures: new Set(blends.map(({ pictureId }) => pictureId)).size };
  }, [make, picture, rack, supplies, tables]);
  if ('problem' in planned) return <p role="alert">{planned.problem}</p>;
  const { rows, found, plain, pictures } = planned;
  if (rows.length === 0) return <p>No element has a ladder yet. Give one at Groups and the order writes itself.</p>;
  const colouring = rows.reduce((sum, { from, to }) => sum + to - from, 0);
  const hold = (id: string) => {
    const row = rows.find(({ blend }) => blend.id === id);
    const isHeld = heldBlend === id;
    const here = row?.blend.pictureId === picture.id && !isHeld ? row.blend : null;
    const bands = Array.from({ length: 6 }, (_, band) => band);
    set({ heldBlend: isHeld ? null : id, hasWay: false, focus: here && { elementId: here.elementId, bands } });
  };
  return (
    <div className="space-y-3" data-order>
      <p className="text-sm">
        {clockWords(colouring)} of colouring, {clockWords(found.totalSeconds - colouring)} of waiting, {clockWords(found.totalSeconds)} in
        all, at {usualPaceCm2} cm² a minute (a pace from memory, not yours). {counted(found.markerChanges, 'change')} of marker; element by
        element there would be {plain.markerChanges}, and {clockWords(plain.totalSeconds)}.
      </p>
      <Timeline
        bars={rows.map(({ blend, from, to, hex }) => ({ id: blend.id, name: blend.name, from, to, hex }))}
        totalSeconds={found.totalSeconds}
        chosenId={heldBlend}
        onChoose={hold}
      />
      <ol className="divide-y divide-edge border-y border-edge" aria-label="In the order of the hand">
        {rows.map(({ blend, from, why }) => (
          <li key={blend.id} data-blend={blend.name}>
            <button
              type="button"
              aria-pressed={heldBlend === blend.id}
              className={`w-full px-2 py-1.5 text-left ${heldBlend === blend.id ? 'bg-ink text-paper' : 'hover:bg-wall'}`}
              onClick={() => hold(blend.id)}
            >
              <span className="flex flex-wrap items-baseline gap-x-3">
                <span className="w-11 font-code text-sm">{clockWords(from)}</span>
                <strong>{blend.name}</strong>
                {pictures > 1 && <span className="text-sm">{make.pictures.find(({ id }) => id === blend.pictureId)?.name}</span>}
                <span className="font-code text-sm">{[...new Set(blend.marks.map(({ code }) => code))].join(' ')}</span>
              </span>
              <span className="block pl-14 text-sm">
                {why.isBroken && '▲ '}
                {why.words}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}
