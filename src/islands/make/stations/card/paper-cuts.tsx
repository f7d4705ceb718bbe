import { strToU8 } from 'fflate';
import { useEffect, useMemo } from 'react';
import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import { pieceNames } from '#core/card/cut-words';
import { lengthInBoth, type LengthUnit } from '#core/card/lengths';
import { usualCardPlan } from '#core/card/needs-of-make';
import { type PaperGroup, usualLeastOffcutMm, wholeSheet } from '#core/card/paper-plan';
import { cutSteps } from '#core/cutting/cut-list';
import type { CutPlan } from '#core/cutting/cut-plan';
import { offcutsOf, piecesOf } from '#core/cutting/cut-tree';
import { counted } from '#core/make/counted';
import { digestOf } from '#core/make/digest';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../document/make-store';
import type { Desk } from '../station';
import { cutSoFar, sheetIsCut } from './card-acts';
import type { CardDeskState } from './card-desk';
import { CutList } from './cut-list';
import { KeptOffcuts } from './kept-offcuts';

type Props = {
  useMake: MakeStore;
  make: Make;
  useDesk: Desk<CardDeskState>;
  group: PaperGroup;
  unit: LengthUnit;
  plan: CutPlan | null;
  isShown: boolean;
};

/** How many sheets of a paper are needed and missing, and the cuts of the sheet in hand, one ticked after the other. */
export function PaperCuts({ useMake, make, useDesk, group, unit, plan, isShown }: Props) {
  const edit = useMake((state) => state.edit);
  const change = useSupplies((state) => state.change);
  const set = useDesk((state) => state.set);
  const { paper, supply, needs } = group;
  const sheets = plan && 'sheets' in plan ? plan.sheets : [];
  const [first] = sheets;
  const inHand = useMemo(
    () => first && { ...first, steps: cutSteps(first.tree), of: digestOf(strToU8(JSON.stringify(first))).slice(0, 24) },
    [first],
  );
  const names = useMemo(() => pieceNames(needs), [needs]);
  const { leastOffcutMm = usualLeastOffcutMm } = make.cardPlan ?? usualCardPlan;
  const ticked = (make.cardPlan ?? usualCardPlan).cutting?.find((own) => own.paper === paper && own.of === inHand?.of)?.cuts ?? 0;
  const whole = sheets.filter(({ sheet }) => sheet === wholeSheet).length;
  const missing = supply?.sheetsLeft === undefined ? 0 : Math.max(0, whole - supply.sheetsLeft);
  const isLeft = needs.some(({ needed, done }) => needed > done);
  const title = inHand?.sheet === wholeSheet ? `A sheet of ${paper}` : `An offcut of ${paper}`;
  useEffect(() => {
    if (isShown) set({ sheet: inHand ? { title, tree: inHand.tree, steps: inHand.steps, done: ticked, names } : null });
  }, [isShown, inHand, ticked, names, title, set]);
  const finish = async () => {
    if (!inHand || !supply) return;
    const kept = offcutsOf(inHand.tree)
      .filter(({ widthMm, heightMm }) => Math.min(widthMm, heightMm) >= leastOffcutMm)
      .map(({ widthMm, heightMm }) => ({ id: crypto.randomUUID(), widthMm, heightMm }));
    // The papers first: where they are not kept, the sheet stays in hand.
    if (!(await change({ supplies: [afterSheet(supply, inHand.sheet, kept)] }))) return;
    edit(
      sheetIsCut(
        paper,
        piecesOf(inHand.tree).flatMap(({ piece }) => piece ?? []),
      ),
    );
  };
  return (
    <section
      aria-label={`Cut from ${paper}`}
      className="space-y-3 border-t-2 border-ink pt-3"
      data-sheets={plan && 'sheets' in plan ? whole : undefined}
    >
      <h3 className="text-lg">
        {paper}
        {plan && 'sheets' in plan && (
          <span className="ml-3">
            {counted(whole, 'sheet')}
            {sheets.length > whole && ` and ${counted(sheets.length - whole, 'offcut')}`}
          </span>
        )}
      </h3>
      {!supply?.sheet && (
        <p className="bg-paper p-3">
          Nobody said how large a sheet of {paper} is. Say it at{' '}
          <a href="/rack" className="underline">
            Paper and ink
          </a>
          .
        </p>
      )}
      {missing > 0 && supply && (
        <p role="alert" data-missing={missing}>
          {counted(missing, 'sheet')} of {paper} {missing === 1 ? 'is' : 'are'} missing: there {supply.sheetsLeft === 1 ? 'is' : 'are'}{' '}
          {supply.sheetsLeft}, it takes {whole}.
        </p>
      )}
      {group.request && !plan && <p role="status">Planning the cuts …</p>}
      {plan && 'problem' in plan && <p role="alert">{named(plan.problem, names)}</p>}
      {group.request && !isLeft && <p className="bg-paper p-3">All of it is cut.</p>}
      {inHand && (
        <CutList
          {...{ inHand, ticked, names, unit, title }}
          others={sheets.length - 1}
          needs={needs}
          onTick={(cuts) => {
            set({ paperInHand: paper });
            edit(cutSoFar(paper, inHand.of, cuts));
          }}
        />
      )}
      {inHand && !isShown && <Button onClick={() => set({ paperInHand: paper })}>Show this one</Button>}
      {inHand && (
        <Button weight="main" disabled={ticked < inHand.steps.length} onClick={() => void finish()}>
          This {inHand.sheet === wholeSheet ? 'sheet' : 'offcut'} is cut
        </Button>
      )}
      {supply?.offcuts && (
        <KeptOffcuts supply={supply} inBoth={(mm) => lengthInBoth(mm, unit)} onChange={(next) => void change({ supplies: [next] })} />
      )}
    </section>
  );
}

/** A paper after a sheet (or one of its offcuts) is cut: one less, and what is left of it is kept. */
function afterSheet({ offcuts = [], ...supply }: Supply, sheet: string, kept: NonNullable<Supply['offcuts']>): Supply {
  const next = [...offcuts.filter(({ id }) => id !== sheet), ...kept].slice(-100);
  const left = supply.sheetsLeft !== undefined && sheet === wholeSheet ? { sheetsLeft: Math.max(0, supply.sheetsLeft - 1) } : {};
  return { ...supply, ...left, ...(next.length > 0 ? { offcuts: next } : {}) };
}

/** What is told with keys of pieces, told with their names. */
const named = (words: string, names: ReadonlyMap<string, string>): string =>
  [...names].reduce((text, [key, name]) => text.replaceAll(key, name), words);
