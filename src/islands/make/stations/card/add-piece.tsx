import { useState } from 'react';
import type { Card, CardPiece, DrawnItem } from '#model/card';
import type { Make } from '#model/make';
import type { Picture } from '#model/picture';
import { atHand } from '#core/card/at-hand';
import { usualFussyCut } from '#core/card/needs-of-make';
import { colouringTitle } from '#core/make/coloured';
import { lastTaken } from '#core/technique/goes-with';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../document/make-store';
import { addPiece } from './card-acts';
import { PieceDrawing } from './piece-drawing';

type Props = { useMake: MakeStore; make: Make; card: Card };
type Offered = { key: string; name: string; piece: Omit<CardPiece, 'id'>; drawn: DrawnItem[] };

/** The images of the make in their colourings, words and dies of the drawer: a tap puts one onto the card. */
export function AddPiece({ useMake, make, card }: Props) {
  const edit = useMake((state) => state.edit);
  const { drawer, problem } = useDrawer();
  const supplies = useSupplies((state) => state.supplies);
  // What is tapped gets its die and its paper: both have to be here, or it has to be known that they do not come.
  const isReady = problem !== null || (drawer !== null && supplies !== null);
  const [isOpen, setIsOpen] = useState(card.pieces.length === 0);
  const items = drawer?.items ?? [];
  const dies = atHand(make, items, 'die');
  const paper = lastTaken('paper', supplies?.supplies ?? [])?.name;
  /** Its own die, where the drawer has one; else it is cut by hand. */
  const image = (picture: Picture, colouring: Picture['colourings'][number]): Offered => {
    const die = dies.find(({ imageSha256 }) => imageSha256 === picture.original.sha256);
    const of = colouring.paper ?? paper;
    return {
      key: `${picture.id} ${colouring.id}`,
      name: picture.colourings.length > 1 ? `${picture.name}, ${colouringTitle(picture, colouring)}` : picture.name,
      piece: {
        image: { kind: 'picture', pictureId: picture.id, colouringId: colouring.id },
        cut: die ? { by: 'die', drawnId: die.id } : usualFussyCut,
        count: 1,
        ...(of ? { paper: of } : {}),
      },
      drawn: die ? [die] : [],
    };
  };
  const offered: { heading: string; rows: Offered[] }[] = [
    { heading: 'Images', rows: make.pictures.flatMap((own) => own.colourings.map((colouring) => image(own, colouring))) },
    {
      heading: 'Loose pieces in their colourways',
      rows: (make.pieceRows ?? []).map(({ id, name, count }) => ({
        ...{ key: id, name: `${count} ${name}`, drawn: [] },
        piece: { image: { kind: 'row', rowId: id }, cut: usualFussyCut, count },
      })),
    },
    {
      heading: 'Words',
      rows: atHand(make, items, 'words').map((words) => ({
        ...{ key: words.id, name: words.name, drawn: [words] },
        piece: { image: { kind: 'words', drawnId: words.id }, cut: { by: 'panel' }, count: 1 },
      })),
    },
    {
      heading: 'Plain paper, cut with',
      rows: dies.map((die) => ({
        ...{ key: die.id, name: die.name, drawn: [die] },
        piece: { image: { kind: 'plain' }, cut: { by: 'die', drawnId: die.id }, count: 1 },
      })),
    },
  ];
  if (!isOpen)
    return (
      <p className="px-3 py-2">
        <Button onClick={() => setIsOpen(true)}>Another piece</Button>
      </p>
    );
  return (
    <section aria-label={`Onto ${card.name}`} className="space-y-2 bg-bench px-3 py-2">
      <p className="flex items-center justify-between">
        <strong>Tap what lies on it</strong>
        <Button weight="quiet" onClick={() => setIsOpen(false)}>
          That is all
        </Button>
      </p>
      {!isReady && <p role="status">Opening the drawer …</p>}
      {offered.map(
        ({ heading, rows }) =>
          isReady &&
          rows.length > 0 && (
            <div key={heading}>
              <h4 className="text-sm font-semibold">{heading}</h4>
              <ul className="flex flex-wrap gap-1">
                {rows.map(({ key, name, piece, drawn }) => (
                  <li key={key}>
                    <button
                      type="button"
                      className="flex w-28 flex-col items-center gap-1 bg-paper p-1 text-center text-sm leading-tight hover:shadow-[inset_0_-4px_0_var(--color-ink)]"
                      aria-label={`Put ${name} onto ${card.name}`}
                      onClick={() => edit(addPiece(card.id, { ...piece, id: crypto.randomUUID() }, drawn))}
                    >
                      <PieceDrawing make={{ ...make, drawn: [...(make.drawn ?? []), ...drawn] }} piece={piece} />
                      {name}
                    </button>
                  </li>
                ))}
              </ul>
            </div>
          ),
      )}
    </section>
  );
}
