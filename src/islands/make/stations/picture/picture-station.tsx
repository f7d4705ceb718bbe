import { ImagePlus } from 'lucide-react';
import type { ColouredPicture } from '#model/coloured-picture';
import { lineHexOf } from '#core/make/line-hex';
import { lineColourWords } from '#core/colour/line-colour';
import { counted } from '#core/make/counted';
import type { IndexedTable } from '#core/make/region-tables';
import type { PictureDoubt } from '#core/picture/judge-picture';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { StepTabs } from '#ui/controls/step-tabs.tsx';
import type { DeskStep, DeskStore } from './desk-store';
import type { MakeStore } from '../../document/make-store';
import type { LiveReading } from '../../picture/use-reading';
import { CutOutPanel } from './cut-out-panel';
import { LineSettingsPanel } from './line-settings-panel';
import { LostRegions } from './lost-regions';
import { MeasuresPanel } from './measures-panel';
import { MendPanel } from './mend-panel';
import { StationHeading } from '../station-heading';

type Props = {
  useMake: MakeStore;
  useDesk: DeskStore;
  reading: LiveReading;
  makeId: string;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  originalPx: { widthPx: number; heightPx: number } | null;
  onGoOn: () => void;
};

const steps: readonly { id: DeskStep; name: string }[] = [
  { id: 'cutOut', name: 'Straighten' },
  { id: 'lines', name: 'Lines' },
  { id: 'mend', name: 'Mend' },
  { id: 'measures', name: 'Measure' },
];

const doubts: Record<PictureDoubt, { message: string; remedy: string }> = {
  noLines: {
    message: 'Hardly any line was found on the paper.',
    remedy: 'Under "Lines", try fainter lines; or stamp it again with more ink and scan it at 300 dots per inch.',
  },
  allInk: {
    message: 'Most of the picture counts as ink.',
    remedy: 'Is it a negative, or a dark photo? Under "Straighten", cut out the stamped part and even out the light.',
  },
  photograph: {
    message: 'This looks like a photograph, not like a line image.',
    remedy: 'Aquachrome colours black lines on paper. Bring in the stamped or printed lines instead.',
  },
};

/** The Picture station: how the picture is cut out, which lines and areas were found in it, and what the maker mends. */
export function PictureStation({ useMake, useDesk, reading, makeId, picture, table, originalPx, onGoOn }: Props) {
  const step = useDesk(({ step: own }) => own);
  const set = useDesk(({ set: own }) => own);
  const { finding, doubt } = reading;
  const regions = picture.regionMap?.count ?? 0;
  const cues = table?.table.cues.length ?? 0;
  const isFound = picture.regionMap !== undefined;
  return (
    <section aria-labelledby="picture-heading" className="space-y-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <StationHeading id="picture-heading">{picture.name}</StationHeading>
        <p className="flex-1 whitespace-nowrap text-soft" data-size>
          {Math.round(picture.widthMm)} × {Math.round(picture.heightMm)} mm
          {lineHexOf(picture) && `, lines ${lineColourWords(lineHexOf(picture))}`}
        </p>
        <a href={`/makes/new?into=${makeId}`} className={buttonLook('quiet')}>
          <ImagePlus size={18} aria-hidden="true" /> Add a picture
        </a>
      </div>
      {isFound && (
        <div className="flex flex-wrap items-center justify-between gap-4">
          <p>
            <strong data-area-count>{regions}</strong> closed {regions === 1 ? 'area' : 'areas'}
            {cues > 0 && `, ${counted(cues, 'patch', 'patches')} of hatching or dots`}
          </p>
          {regions > 0 && (
            <Button weight="main" onClick={onGoOn}>
              Gather the elements
            </Button>
          )}
        </div>
      )}
      {finding && 'problem' in finding && (
        <ProblemNotice problem={finding.problem}>
          <Button onClick={reading.tryAgain}>Find the areas again</Button>
        </ProblemNotice>
      )}
      {doubt && <ProblemNotice problem={{ code: doubt, ...doubts[doubt] }} />}
      {isFound && regions === 0 && !doubt && (
        <ProblemNotice
          problem={{
            code: 'no-areas',
            message: 'No closed area was found.',
            remedy: 'Under "Mend", close the openings of the lines; under "Lines", try fainter lines or wider breaks.',
          }}
        />
      )}
      <LostRegions useMake={useMake} picture={picture} table={table} />
      <StepTabs label="Work on the picture" steps={steps} current={step} onGo={(id) => set({ step: id, penDownAt: null, said: '' })}>
        {step === 'cutOut' && <CutOutPanel useMake={useMake} useDesk={useDesk} picture={picture} originalPx={originalPx} />}
        {step === 'lines' && <LineSettingsPanel useMake={useMake} useDesk={useDesk} reading={reading} picture={picture} />}
        {step === 'mend' && <MendPanel {...{ useMake, useDesk, reading, picture, table }} />}
        {step === 'measures' && <MeasuresPanel useDesk={useDesk} makeId={makeId} picture={picture} table={table} />}
      </StepTabs>
    </section>
  );
}
