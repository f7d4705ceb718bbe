import type { Card } from '#model/card';
import { type PaperPiece, paperSorts } from '#model/card-paper';
import type { Supply } from '#model/supplies';
import type { LengthUnit } from '#core/card/lengths';
import { flapForTape } from '#core/card/paper-pieces';
import { lastTaken } from '#core/technique/goes-with';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../document/make-store';
import { changePapers } from './card-acts';
import { PaperRow } from './paper-row';

type Props = { useMake: MakeStore; card: Card; unit: LengthUnit; papers: readonly Supply[] };

/** As they are usual: A6 folded, a panel with an even border on it, and so on. In inches a quarter of a Letter sheet. */
const usualMm: Record<
  LengthUnit,
  { base: [number, number]; panel: [number, number]; strip: [number, number]; borderMm: number; tapeMm: number }
> = {
  mm: { base: [105, 148.5], panel: [100, 143.5], strip: [20, 100], borderMm: 2.5, tapeMm: 6 },
  in: { base: [107.95, 139.7], panel: [101.6, 133.35], strip: [25.4, 101.6], borderMm: 3.175, tapeMm: 6.35 },
};

/** What of a card is cut straight from sheets: bases with their fold, panels, mats with an even border, strips, flaps. */
export function CardPapers({ useMake, card, unit, papers }: Props) {
  const edit = useMake((state) => state.edit);
  const own = card.papers ?? [];
  const add = (sort: PaperPiece['sort']) => {
    const usual = usualMm[unit];
    const paper = own.at(-1)?.paper ?? lastTaken('paper', papers)?.name ?? papers[0]?.name ?? 'Paper';
    const last = own.at(-1);
    const sides = sort === 'base' ? usual.base : sort === 'strip' ? usual.strip : usual.panel;
    edit(
      changePapers(card.id, (now) => [
        ...now,
        {
          ...{ id: crypto.randomUUID(), sort, paper, count: 1, widthMm: sides[0], heightMm: sides[1] },
          ...(sort === 'base' ? { fold: 'left' as const } : {}),
          ...(sort === 'flap' ? { flapMm: flapForTape(usual.tapeMm) } : {}),
          ...(sort === 'mat' && last ? { mat: { ofId: last.id, borderMm: usual.borderMm } } : {}),
        },
      ]),
    );
  };
  return (
    <section aria-label={`Paper of ${card.name}`} className="bg-paper" data-papers={own.length}>
      <h3 className="border-b-2 border-ink px-3 py-2 text-lg">{card.name}</h3>
      <ul className="divide-y divide-edge">
        {own.map((piece) => (
          <li key={piece.id}>
            <PaperRow {...{ useMake, card, piece, unit, papers }} />
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap items-center gap-1 px-3 py-2">
        <span className="mr-1">Add a</span>
        {paperSorts
          .filter((sort) => sort !== 'mat' || own.length > 0)
          .map((sort) => (
            <Button key={sort} className="px-3!" onClick={() => add(sort)}>
              {sort === 'other' ? 'piece' : sort}
            </Button>
          ))}
      </p>
    </section>
  );
}
