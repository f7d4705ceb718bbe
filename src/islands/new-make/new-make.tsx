import { ImageUp } from 'lucide-react';
import { type DragEvent, type SubmitEvent, useEffect, useEffectEvent, useState } from 'react';
import { mostOriginalBytes, type OriginalAnswer } from '#model/api/originals';
import type { Problem } from '#model/api/problem';
import { type Preparation, wholeOriginal } from '#model/preparation';
import { cleanText } from '#model/text';
import { lengthInWidths } from '#core/photo/sheet-proportions';
import { formatLength, type LengthUnit, readLengthMm } from '#core/card/lengths';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { sheetOfOriginal } from '#islands/shared/sheet-of-original.ts';
import { Button } from '#ui/button.tsx';
import { Field } from '#ui/field.tsx';
import { asPage } from '#ui/error-boundary.tsx';
import { ProblemNotice } from '#ui/notice.tsx';
import { addToMake, bringIn, startMake } from './bring-in';
import { PreviewWithRuler, type RulerEnds } from './preview-with-ruler';

/** `sheet`: the corners of a sheet of paper that is seen on a darker ground. */
type Brought = { file: File; original: OriginalAnswer; sheet: Preparation['corners'] | null };

/** Width on paper, where the file tells it, of the whole picture or of the sheet in it. */
function toldWidthMm({ original }: Brought, corners: Preparation['corners']): number | null {
  if (!original.widthMm) return null;
  const [[x1, y1], [x2, y2]] = corners;
  return original.widthMm * Math.hypot(x2 - x1, ((y2 - y1) * original.heightPx) / original.widthPx);
}

function fileTooLarge(file: File): Problem | null {
  if (file.size <= mostOriginalBytes) return null;
  return {
    code: 'too-large',
    message: `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; ${mostOriginalBytes / 1024 / 1024} MB fit.`,
    remedy: 'Save it smaller: 300 dots per inch at its size on paper is all that is used.',
  };
}

function nameFromFile(fileName: string): string {
  return cleanText(fileName.replace(/\.[a-z0-9]+$/i, '').replace(/[-_]+/g, ' '), 60) || 'Line image';
}

const accepted = '.svg,.png,.jpg,.jpeg,.webp,.tif,.tiff,image/svg+xml,image/png,image/jpeg,image/webp,image/tiff';

/** New make, or one more picture of a make: a line image and how wide it is on paper. */
function NewMakeWhole() {
  // The make that the picture is added to; null: a new one is started with it.
  const [into] = useState(() => new URLSearchParams(window.location.search).get('into'));
  const [brought, setBrought] = useState<Brought | null>(null);
  const [cutsSheet, setCutsSheet] = useState(true);
  const [reading, setReading] = useState(false);
  const [over, setOver] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [name, setName] = useState('');
  const [width, setWidth] = useState('');
  const [unit, setUnit] = useState<LengthUnit>('mm');
  const [tried, setTried] = useState(false);
  const [starting, setStarting] = useState(false);
  const [rulerEnds, setRulerEnds] = useState<RulerEnds | null>(null);
  const [rulerLength, setRulerLength] = useState('');
  const sheet = cutsSheet ? (brought?.sheet ?? null) : null;
  const preparation: Preparation | undefined = sheet ? { corners: sheet, evenLight: true } : undefined;
  const widthMm = readLengthMm(width, unit);
  const widthProblem =
    widthMm === null
      ? 'Say how wide the picture is on paper, for example 64 or 2 1/2.'
      : widthMm < 5 || widthMm > 500
        ? 'Between 5 and 500 mm (20 in).'
        : undefined;

  const take = async (file: File | undefined) => {
    if (!file) return;
    setBrought(null);
    setRulerEnds(null);
    setRulerLength('');
    // What is typed while the file is read stays.
    setWidth('');
    const tooLarge = fileTooLarge(file);
    setProblem(tooLarge);
    if (tooLarge) return;
    setReading(true);
    try {
      const original = await bringIn(file);
      const fresh: Brought = { file, original, sheet: await sheetOfOriginal(original.sha256) };
      setBrought(fresh);
      setCutsSheet(true);
      setName(nameFromFile(file.name));
      const told = toldWidthMm(fresh, fresh.sheet ?? wholeOriginal.corners);
      if (told) setWidth(formatLength(told, unit));
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setReading(false);
    }
  };
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
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void take(event.dataTransfer.files[0]);
  };
  const onSubmit = async (event: SubmitEvent) => {
    event.preventDefault();
    setTried(true);
    if (!brought || widthProblem || widthMm === null || name.trim() === '') return;
    setStarting(true);
    setProblem(null);
    try {
      const wish = { name: cleanText(name, 80), widthMm, fileName: brought.file.name, original: brought.original, preparation };
      const address = into === null ? `${await startMake(wish)}#picture` : `${into}#picture/${await addToMake(into, wish)}`;
      window.location.assign(`/makes/${address}`);
    } catch (error) {
      setProblem(problemToShow(error));
      setStarting(false);
    }
  };

  return (
    <div className="mx-auto max-w-6xl px-4 pb-12 sm:px-8">
      <header className="flex items-center gap-6 py-6">
        <a href="/" className="font-display text-lg font-semibold underline decoration-2 underline-offset-4">
          Table
        </a>
        <h1 className="text-3xl">{into === null ? 'New make' : 'One more picture'}</h1>
      </header>
      <main className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
        <section
          aria-label="Line image"
          onDragOver={(event) => {
            event.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={onDrop}
          className={`grid min-h-96 place-items-center border-4 border-dashed p-6 ${over ? 'border-accent bg-paper' : 'border-edge bg-bench'} ${brought ? 'bg-paper' : ''}`}
        >
          {brought ? (
            <figure className="w-full max-w-md">
              <PreviewWithRuler
                src={`/api/originals/${brought.original.sha256}/preview`}
                alt={`Preview of ${brought.file.name}`}
                sheet={sheet}
                ends={rulerEnds}
                onEnds={setRulerEnds}
              />
              {!sheet && <Ruler words={widthMm === null ? 'how wide on paper?' : formatLength(widthMm, unit)} />}
              <figcaption className="mt-2 flex flex-wrap items-center justify-between gap-3 text-sm">
                <span>{brought.file.name}</span>
                <PickFile onPick={take}>Take another file</PickFile>
              </figcaption>
            </figure>
          ) : (
            <div className="text-center">
              <ImageUp size={44} strokeWidth={1.5} className="mx-auto" aria-hidden="true" />
              <p className="mt-3 font-display text-xl font-semibold">{reading ? 'Reading the picture …' : 'Drop a line image here'}</p>
              <p className="mb-4 mt-1 text-soft">
                Or paste it. Lines on paper, scanned or photographed: PNG, JPEG, WebP, TIFF or SVG, up to 40 MB.
              </p>
              <div className="flex flex-wrap justify-center gap-3">
                <PickFile onPick={take}>Choose a file</PickFile>
                <PickFile onPick={take} camera>
                  Take a photo
                </PickFile>
              </div>
            </div>
          )}
        </section>
        <form onSubmit={(event) => void onSubmit(event)} className="space-y-5" noValidate>
          {problem && <ProblemNotice problem={problem} />}
          <Field
            label={into === null ? 'Name of the make' : 'Name of the picture'}
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
            problem={tried && name.trim() === '' ? 'Give it a name.' : undefined}
          />
          {brought?.sheet && (
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                checked={cutsSheet}
                onChange={(event) => {
                  setCutsSheet(event.target.checked);
                  const told = toldWidthMm(brought, event.target.checked && brought.sheet ? brought.sheet : wholeOriginal.corners);
                  setWidth(told ? formatLength(told, unit) : '');
                }}
                className="size-6 accent-accent"
              />
              A sheet of paper is seen here: cut it out, flatten it and even out its light
            </label>
          )}
          <div className="flex items-start gap-3">
            <Field
              label={sheet ? 'How wide is the sheet?' : 'How wide is it on paper?'}
              hint={
                brought?.original.widthMm
                  ? 'Read from the file.'
                  : `The whole ${sheet ? 'sheet' : 'picture'} from its left to its right edge.`
              }
              className="flex-1"
              inputMode="text"
              value={width}
              onChange={(event) => setWidth(event.target.value)}
              problem={tried ? widthProblem : undefined}
            />
            <fieldset className="pt-7">
              <legend className="sr-only">Unit</legend>
              {(['mm', 'in'] as const).map((one) => (
                <label key={one} className="flex min-h-8 items-center gap-2">
                  <input type="radio" name="unit" checked={unit === one} onChange={() => setUnit(one)} className="size-6 accent-accent" />
                  {one}
                </label>
              ))}
            </fieldset>
          </div>
          {brought &&
            (rulerEnds ? (
              <Field
                label="Or: the ruler is so long on paper"
                hint="Lay its two ends on something you know the length of."
                placeholder={unit === 'mm' ? '50' : '2'}
                value={rulerLength}
                onChange={(event) => {
                  setRulerLength(event.target.value);
                  const lengthMm = readLengthMm(event.target.value, unit);
                  const { widthPx, heightPx } = brought.original;
                  const widths = lengthInWidths(preparation ?? wholeOriginal, rulerEnds, widthPx, heightPx);
                  if (lengthMm !== null && widths > 0.01) setWidth(formatLength(lengthMm / widths, unit));
                }}
              />
            ) : (
              <Button
                onClick={() =>
                  setRulerEnds([
                    [0.2, 0.5],
                    [0.8, 0.5],
                  ])
                }
              >
                Not known? Lay a ruler on it
              </Button>
            ))}
          {brought?.original.note && <p role="status">{brought.original.note}</p>}
          <Button type="submit" weight="main" disabled={!brought || starting} className="w-full">
            {starting ? 'Starting …' : into === null ? 'Start this make' : 'Add it to the make'}
          </Button>
          {!brought && <p className="text-sm text-soft">Bring in a line image first.</p>}
        </form>
      </main>
    </div>
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

export const NewMake = asPage('this page', NewMakeWhole);
