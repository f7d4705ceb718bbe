import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import * as z from 'zod/mini';
import type { Ladder } from '#model/ladder';
import type { Make } from '#model/make';
import { type PieceRow, pieceRowSchema } from '#model/piece-row';
import { loosePieces } from '#core/card/loose-pieces';
import { counted } from '#core/make/counted';
import { middleRung } from '#core/markers/hues';
import { layRow } from '#core/sharing/lay-row';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChipShape } from '#ui/ladder/double-chip.tsx';
import { Field } from '#ui/controls/field.tsx';
import { ladderWords } from '../ladder-words';
import type { ShownRack } from '../../document/make-store';
import type { GroupsProps } from './groups-props';

const pieceFormSchema = z.pick(pieceRowSchema, { name: true, count: true });
type PieceForm = z.infer<typeof pieceFormSchema>;

type Props = GroupsProps & { ladders: readonly Ladder[] };

/** Loose pieces, such as nine flowers in four colourways: laid in a row without two alike side by side, and kept with the make. */
export function LoosePieces({ useMake, make, ladders }: Props) {
  const rack = useMake((state) => state.rack);
  const edit = useMake((state) => state.edit);
  const { register, control, handleSubmit, formState } = useForm<PieceForm>({
    defaultValues: { name: 'Flowers', count: 9 },
    resolver: zodResolver(pieceFormSchema),
    mode: 'onChange',
  });
  const number = useWatch({ control, name: 'count' });
  const change = (next: (rows: readonly PieceRow[]) => PieceRow[]) =>
    edit((newest: Make) => {
      const rows = next(newest.pieceRows ?? []);
      return [{ kind: 'patch', entity: 'make', fields: { pieceRows: rows.length > 0 ? rows : null } }];
    });
  const lay = handleSubmit(({ name, count }) => {
    change((rows) => [...rows, { id: crypto.randomUUID(), name, count, ladders: [...ladders], seed: 1 }]);
  });
  return (
    <section aria-labelledby="pieces-heading" className="space-y-2 border-t-2 border-ink pt-3">
      <h3 id="pieces-heading" className="text-base">
        Loose pieces in a row
      </h3>
      <form className="flex flex-wrap items-end gap-2" onSubmit={lay}>
        <Field label="What they are" className="w-36" problem={formState.errors.name?.message} {...register('name')} />
        <Field
          label="How many"
          className="w-24"
          inputMode="numeric"
          problem={formState.errors.count ? '1 to 200' : undefined}
          {...register('count', { valueAsNumber: true })}
        />
        <Button type="submit" disabled={ladders.length === 0 || !formState.isValid}>
          Lay {formState.isValid ? number : 'them'} in {counted(ladders.length, 'colourway')}
        </Button>
      </form>
      {ladders.length === 0 && <p className="text-sm text-soft">Choose the ladders above: each is a colourway.</p>}
      <ul className="space-y-2">
        {loosePieces(make).map((row) => (
          <li key={row.id} className="bg-paper p-2">
            <Row
              {...{ row, rack }}
              onAnother={() => change((rows) => rows.map((own) => (own.id === row.id ? { ...own, seed: own.seed + 1 } : own)))}
              onRemove={() => change((rows) => rows.filter((own) => own.id !== row.id))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

type RowProps = { row: ReturnType<typeof loosePieces>[number]; rack: ShownRack; onAnother: () => void; onRemove: () => void };

function Row({ row, rack, onAnother, onRemove }: RowProps) {
  const { name, count, ladders, seed, isOnCards } = row;
  const laid = useMemo(() => layRow({ count, ladders, seed }), [count, ladders, seed]);
  const labOf = (ladder: Ladder | undefined) => rack.markers.find(({ id }) => id === middleRung(ladder?.rungs ?? [])?.markerId)?.lab;
  return (
    <>
      <p className="flex flex-wrap items-baseline justify-between gap-2">
        <strong>
          {count} {name}
        </strong>
        <span className="flex gap-3">
          <Button weight="quiet" onClick={onAnother}>
            Another row
          </Button>
          <Button weight="quiet" onClick={onRemove}>
            Take {name} away
          </Button>
        </span>
      </p>
      {isOnCards && (
        <p className="text-sm text-soft" data-on-cards>
          As many as the cards take. Which lies beside which is laid out at Card, “In place”.
        </p>
      )}
      {'problem' in laid ? (
        <p role="alert">
          {laid.reason === 'oneKind' ? 'In one colourway any two side by side are alike: choose a second ladder.' : laid.problem}
        </p>
      ) : (
        <>
          <ol className="flex flex-wrap gap-1" aria-label={`Row of ${name}`}>
            {laid.map((kind, place) => (
              <li
                // biome-ignore lint/suspicious/noArrayIndexKey: a piece is its place in the row.
                key={place}
                className="flex flex-col items-center bg-bench px-1 py-0.5"
                title={ladders[kind] && ladderWords(ladders[kind])}
              >
                <svg width="34" height="15" viewBox="0 0 34 15" aria-hidden="true">
                  <DoubleChipShape lab={labOf(ladders[kind])} width={34} height={15} />
                </svg>
                <span className="font-code text-sm">{kind + 1}</span>
              </li>
            ))}
          </ol>
          <ul className="text-sm" aria-label={`Colourways of ${name}`}>
            {ladders.map((ladder, kind) => (
              <li key={ladderWords(ladder)}>
                <span className="font-code">{kind + 1}</span> {counted(laid.filter((own) => own === kind).length, 'piece')}:{' '}
                <span className="font-code">{ladderWords(ladder)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
