import type { CardSpread } from '#model/card';
import { LengthField } from '#ui/controls/length-field.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';

const isPanel = (mm: number | null): mm is number => mm !== null && mm >= 10 && mm <= 1000;

/** How large the panel is, how much room lies between its pieces, and what of its middle stays free. */
export function SpreadSizes({ spread, change }: { spread: CardSpread; change: (next: (spread: CardSpread) => CardSpread) => void }) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <LengthField
        when="left"
        label="Panel wide"
        className="w-28"
        mm={spread.widthMm}
        onMm={(mm) => isPanel(mm) && change((own) => ({ ...own, widthMm: mm }))}
      />
      <LengthField
        when="left"
        label="Panel high"
        className="w-28"
        mm={spread.heightMm}
        onMm={(mm) => isPanel(mm) && change((own) => ({ ...own, heightMm: mm }))}
      />
      <LengthField
        when="left"
        label="Between them"
        className="w-28"
        mm={spread.gapMm}
        onMm={(mm) => mm !== null && mm <= 50 && change((own) => ({ ...own, gapMm: mm }))}
      />
      <ToggleChip
        isOn={spread.free !== undefined}
        onTurn={() =>
          change(({ free, ...own }) =>
            free ? own : { ...own, free: { widthMm: Math.round(own.widthMm * 0.5), heightMm: Math.round(own.heightMm * 0.4) } },
          )
        }
      >
        Round a free middle
      </ToggleChip>
      {spread.free && (
        <>
          <LengthField
            when="left"
            label="Middle wide"
            className="w-28"
            mm={spread.free.widthMm}
            onMm={(mm) => isPanel(mm) && change((own) => ({ ...own, free: { widthMm: mm, heightMm: own.free?.heightMm ?? mm } }))}
          />
          <LengthField
            when="left"
            label="Middle high"
            className="w-28"
            mm={spread.free.heightMm}
            onMm={(mm) => isPanel(mm) && change((own) => ({ ...own, free: { heightMm: mm, widthMm: own.free?.widthMm ?? mm } }))}
          />
        </>
      )}
    </div>
  );
}
