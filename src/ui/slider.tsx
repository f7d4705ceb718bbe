type Props = {
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
};

/** A value between two ends, by hand and keys, told in words. */
export function Slider({ label, ends, value, least, most, step, words, onChange }: Props) {
  return (
    <label className="block">
      <span className="flex justify-between gap-4">
        <span className="font-semibold">{label}</span>
        <span className="text-soft">{words}</span>
      </span>
      <input
        type="range"
        aria-label={label}
        aria-valuetext={words}
        min={least}
        max={most}
        step={step}
        value={value}
        className="mt-1 h-8 w-full accent-accent"
        onChange={(event) => onChange(Number(event.target.value))}
      />
      <span className="flex justify-between text-sm text-soft" aria-hidden="true">
        <span>{ends[0]}</span>
        <span>{ends[1]}</span>
      </span>
    </label>
  );
}
