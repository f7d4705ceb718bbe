import { useState } from 'react';
import { type Machine, machineSorts } from '#model/drawer';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { Field } from '#ui/controls/field.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';

/** Sizes that are usual, from memory: each is said anew. */
const usual: Record<Machine['sort'], { widthMm: number; heightMm: number; name: string }> = {
  'die machine': { widthMm: 150, heightMm: 300, name: 'Die machine, plate' },
  'stamping platform': { widthMm: 150, heightMm: 200, name: 'Stamping platform' },
  block: { widthMm: 75, heightMm: 100, name: 'Clear block' },
  trimmer: { widthMm: 305, heightMm: 150, name: 'Trimmer' },
  'score board': { widthMm: 305, heightMm: 305, name: 'Score board' },
};
const choices = machineSorts.map((sort) => ({ id: sort, name: sort }));

/** The plate of the die machine, the platform of the stamps, and what cuts and scores straight. */
export function AddMachine({ onDone }: { onDone: () => void }) {
  const change = useDrawer((state) => state.change);
  const [sort, setSort] = useState<Machine['sort']>('die machine');
  const [name, setName] = useState<string | null>(null);
  const [size, setSize] = useState<{ widthMm: number | null; heightMm: number | null }>(usual['die machine']);
  const { widthMm, heightMm } = size;
  const called = name ?? usual[sort].name;
  const put = async () => {
    if (widthMm === null || heightMm === null) return;
    if (await change({ items: [{ id: crypto.randomUUID(), kind: 'machine', sort, name: called.trim(), widthMm, heightMm }] })) onDone();
  };
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void put();
      }}
    >
      <ChoiceButtons
        label="What it is"
        choices={choices}
        chosen={sort}
        onChoose={(next) => {
          setSort(next);
          setSize(usual[next]);
        }}
      />
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Called" className="w-64" maxLength={80} value={called} onChange={({ target: { value } }) => setName(value)} />
        <LengthField
          key={`${sort} w`}
          label="So wide"
          className="w-32"
          mm={usual[sort].widthMm}
          onMm={(mm) => setSize({ ...size, widthMm: mm })}
        />
        <LengthField
          key={`${sort} h`}
          label="So long"
          className="w-32"
          mm={usual[sort].heightMm}
          onMm={(mm) => setSize({ ...size, heightMm: mm })}
        />
        <Button type="submit" weight="main" disabled={called.trim() === '' || widthMm === null || heightMm === null}>
          Put it there
        </Button>
      </div>
      <p className="text-sm text-soft">
        What fits under it is what counts: measure the plate, not the machine. The maker’s manual goes before this.
      </p>
    </form>
  );
}
