import { type ReactNode, useEffect, useState } from 'react';
import { goesWithVerdicts, mostSupplyName, type OwnGoesWith, type Supply, type SupplyKind, supplyKinds } from '#model/supplies';
import { cleanText } from '#model/text';
import { alcoholInk, goesWith, knownGoesWith, sortsOf } from '#core/technique/goes-with';
import { extraKinds } from '#core/technique/extras';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { Field } from '#ui/controls/field.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { PaperSheet } from './paper-sheet';

const headings: Record<SupplyKind, string> = {
  paper: 'Papers',
  'line ink': 'Line inks',
  pencil: 'Pencils',
  pen: 'Pens',
  gloss: 'Gloss and drops',
};

/** Stands for no sort. */
const unknownSort = '-';

/** Papers, inks of the lines, and what is put on top; what goes with what, as a table that the maker adds to. */
export function SuppliesPanel() {
  const { supplies, problem, load, change } = useSupplies();
  useEffect(() => {
    void load();
  }, [load]);
  return (
    <section aria-labelledby="supplies-heading" className="space-y-6">
      <h2 id="supplies-heading" className="text-2xl">
        Paper and ink
      </h2>
      {problem && (
        <ProblemNotice problem={problem}>
          <Button onClick={() => void load()}>Try again</Button>
        </ProblemNotice>
      )}
      {supplies && supplies.unreadable.length > 0 && (
        <ProblemNotice
          problem={{
            code: 'unreadable-rows',
            message: `Kept, and cannot be read: ${supplies.unreadable.slice(0, 12).join(', ')}.`,
            remedy: 'They are left as they are, and hide nothing else.',
          }}
        />
      )}
      {supplies && (
        <>
          <div className="grid gap-6 lg:grid-cols-2">
            {supplyKinds.map((kind) => (
              <SupplyList
                key={kind}
                kind={kind}
                rows={supplies.supplies.filter((supply) => supply.kind === kind)}
                own={supplies.goesWith}
                onPut={(supply) => change({ supplies: [supply] })}
                onTakeOut={(id) => void change({ removeSupplies: [id] })}
              />
            ))}
          </div>
          <GoesWithTable
            own={supplies.goesWith}
            names={supplies.supplies.map(({ name }) => name)}
            onPut={(row) => change({ goesWith: [row] })}
            onTakeOut={(id) => void change({ removeGoesWith: [id] })}
          />
        </>
      )}
    </section>
  );
}

type ListProps = {
  kind: SupplyKind;
  rows: readonly Supply[];
  own: readonly OwnGoesWith[];
  onPut: (supply: Supply) => Promise<boolean>;
  onTakeOut: (id: string) => void;
};

function SupplyList({ kind, rows, own, onPut, onTakeOut }: ListProps) {
  const [name, setName] = useState('');
  const said = cleanText(name, mostSupplyName);
  const isThere = rows.some((row) => row.name.toLowerCase() === said.toLowerCase());
  return (
    <section aria-label={headings[kind]}>
      <h3 className="text-lg">{headings[kind]}</h3>
      <ul className="mt-1 divide-y divide-wall bg-paper">
        {rows.map((row) => {
          const { verdict, words } = goesWith(row, { name: alcoholInk }, own);
          return (
            <li key={row.id} className="px-3 py-2" data-supply={row.name}>
              <span className="flex flex-wrap items-center justify-between gap-2">
                <strong>{row.name}</strong>
                <span className="flex items-center gap-2">
                  <Choice
                    label={`What ${row.name} is`}
                    labelAt="hidden"
                    isSmall
                    options={[{ value: unknownSort, name: 'not said' }, ...sortsOf[kind].map((sort) => ({ value: sort, name: sort }))]}
                    value={row.sort ?? unknownSort}
                    onChoose={(sort) => {
                      const { sort: _, ...bare } = row;
                      void onPut(sort === unknownSort ? bare : { ...bare, sort });
                    }}
                  />
                  {(kind === 'paper' || kind === 'line ink') && <SupplyColour supply={row} onPut={onPut} />}
                  <Button weight="quiet" aria-label={`Take ${row.name} out`} onClick={() => onTakeOut(row.id)}>
                    Take out
                  </Button>
                </span>
              </span>
              <span className="text-sm text-soft">
                {verdict === 'goes well' ? '' : '▲ '}
                {words}
              </span>
              {kind === 'paper' && <PaperSheet paper={row} onPut={onPut} />}
            </li>
          );
        })}
        {rows.length === 0 && <li className="px-3 py-2 text-soft">None yet.</li>}
      </ul>
      <form
        className="mt-2 flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (said === '' || isThere) return;
          void onPut({ id: crypto.randomUUID(), kind, name: said }).then((kept) => kept && setName(''));
        }}
      >
        <Field
          label={`One more: ${kind}`}
          className="flex-1"
          value={name}
          maxLength={mostSupplyName}
          problem={isThere ? 'It is in the list.' : undefined}
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit" disabled={said === '' || isThere}>
          Put it in
        </Button>
      </form>
    </section>
  );
}

/** As a paper or an ink looks, dry: so that it is known how words read on it. Kept when the chooser is closed. */
function SupplyColour({ supply, onPut }: { supply: Supply; onPut: (supply: Supply) => Promise<boolean> }) {
  const usual = supply.kind === 'paper' ? '#ffffff' : '#000000';
  const kept = supply.hex ?? usual;
  const keep = (hex: string) => {
    if (hex === kept) return;
    const { hex: _, ...bare } = supply;
    void onPut(hex === usual ? bare : { ...bare, hex });
  };
  return (
    <input
      type="color"
      key={kept}
      aria-label={`Colour of ${supply.name}`}
      className="h-9 w-11 border-b-2 border-ink bg-paper p-1 pointer-coarse:h-11"
      defaultValue={kept}
      onBlur={({ target }) => keep(target.value)}
      onKeyDown={(event) => event.key === 'Enter' && keep(event.currentTarget.value)}
    />
  );
}

type TableProps = {
  own: readonly OwnGoesWith[];
  names: readonly string[];
  onPut: (row: OwnGoesWith) => Promise<boolean>;
  onTakeOut: (id: string) => void;
};

function GoesWithTable({ own, names, onPut, onTakeOut }: TableProps) {
  const [pair, setPair] = useState({ one: '', other: '', words: '' });
  const [verdict, setVerdict] = useState<OwnGoesWith['verdict']>('goes well');
  const known = [...new Set([alcoholInk, ...names, ...Object.values(sortsOf).flat(), ...extraKinds.map(({ name }) => name.toLowerCase())])];
  const isWhole = pair.one.trim() !== '' && pair.other.trim() !== '' && pair.one.trim().toLowerCase() !== pair.other.trim().toLowerCase();
  return (
    <section aria-label="What goes with what">
      <h3 className="text-lg">What goes with what</h3>
      <p className="text-sm">
        What is not here wants a test on a scrap first. Your own words go before ours; ours are common practice, and no label.
      </p>
      <form
        className="mt-2 grid items-end gap-2 sm:grid-cols-[1fr_auto_1fr_2fr_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          if (!isWhole) return;
          const row = { id: crypto.randomUUID(), verdict, ...pair };
          void onPut({ ...row, one: pair.one.trim(), other: pair.other.trim() }).then(
            (kept) => kept && setPair({ one: '', other: '', words: '' }),
          );
        }}
      >
        <Field
          label="This"
          value={pair.one}
          maxLength={80}
          list="goes-with-names"
          onChange={(event) => setPair({ ...pair, one: event.target.value })}
        />
        <Choice
          label="does with"
          labelAt="above"
          options={goesWithVerdicts.map((value) => ({ value, name: value === 'dry first' ? 'dry before' : value }))}
          value={verdict}
          onChoose={setVerdict}
        />
        <Field
          label="that"
          value={pair.other}
          maxLength={80}
          list="goes-with-names"
          onChange={(event) => setPair({ ...pair, other: event.target.value })}
        />
        <Field
          label="What you saw"
          value={pair.words}
          maxLength={200}
          onChange={(event) => setPair({ ...pair, words: event.target.value })}
        />
        <Button type="submit" disabled={!isWhole}>
          Note it
        </Button>
        <datalist id="goes-with-names">
          {known.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      </form>
      <table className="mt-3 w-full border-collapse bg-paper text-left text-sm">
        <tbody>
          {own.map(({ id, ...row }) => (
            <GoesWithRow key={id} {...row}>
              <Button weight="quiet" aria-label={`Take out: ${row.one} and ${row.other}`} onClick={() => onTakeOut(id)}>
                Take out
              </Button>
            </GoesWithRow>
          ))}
          {knownGoesWith.map((row) => (
            <GoesWithRow key={`${row.one} ${row.other}`} {...row} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

type RowProps = Omit<OwnGoesWith, 'id'> & { children?: ReactNode };

function GoesWithRow({ one, other, verdict, words, children }: RowProps) {
  return (
    <tr className="border-t border-wall align-top">
      <td className="px-2 py-1">{one}</td>
      <td className="px-2 py-1 font-semibold">{verdict === 'dry first' ? 'dry before' : verdict}</td>
      <td className="px-2 py-1">{other}</td>
      <td className="px-2 py-1">{words}</td>
      <td className="px-2 py-1">{children}</td>
    </tr>
  );
}
