import { Paintbrush } from 'lucide-react';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../document/make-store';

/** Turns between the bands as they lie and what they are expected to look like. */
export function LookButton({ useMake }: { useMake: MakeStore }) {
  const shown = useMake((state) => state.shownLook);
  const isOn = shown !== 'bands';
  return (
    <Button
      weight="quiet"
      className={`size-11 no-underline ${isOn ? 'bg-ink !text-paper' : ''}`}
      aria-pressed={isOn}
      aria-label="Expected look"
      title="What it is expected to look like, coloured so"
      onClick={() => useMake.getState().showLook(isOn ? 'bands' : 'dry')}
    >
      <Paintbrush aria-hidden="true" />
    </Button>
  );
}
