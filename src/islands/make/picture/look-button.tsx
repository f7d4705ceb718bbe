import { Paintbrush } from 'lucide-react';
import { PictureToggle } from '#ui/controls/picture-toggle.tsx';
import type { MakeStore } from '../document/make-store';

/** Turns between the bands as they lie and what they are expected to look like. */
export function LookButton({ useMake }: { useMake: MakeStore }) {
  const shown = useMake((state) => state.shownLook);
  return (
    <PictureToggle
      label="Expected look"
      title="What it is expected to look like, coloured so"
      isOn={shown !== 'bands'}
      onTurn={(isOn) => useMake.getState().showLook(isOn ? 'dry' : 'bands')}
    >
      <Paintbrush aria-hidden="true" />
    </PictureToggle>
  );
}
