import { useMemo } from 'react';
import type { Make } from '#model/make';
import { type Needs, usualCardPlan } from '#core/card/needs-of-make';
import { careOfCards } from '#core/card/care';
import { commonPlate } from '#core/card/limits';
import { machineOf, type MachineOf, machinesFor } from '#core/card/machines';
import { limitsOfGroup, passGroups, passRequests } from '#core/card/pass-groups';
import { cautions } from '#core/technique/cautions';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Choice } from '#ui/controls/choice.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import type { MakeStore } from '../../document/make-store';
import { changePlan, takeMachine } from './card-acts';
import { InlayMaps } from './inlay-maps';
import { PassSection } from './pass-section';
import { TakeOut } from './take-out';
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
  const limitsFor = (group: Parameters<typeof limitsOfGroup>[3]) => limitsOfGroup(make, items, supplies?.supplies ?? [], group);
  const groups = useMemo(() => passGroups(make, needs), [make, needs]);
  const requests = passRequests(groups, (group) => commonPlate(limitsFor(group)), gapMm);
  const { answers, isSettled, problem } = usePasses(requests);
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
      {commonPlate(limitsFor({ kind: 'sheet', paper: '' })) === null && (
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
        const place = requests.findIndex(({ key }) => key === group.key);
        const plate = requests[place]?.plate;
        if (!plate) return null;
        return (
          <PassSection
            key={group.key}
            {...{ useMake, make, needs, group, plate, isSettled }}
            answer={answers?.[place] ?? null}
            limits={limitsFor(group)}
          />
        );
      })}
      <InlayMaps {...{ make, needs }} />
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
      {careOfCards(make, supplies?.supplies ?? []).map((caution) => (
        <p key={caution} className="border-l-8 border-ink bg-paper px-4 py-2 text-sm" data-care={caution}>
          {cautions[caution]}
          {caution === 'blades' && ' The machine’s manual goes before this.'}
        </p>
      ))}
      {requests.length > 0 && (
        <ol className="list-decimal space-y-1 bg-paper py-3 pr-4 pl-9 text-sm">
          <li>Clean a new stamp of its film with a soft eraser; try it on scrap paper.</li>
          <li>
            Lay the stamps on the sheet as they stand here, close the lid, ink and press. What came out weak is stamped again in its place
            before the paper is moved.
          </li>
          <li>Lay each die round its image, all of them as they lie here, and tape them down so that nothing moves.</li>
        </ol>
      )}
    </div>
  );
}
