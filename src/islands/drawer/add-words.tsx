import { useState } from 'react';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';

/** A sentiment by its words, its size and the ink it likes. */
export function AddWords({ onDone }: { onDone: () => void }) {
  const change = useDrawer((state) => state.change);
  const [name, setName] = useState('');
  const [ink, setInk] = useState('');
  const [width, setWidth] = useState<number | null>(50);
  const [height, setHeight] = useState<number | null>(8);
  const put = async () => {
    if (width === null || height === null) return;
    const own = { id: crypto.randomUUID(), kind: 'words' as const, name: name.trim(), widthMm: width, heightMm: height };
    if (await change({ items: [{ ...own, ...(ink.trim() === '' ? {} : { ink: ink.trim() }) }] })) onDone();
  };
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void put();
      }}
    >
      <Field label="The words" className="w-72" maxLength={80} value={name} onChange={({ target: { value } }) => setName(value)} />
      <LengthField label="So wide" className="w-32" mm={50} onMm={setWidth} />
      <LengthField label="So high" className="w-32" mm={8} onMm={setHeight} />
      <Field label="The ink they like" className="w-56" maxLength={80} value={ink} onChange={({ target: { value } }) => setInk(value)} />
      <Button type="submit" weight="main" disabled={name.trim() === '' || width === null || height === null}>
        Put them into the drawer
      </Button>
    </form>
  );
}
