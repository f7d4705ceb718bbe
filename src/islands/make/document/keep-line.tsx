import { downloadName } from '#core/make/download-name';
import { today } from '#islands/shared/today.ts';
import { saveFile } from '#islands/shared/save-file.ts';
import { Button } from '#ui/controls/button.tsx';
import type { KeepState } from './keeping';

const words: Record<KeepState['kind'], string> = {
  kept: 'All kept',
  sending: 'Keeping …',
  waiting: 'Kept here, waiting for the server',
  conflict: 'Changed in another window too',
};

/** How safe the edits are, in words and by a sign that differs in shape. */
export function KeepLine({ keep, waitingFile }: { keep: KeepState; waitingFile: () => string }) {
  const sign = { kept: '●', sending: '◌', waiting: '◐', conflict: '▲' }[keep.kind];
  return (
    <div className="flex items-center gap-2 text-sm">
      <p role="status" aria-live="polite" data-keep={keep.kind}>
        <span aria-hidden="true">{sign} </span>
        {words[keep.kind]}
      </p>
      {keep.kind === 'waiting' && (
        <Button
          weight="quiet"
          title="For another address of Aquachrome: its table reads the file"
          onClick={() => saveFile(downloadName('Aquachrome', 'waiting edits', today(), 'json'), waitingFile(), 'application/json')}
        >
          Save as a file
        </Button>
      )}
    </div>
  );
}
