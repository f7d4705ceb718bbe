import { useState } from 'react';
import { formatLength, type LengthUnit, readLengthMm, readOffsetMm } from '#core/card/lengths';
import { Field } from './field';

type Props = {
  label: string;
  /** What stands there while nothing is typed. */
  mm: number;
  /** Null: what is typed is no length. */
  onMm: (mm: number | null) => void;
  /** Told with every sign, or when the field is left or Enter is pressed: an edit is one step. Default typed. */
  when?: 'typed' | 'left';
  /** Whether it may go the other way, written with a minus, and may be nothing. Default false. */
  isSigned?: boolean;
  /** In which unit it is said, and counts where none is typed. Default mm. */
  unit?: LengthUnit;
  className?: string;
};

/** A length typed as people say it: "60", "6.5 cm", "2 1/2 in". */
export function LengthField({ label, mm, onMm, when = 'typed', isSigned = false, unit = 'mm', className = '' }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string) => (isSigned ? readOffsetMm(text, unit) : readLengthMm(text, unit));
  const value = typed === null ? null : read(typed);
  const leave = () => {
    if (when !== 'left' || value === null) return;
    setTyped(null);
    if (Math.abs(value - mm) > 1e-6) onMm(value);
  };
  return (
    <Field
      label={label}
      className={className}
      value={typed ?? formatLength(mm, unit)}
      problem={typed !== null && value === null ? 'Such as 60, 6.5 cm or 2 1/2 in.' : undefined}
      onChange={(event) => {
        setTyped(event.target.value);
        if (when === 'typed') onMm(read(event.target.value));
      }}
      onBlur={leave}
      onKeyDown={(event) => when === 'left' && event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
}
