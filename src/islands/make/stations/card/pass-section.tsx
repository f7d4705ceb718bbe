import type { Make } from '#model/make';
import type { Limit } from '#core/card/limits';
import { drawnById, type Needs } from '#core/card/needs-of-make';
import { donePass, groupWords, inRuns, type PassGroup, tooLarge } from '#core/card/pass-groups';
import type { DiePasses } from '#core/passes/die-passes';
import { counted } from '#core/make/counted';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../document/make-store';
import { addDone } from './card-acts';
import { PassDrawing } from './pass-drawing';

type Props = {
  useMake: MakeStore;
  make: Make;
  needs: Needs;
  group: PassGroup;
  plate: { widthMm: number; heightMm: number };
  limits: readonly Limit[];
  answer: DiePasses | null;
  isSettled: boolean;
};

/** The passes of what goes through the machine together, and one more of them done. */
export function PassSection({ useMake, make, needs, group, plate, limits, answer, isSettled }: Props) {
  const edit = useMake((state) => state.edit);
  const cuts = group.dies.reduce((sum, { count }) => sum + count, 0);
  const heading = groupWords(group);
  const nameOf = (id: string) => drawnById(make, 'die', id)?.name ?? 'A die';
  /** A die, and what it goes round or through next. */
  const words = (id: string) => {
    const work = group.dies.find((die) => die.id === id)?.works[0];
    const within = work?.through ? [] : (work?.row.within ?? []);
    return `${nameOf(id)}${within.length > 0 ? ` round ${within.map(nameOf).join(' and ')}` : ''}${work?.through ? ` through ${work.row.name}` : ''}`;
  };
  const minds = [...new Set(group.kind === 'sheet' ? [] : group.dies.flatMap(({ works }) => works.flatMap(({ row }) => row.minds)))];
  return (
    <section aria-label={heading} data-settled={isSettled} className="space-y-3">
      <h3 className="text-lg">
        {heading}
        {isSettled && answer && 'passes' in answer && (
          <span className="ml-3" data-passes={answer.passes.length}>
            {counted(answer.passes.length, 'pass', 'passes')}
            {answer.passes.length < cuts && `, not ${cuts}`}
          </span>
        )}
      </h3>
      {minds.map((mind) => (
        <p key={mind} className="border-l-8 border-ink pl-3 text-sm" data-mind>
          ▲ {mind}
        </p>
      ))}
      {!answer && <p role="status">Laying them out …</p>}
      {answer && 'problem' in answer && (
        <div role="alert">
          {tooLarge(group.dies, limits).map(({ name, inTheWay }) => (
            <p key={name}>
              {name} does not fit. In its way: {inTheWay}.
            </p>
          ))}
        </div>
      )}
      {answer && 'passes' in answer && (
        <ol className="flex flex-wrap gap-6">
          {inRuns(answer.passes).map(({ pass, times }) => (
            <li key={JSON.stringify(pass)} className="max-w-full space-y-1">
              <PassDrawing {...{ make, plate, pass, group }} />
              <p>
                <strong className="font-code text-lg">{times} ×</strong> {pass.map(({ id }) => words(id)).join(', ')}
              </p>
              <Button disabled={!isSettled} onClick={() => edit(addDone(donePass(needs, group, pass)))}>
                Done once
              </Button>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
