import { transfer } from 'comlink';
import { useState } from 'react';
import { useHandedOver } from '#islands/shared/handed-over.ts';
import { openOutbox } from '#islands/shared/outbox.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { StoppedError, useFiles } from '#islands/shared/use-files.ts';
import { FileButton } from '#ui/controls/file-button.tsx';
import { mostWaitingBytes } from '#workers/file-limits';

/** Reads edits that waited under another address, saved there as a file, and goes on to their make, which keeps them. */
export function BringInWaiting() {
  const [problem, setProblem] = useState<string | null>(null);
  const { reading, read, stop } = useFiles();
  const bringIn = async (file: File) => {
    setProblem(null);
    if (file.size > mostWaitingBytes) {
      setProblem('The file is larger than 200 MB: waiting edits never are.');
      return;
    }
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const batches = await read('Reading the edits', (api) => api.waiting(transfer(bytes, [bytes.buffer])));
      const outbox = await openOutbox();
      await outbox.bringIn(batches);
      window.location.assign(`/makes/${batches[0]?.makeId}`);
    } catch (error) {
      setProblem(error instanceof StoppedError ? null : problemToShow(error).message);
    }
  };
  useHandedOver(
    (file) => void bringIn(file),
    (error) => setProblem(problemToShow(error).message),
  );
  return (
    <div className="mt-8 text-sm text-soft">
      <FileButton
        label="Bring in edits that were saved as a file"
        accept=".json,application/json"
        weight="quiet"
        onFile={(file) => void bringIn(file)}
      />
      <ReadingNotice reading={reading} onStop={stop} />
      {problem && (
        <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-2 text-ink">
          {problem}
        </p>
      )}
    </div>
  );
}
