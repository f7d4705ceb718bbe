import { useState } from 'react';
import { Slider, type SliderProps } from '#ui/controls/slider.tsx';
import { type LightChange, takeLight, tryLight } from './light-acts';
import type { LightDesk } from './light-desk';
import type { MakeStore } from '../../document/make-store';

type Props = Omit<SliderProps, 'words' | 'onChange' | 'onSettle'> & {
  useMake: MakeStore;
  useLight: LightDesk;
  words: (value: number) => string;
  /** The edit that a value means. */
  change: (value: number) => LightChange;
};

/** A slider of the light: the picture shows its value while it moves, and it is an edit, one, when it is let go. */
export function TriedSlider({ useMake, useLight, value, words, change, ...slider }: Props) {
  const [moving, setMoving] = useState<number | null>(null);
  const shown = moving ?? value;
  return (
    <Slider
      {...slider}
      value={shown}
      words={words(shown)}
      onChange={(next) => {
        setMoving(next);
        tryLight(useMake, useLight, change(next));
      }}
      onSettle={(next) => {
        setMoving(null);
        takeLight(useMake, useLight, change(next));
      }}
    />
  );
}
