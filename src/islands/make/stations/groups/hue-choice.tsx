import { type KeyboardEvent, useMemo } from 'react';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { isUsable } from '#core/markers/find-ladders';
import { type HueId, hueIds, isOfHue } from '#core/markers/hues';
import { DoubleChipShape } from '#ui/ladder/double-chip.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';

type Props = { markers: readonly ShownMarker[]; chosen: HueId | null; onChoose: (hue: HueId | null) => void };

/** The strongest usable ink of a hue, or of a grey the one in the middle: what stands for it. */
function sampleOf(hue: HueId, markers: readonly ShownMarker[]): ShownMarker | undefined {
  const own = markers.filter((marker) => marker.lab && isUsable(marker) && isOfHue(marker.lab, hue));
  const merit = ({ lab }: ShownMarker) => (lab ? Math.hypot(lab.a, lab.b) - 0.5 * Math.abs(lab.L - 62) : 0);
  return own.reduce<ShownMarker | undefined>((best, marker) => (best && merit(best) >= merit(marker) ? best : marker), undefined);
}

/** A letter goes to the next hue that begins with it: nobody steps through thirteen chips. */
function jumpByLetter(event: KeyboardEvent<HTMLFieldSetElement>): void {
  if (event.ctrlKey || event.metaKey || event.altKey || !/^\p{L}$/u.test(event.key)) return;
  const chips = [...event.currentTarget.querySelectorAll('button')];
  const here = chips.indexOf(document.activeElement as HTMLButtonElement);
  const turned = [...chips.slice(here + 1), ...chips.slice(0, here + 1)];
  const next = turned.find((chip) => chip.textContent?.trim().toLowerCase().startsWith(event.key.toLowerCase()));
  if (!next) return;
  event.preventDefault();
  event.stopPropagation();
  next.focus();
}

/** The hue first, in words and as a marker of it; none asked for: what such an element usually gets. */
export function HueChoice({ markers, chosen, onChoose }: Props) {
  const hues = useMemo(
    () =>
      hueIds.flatMap((hue) => {
        const sample = sampleOf(hue, markers);
        return sample ? [{ hue, sample }] : [];
      }),
    [markers],
  );
  return (
    <fieldset className="my-1 flex min-w-0 flex-wrap gap-1 pb-1" aria-label="Hue" onKeyDown={jumpByLetter}>
      <ToggleChip isOn={chosen === null} onTurn={() => onChoose(null)}>
        as usual
      </ToggleChip>
      {hues.map(({ hue, sample }) => (
        <ToggleChip key={hue} isOn={chosen === hue} onTurn={() => onChoose(chosen === hue ? null : hue)}>
          <svg width="24" height="12" viewBox="0 0 24 12" aria-hidden="true" className="bg-paper">
            <DoubleChipShape lab={sample.lab} width={24} height={12} />
          </svg>
          {hue}
        </ToggleChip>
      ))}
    </fieldset>
  );
}
