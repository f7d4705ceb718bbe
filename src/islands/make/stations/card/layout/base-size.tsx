import type { PaperPiece } from '#model/card-paper';
import { formatLength } from '#core/card/lengths';
import { baseSizes } from '#core/layout/front';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import type { MakeStore } from '../../../document/make-store';
import { changePapers } from '../card-acts';
import type { CardLook } from './use-card-look';

const isSide = (mm: number | null): mm is number => mm !== null && mm >= 20 && mm <= 1000;

/** How large the card is, folded, and where: from a list, or typed. Without a base so far, it gets one. */
export function BaseSize({ useMake, look }: { useMake: MakeStore; look: CardLook }) {
  const edit = useMake((state) => state.edit);
  const unit = useLengthUnit((state) => state.unit);
  const { card, front, beside } = look;
  const setBase = (change: Partial<Pick<PaperPiece, 'widthMm' | 'heightMm' | 'fold'>>) => {
    const paper = beside.supplies.find(({ kind }) => kind === 'paper')?.name ?? 'card';
    const id = crypto.randomUUID();
    edit(
      changePapers(card.id, (papers) =>
        papers.some(({ sort }) => sort === 'base')
          ? papers.map((own) => (own.sort === 'base' ? { ...own, ...change } : own))
          : [
              { id, sort: 'base', paper, count: 1, widthMm: front.widthMm, heightMm: front.heightMm, fold: front.fold, ...change },
              ...papers,
            ],
      ),
    );
  };
  const chosen = baseSizes.find(
    ({ widthMm, heightMm }) => Math.abs(widthMm - front.widthMm) < 0.05 && Math.abs(heightMm - front.heightMm) < 0.05,
  );
  return (
    <section aria-label="Size of the card" className="space-y-2">
      <h3 className="text-lg">
        {formatLength(front.widthMm, unit)} × {formatLength(front.heightMm, unit)}, folded at its{' '}
        {front.fold === 'top' ? 'top' : 'left side'}
      </h3>
      {front.baseId === null && (
        <p className="text-sm text-soft">It has no base yet; choose its size and it gets one, to be cut at “Paper”.</p>
      )}
      <ChoiceButtons
        label="Sizes of cards"
        choices={baseSizes.map(({ name }) => ({ id: name, name }))}
        chosen={chosen?.name ?? null}
        onChoose={(name) => {
          const size = baseSizes.find((own) => own.name === name);
          if (size) setBase({ widthMm: size.widthMm, heightMm: size.heightMm });
        }}
      />
      <div className="flex flex-wrap items-end gap-2">
        <LengthField
          when="left"
          unit={unit}
          label="Card wide"
          className="w-28"
          mm={front.widthMm}
          onMm={(mm) => isSide(mm) && setBase({ widthMm: mm })}
        />
        <LengthField
          when="left"
          unit={unit}
          label="Card high"
          className="w-28"
          mm={front.heightMm}
          onMm={(mm) => isSide(mm) && setBase({ heightMm: mm })}
        />
        <ChoiceButtons
          label="Fold of the card"
          choices={[
            { id: 'left', name: 'fold at the left' },
            { id: 'top', name: 'fold at the top' },
          ]}
          chosen={front.fold}
          onChoose={(fold) => setBase({ fold })}
        />
      </div>
    </section>
  );
}
