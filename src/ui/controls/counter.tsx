import { Button } from './button';

type Props = {
  /** What is counted, as it follows "One more": "of The card". */
  label: string;
  value: number;
  /** Default 0. */
  least?: number;
  most: number;
  /** Written as "3 ×". Default false. */
  times?: boolean;
  onValue: (value: number) => void;
};

/** A small number, one more or one less by a press, or typed. */
export function Counter({ label, value, least = 0, most, times = false, onValue }: Props) {
  const set = (next: number) => onValue(Math.max(least, Math.min(most, next)));
  return (
    <span className="inline-flex items-center gap-1">
      <Button aria-label={`One less ${label}`} className="px-3!" disabled={value <= least} onClick={() => set(value - 1)}>
        −
      </Button>
      <input
        aria-label={`How many ${label}`}
        key={value}
        defaultValue={value}
        inputMode="numeric"
        className="min-h-11 w-14 border-b-2 border-ink bg-paper text-center font-code text-lg"
        onBlur={({ target }) => {
          const typed = Number(target.value);
          if (target.value.trim() !== '' && Number.isFinite(typed) && Math.round(typed) !== value) set(Math.round(typed));
          else target.value = String(value);
        }}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      {times && <span aria-hidden="true">×</span>}
      <Button aria-label={`One more ${label}`} className="px-3!" disabled={value >= most} onClick={() => set(value + 1)}>
        +
      </Button>
    </span>
  );
}
