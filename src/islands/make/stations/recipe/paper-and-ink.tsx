import { useRef, useState } from 'react';
import type { Colouring } from '#model/colouring';
import { mostSupplyName, type Supply, type SupplyKind } from '#model/supplies';
import { cleanText } from '#model/text';
import { cautions } from '#core/technique/cautions';
import { alcoholInk, goesWith, lastTaken, supplyNamed } from '#core/technique/goes-with';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { Field } from '#ui/controls/field.tsx';

type Props = { colouring: Colouring; onName: (fields: { paper: string | null } | { lineInk: string | null }) => void };

/** On which paper and over which line ink: what people forget to write down, and what the two do with the markers. */
export function PaperAndInk({ colouring, onName }: Props) {
  const { paper, lineInk } = colouring;
  return (
    <section aria-label="Paper and line ink" className="space-y-2">
      {(!paper || !lineInk) && (
        <p className="border-l-8 border-accent bg-paper px-4 py-2 text-sm" data-forgotten>
          {!paper && !lineInk ? 'No paper and no line ink are named' : !paper ? 'No paper is named' : 'No line ink is named'}: it is what
          people forget, and without it a recipe cannot be repeated.
        </p>
      )}
      <div className="grid grid-cols-2 gap-3">
        <SupplyChoice kind="paper" label="Paper" name={paper} onName={(name) => onName({ paper: name })} />
        <SupplyChoice kind="line ink" label="Line ink" name={lineInk} onName={(name) => onName({ lineInk: name })} />
      </div>
    </section>
  );
}

type ChoiceProps = { kind: SupplyKind; label: string; name: string | undefined; onName: (name: string | null) => void };

/** Stand for none, and for one that is not in the list yet. */
const [noneName, anotherName] = ['-', '+'] as const;

function SupplyChoice({ kind, label, name, onName }: ChoiceProps) {
  const supplies = useSupplies((state) => state.supplies);
  const change = useSupplies((state) => state.change);
  const [typed, setTyped] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const all = supplies?.supplies ?? [];
  const own = all.filter((supply) => supply.kind === kind);
  const last = lastTaken(kind, all);
  const known = name === undefined ? undefined : supplyNamed(kind, name, all);
  /** The one that is taken is the last one taken from then on, and in the list. */
  const take = (taken: string, found?: Supply) => {
    onName(taken);
    const turn = 1 + Math.max(0, ...all.map(({ takenTurn = 0 }) => takenTurn));
    void change({ supplies: [{ ...(found ?? { id: crypto.randomUUID(), kind, name: taken }), takenTurn: turn }] });
  };
  const words = known && goesWith(known, { name: alcoholInk }, supplies?.goesWith);
  return (
    <div className="space-y-1">
      <Choice
        label={label}
        labelAt="above"
        options={[
          ...own.map((supply) => ({ value: supply.name, name: supply.name })),
          ...(known && !known.isThere ? [{ value: known.name, name: known.name }] : []),
          { value: anotherName, name: 'Another …' },
          ...(name === undefined ? [] : [{ value: noneName, name: 'Not known' }]),
        ]}
        value={typed === null ? (name ?? null) : anotherName}
        placeholder="Not known"
        onClosed={typed === null ? undefined : () => field.current?.focus()}
        onChoose={(chosen) => {
          setTyped(chosen === anotherName ? '' : null);
          if (chosen === noneName) onName(null);
          else if (chosen !== anotherName)
            take(
              chosen,
              own.find((supply) => supply.name === chosen),
            );
        }}
      />
      {typed !== null && (
        <form
          className="flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            const said = cleanText(typed, mostSupplyName);
            if (said === '') return;
            setTyped(null);
            take(
              said,
              own.find((supply) => supply.name.toLowerCase() === said.toLowerCase()),
            );
          }}
        >
          <Field
            label={`Name of the ${kind}`}
            value={typed}
            maxLength={mostSupplyName}
            ref={field}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button type="submit">Take it</Button>
        </form>
      )}
      {name === undefined && typed === null && last && (
        <Button weight="quiet" className="text-sm" onClick={() => take(last.name, last)}>
          As last time: {last.name}
        </Button>
      )}
      {known && supplies && !known.isThere && (
        <p className="text-sm">“{known.name}” is not among your things any more; its name stays here.</p>
      )}
      {words && (
        <p className="text-sm" data-goes-with={words.verdict}>
          {words.verdict === 'goes well' ? '' : words.verdict === 'not' ? '▲ Does not go with alcohol ink. ' : '▲ '}
          {words.words}
          {/heat/i.test(words.words) && <HeatCaution />}
        </p>
      )}
    </div>
  );
}

function HeatCaution() {
  return <span className="block border-l-4 border-ink pl-2">{cautions.heat}</span>;
}
