import { type ComponentProps, useId } from 'react';

type Props = ComponentProps<'input'> & { label: string; hint?: string; problem?: string | undefined; code?: boolean };

/** A labelled line to type on, with its hint and its problem said where they belong. */
export function Field({ label, hint, problem, code = false, className = '', ...rest }: Props) {
  const id = useId();
  const notes = [hint ? `${id}-hint` : '', problem ? `${id}-problem` : ''].filter(Boolean).join(' ');
  return (
    <div className={className}>
      <label htmlFor={id} className="block font-semibold">
        {label}
      </label>
      <input
        id={id}
        aria-describedby={notes || undefined}
        aria-invalid={problem ? true : undefined}
        className={`mt-1 w-full min-h-11 bg-paper border-b-2 border-ink px-2 ${code ? 'font-code tracking-wide' : ''}`}
        {...rest}
      />
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-sm text-soft">
          {hint}
        </p>
      )}
      {problem && (
        <p id={`${id}-problem`} role="alert" className="mt-1 text-sm font-semibold">
          {problem}
        </p>
      )}
    </div>
  );
}
