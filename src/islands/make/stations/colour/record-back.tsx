import { useState } from 'react';
import type { Problem } from '#model/api/problem';
import { readRecord } from '#core/session/record';
import { fetchSession, sendEntries } from '#islands/shared/session-calls.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { recordSaid } from '#core/session/record-said';
import { FileButton } from '#ui/controls/file-button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';

/** Takes in what was done on a phone or tablet: each entry once, however often its file is brought in. */
export function RecordBack({ onBrought }: { onBrought: () => void }) {
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const bring = async (file: File) => {
    setProblem(null);
    setSaid('Reading …');
    try {
      const { sessionId, entries } = readRecord(await file.text());
      const before = await fetchSession(sessionId);
      await sendEntries(sessionId, entries);
      setSaid(recordSaid(before, entries));
      onBrought();
    } catch (error) {
      setSaid('');
      setProblem(problemToShow(error));
    }
  };
  return (
    <section aria-label="Back from the table" className="space-y-2">
      <p className="flex flex-wrap items-center gap-3">
        <FileButton label="Bring a record back from a phone" accept=".json,application/json" onFile={(file) => void bring(file)} />
        <span role="status" data-brought>
          {said}
        </span>
      </p>
      {problem && <ProblemNotice problem={problem} />}
    </section>
  );
}
