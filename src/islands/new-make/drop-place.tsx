import { ImageUp } from 'lucide-react';
import { useEffect, useEffectEvent } from 'react';
import { DropBox } from '#ui/controls/drop-box.tsx';
import type { OriginalAnswer } from '#model/api/originals';
import type { Preparation } from '#model/preparation';
import type { Layered } from './layered';
import { PreviewWithRuler, type RulerEnds } from './preview-with-ruler';

/** `sheet`: the corners of a sheet of paper that is seen on a darker ground. */
export type Brought = {
  file: File;
  original: OriginalAnswer;
  sheet: Preparation['corners'] | null;
  /** Its named areas, where it has some; `original` is without them. */
  layered: Layered | null;
};

const accepted = '.ora,.svg,.png,.jpg,.jpeg,.webp,.tif,.tiff,image/svg+xml,image/png,image/jpeg,image/webp,image/tiff';

type DropProps = {
  brought: Brought | null;
  isReading: boolean;
  sheet: Preparation['corners'] | null;
  rulerEnds: RulerEnds | null;
  /** How wide it is on paper. */
  words: string;
  onEnds: (ends: RulerEnds) => void;
  take: (file: File | undefined) => Promise<void>;
};

/** Where a line image is dropped, pasted, chosen or photographed, and then shown. */
export function DropPlace({ brought, isReading, sheet, rulerEnds, words, onEnds, take }: DropProps) {
  const takePasted = useEffectEvent((event: ClipboardEvent) => {
    const file = [...(event.clipboardData?.files ?? [])][0];
    if (!file) return;
    event.preventDefault();
    void take(file);
  });
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => takePasted(event);
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, []);
  return (
    <DropBox
      label="Line image"
      className="grid min-h-96 place-items-center"
      isTaken={brought !== null}
      onFiles={([file]) => void take(file)}
    >
      {brought ? (
        <figure className="w-full max-w-md">
          <PreviewWithRuler
            src={`/api/originals/${brought.original.sha256}/preview`}
            alt={`Preview of ${brought.file.name}`}
            sheet={sheet}
            ends={rulerEnds}
            onEnds={onEnds}
          >
            {!sheet && <Ruler words={words} />}
          </PreviewWithRuler>
          <figcaption className="mt-2 flex flex-wrap items-center justify-between gap-3 text-sm">
            <span>{brought.file.name}</span>
            <PickFile onPick={take}>Take another file</PickFile>
          </figcaption>
        </figure>
      ) : (
        <div className="text-center">
          <ImageUp size={44} strokeWidth={1.5} className="mx-auto" aria-hidden="true" />
          <p className="mt-3 font-display text-xl font-semibold">{isReading ? 'Reading the picture …' : 'Drop a line image here'}</p>
          <p className="mb-4 mt-1 text-soft">
            Or paste it. Lines on paper, scanned or photographed: PNG, JPEG, WebP, TIFF or SVG, up to 80 MB. Of layered pictures (.ora) and
            coloured SVG the areas keep their names.
          </p>
          <div className="flex flex-wrap justify-center gap-3">
            <PickFile onPick={take}>Choose a file</PickFile>
            <PickFile onPick={take} camera>
              Take a photo
            </PickFile>
          </div>
        </div>
      )}
    </DropBox>
  );
}

function PickFile({ onPick, camera = false, children }: { onPick: (file: File | undefined) => void; camera?: boolean; children: string }) {
  return (
    <label className="inline-flex min-h-11 items-center rounded-sm border-2 border-ink bg-paper px-4 py-2 font-semibold focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-accent hover:bg-bench">
      {children}
      <input
        type="file"
        accept={camera ? 'image/*' : accepted}
        capture={camera ? 'environment' : undefined}
        className="sr-only"
        onChange={(event) => {
          onPick(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
    </label>
  );
}

/** A ruler as wide as the picture, saying how wide that is on paper. */
function Ruler({ words }: { words: string }) {
  return (
    <div className="mt-2 flex items-center gap-2 font-code text-sm" aria-hidden="true">
      <span className="h-4 w-0.5 bg-ink" />
      <span className="h-px flex-1 bg-ink" />
      <span>{words}</span>
      <span className="h-px flex-1 bg-ink" />
      <span className="h-4 w-0.5 bg-ink" />
    </div>
  );
}
