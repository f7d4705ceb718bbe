import type { ReactNode } from 'react';

type Props = { isOn: boolean; onTurn: () => void; children: ReactNode };

/** A small thing that is in or out, among others of its kind; dark when it is in. */
export function ToggleChip({ isOn, onTurn, children }: Props) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      className={`flex min-h-8 shrink-0 pointer-coarse:min-h-11 pointer-coarse:px-3 items-center gap-1 px-2 text-sm ${isOn ? 'bg-ink text-paper' : 'bg-paper shadow-[inset_0_0_0_1px_var(--color-edge)] hover:bg-wall'}`}
      onClick={onTurn}
    >
      {children}
    </button>
  );
}
