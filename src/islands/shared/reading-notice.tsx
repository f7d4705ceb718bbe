import { Button } from '#ui/controls/button.tsx';
import { ProgressNotice } from '#ui/words/notice.tsx';
import type { Reading } from './use-files';

/** What is being read, how far it is, and a way to stop it. */
export function ReadingNotice({ reading, onStop }: { reading: Reading | null; onStop: () => void }) {
  if (!reading) return null;
  return (
    <div className="flex flex-wrap items-center gap-3">
      {reading.share === null ? <p role="status">{reading.words} …</p> : <ProgressNotice words={reading.words} share={reading.share} />}
      <Button weight="quiet" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}
