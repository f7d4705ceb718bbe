import { type ComponentProps, useId } from 'react';

/** A labelled place for several lines. */
export function TextArea({ label, className = '', ...rest }: ComponentProps<'textarea'> & { label: string }) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="block font-semibold">
        {label}
      </label>
      <textarea id={id} rows={3} className="mt-1 w-full border-b-2 border-ink bg-paper px-2 py-1" {...rest} />
    </div>
  );
}
