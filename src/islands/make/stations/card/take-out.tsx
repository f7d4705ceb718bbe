import { useState } from 'react';
import type { Make } from '#model/make';
import { downloadName } from '#core/make/download-name';
import { outlinesSvg } from '#core/outline/outlines-svg';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { saveFile } from '#islands/shared/save-file.ts';
import { today } from '#islands/shared/today.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';

/** Lines of a printed image; pale ones vanish under the colour (no-line). */
const lines = [
  { id: '#000000', name: 'black' },
  { id: '#6b6b6b', name: 'grey' },
  { id: '#6b4a35', name: 'brown' },
  { id: '#dcdcdc', name: 'pale, for no-line' },
] as const;

export const paperChoices = [
  { id: 'a4', name: 'A4' },
  { id: 'letter', name: 'Letter' },
] as const;

/** What is needed, the passes and the masks on paper, images to print instead of stamping, and every outline for a cutting machine. */
export function TakeOut({ make }: { make: Make }) {
  const [paper, setPaper] = useState<(typeof paperChoices)[number]['id']>('a4');
  const [line, setLine] = useState<(typeof lines)[number]['id']>('#000000');
  const unit = useLengthUnit((state) => state.unit);
  const dies = (make.drawn ?? []).filter((item) => item.kind === 'die');
  return (
    <section aria-label="On paper and out" className="space-y-2 border-t-2 border-ink pt-3">
      <h3 className="text-lg">On paper and out</h3>
      <p className="flex flex-wrap items-center gap-2">
        <ChoiceButtons label="Paper of the printer" choices={paperChoices} chosen={paper} onChoose={setPaper} />
        <a
          href={`/api/makes/${make.id}/card-plan?${new URLSearchParams({ paper, unit })}`}
          target="_blank"
          rel="noreferrer"
          className={buttonLook('plain')}
        >
          What is needed, paper, passes and masks
        </a>
        <Button
          disabled={dies.length === 0}
          onClick={() => saveFile(downloadName(make.name, 'outlines', today(), 'svg'), outlinesSvg(dies), 'image/svg+xml')}
        >
          Outlines as SVG in mm
        </Button>
      </p>
      <p className="flex flex-wrap items-center gap-2">
        <span>Printed instead of stamped, lines</span>
        <ChoiceButtons label="Lines of printed images" choices={lines} chosen={line} onChoose={setLine} />
        <a
          href={`/api/makes/${make.id}/printed-images?${new URLSearchParams({ paper, line })}`}
          target="_blank"
          rel="noreferrer"
          className={buttonLook('plain')}
        >
          Images on sheets
        </a>
      </p>
    </section>
  );
}
