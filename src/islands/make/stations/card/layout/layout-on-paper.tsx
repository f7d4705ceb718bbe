import { useState } from 'react';
import type { Card } from '#model/card';
import type { Make } from '#model/make';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { buttonLook } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { paperChoices } from '../take-out';

/** The layout at true size to lay pieces on, and the steps beside it. */
export function LayoutOnPaper({ make, card }: { make: Make; card: Card }) {
  const [paper, setPaper] = useState<(typeof paperChoices)[number]['id']>('a4');
  const unit = useLengthUnit((state) => state.unit);
  const href = (isMirrored: boolean) =>
    `/api/makes/${make.id}/card-layout?${new URLSearchParams({ paper, unit, card: card.id, ...(isMirrored ? { mirrored: 'yes' } : {}) })}`;
  return (
    <section aria-label="The layout on paper" className="flex flex-wrap items-center gap-2 border-t-2 border-ink pt-3">
      <ChoiceButtons label="Paper of the printer" choices={paperChoices} chosen={paper} onChoose={setPaper} />
      <a href={href(false)} target="_blank" rel="noreferrer" className={buttonLook('plain')}>
        Layout and steps at true size
      </a>
      <a href={href(true)} target="_blank" rel="noreferrer" className={buttonLook('plain')}>
        Mirrored, from behind or through a window
      </a>
    </section>
  );
}
