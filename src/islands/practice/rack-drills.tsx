import { useMemo, useState } from 'react';
import { hexOfLab } from '#core/colour/lab';
import { askOrder, type InkedMarker, scoreOrder } from '#core/practice/order-by-ink';
import { askPairs, scorePairs, willBlend, willPart } from '#core/practice/pairs';
import { askCodes, inksOfCode, scoreCodes } from '#core/practice/read-code';
import type { Told } from '#core/practice/told';
import { askWideSteps, scoreWideSteps } from '#core/practice/wide-step';
import { DoubleChip, DoubleChipShape } from '#ui/ladder/double-chip.tsx';
import { DrillFrame } from './drill-frame';
import { drillTexts } from './drill-texts';

export type DrillProps = {
  /** Owned markers with a colour, by their families. */
  families: readonly (readonly InkedMarker[])[];
  random: () => number;
  onTold: (told: Told) => void;
  onAgain: () => void;
  onLeave: () => void;
};

const [inOrder, pairsAtOnce, laddersAtOnce, codesAtOnce] = [5, 6, 3, 4] as const;

const tooFew = (what: string) => (
  <p>Your rack has too few {what} with a known colour for this drill. Read swatches at the rack, and it is here.</p>
);

/** Light to dark, by ink. */
export function OrderDrill({ families, random, onTold, onAgain, onLeave }: DrillProps) {
  const asked = useMemo(() => askOrder(families.flat(), inOrder, random), [families, random]);
  const [answer, setAnswer] = useState<readonly string[]>([]);
  const [told, setTold] = useState<Told | null>(null);
  const tell = () => {
    const own = scoreOrder(asked, answer);
    setTold(own);
    onTold(own);
  };
  const isAsked = asked.length === inOrder;
  return (
    <DrillFrame
      ask={drillTexts.order.ask}
      told={told}
      isAnswered={isAsked && answer.length === asked.length}
      onTell={tell}
      onAgain={onAgain}
      onLeave={onLeave}
    >
      {!isAsked && tooFew('markers of different lightness')}
      <fieldset className="flex flex-wrap gap-2" aria-label="Inks" disabled={told !== null}>
        {asked.map(({ id, code, lab }) => {
          const place = answer.indexOf(id);
          return (
            <button
              key={id}
              type="button"
              aria-pressed={place >= 0}
              data-ink={id}
              onClick={() => setAnswer(place >= 0 ? answer.filter((own) => own !== id) : [...answer, id])}
              className={`grid min-h-24 w-36 place-items-center gap-1 border-2 p-2 ${place >= 0 ? 'border-ink' : 'border-edge'}`}
            >
              <svg width="96" height="34" viewBox="0 0 96 34" aria-hidden="true">
                <DoubleChipShape lab={lab} width={96} height={34} />
              </svg>
              <span className="font-code">
                {place >= 0 && <strong>{place + 1}: </strong>}
                {code}
              </span>
            </button>
          );
        })}
      </fieldset>
    </DrillFrame>
  );
}

/** Pairs with yes and no: of one family whether they blend, of any whether they part. */
export function PairsDrill({ kind, families, random, onTold, onAgain, onLeave }: DrillProps & { kind: 'blend' | 'part' }) {
  const pairs = useMemo(() => {
    const familyOf = new Map(families.flatMap((own, index) => own.map(({ id }) => [id, index] as const)));
    const isKin = (one: InkedMarker, other: InkedMarker) => familyOf.get(one.id) === familyOf.get(other.id);
    return kind === 'blend'
      ? askPairs(families.flat(), { count: pairsAtOnce, isSo: willBlend, fits: isKin }, random)
      : askPairs(families.flat(), { count: pairsAtOnce, isSo: willPart }, random);
  }, [families, kind, random]);
  const [answers, setAnswers] = useState<ReadonlyMap<number, boolean>>(new Map());
  const [told, setTold] = useState<Told | null>(null);
  const tell = () => {
    const own = scorePairs(
      pairs,
      pairs.map((_, index) => answers.get(index) ?? false),
      ({ one, other, isSo }) => {
        const names = `${one.code} and ${other.code}`;
        if (kind === 'part')
          return isSo
            ? `${names} part: their lightness or hue is far enough apart.`
            : `${names} run together: in grey they are nearly one.`;
        return isSo
          ? `${names} blend: they are near enough in lightness.`
          : `${names} do not blend in one step: one between them is missing.`;
      },
    );
    setTold(own);
    onTold(own);
  };
  return (
    <DrillFrame
      ask={drillTexts[kind].ask}
      told={told}
      isAnswered={pairs.length > 1 && answers.size === pairs.length}
      onTell={tell}
      onAgain={onAgain}
      onLeave={onLeave}
    >
      {pairs.length < 2 && tooFew('markers')}
      <ol className="space-y-2">
        {pairs.map(({ one, other, isSo }, index) => (
          <li key={`${one.id} ${other.id}`} data-pair={isSo ? 'yes' : 'no'}>
            <fieldset className="flex flex-wrap items-center gap-2" aria-label={`${one.code} and ${other.code}`} disabled={told !== null}>
              <svg width="120" height="44" viewBox="0 0 120 44" aria-hidden="true">
                <rect width="60" height="44" fill={hexOfLab(one.lab)} />
                <rect x="60" width="60" height="44" fill={hexOfLab(other.lab)} />
              </svg>
              <span className="w-48 font-code text-sm">
                {one.code} · {other.code}
              </span>
              {([true, false] as const).map((yes) => (
                <button
                  key={String(yes)}
                  type="button"
                  aria-pressed={answers.get(index) === yes}
                  onClick={() => setAnswers(new Map(answers).set(index, yes))}
                  className={`min-h-11 min-w-16 border border-ink px-3 ${answers.get(index) === yes ? 'bg-ink text-paper' : 'bg-paper'}`}
                >
                  {yes ? 'Yes' : 'No'}
                </button>
              ))}
              {told && answers.get(index) !== isSo && <span>▲ {isSo ? 'yes' : 'no'}</span>}
            </fieldset>
          </li>
        ))}
      </ol>
    </DrillFrame>
  );
}

/** Ladders with one step that is too wide. */
export function WideStepDrill({ families, random, onTold, onAgain, onLeave }: DrillProps) {
  const ladders = useMemo(() => askWideSteps(families, laddersAtOnce, random), [families, random]);
  const [answers, setAnswers] = useState<ReadonlyMap<number, number>>(new Map());
  const [told, setTold] = useState<Told | null>(null);
  const tell = () => {
    const own = scoreWideSteps(
      ladders,
      ladders.map((_, index) => answers.get(index) ?? -1),
    );
    setTold(own);
    onTold(own);
  };
  return (
    <DrillFrame
      ask={drillTexts['wide-step'].ask}
      told={told}
      isAnswered={ladders.length > 0 && answers.size === ladders.length}
      onTell={tell}
      onAgain={onAgain}
      onLeave={onLeave}
    >
      {ladders.length === 0 && tooFew('families of four')}
      <ol className="space-y-3">
        {ladders.map(({ rungs, wide }, index) => (
          <li key={rungs.map(({ id }) => id).join()} data-wide={wide}>
            <fieldset className="flex flex-wrap items-center gap-1" aria-label={`Ladder ${index + 1}`} disabled={told !== null}>
              {rungs.map(({ id, code, lab }, step) => (
                <span key={id} className="contents">
                  <DoubleChip lab={lab} code={code} />
                  {step + 1 < rungs.length && (
                    <button
                      type="button"
                      aria-label={`The step from ${code} to ${rungs[step + 1]?.code}`}
                      aria-pressed={answers.get(index) === step}
                      onClick={() => setAnswers(new Map(answers).set(index, step))}
                      className={`size-11 border border-ink ${answers.get(index) === step ? 'bg-ink text-paper' : 'bg-paper'}`}
                    >
                      {told && step === wide ? '▲' : '→'}
                    </button>
                  )}
                </span>
              ))}
            </fieldset>
          </li>
        ))}
      </ol>
    </DrillFrame>
  );
}

/** Codes, each among some inks that bear no name. */
export function ReadCodeDrill({ families, random, onTold, onAgain, onLeave }: DrillProps) {
  const codes = useMemo(() => askCodes(families, codesAtOnce, random), [families, random]);
  const [answers, setAnswers] = useState<ReadonlyMap<number, string>>(new Map());
  const [told, setTold] = useState<Told | null>(null);
  const tell = () => {
    const own = scoreCodes(
      codes,
      codes.map((_, index) => answers.get(index) ?? ''),
    );
    setTold(own);
    onTold(own);
  };
  return (
    <DrillFrame
      ask={drillTexts['read-code'].ask}
      told={told}
      isAnswered={codes.length > 0 && answers.size === codes.length}
      onTell={tell}
      onAgain={onAgain}
      onLeave={onLeave}
    >
      {codes.length === 0 && tooFew(`families whose codes tell a depth, ${inksOfCode} inks in all,`)}
      <ol className="space-y-3">
        {codes.map(({ asked, inks }, index) => (
          <li key={asked.id} data-code={asked.id}>
            <fieldset className="flex flex-wrap items-center gap-2" aria-label={asked.code} disabled={told !== null}>
              <span className="w-40 font-code text-lg">{asked.code}</span>
              {inks.map(({ id, lab }, place) => (
                <button
                  key={id}
                  type="button"
                  aria-label={`Ink ${place + 1} for ${asked.code}`}
                  aria-pressed={answers.get(index) === id}
                  data-of={id}
                  onClick={() => setAnswers(new Map(answers).set(index, id))}
                  className={`grid min-h-14 w-28 place-items-center border-2 p-1 ${answers.get(index) === id ? 'border-ink' : 'border-edge'}`}
                >
                  <svg width="96" height="34" viewBox="0 0 96 34" aria-hidden="true">
                    <DoubleChipShape lab={lab} width={96} height={34} />
                  </svg>
                  {answers.get(index) === id && <span className="text-sm">this one</span>}
                  {told && id === asked.id && answers.get(index) !== id && <span className="text-sm">▲ it is this</span>}
                </button>
              ))}
            </fieldset>
          </li>
        ))}
      </ol>
    </DrillFrame>
  );
}
