import type { Card } from '#model/card';
import { folds, type PaperPiece } from '#model/card-paper';
import type { Supply } from '#model/supplies';
import { lengthInBoth, type LengthUnit } from '#core/card/lengths';
import { flapForTape, flatPieces, seenSize } from '#core/card/paper-pieces';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { Counter } from '#ui/controls/counter.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import type { MakeStore } from '../../document/make-store';
import { changePapers } from './card-acts';

type Props = { useMake: MakeStore; card: Card; piece: PaperPiece; unit: LengthUnit; papers: readonly Supply[] };
const foldWords: Record<(typeof folds)[number], string> = { left: 'folded at its left', top: 'folded at its top' };
const isSide = (mm: number | null): mm is number => mm !== null && mm >= 3 && mm <= 2000;

/** A piece of paper of a card: its size as it is seen, of which paper, and how it is cut flat. */
export function PaperRow({ useMake, card, piece, unit, papers }: Props) {
  const edit = useMake((state) => state.edit);
  const all = card.papers ?? [];
  const change = (next: (piece: PaperPiece) => PaperPiece) =>
    edit(changePapers(card.id, (now) => now.map((own) => (own.id === piece.id ? next(own) : own))));
  const name = piece.name || piece.sort;
  const flat = flatPieces(card).flat.find((own) => own.piece.id === piece.id);
  const size = seenSize(piece, all);
  const inBoth = (mm: number) => lengthInBoth(mm, unit);
  const { mat } = piece;
  const names = [...new Set([...papers.map((own) => own.name), piece.paper])];
  return (
    <div className="space-y-2 px-3 py-2" data-paper-piece={name}>
      <div className="flex flex-wrap items-end gap-2">
        <strong className="min-h-11 w-24 self-center">{name}</strong>
        {mat ? (
          <>
            <Choice
              label="Behind"
              labelAt="above"
              className="w-36"
              options={all.filter(({ id }) => id !== piece.id).map((own) => ({ value: own.id, name: `the ${own.name || own.sort}` }))}
              value={mat.ofId}
              placeholder="what is gone"
              onChoose={(ofId) => change((own) => ({ ...own, mat: { ofId, borderMm: own.mat?.borderMm ?? mat.borderMm } }))}
            />
            <LengthField
              when="left"
              unit={unit}
              label="Border"
              className="w-24"
              mm={mat.borderMm}
              onMm={(mm) =>
                mm !== null && mm <= 200 && change((own) => ({ ...own, mat: { ofId: own.mat?.ofId ?? mat.ofId, borderMm: mm } }))
              }
            />
          </>
        ) : (
          <>
            <LengthField
              when="left"
              unit={unit}
              label={`${name} wide`}
              className="w-28"
              mm={piece.widthMm}
              onMm={(mm) => isSide(mm) && change((own) => ({ ...own, widthMm: mm }))}
            />
            <LengthField
              when="left"
              unit={unit}
              label={`${name} high`}
              className="w-28"
              mm={piece.heightMm}
              onMm={(mm) => isSide(mm) && change((own) => ({ ...own, heightMm: mm }))}
            />
          </>
        )}
        <Counter
          label={`${name} of each card`}
          value={piece.count}
          least={1}
          most={200}
          times
          onValue={(count) => change((own) => ({ ...own, count }))}
        />
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Choice
          label={`Paper of the ${name}`}
          className="w-60"
          options={names.map((own) => ({ value: own, name: own }))}
          value={piece.paper}
          onChoose={(paper) => change((own) => ({ ...own, paper }))}
        />
        {piece.sort === 'base' && (
          <ChoiceButtons
            label={`How the ${name} is folded`}
            choices={folds.map((fold) => ({ id: fold, name: foldWords[fold] }))}
            chosen={piece.fold ?? 'left'}
            onChoose={(fold) => change((own) => ({ ...own, fold }))}
          />
        )}
        {piece.flapMm !== undefined && (
          <LengthField
            when="left"
            unit={unit}
            label="Tape"
            className="w-24"
            mm={piece.flapMm - flapForTape(0)}
            onMm={(mm) => mm !== null && mm <= 90 && change((own) => ({ ...own, flapMm: flapForTape(mm) }))}
          />
        )}
        <ToggleChip
          isOn={piece.keepsDirection === true}
          onTurn={() => change(({ keepsDirection, ...own }) => (keepsDirection ? own : { ...own, keepsDirection: true }))}
        >
          Pattern stays upright
        </ToggleChip>
        <Button
          weight="quiet"
          aria-label={`Without the ${name}`}
          onClick={() => edit(changePapers(card.id, (now) => now.filter(({ id }) => id !== piece.id)))}
        >
          Without it
        </Button>
      </div>
      <p className="text-sm text-soft" data-flat>
        {!flat || !size
          ? 'What it lies behind is gone: choose another piece, or take it out.'
          : `Cut ${inBoth(flat.widthMm)} × ${inBoth(flat.heightMm)}${flat.scores
              .map(({ axis, atMm }) => `, scored ${inBoth(atMm)} from its ${axis === 'x' ? 'left' : 'top'}`)
              .join('')}`}
      </p>
    </div>
  );
}
