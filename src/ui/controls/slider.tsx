import { useRef } from 'react';
import { Slider as Base } from 'radix-ui';

export type SliderProps = {
  label: string;
  /** What its two ends mean. */
  ends: readonly [string, string];
  value: number;
  least: number;
  most: number;
  step: number;
  /** The value in words. */
  words: string;
  onChange: (value: number) => void;
  /** Told when the hand, or the key that has moved it, lets go: however long it was held, that is one move. */
  onSettle?: ((value: number) => void) | undefined;
};

/** Keys that move a slider (ARIA Authoring Practices Guide, slider pattern). */
const slidingKeys = new Set(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End', 'PageUp', 'PageDown']);

/** A value between two ends, by hand and keys, told in words. */
export function Slider({ label, ends, value, least, most, step, words, onChange, onSettle }: SliderProps) {
  const isByKey = useRef(false);
  const rest = () => {
    if (isByKey.current) onSettle?.(value);
    isByKey.current = false;
  };
  return (
    <div>
      <div className="flex justify-between gap-4">
        <span className="font-semibold">{label}</span>
        <span className="text-soft">{words}</span>
      </div>
      <Base.Root
        className="relative flex h-11 w-full touch-none items-center"
        min={least}
        max={most}
        step={step}
        value={[value]}
        onValueChange={([next]) => next !== undefined && onChange(next)}
        onKeyDown={({ key }) => {
          if (slidingKeys.has(key)) isByKey.current = true;
        }}
        onKeyUp={rest}
        onBlur={rest}
        // A drag that ends where it began commits nothing; what follows it has to know all the same that it has ended.
        onPointerUp={() => onSettle?.(value)}
        onPointerCancel={() => onSettle?.(value)}
      >
        <Base.Track className="relative h-2 grow rounded-full border border-ink bg-paper">
          <Base.Range className="absolute h-full rounded-full bg-ink" />
        </Base.Track>
        <Base.Thumb
          aria-label={label}
          aria-valuetext={words}
          className="block size-7 cursor-grab rounded-full border-4 border-paper bg-accent shadow-[0_0_0_2px_var(--color-ink)]"
        />
      </Base.Root>
      <div className="flex justify-between text-sm text-soft" aria-hidden="true">
        <span>{ends[0]}</span>
        <span>{ends[1]}</span>
      </div>
    </div>
  );
}
