import type { Problem } from '#model/api/problem';
import type { Picture } from '#model/picture';
import { Button } from '#ui/button.tsx';
import { ProblemNotice, ProgressNotice } from '#ui/notice.tsx';

export type Finding = { stage: string; share: number } | { problem: Problem } | null;

type Props = { picture: Picture; finding: Finding; onFind: () => void; onGoOn: () => void };

/** The Picture station: what came in, and the areas found in it. */
export function PictureStation({ picture, finding, onFind, onGoOn }: Props) {
  const regions = picture.regionMap?.regions ?? [];
  const smallest = regions.reduce((least, { areaMm2 }) => Math.min(least, areaMm2), Number.POSITIVE_INFINITY);
  return (
    <section aria-labelledby="picture-heading" className="space-y-5">
      <h2 id="picture-heading" className="text-2xl">
        {picture.name}
      </h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
        <dt className="text-soft">On paper</dt>
        <dd>
          {Math.round(picture.widthMm)} × {Math.round(picture.heightMm)} mm
        </dd>
        <dt className="text-soft">From</dt>
        <dd>{picture.original.fileName}</dd>
        {picture.regionMap && (
          <>
            <dt className="text-soft">Closed areas</dt>
            <dd>{regions.length}</dd>
            <dt className="text-soft">Smallest</dt>
            <dd>{regions.length > 0 ? `${smallest.toFixed(1)} mm²` : 'none'}</dd>
          </>
        )}
      </dl>
      {finding && 'share' in finding && <ProgressNotice words={finding.stage} share={finding.share} />}
      {finding && 'problem' in finding && (
        <ProblemNotice problem={finding.problem}>
          <Button onClick={onFind}>Find the areas again</Button>
        </ProblemNotice>
      )}
      {picture.regionMap && regions.length === 0 && (
        <ProblemNotice
          problem={{
            code: 'no-areas',
            message: 'No closed area was found.',
            remedy: 'Are there lines in the picture, and do they close? Bring it in again with darker, closed lines.',
          }}
        />
      )}
      {regions.length > 0 && (
        <>
          <p>Small breaks in the lines count as closed. Colour will run under the lines, as ink does.</p>
          <Button weight="main" onClick={onGoOn}>
            Gather the elements
          </Button>
        </>
      )}
    </section>
  );
}
