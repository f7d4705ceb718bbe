import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { useId } from 'react';

type Value = string | number;
type Option<V extends Value> = { value: V; name: string; isOff?: boolean };

type Props<V extends Value> = {
  label: string;
  options: readonly Option<V>[];
  /** Null: none of them. */
  value: V | null;
  onChoose: (value: V) => void;
  /** What stands there while none is chosen. */
  placeholder?: string;
  /** Where the label stands. Default beside. */
  labelAt?: 'beside' | 'above' | 'hidden';
  /** Small where it stands in a line of small things. Default false. */
  isSmall?: boolean;
  className?: string;
  /** Takes the keyboard when the list has closed. Default: it goes back to the closed list. */
  onClosed?: (() => void) | undefined;
};

/** One of several in a list that opens: by hand, by keys, and by typing the first letters. */
export function Choice<V extends Value>(props: Props<V>) {
  const { label, options, value, onChoose, placeholder, labelAt = 'beside', isSmall = false, className = '', onClosed } = props;
  const id = useId();
  const look = labelAt === 'above' ? 'flex flex-col gap-1' : 'flex items-center gap-2';
  return (
    <span className={`${look} ${className}`}>
      <label htmlFor={id} className={`${labelAt === 'hidden' ? 'sr-only' : ''} ${isSmall ? 'text-sm' : 'font-semibold'}`}>
        {label}
      </label>
      <Select.Root
        value={value === null ? '' : String(value)}
        onValueChange={(chosen) => {
          const option = options.find((own) => String(own.value) === chosen);
          if (option) onChoose(option.value);
        }}
      >
        <Select.Trigger
          id={id}
          className={`inline-flex items-center justify-between gap-2 border-b-2 border-ink bg-paper px-2 text-left ${isSmall ? 'min-h-9 text-sm pointer-coarse:min-h-11' : 'min-h-11'} ${labelAt === 'above' ? 'w-full' : ''}`}
        >
          <Select.Value placeholder={placeholder} />
          <Select.Icon aria-hidden="true">
            <ChevronDown size={16} />
          </Select.Icon>
        </Select.Trigger>
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={4}
            onCloseAutoFocus={(event) => {
              if (!onClosed) return;
              event.preventDefault();
              onClosed();
            }}
            className="z-40 max-h-[var(--radix-select-content-available-height)] min-w-[var(--radix-select-trigger-width)] overflow-hidden border-2 border-ink bg-paper shadow-[0_4px_18px_rgb(0_0_0/0.25)]"
          >
            <Select.Viewport>
              {options.map((option) => (
                <Select.Item
                  key={option.value}
                  value={String(option.value)}
                  disabled={option.isOff ?? false}
                  className="flex min-h-9 cursor-default items-center gap-2 px-2 outline-none data-[disabled]:text-soft data-[highlighted]:bg-ink data-[highlighted]:text-paper pointer-coarse:min-h-11"
                >
                  <span className="w-4" aria-hidden="true">
                    <Select.ItemIndicator>
                      <Check size={16} />
                    </Select.ItemIndicator>
                  </span>
                  <Select.ItemText>{option.name}</Select.ItemText>
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      </Select.Root>
    </span>
  );
}
