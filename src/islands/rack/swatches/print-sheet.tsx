import { useState } from 'react';
import type { Problem } from '#model/api/problem';
import { mostSwatchMarkers, type SwatchWish } from '#model/api/swatch-sheets';
import { counted } from '#core/make/counted';
import type { ReadMarker } from '#core/markers/readings';
import type { ShownMarker } from '#core/markers/assumed-colour';
import type { MarkerLine } from '#model/marker';
import { gridOf } from '#core/swatch/page-layout';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { layOutSheets, printAddress } from './use-swatches';

type Props = {
  /** Those that the rack shows just now stand first in the choice. */
  filtered: readonly ShownMarker[];
  all: readonly ShownMarker[];
  lines: readonly MarkerLine[];
  paper: string | undefined;
  onLaidOut: () => void;
};

const isReadOn = ({ reading }: ReadMarker, paper: string | undefined) => reading?.source === 'measured' && reading.paper === paper;

/** Which markers a sheet may be printed for, by what the maker has in mind. */
function selections({ filtered, all, lines, paper }: Props): { value: string; name: string; markers: readonly ShownMarker[] }[] {
  const owned = all.filter((marker) => marker.owned);
  const rows = [
    { value: 'unread', name: `Owned, not measured on this paper`, markers: owned.filter((marker) => !isReadOn(marker, paper)) },
    { value: 'owned', name: 'All that you own', markers: owned },
    ...(filtered.length < all.length ? [{ value: 'shown', name: 'What the rack shows just now', markers: filtered }] : []),
    ...lines.map(({ id, name }) => ({ value: id, name: `Owned of ${name}`, markers: owned.filter(({ lineId }) => lineId === id) })),
  ];
  return rows
    .filter(({ markers }) => markers.length > 0 && markers.length <= mostSwatchMarkers)
    .map((row) => ({ ...row, name: `${row.name} (${row.markers.length})` }));
}

/** Lays out a sheet for some markers and opens it as a PDF. */
export function PrintSheet(props: Props) {
  const options = selections(props);
  const [wanted, setWanted] = useState('');
  const [page, setPage] = useState<SwatchWish['page']>('A4');
  const [printed, setPrinted] = useState<{ numbers: string[]; words: string } | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const chosen = options.find(({ value }) => value === wanted) ?? options[0];
  if (!chosen) return <p>No markers yet. Paste your codes at “In and out” first.</p>;
  const { columns, rows } = gridOf(page);
  const pages = Math.ceil(chosen.markers.length / (columns * rows));
  const layOut = async () => {
    try {
      const markers = chosen.markers.map(({ id, code }) => ({ id, code }));
      const numbers = await layOutSheets({ page, markers });
      setPrinted({ numbers, words: `${counted(markers.length, 'marker')} on ${counted(numbers.length, 'page')}` });
      setProblem(null);
      props.onLaidOut();
    } catch (error) {
      setProblem(problemToShow(error));
    }
  };
  return (
    <div className="space-y-3">
      <Choice
        label="Markers"
        labelAt="above"
        className="max-w-96"
        options={options}
        value={chosen.value}
        onChoose={(value) => {
          setWanted(value);
          setPrinted(null);
        }}
      />
      <div className="flex flex-wrap items-center gap-3">
        <ChoiceButtons
          label="Size of the page"
          choices={[
            { id: 'A4', name: 'A4' },
            { id: 'Letter', name: 'Letter' },
          ]}
          chosen={page}
          onChoose={(own) => {
            setPage(own);
            setPrinted(null);
          }}
        />
        <Button weight={printed ? 'plain' : 'main'} onClick={() => void layOut()}>
          Lay out {counted(pages, 'page')}
        </Button>
        {printed && (
          <a href={printAddress(printed.numbers)} target="_blank" rel="noreferrer" className={buttonLook('main')}>
            Print {printed.words}
          </a>
        )}
      </div>
      {problem && <ProblemNotice problem={problem} />}
    </div>
  );
}
