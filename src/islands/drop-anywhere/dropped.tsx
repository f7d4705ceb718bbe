import { AlertDialog } from 'radix-ui';
import type { FileKind } from '#core/bundle/file-kind';
import { Button } from '#ui/controls/button.tsx';

/** A file that was dropped, what it is taken for, and how many others were dropped with it. */
export type DroppedFile = { file: File; kind: FileKind; others: number };

type Props = {
  dropped: DroppedFile;
  /** What it is taken for. */
  words: string;
  /** What can be done with it; null: nothing here. */
  act: string | null;
  onGo: () => void;
  /** Adds the picture to the make that is open; null: there is none. */
  onAdd: (() => void) | null;
  onLeave: () => void;
  problem: string | null;
};

/** What is done with the kinds that nothing here takes. */
const remedies: Partial<Record<DroppedFile['kind'], string>> = {
  backup: 'Put it back in a terminal: ./run restore and its name. It asks before it replaces anything.',
  empty: 'There is nothing in it. Save it again where it comes from.',
  unknown:
    'Known are line images (PNG, JPEG, WebP, TIFF, SVG), layered pictures (.ora), makes (.zip), recipes and racks (.json), lists of markers (.csv, .xlsx, .ods, .txt) and palettes (.gpl).',
};

const size = (bytes: number): string => (bytes < 1e5 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`);

/** A file that was dropped: what it is taken for, and what may be done with it. Nothing is changed before it is said. */
export function Dropped({ dropped: { file, kind, others }, words, act, onGo, onAdd, onLeave, problem }: Props) {
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && onLeave()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-ink/50" />
        <AlertDialog.Content
          data-taken-for={kind}
          className="fixed left-1/2 top-1/2 z-50 w-[min(92vw,32rem)] -translate-x-1/2 -translate-y-1/2 space-y-4 bg-bench p-6"
        >
          <AlertDialog.Title className="font-display text-2xl font-semibold">This is {words}</AlertDialog.Title>
          <AlertDialog.Description asChild>
            <div className="space-y-2">
              <p className="break-words">
                <strong>{file.name}</strong>, {size(file.size)}.{act && ' Nothing has been changed.'}
              </p>
              {!act && <p>{remedies[kind]}</p>}
              {others > 0 && (
                <p>One file at a time: {others === 1 ? 'the other' : `the ${others} others`} you dropped with it stay where they are.</p>
              )}
              {problem && <p role="alert">{problem}</p>}
            </div>
          </AlertDialog.Description>
          <p className="flex flex-wrap gap-3">
            {onAdd && (
              <Button weight="main" onClick={onAdd}>
                Add it to this make
              </Button>
            )}
            {act && (
              <Button weight={onAdd ? 'plain' : 'main'} onClick={onGo}>
                {act}
              </Button>
            )}
            <AlertDialog.Cancel asChild>
              <Button>Leave it</Button>
            </AlertDialog.Cancel>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
