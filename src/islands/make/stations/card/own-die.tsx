import { useState } from 'react';
import type { CardPiece } from '#model/card';
import type { Make } from '#model/make';
import { drawnById } from '#core/card/needs-of-make';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import type { MakeStore } from '../../document/make-store';
import { cutWith } from './card-acts';
import { diesOfPicture } from './die-of-picture';

const usualRimMm = 2;

/** A die that goes round the image with a rim, made here; and into the drawer, where that is said. */
export function OwnDie({ useMake, make, cardId, piece }: { useMake: MakeStore; make: Make; cardId: string; piece: CardPiece }) {
  const edit = useMake((state) => state.edit);
  const { drawer, change } = useDrawer();
  const [rimMm, setRimMm] = useState<number | null>(usualRimMm);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { image, cut } = piece;
  const picture = image.kind === 'picture' ? make.pictures.find(({ id }) => id === image.pictureId) : undefined;
  const die = cut.by === 'die' ? drawnById(make, 'die', cut.drawnId) : undefined;
  const isNotInDrawer = die !== undefined && drawer !== null && !drawer.items.some(({ id }) => id === die.id);
  const cutRound = async () => {
    if (!picture || rimMm === null) return;
    setBusy(true);
    setProblem(null);
    try {
      const [first] = await diesOfPicture(picture, useMake.getState().blobOf, rimMm);
      if (first) edit(cutWith(cardId, piece.id, first));
    } catch (error) {
      setProblem(problemToShow(error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="space-y-2">
      {picture && (
        <div className="flex flex-wrap items-end gap-2">
          <Button disabled={busy || rimMm === null || rimMm > 20} onClick={() => void cutRound()}>
            {busy ? 'Going round it …' : 'Cut it with a die of its own outline'}
          </Button>
          <LengthField label="Rim" className="w-24" mm={usualRimMm} onMm={setRimMm} />
        </div>
      )}
      {isNotInDrawer && <Button onClick={() => void change({ items: [die] })}>Put {die.name} into the drawer too</Button>}
      {problem && <p role="alert">{problem}</p>}
    </div>
  );
}
