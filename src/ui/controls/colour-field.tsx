import { Field } from './field';

type Props = {
  label: string;
  hint: string;
  value: string;
  onColour: (text: string) => void;
  placeholder?: string;
  problem?: string | undefined;
  className?: string;
};

const isColour = (text: string): boolean => /^#?[0-9a-f]{6}$/i.test(text.trim());

/** A colour typed as #rrggbb or picked from the system's own chooser, beside each other. */
export function ColourField({ label, hint, value, onColour, placeholder = '', problem, className = '' }: Props) {
  const picked = isColour(value) ? `#${value.trim().replace('#', '').toLowerCase()}` : isColour(placeholder) ? placeholder : '#808080';
  return (
    <div className={`flex items-start gap-2 ${className}`}>
      <Field
        label={label}
        hint={hint}
        code
        className="min-w-0 flex-1"
        value={value}
        placeholder={placeholder}
        problem={problem}
        onChange={(event) => onColour(event.target.value)}
      />
      <input
        type="color"
        aria-label={`${label}: pick a colour`}
        className="mt-7 h-11 w-12 shrink-0 border-b-2 border-ink bg-paper p-1"
        value={picked}
        onChange={(event) => onColour(event.target.value)}
      />
    </div>
  );
}
