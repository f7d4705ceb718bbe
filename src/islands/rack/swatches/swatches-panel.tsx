import { downloadName } from '#core/make/download-name';
import { useEffect, useMemo, useState } from 'react';
import type { RackChange } from '#model/api/rack';
import type { ColourReading, Lab } from '#model/marker';
import type { PrintedSheet } from '#model/printed-sheet';
import type { ShownMarker } from '#core/markers/assumed-colour';
import type { ColouredRack } from '#core/markers/readings';
import { offeredCells } from '#core/swatch/offered-cells';
import type { ReadCell } from '#core/swatch/read-swatches';
import { usualPaper } from '#core/swatch/usual-paper';
import { lastTaken } from '#core/technique/goes-with';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { saveFile } from '#islands/shared/save-file.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { today } from '#islands/shared/today.ts';
import { Choice } from '#ui/controls/choice.tsx';
import { DropBox } from '#ui/controls/drop-box.tsx';
import { Field } from '#ui/controls/field.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { mostPhotoBytes, type SheetAnswer } from '#workers/swatches-messages';
import { OfferedCells } from './offered-cells';
import { PrintSheet } from './print-sheet';
import { PrintedSheets } from './printed-sheets';
import { StoppedError } from '#islands/shared/use-files.ts';
import { usePrintedSheets, useSwatchWorker } from './use-swatches';

type Props = {
  rack: ColouredRack;
  shown: readonly ShownMarker[];
  filtered: readonly ShownMarker[];
  busy: boolean;
  onChange: (change: RackChange) => Promise<boolean>;
};

/** Stands for a paper that nobody named. */
const noPaper = '-';

/** Papers to choose from, and the one that is chosen: at first that which was taken last. */
function usePaper() {
  const { supplies, load } = useSupplies();
  useEffect(() => {
    void load();
  }, [load]);
  const [wanted, setWanted] = useState<string | null>(null);
  const papers = supplies?.supplies.filter(({ kind }) => kind === 'paper') ?? [];
  const chosen = wanted ?? lastTaken('paper', papers)?.name ?? noPaper;
  return { papers, chosen, paper: chosen === noPaper ? undefined : chosen, choose: setWanted };
}

/** Measuring the rack from the maker's own paper: a sheet is printed, coloured, photographed, and each cell taken or left. */
export function SwatchesPanel({ rack, shown, filtered, busy, onChange }: Props) {
  const { papers, chosen, paper, choose } = usePaper();
  const [bareL, setBareL] = useState('');
  const printed = usePrintedSheets();
  const { working, ask, stop } = useSwatchWorker();
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  // Pages that were dropped together, one after the other.
  const [reads, setReads] = useState<readonly { sheet: PrintedSheet; cells: ReadCell[] }[]>([]);
  const sheets = printed.data?.sheets ?? [];
  const bare = Number(bareL.replace(',', '.'));
  const isBare = bareL.trim() === '' || (bare >= 70 && bare <= 100);
  const paperLab: Lab = bareL.trim() === '' ? usualPaper : { L: bare, a: 0, b: 0 };

  const take = async (files: readonly Blob[], words: string) => {
    if (files.length === 0 || !isBare) return;
    setReads([]);
    setDone(null);
    setProblem(null);
    const problems: string[] = [];
    const found: { sheet: PrintedSheet; cells: ReadCell[] }[] = [];
    for (const [index, file] of files.entries()) {
      const page = files.length > 1 ? `, ${index + 1} of ${files.length}` : '';
      const read = await readOne(file, `${words}${page}`);
      if (read === null) return;
      if ('problem' in read) problems.push(`${files.length > 1 ? `Photo ${index + 1}: ` : ''}${read.problem}`);
      else found.push(read);
    }
    setReads(found);
    if (problems.length > 0) setProblem(problems.join(' '));
  };
  /** What a photo shows, or what is wrong in words; null: the maker stopped it. */
  const readOne = async (file: Blob, words: string): Promise<{ sheet: PrintedSheet; cells: ReadCell[] } | { problem: string } | null> => {
    if (file.size > mostPhotoBytes)
      return {
        problem: `The file has ${Math.round(file.size / 1024 / 1024)} MB; ${mostPhotoBytes / 1024 / 1024} MB fit. Save it as JPEG.`,
      };
    try {
      const asked = { file, sheets: sheets.map(withoutDate), paper: paperLab };
      const answer = await ask<SheetAnswer>(words, async (api, onProgress) => api.read(asked, onProgress));
      if ('problem' in answer) return answer;
      const sheet = sheets.find((own) => own.sheet === answer.sheet);
      return sheet ? { sheet, cells: answer.cells } : { problem: 'The sheet is not known any more. Print it again.' };
    } catch (error) {
      return error instanceof StoppedError ? null : { problem: problemToShow(error).message };
    }
  };
  const photograph = async (sheet: PrintedSheet) => {
    const thought = sheet.codes.map(({ id }) => ({ id, lab: shown.find((marker) => marker.id === id)?.lab }));
    try {
      const photo = await ask('Colouring the sheet and photographing it', (api) =>
        api.photograph({ sheet: withoutDate(sheet), thought, seed: Math.floor(Math.random() * 1000) }),
      );
      saveFile(downloadName('Swatch sheet', 'made-up photo', today(), 'jpg'), photo, 'image/jpeg');
      await take([photo], 'Reading the made-up photograph');
    } catch (error) {
      if (!(error instanceof StoppedError)) setProblem(problemToShow(error).message);
    }
  };
  const [read] = reads;
  const next = () => setReads((now) => now.slice(1));
  const offered = useMemo(() => read && offeredCells(read.cells, read.sheet, rack, paper), [read, rack, paper]);
  const keep = async (readings: ColourReading[]) => {
    if (!(await onChange({ readings }))) return;
    next();
    setDone(`${readings.length} readings kept, ${paper ? `on ${paper}` : 'on a paper nobody named'}, ${today()}.`);
  };
  return (
    <section aria-labelledby="swatches-heading" className="space-y-6">
      <div>
        <h2 id="swatches-heading" className="text-2xl">
          Swatches
        </h2>
        <p className="mt-1 max-w-prose">
          No maker of markers knows your paper. Colour one sheet of it, photograph it, and every ladder stands as your ink truly falls.
        </p>
      </div>
      <div className="flex flex-wrap items-start gap-4">
        <Choice
          label="Your paper"
          labelAt="above"
          className="w-72"
          options={[{ value: noPaper, name: 'A paper nobody named' }, ...papers.map(({ name }) => ({ value: name, name }))]}
          value={chosen}
          onChoose={choose}
        />
        <Field
          label="Its bare L*"
          hint="95, unless you measured it"
          className="w-48"
          inputMode="decimal"
          placeholder={String(usualPaper.L)}
          value={bareL}
          problem={isBare ? undefined : 'paper has an L* of 70 to 100'}
          onChange={(event) => setBareL(event.target.value)}
        />
      </div>
      <div className="grid gap-8 lg:grid-cols-2">
        <div className="space-y-4">
          <h3 className="text-lg">1. Print a sheet on it, and colour it</h3>
          <PrintSheet {...{ filtered, paper }} all={shown} lines={rack.lines} onLaidOut={printed.again} />
          {printed.problem && <ProblemNotice problem={printed.problem} />}
          {printed.data && (
            <PrintedSheets printed={printed.data} isBusy={working !== null} onPhotograph={(sheet) => void photograph(sheet)} />
          )}
        </div>
        <div className="space-y-3">
          <h3 className="text-lg">2. Scan or photograph it, dry</h3>
          <DropBox label="Photo of a swatch sheet" heading="Drop the photo here" onFiles={(files) => void take(files, 'Reading the sheet')}>
            <p className="text-soft">
              Whichever way round; all four black marks in it; even daylight, no flash. Which sheet it is, it says itself.
            </p>
            <FileButton
              label="Choose a photo"
              accept="image/png,image/jpeg,image/webp"
              onFile={(file) => void take([file], `Reading ${file.name}`)}
            />
            <ReadingNotice reading={working} onStop={stop} />
          </DropBox>
          <p className="text-sm text-soft">A photo is no colorimeter: values are as true as the light was even, and hold for this paper.</p>
          {problem && (
            <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-3">
              {problem} Nothing was changed.
            </p>
          )}
          {done && (
            <p role="status" className="border-l-8 border-ink bg-paper px-4 py-3">
              {done}
            </p>
          )}
        </div>
      </div>
      {read && offered && (
        <OfferedCells
          key={`${read.sheet.sheet} ${paper ?? ''}`}
          sheet={read.sheet}
          {...{ offered, paper, busy }}
          onKeep={(readings) => void keep(readings)}
          onLeave={next}
        />
      )}
    </section>
  );
}

/** A sheet as it is kept: what the list says beside it is none of it. */
function withoutDate({ sheet, page, cells, codes }: PrintedSheet): PrintedSheet {
  return { sheet, page, cells, codes };
}
