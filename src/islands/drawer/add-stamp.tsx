import { useState } from 'react';
import type { Stamp } from '#model/drawer';
import type { OriginalAnswer } from '#model/api/originals';
import type { Problem } from '#model/api/problem';
import { cleanText } from '#model/text';
import { counted } from '#core/make/counted';
import { bringIn, decodeAt } from '#islands/shared/originals.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { partsOfSheet, type SheetPart } from './sheet-parts';
import { SheetApart } from './sheet-apart';

const accept = '.svg,.png,.jpg,.jpeg,.webp,.tif,.tiff';
/** Where a file does not say how wide it is. */
const usualWidthMm = 60;

/** A sheet of stamps, cut apart: what was found on it, and which of it is kept. */
type Apart = { sheet: Stamp['grey'] & { heightMm: number }; parts: readonly SheetPart[]; left: ReadonlySet<number> };

/** A stamp by its line image, at true size; or a sheet of several, cut apart. */
export function AddStamp({ onDone }: { onDone: () => void }) {
  const change = useDrawer((state) => state.change);
  const [brought, setBrought] = useState<{ file: File; original: OriginalAnswer } | null>(null);
  const [name, setName] = useState('');
  const [set, setSet] = useState('');
  const [width, setWidth] = useState<number | null>(usualWidthMm);
  const [apart, setApart] = useState<Apart | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const during = async (words: string, work: () => Promise<void>) => {
    setBusy(words);
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setBusy(null);
    }
  };
  const take = (file: File) =>
    during('Reading …', async () => {
      const original = await bringIn(file);
      setBrought({ file, original });
      setApart(null);
      setName(cleanText(file.name.replace(/\.[^.]+$/, '').replace(/[-_]+/g, ' '), 80));
      setWidth(original.widthMm ?? usualWidthMm);
    });
  /** A stamp as the drawer keeps it, decoded at its size. */
  const stampOf = async (own: { name: string; widthMm: number; part?: SheetPart; set: string }): Promise<Stamp | null> => {
    if (!brought) return null;
    const { original, file } = brought;
    const preparation = own.part?.preparation;
    const { heightMm, ...grey } = await decodeAt({
      originalSha256: original.sha256,
      widthMm: own.widthMm,
      ...(preparation ? { preparation } : {}),
    });
    return {
      ...{ id: crypto.randomUUID(), kind: 'stamp', name: own.name, widthMm: own.widthMm, heightMm, grey },
      ...(own.set.trim() === '' ? {} : { set: own.set.trim() }),
      ...(preparation ? { preparation } : {}),
      original: { sha256: original.sha256, mediaType: original.mediaType, fileName: cleanText(file.name, 200) },
    };
  };
  const put = () =>
    during('Putting it in …', async () => {
      if (width === null) return;
      const stamps: Stamp[] = [];
      const kept = apart ? apart.parts.filter((_, place) => !apart.left.has(place)) : null;
      if (kept === null) {
        const own = await stampOf({ name: name.trim(), widthMm: width, set });
        if (own) stamps.push(own);
      }
      for (const [place, part] of (kept ?? []).entries()) {
        setBusy(`Cutting out ${place + 1} of ${kept?.length} …`);
        const own = await stampOf({
          name: `${name.trim().slice(0, 70)} ${place + 1}`,
          widthMm: Math.max(5, part.widthMm),
          part,
          set: set.trim() || name,
        });
        if (own) stamps.push(own);
      }
      if (await change({ items: stamps })) onDone();
    });
  const cutApart = () =>
    during('Looking for the stamps on it …', async () => {
      if (!brought || width === null) return;
      const { heightMm, ...grey } = await decodeAt({ originalSha256: brought.original.sha256, widthMm: width });
      setApart({ sheet: { ...grey, heightMm }, parts: await partsOfSheet(grey, width), left: new Set() });
    });
  const count = apart ? apart.parts.length - apart.left.size : 1;
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void put();
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <FileButton label={brought ? 'Another image' : 'Choose its line image'} accept={accept} onFile={(file) => void take(file)} />
        {brought && (
          <>
            <Field label="Called" className="w-56" maxLength={80} value={name} onChange={({ target: { value } }) => setName(value)} />
            <LengthField
              key={brought.original.sha256}
              label={apart ? 'The sheet is so wide' : 'So wide on paper'}
              className="w-40"
              mm={width ?? usualWidthMm}
              onMm={(mm) => {
                setWidth(mm);
                setApart(null);
              }}
            />
            <Field label="Of the set" className="w-48" maxLength={80} value={set} onChange={({ target: { value } }) => setSet(value)} />
            <Button type="submit" weight="main" disabled={busy !== null || name.trim() === '' || width === null || count === 0}>
              {apart ? `Put ${counted(count, 'stamp')} into the drawer` : 'Put it into the drawer'}
            </Button>
            {!apart && (
              <Button disabled={busy !== null || width === null} onClick={() => void cutApart()}>
                It is a sheet of several: cut it apart
              </Button>
            )}
          </>
        )}
        <p role="status">{busy}</p>
      </div>
      {apart && width !== null && (
        <SheetApart
          {...{ apart, widthMm: width }}
          onTurn={(place) => {
            const left = new Set(apart.left);
            if (!left.delete(place)) left.add(place);
            setApart({ ...apart, left });
          }}
        />
      )}
      {brought?.original.note && <p className="text-sm text-soft">{brought.original.note}</p>}
      {problem && <ProblemNotice problem={problem} />}
    </form>
  );
}
