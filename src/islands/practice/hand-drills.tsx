import { lazy, Suspense, useState } from 'react';
import { digestOf } from '#core/make/digest';
import { handTexts } from '#core/practice/hand/hand-texts';
import { cautions } from '#core/technique/cautions';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useAskedWorker } from '#islands/shared/use-asked-worker.ts';
import { StoppedError } from '#islands/shared/use-files.ts';
import { mostPhotoBytes } from '#model/api/photos';
import { type DrillId, type DrillTry, handDrillIds } from '#model/practice';
import { buttonLook } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { DropBox } from '#ui/controls/drop-box.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import type { PracticeApi } from '#workers/practice.worker';
import type { ReadPractice } from '#workers/practice-messages';
import { DrillCard } from './drill-card';
import { SheetSketch } from './sheet-sketch';

const HandResult = lazy(() => import('./hand-result').then((module) => ({ default: module.HandResult })));

type Props = {
  triesOf: (drill: DrillId) => readonly DrillTry[];
  /** @param id the photo's own: told twice it counts once. */
  onRead: (drill: DrillId, score: number, id: string) => void;
};

const pageNames = [
  { id: 'A4', name: 'A4' },
  { id: 'Letter', name: 'Letter' },
] as const;

const printAddress = (page: string, drill?: string) => `/api/practice-sheets/print?page=${page}${drill ? `&drill=${drill}` : ''}`;

const usePracticeWorker = () =>
  useAskedWorker<PracticeApi>(
    'What reads practice sheets',
    (name) => new Worker(new URL('../../workers/practice.worker.ts', import.meta.url), { type: 'module', name }),
  );

/** Drills on paper: a sheet is printed, done, photographed, and told figure by figure. */
export function HandDrills({ triesOf, onRead }: Props) {
  const [page, setPage] = useState<(typeof pageNames)[number]['id']>('A4');
  const [read, setRead] = useState<Exclude<ReadPractice, { problem: string }> | null>(null);
  const [problem, setProblem] = useState('');
  const { working, ask, stop } = usePracticeWorker();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setRead(null);
    setProblem('');
    if (file.size > mostPhotoBytes) {
      setProblem(`The file has ${Math.round(file.size / 1024 / 1024)} MB; ${mostPhotoBytes / 1024 / 1024} MB fit. Save it as JPEG.`);
      return;
    }
    try {
      const answer = await ask<ReadPractice>(`Reading ${file.name}`, async (api, onProgress) => api.read({ file }, onProgress));
      if ('problem' in answer) {
        setProblem(answer.problem);
        return;
      }
      setRead(answer);
      onRead(answer.drill, answer.score, `photo-${digestOf(new Uint8Array(await file.arrayBuffer())).slice(0, 32)}`);
    } catch (error) {
      if (!(error instanceof StoppedError)) setProblem(problemToShow(error).message);
    }
  };
  return (
    <section aria-labelledby="by-hand" className="space-y-4">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h2 id="by-hand" className="text-2xl">
            By hand
          </h2>
          <p>Print a sheet on the paper you colour on, do it, photograph it dry. Half a sheet counts too.</p>
        </div>
        <div className="flex flex-wrap items-center gap-3">
          <ChoiceButtons label="Size of the page" choices={pageNames} chosen={page} onChoose={setPage} />
          <a href={printAddress(page)} target="_blank" rel="noreferrer" className={buttonLook('plain')}>
            Print all seven
          </a>
        </div>
      </div>
      <p className="border-l-8 border-ink bg-paper px-4 py-2 text-sm">{cautions.alcohol}</p>
      <DropBox label="Photo of a practice sheet" heading="Drop the photo of a sheet here" onFiles={([file]) => void take(file)}>
        <p className="text-soft">Whichever way round; all four black marks in it; even daylight. Which sheet it is, it says itself.</p>
        <FileButton label="Choose a photo of a sheet" accept="image/png,image/jpeg,image/webp" onFile={(file) => void take(file)} />
        <ReadingNotice reading={working} onStop={stop} />
      </DropBox>
      {problem && (
        <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-3" data-sheet-problem>
          {problem}
        </p>
      )}
      {read && (
        <Suspense fallback={<p role="status">One moment …</p>}>
          <HandResult read={read} onLeave={() => setRead(null)} />
        </Suspense>
      )}
      <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
        {handDrillIds.map((drill) => (
          <DrillCard
            key={drill}
            {...{ drill, ...handTexts[drill] }}
            tries={triesOf(drill)}
            sketch={<SheetSketch drill={drill} />}
            begin={() => (
              <a
                href={printAddress(page, drill)}
                target="_blank"
                rel="noreferrer"
                aria-label={`Print: ${handTexts[drill].name}`}
                className={buttonLook('plain')}
              >
                Print this sheet
              </a>
            )}
          />
        ))}
      </ul>
    </section>
  );
}
