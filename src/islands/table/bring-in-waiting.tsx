import { useState } from 'react';
import { openOutbox } from '#islands/shared/outbox.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { readWaitingFile } from '#islands/shared/waiting-file.ts';
import { FileButton } from '#ui/file-button.tsx';

/** Reads edits that waited under another address, saved there as a file, and goes on to their make, which keeps them. */
export function BringInWaiting() {
  const [problem, setProblem] = useState<string | null>(null);
  const bringIn = async (file: File) => {
    setProblem(null);
    try {
      const batches = readWaitingFile(await file.text());
      const outbox = await openOutbox();
      await outbox.bringIn(batches);
      window.location.assign(`/makes/${batches[0]?.makeId}`);
    } catch (error) {
      setProblem(error instanceof RangeError ? error.message : problemToShow(error).message);
    }
  };
  return (
    <div className="mt-8 text-sm text-soft">
      <FileButton
        label="Bring in edits that were saved as a file"
        accept=".json,application/json"
        weight="quiet"
        onFile={(file) => void bringIn(file)}
      />
      {problem && (
        <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-2 text-ink">
          {problem}
        </p>
      )}
    </div>
  );
}
