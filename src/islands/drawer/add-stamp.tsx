import { useState } from 'react';
import type { OriginalAnswer } from '#model/api/originals';
import type { Problem } from '#model/api/problem';
import { cleanText } from '#model/text';
import { bringIn, decodeAt } from '#islands/shared/originals.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';

const accept = '.svg,.png,.jpg,.jpeg,.webp,.tif,.tiff';
/** Where a file does not say how wide it is. */
const usualWidthMm = 60;

/** A stamp by its line image, at true size. */
export function AddStamp({ onDone }: { onDone: () => void }) {
  const change = useDrawer((state) => state.change);
  const [brought, setBrought] = useState<{ file: File; original: OriginalAnswer } | null>(null);
  const [name, setName] = useState('');
  const [set, setSet] = useState('');
  const [width, setWidth] = useState<number | null>(usualWidthMm);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [isBusy, setIsBusy] = useState(false);
  const during = async (work: () => Promise<void>) => {
    setIsBusy(true);
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setIsBusy(false);
    }
  };
  const take = (file: File) =>
    during(async () => {
      const original = await bringIn(file);
      setBrought({ file, original });
      setName(cleanText(file.name.replace(/\.[^.]+$/, '').replace(/[-_]+/g, ' '), 80));
      setWidth(original.widthMm ?? usualWidthMm);
    });
  const put = () =>
    during(async () => {
      if (!brought || width === null) return;
      const { original, file } = brought;
      const { heightMm, ...grey } = await decodeAt({ originalSha256: original.sha256, widthMm: width });
      const kept = await change({
        items: [
          {
            ...{ id: crypto.randomUUID(), kind: 'stamp', name: name.trim(), widthMm: width, heightMm, grey },
            ...(set.trim() === '' ? {} : { set: set.trim() }),
            original: { sha256: original.sha256, mediaType: original.mediaType, fileName: cleanText(file.name, 200) },
          },
        ],
      });
      if (kept) onDone();
    });
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
              label="So wide on paper"
              className="w-40"
              mm={width ?? usualWidthMm}
              onMm={setWidth}
            />
            <Field label="Of the set" className="w-48" maxLength={80} value={set} onChange={({ target: { value } }) => setSet(value)} />
            <Button type="submit" weight="main" disabled={isBusy || name.trim() === '' || width === null}>
              Put it into the drawer
            </Button>
          </>
        )}
        <p role="status">{isBusy && 'Reading …'}</p>
      </div>
      {brought?.original.note && <p className="text-sm text-soft">{brought.original.note}</p>}
      {problem && <ProblemNotice problem={problem} />}
    </form>
  );
}
