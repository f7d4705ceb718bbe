import { useMemo } from 'react';
import type { Make } from '#model/make';
import { drawnById, type Needs, usualCardPlan } from '#core/card/needs-of-make';
import { commonPlate, limitsOf } from '#core/card/limits';
import { machineOf, type MachineOf, machinesFor } from '#core/card/machines';
import { goesWithGroup, inRuns, passGroups, passRequests, tooLarge } from '#core/card/pass-groups';
import type { LaidDie } from '#core/passes/die-passes';
import { counted } from '#core/make/counted';
import { cautions } from '#core/technique/cautions';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import type { MakeStore } from '../../document/make-store';
import { addDone, changePlan, takeMachine } from './card-acts';
import { TakeOut } from './take-out';
import { PassDrawing } from './pass-drawing';
import { usePasses } from './use-laid-out';

type Props = { useMake: MakeStore; make: Make; needs: Needs };
const asked: readonly { of: MachineOf; label: string }[] = [
  { of: 'plateId', label: 'Cut on' },
  { of: 'platformId', label: 'Stamped on' },
];

/** One layout for both: which stamps stand on the platform together, and how their dies lie taped together on the plate. */
export function PassesPanel({ useMake, make, needs }: Props) {
  const edit = useMake((state) => state.edit);
  const drawer = useDrawer((state) => state.drawer);
  const plan = make.cardPlan ?? usualCardPlan;
  const { gapMm } = plan;
  const supplies = useSupplies((state) => state.supplies);
  const items = drawer?.items ?? [];
  const limitsFor = (paper: string) => limitsOf(make, items, supplies?.supplies ?? [], paper);
  const groups = useMemo(() => passGroups(make, needs), [make, needs]);
  const requests = passRequests(groups, (paper) => commonPlate(limitsFor(paper)), gapMm);
  const { answers, isSettled, problem } = usePasses(requests);
  const nameOf = (id: string) => drawnById(make, 'die', id)?.name ?? 'A die';
  /** The kinds that a pass cuts: of each die the first that still lacks some. */
  const cutBy = (pass: readonly LaidDie[], paper: string) =>
    pass.flatMap(({ id }) => {
      const row = needs.rows.find((own) => own.die === id && goesWithGroup(own, { paper }) && own.done.cut < own.toCut);
      return row ? [{ key: row.key, cut: 1, ...(row.image === undefined || row.done.stamped >= row.toStamp ? {} : { stamped: 1 }) }] : [];
    });
  const byHand = needs.rows.filter(({ die, toCut, done }) => die === undefined && toCut > done.cut);
  return (
    <div className="space-y-5">
      <div className="flex flex-wrap items-end gap-4">
        {asked.map(({ of, label }) => {
          const machines = machinesFor(make, items, of);
          return (
            <Choice
              key={of}
              label={label}
              labelAt="above"
              className="w-full sm:w-64"
              options={machines.map(({ id, name, ...own }) => ({
                value: id,
                name: `${name}, ${Math.round(own.widthMm)} × ${Math.round(own.heightMm)}`,
              }))}
              value={machineOf(make, items, of)?.id ?? null}
              placeholder="none in the drawer"
              onChoose={(id) => {
                const machine = machines.find((own) => own.id === id);
                if (machine) edit(takeMachine(of, machine));
              }}
            />
          );
        })}
        <LengthField
          when="left"
          label="Between the dies"
          className="w-36"
          mm={gapMm}
          onMm={(mm) => mm !== null && mm <= 50 && edit(changePlan((own) => ({ ...own, gapMm: mm })))}
        />
      </div>
      {commonPlate(limitsFor('')) === null && (
        <p className="bg-paper p-4">
          Nothing says how large the plate is. Put the die machine into the{' '}
          <a href="/drawer" className="underline">
            drawer
          </a>
          .
        </p>
      )}
      {groups.length === 0 && (
        <p className="bg-paper p-4">{needs.rows.length === 0 ? 'Nothing lies on a card yet.' : 'All that a die cuts is cut.'}</p>
      )}
      {problem && <p role="alert">{problem}</p>}
      {groups.map((group) => {
        const { paper, dies } = group;
        const place = requests.findIndex((request) => request.paper === paper);
        const plate = requests[place]?.plate;
        if (!plate) return null;
        const answer = answers?.[place];
        const cuts = dies.reduce((sum, { count }) => sum + count, 0);
        return (
          <section key={paper} aria-label={paper || 'Paper not said'} data-settled={isSettled} className="space-y-3">
            <h3 className="text-lg">
              {paper === '' ? 'Paper not said' : `On ${paper}`}
              {isSettled && answer && 'passes' in answer && (
                <span className="ml-3" data-passes={answer.passes.length}>
                  {counted(answer.passes.length, 'pass', 'passes')}
                  {answer.passes.length < cuts && `, not ${cuts}`}
                </span>
              )}
            </h3>
            {!answer && <p role="status">Laying them out …</p>}
            {answer && 'problem' in answer && (
              <div role="alert">
                {tooLarge(group, limitsFor(paper)).map(({ name, inTheWay }) => (
                  <p key={name}>
                    {name} does not fit. In its way: {inTheWay}.
                  </p>
                ))}
              </div>
            )}
            {answer && 'passes' in answer && (
              <ol className="flex flex-wrap gap-6">
                {inRuns(answer.passes).map(({ pass, times }) => (
                  <li key={JSON.stringify(pass)} className="space-y-1">
                    <PassDrawing {...{ make, plate, pass }} />
                    <p>
                      <strong className="font-code text-lg">{times} ×</strong> {pass.map(({ id }) => nameOf(id)).join(', ')}
                    </p>
                    <Button disabled={!isSettled} onClick={() => edit(addDone(cutBy(pass, paper)))}>
                      Done once
                    </Button>
                  </li>
                ))}
              </ol>
            )}
          </section>
        );
      })}
      {byHand.length > 0 && (
        <section aria-label="By hand">
          <h3 className="text-lg">By hand</h3>
          <ul>
            {byHand.map(({ key, name, how, toCut, done }) => (
              <li key={key}>
                {toCut - done.cut} × {name}, {how}
              </li>
            ))}
          </ul>
        </section>
      )}
      <TakeOut make={make} />
      {requests.length > 0 && (
        <ol className="list-decimal space-y-1 bg-paper py-3 pr-4 pl-9 text-sm">
          <li>Clean a new stamp of its film with a soft eraser; try it on scrap paper.</li>
          <li>
            Lay the stamps on the sheet as they stand here, close the lid, ink and press. What came out weak is stamped again in its place
            before the paper is moved.
          </li>
          <li>Lay each die round its image, all of them as they lie here, and tape them down so that nothing moves.</li>
          <li>{cautions.blades} The machine’s manual goes before this.</li>
        </ol>
      )}
    </div>
  );
}
