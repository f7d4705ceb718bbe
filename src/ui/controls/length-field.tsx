import { useState } from 'react';
import { formatLength, readLengthMm } from '#core/card/lengths';
import { Field } from './field';

type Props = {
  label: string;
  /** What stands there at first. */
  mm: number;
  /** Null: what is typed is no length. */
  onMm: (mm: number | null) => void;
  className?: string;
};

/** A length typed as people say it: "60", "6.5 cm", "2 1/2 in". */
export function LengthField({ label, mm, onMm, className = '' }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const isOff = typed !== null && readLengthMm(typed, 'mm') === null;
  return (
    <Field
      label={label}
      className={className}
      value={typed ?? formatLength(mm, 'mm')}
      problem={isOff ? 'Such as 60, 6.5 cm or 2 1/2 in.' : undefined}
      onChange={({ target: { value } }) => {
        setTyped(value);
        onMm(readLengthMm(value, 'mm'));
      }}
    />
  );
}
