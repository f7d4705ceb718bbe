import { type SubmitEvent, useState } from 'react';
import { mostOriginalBytes } from '#model/api/originals';
import type { Problem } from '#model/api/problem';
import { type Preparation, wholeOriginal } from '#model/preparation';
import { cleanText } from '#model/text';
import { formatLength, type LengthUnit, readLengthMm } from '#core/card/lengths';
import { useHandedOver } from '#islands/shared/handed-over.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { sheetOfOriginal } from '#islands/shared/sheet-of-original.ts';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { bringIn } from '#islands/shared/originals.ts';
import { addToMake, startMake } from './bring-in';
import { type Brought, DropPlace } from './drop-place';
import { NamedAreas } from './named-areas';
import type { RulerEnds } from './preview-with-ruler';
import { RulerOnPaper, WidthOnPaper } from './width-on-paper';

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

/** Starts a make with the picture, or adds it to one; answers where it is then found. */
async function addressOf(into: string | null, wish: Parameters<typeof startMake>[0]): Promise<string> {
  return into === null ? `${await startMake(wish)}#picture` : `${into}#picture/${await addToMake(into, wish)}`;
}

function Head({ words }: { words: string }) {
  return (
    <header className="flex items-center gap-6 py-6">
      <a href="/" className="font-display text-lg font-semibold underline decoration-2 underline-offset-4">
        Table
      </a>
      <h1 className="text-3xl">{words}</h1>
    </header>
  );
}

function problemOfWidth(widthMm: number | null): string | undefined {
  if (widthMm === null) return 'Say how wide the picture is on paper, for example 64 or 2 1/2.';
  return widthMm < 5 || widthMm > 500 ? 'Between 5 and 500 mm (20 in).' : undefined;
}

function CutSheet({ cutsSheet, onCut }: { cutsSheet: boolean; onCut: (cuts: boolean) => void }) {
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input type="checkbox" checked={cutsSheet} onChange={(event) => onCut(event.target.checked)} className="size-6 accent-accent" />A
      sheet of paper is seen here: cut it out, flatten it and even out its light
    </label>
  );
}

function StartButton({ isReady, isStarting, words }: { isReady: boolean; isStarting: boolean; words: string }) {
  return (
    <>
      <Button type="submit" weight="main" disabled={!isReady || isStarting} className="w-full">
        {isStarting ? 'Starting …' : words}
      </Button>
      {!isReady && <p className="text-sm text-soft">Bring in a line image first.</p>}
    </>
  );
}

/** A drawing whose shapes cannot be told apart is a line image all the same. */
function asItIsDrawn(error: unknown): null {
  console.info(error);
  return null;
}

/** A file as the server has it, the sheet that is seen in it, and its named areas. @throws CallProblem */
async function broughtIn(file: File): Promise<Brought> {
  const { kindOfFile, readLayered } = await import('./layered');
  const isLayered = (await kindOfFile(file)) === 'layers';
  const isSvg = !isLayered && /\.svg$/i.test(file.name);
  const plain = isLayered ? null : await bringIn(file);
  const sheet = plain && !isSvg ? await sheetOfOriginal(plain.sha256) : null;
  const layered = isLayered ? await readLayered(file) : isSvg ? await readLayered(file).catch(asItIsDrawn) : null;
  if (!layered) {
    if (!plain) throw new RangeError('The layered picture holds no layer that is seen.');
    return { file, original: plain, sheet, layered: null };
  }
  const original = await bringIn(new File([layered.lines], file.name));
  return { file, original: plain ?? original, sheet: null, layered: { areas: layered.areas, isDrawn: layered.isDrawn, original } };
}

type BroughtOptions = { /** Before a file is read. */ onBegin: () => void; onRead: (brought: Brought) => void };

/** The file that was brought in, and whether the sheet that is seen in it is cut out. */
function useBroughtFile({ onBegin, onRead }: BroughtOptions) {
  const [brought, setBrought] = useState<Brought | null>(null);
  const [cutsSheet, setCutsSheet] = useState(true);
  const [takesNames, setTakesNames] = useState(true);
  const [isReading, setReading] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setBrought(null);
    onBegin();
    const tooLarge = fileTooLarge(file);
    setProblem(tooLarge);
    if (tooLarge) return;
    setReading(true);
    try {
      const fresh = await broughtIn(file);
      setBrought(fresh);
      setCutsSheet(true);
      setTakesNames(true);
      onRead(fresh);
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setReading(false);
    }
  };
  return { brought, cutsSheet, setCutsSheet, takesNames, setTakesNames, isReading, problem, setProblem, take };
}

/** New make, or one more picture of a make: a line image and how wide it is on paper. */
function NewMakeWhole() {
  // The make that the picture is added to; null: a new one is started with it.
  const [into] = useState(() => new URLSearchParams(window.location.search).get('into'));
  const [name, setName] = useState('');
  const [width, setWidth] = useState('');
  const [unit, setUnit] = useState<LengthUnit>('mm');
  const [tried, setTried] = useState(false);
  const [starting, setStarting] = useState(false);
  const [rulerEnds, setRulerEnds] = useState<RulerEnds | null>(null);
  const widthMm = readLengthMm(width, unit);
  const widthProblem = problemOfWidth(widthMm);

  const { brought, cutsSheet, setCutsSheet, takesNames, setTakesNames, isReading, problem, setProblem, take } = useBroughtFile({
    onBegin: () => {
      setRulerEnds(null);
      // What is typed while the file is read stays.
      setWidth('');
    },
    onRead: (fresh) => {
      setName(nameFromFile(fresh.file.name));
      const told = toldWidthMm({ ...fresh, original: fresh.layered?.original ?? fresh.original }, fresh.sheet ?? wholeOriginal.corners);
      if (told) setWidth(formatLength(told, unit));
    },
  });
  useHandedOver(
    (file) => void take(file),
    (error) => setProblem(problemToShow(error)),
  );
  const layered = brought?.layered ?? null;
  const areas = takesNames ? layered?.areas : undefined;
  // The line image that is taken: without its colours, or as it came.
  const taken = brought && takesNames && layered ? { ...brought, original: layered.original } : brought;
  const sheet = cutsSheet ? (brought?.sheet ?? null) : null;
  const preparation: Preparation | undefined = sheet ? { corners: sheet, evenLight: true } : undefined;
  const onSubmit = async (event: SubmitEvent) => {
    event.preventDefault();
    setTried(true);
    if (!taken || widthProblem || widthMm === null || name.trim() === '') return;
    setStarting(true);
    setProblem(null);
    try {
      const wish = { name: cleanText(name, 80), widthMm, fileName: taken.file.name, original: taken.original, preparation, areas };
      window.location.assign(`/makes/${await addressOf(into, wish)}`);
    } catch (error) {
      setProblem(problemToShow(error));
      setStarting(false);
    }
  };

  return (
    <div className="mx-auto max-w-6xl px-4 pb-12 sm:px-8">
      <Head words={into === null ? 'New make' : 'One more picture'} />
      <main className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
        <DropPlace
          {...{ brought: taken, isReading, sheet, rulerEnds, take }}
          onEnds={setRulerEnds}
          words={widthMm === null ? 'how wide on paper?' : formatLength(widthMm, unit)}
        />
        <form onSubmit={(event) => void onSubmit(event)} className="space-y-5" noValidate>
          {problem && <ProblemNotice problem={problem} />}
          <Field
            label={into === null ? 'Name of the make' : 'Name of the picture'}
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
            problem={tried && name.trim() === '' ? 'Give it a name.' : undefined}
          />
          {layered && brought && (
            <NamedAreas layered={layered} takes={takesNames} onTake={layered.original === brought.original ? null : setTakesNames} />
          )}
          {brought?.sheet && (
            <CutSheet
              cutsSheet={cutsSheet}
              onCut={(cuts) => {
                setCutsSheet(cuts);
                const told = toldWidthMm(brought, cuts && brought.sheet ? brought.sheet : wholeOriginal.corners);
                setWidth(told ? formatLength(told, unit) : '');
              }}
            />
          )}
          <WidthOnPaper
            {...{ width, setWidth, unit, setUnit }}
            isSheet={sheet !== null}
            isTold={Boolean(taken?.original.widthMm)}
            problem={tried ? widthProblem : undefined}
          />
          {brought && (
            <RulerOnPaper
              {...{ brought, preparation, unit, rulerEnds }}
              onEnds={setRulerEnds}
              onWidth={(mm) => setWidth(formatLength(mm, unit))}
            />
          )}
          {taken?.original.note && <p role="status">{taken.original.note}</p>}
          <StartButton isReady={brought !== null} isStarting={starting} words={into === null ? 'Start this make' : 'Add it to the make'} />
        </form>
      </main>
    </div>
  );
}

export const NewMake = asPage('this page', NewMakeWhole);
