import type { Make } from '#model/make';
import type { Finding, Way } from '#core/layout/finding';
import { counted } from '#core/make/counted';
import { pictureById } from '#core/make/picture-lookup';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useState } from 'react';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import { type CardEdit, changePiece } from '../card-acts';
import { outlineOfPicture } from '../die-of-picture';
import type { CardDeskState } from '../card-desk';
import { shadeAnew } from './laid-piece-acts';
import { changeItem, layDown, mindFinding, moveItem, sendItem, shiftPieces, takeAway, turnItem } from './layout-acts';
import type { CardLook } from './use-card-look';

type Props = {
  useMake: MakeStore;
  make: Make;
  useDesk: Desk<CardDeskState>;
  look: CardLook;
  findings: { open: readonly Finding[]; dismissed: readonly Finding[] };
};

const wayWords: Record<Way['does'], string> = {
  ...{
    move: 'Move it',
    shift: 'Shift all pieces',
    toFront: 'Bring it to the front',
    mayHang: 'It may hang over',
    quarterTurn: 'A quarter turn',
  },
  trace: 'Trace its outline',
  ...{ flat: 'Glue the highest flat', takeAway: 'Take one away', shadeAnew: 'Shade it anew for here', another: 'One more' },
  fill: 'What would fill it',
};

/** What a good eye finds on the card, each with a way out; what the maker does not mind is put aside for this card. */
export function CardFindings({ useMake, make, useDesk, look, findings: { open, dismissed } }: Props) {
  const edit = useMake((state) => state.edit);
  const { set } = useDesk();
  const [tracing, setTracing] = useState<string | null>(null);
  const { card, beside, layout, laid } = look;
  const editOf = (way: Exclude<Way, { does: 'fill' } | { does: 'trace' }>): CardEdit => {
    if (way.does === 'move') return moveItem(card.id, beside, way.itemId, [way.xMm, way.yMm]);
    if (way.does === 'shift') return shiftPieces(card.id, beside, way.rightMm, way.downMm);
    if (way.does === 'toFront') return sendItem(card.id, beside, way.itemId, 'front');
    if (way.does === 'mayHang') return changeItem(card.id, beside, way.itemId, (item) => ({ ...item, mayHang: true }));
    if (way.does === 'flat') return changeItem(card.id, beside, way.itemId, ({ foamMm: _, ...item }) => item);
    if (way.does === 'takeAway') return takeAway(card.id, beside, way.itemId);
    if (way.does === 'another') {
      const item = layout.items.find(({ id }) => id === way.itemId);
      if (!item) return () => [];
      return layDown(card.id, beside, item.of, [item.xMm + 6, item.yMm + 6], crypto.randomUUID());
    }
    if (way.does === 'shadeAnew')
      return shadeAnew(card.id, beside, way.itemId, way.lampDeg, { colouring: crypto.randomUUID(), piece: crypto.randomUUID() });
    const turnedDeg = laid.find(({ item }) => item.id === way.itemId)?.turnedDeg ?? 0;
    return turnItem(card.id, beside, way.itemId, turnedDeg + 90);
  };
  const trace = async (itemId: string) => {
    const { piece } = laid.find(({ item }) => item.id === itemId) ?? {};
    const picture = piece?.image.kind === 'picture' ? pictureById(make, piece.image.pictureId) : undefined;
    if (piece?.cut.by !== 'hand' || !picture) return;
    setTracing('Going round it …');
    try {
      const outline = await outlineOfPicture(picture, useMake.getState().blobOf, piece.cut.rim === 'tight' ? 0 : piece.cut.rimMm);
      edit(changePiece(card.id, piece.id, (own) => (own.cut.by === 'hand' ? { ...own, cut: { ...own.cut, outline } } : own)));
      setTracing(null);
    } catch (error) {
      setTracing(problemToShow(error).message);
    }
  };
  const take = (way: Way) => {
    if (way.does === 'trace') return void trace(way.itemId);
    if (way.does === 'fill') set({ room: { xMm: way.xMm, yMm: way.yMm, sizeMm: way.sizeMm } });
    else edit(editOf(way));
  };
  return (
    <section aria-label="What a good eye finds" className="space-y-2">
      <h3 className="text-lg">
        {open.length === 0 ? 'A good eye finds nothing to change' : `A good eye finds ${counted(open.length, 'thing')}`}
      </h3>
      {tracing && (
        <p role="status" data-tracing>
          {tracing}
        </p>
      )}
      <ul className="divide-y divide-edge bg-paper">
        {open.map((finding) => (
          <li
            key={finding.id}
            className="flex flex-wrap items-center gap-2 px-3 py-2"
            data-finding={finding.kind}
            data-value={finding.value.toFixed(3)}
          >
            <button
              type="button"
              className="min-w-56 flex-1 text-left"
              onClick={() => set({ itemId: finding.itemIds[0] ?? null, view: 'front' })}
            >
              {finding.words}
            </button>
            {finding.ways.map((way) => (
              <Button key={way.does} className="px-3!" onClick={() => take(way)}>
                {wayWords[way.does]}
              </Button>
            ))}
            <Button weight="quiet" onClick={() => edit(mindFinding(card.id, finding.id, false))}>
              I don’t mind
            </Button>
          </li>
        ))}
      </ul>
      {dismissed.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 underline underline-offset-4">
            {counted(dismissed.length, 'thing')} that you don’t mind here
          </summary>
          <ul className="divide-y divide-edge bg-paper">
            {dismissed.map(({ id, words }) => (
              <li key={id} className="flex flex-wrap items-center gap-2 px-3 py-2" data-dismissed={id}>
                <span className="min-w-56 flex-1 text-soft">{words}</span>
                <Button weight="quiet" onClick={() => edit(mindFinding(card.id, id, true))}>
                  Mind it again
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
