import { downloadName } from '#core/make/download-name';
import { counted } from '#core/make/counted';
import { saveFile } from '#islands/shared/save-file.ts';
import { Button } from '#ui/controls/button.tsx';
import type { SetAside } from '#islands/shared/outbox.ts';

type Props = { entries: readonly SetAside[]; onDrop: (batchId: string) => void };

/** Edits that were refused for good: told with the reason, to be saved as a file or dropped. What came after them is kept. */
export function SetAsideNotice({ entries, onDrop }: Props) {
  if (entries.length === 0) return null;
  return (
    <section aria-label="Set aside" className="border-l-8 border-ink bg-paper px-4 py-3" data-set-aside>
      <h2 className="text-lg">{counted(entries.length, 'edit')} set aside</h2>
      <p className="text-sm text-soft">Not kept, and holding up nothing: what you did after is kept.</p>
      <ul className="mt-1 space-y-2">
        {entries.map((entry) => (
          <li key={entry.batchId}>
            <p>
              {entry.words && <strong>{entry.words}: </strong>}
              {entry.problem.message}
            </p>
            <p className="mt-1 flex flex-wrap gap-2">
              <Button
                onClick={() =>
                  saveFile(
                    downloadName('Aquachrome', 'set aside', entry.at.slice(0, 10), 'json'),
                    JSON.stringify(entry, null, 2),
                    'application/json',
                  )
                }
              >
                Save as a file
              </Button>
              <Button weight="quiet" onClick={() => onDrop(entry.batchId)}>
                Drop it
              </Button>
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
