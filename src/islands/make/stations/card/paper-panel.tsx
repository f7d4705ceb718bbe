import { useEffect, useMemo } from 'react';
import type { Make } from '#model/make';
import { pieceNames } from '#core/card/cut-words';
import type { LengthUnit } from '#core/card/lengths';
import { usualCardPlan } from '#core/card/needs-of-make';
import { paperCost, type PaperGroup, paperGroups, usualLeastOffcutMm, wholeSheet } from '#core/card/paper-plan';
import { sheetsSvg } from '#core/cutting/sheets-svg';
import { counted } from '#core/make/counted';
import { downloadName } from '#core/make/download-name';
import { cautions } from '#core/technique/cautions';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { saveFile } from '#islands/shared/save-file.ts';
import { today } from '#islands/shared/today.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import type { MakeStore } from '../../document/make-store';
import type { Desk } from '../station';
import { changePlan } from './card-acts';
import type { CardDeskState } from './card-desk';
import { CardPapers } from './card-papers';
import { PaperCuts } from './paper-cuts';
import { useCutPlans } from './use-laid-out';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState> };
const units: { id: LengthUnit; name: string }[] = [
  { id: 'mm', name: 'mm' },
  { id: 'in', name: 'inches' },
];

/** What of each card is cut straight from sheets, and how: the fewest sheets by through cuts. */
export function PaperPanel({ useMake, make, useDesk }: Props) {
  const edit = useMake((state) => state.edit);
  const { paperInHand, set } = useDesk();
  const { unit, choose } = useLengthUnit();
  const { supplies, problem } = useSupplies();
  const papers = supplies?.supplies;
  const groups = useMemo(() => paperGroups(make, papers ?? [], { isEndless: true }), [make, papers]);
  const asked = groups.flatMap(({ request }) => (request ? [request] : []));
  const { answers, isSettled, problem: planProblem } = useCutPlans(asked);
  // The sheet in hand leaves the picture's place with this step.
  useEffect(() => () => set({ sheet: null }), [set]);
  const planOf = (group: PaperGroup) => (group.request && isSettled ? (answers?.[asked.indexOf(group.request)] ?? null) : null);
  const cards = (make.cards ?? []).reduce((sum, { copies }) => sum + copies, 0);
  const isAllPlanned = groups.length > 0 && groups.every((group) => planOf(group) !== null);
  const cost = isAllPlanned
    ? paperCost(
        groups.map((group) => {
          const plan = planOf(group);
          const sheets = plan && 'sheets' in plan ? plan.sheets.filter(({ sheet }) => sheet === wholeSheet).length : 0;
          return { supply: group.supply, sheets };
        }),
        cards,
      )
    : null;
  const saveSvg = () => {
    const names = pieceNames(groups.flatMap(({ needs }) => needs));
    const sheets = groups.flatMap((group) => {
      const plan = planOf(group);
      return plan && 'sheets' in plan ? plan.sheets.map(({ tree }) => ({ title: group.paper, tree })) : [];
    });
    saveFile(downloadName(make.name, 'sheets', today(), 'svg'), sheetsSvg(sheets, names), 'image/svg+xml');
  };
  return (
    <div className="space-y-5">
      <div className="flex flex-wrap items-end gap-4">
        <ChoiceButtons label="Lengths in" choices={units} chosen={unit} onChoose={choose} />
        <LengthField
          when="left"
          isSigned
          unit={unit}
          label="The blade takes"
          className="w-32"
          mm={(make.cardPlan ?? usualCardPlan).bladeMm ?? 0}
          onMm={(mm) =>
            mm !== null &&
            mm >= 0 &&
            mm <= 20 &&
            edit(changePlan(({ bladeMm: _, ...plan }) => ({ ...plan, ...(mm > 0 ? { bladeMm: mm } : {}) })))
          }
        />
      </div>
      <LengthField
        when="left"
        unit={unit}
        label="Offcuts are kept from this shorter side on"
        className="w-full sm:w-80"
        mm={(make.cardPlan ?? usualCardPlan).leastOffcutMm ?? usualLeastOffcutMm}
        onMm={(mm) => mm !== null && mm >= 5 && mm <= 500 && edit(changePlan((plan) => ({ ...plan, leastOffcutMm: mm })))}
      />
      {problem && <ProblemNotice problem={problem} />}
      {planProblem && <p role="alert">{planProblem}</p>}
      {(make.cards ?? []).length === 0 && <p className="bg-paper p-4">There is no card yet. Begin with one at “What is needed”.</p>}
      {(make.cards ?? []).map((card) => (
        <CardPapers key={card.id} {...{ useMake, card, unit }} papers={(papers ?? []).filter(({ kind }) => kind === 'paper')} />
      ))}
      {groups.length > 0 && (
        <p className="border-l-8 border-ink bg-paper px-4 py-2 text-sm" data-care="blades">
          {cautions.blades} The trimmer’s manual goes before this.
        </p>
      )}
      {groups.map((group) => (
        <PaperCuts
          key={group.paper}
          {...{ useMake, make, useDesk, group, unit }}
          plan={planOf(group)}
          isShown={group === (groups.find(({ paper }) => paper === paperInHand) ?? groups[0])}
        />
      ))}
      {isAllPlanned && <Button onClick={saveSvg}>Sheets as SVG in mm</Button>}
      {cost !== null && (
        <p className="bg-paper px-3 py-2" data-cost>
          The paper of {counted(cards, 'card')} comes to {cost.toFixed(2)} each.
        </p>
      )}
    </div>
  );
}
