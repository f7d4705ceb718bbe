import { type RefObject, useEffect, useRef } from 'react';
import type { Hand } from '../../document/make-store';

const takesText = 'input, textarea, select, [contenteditable], [role="combobox"], [role="listbox"], [role="menu"], [role="dialog"]';

/** With an element in hand letters are its name, wherever the keyboard is but in another field. */
export function useLettersToName(hand: Hand): void {
  const isHeld = hand.kind === 'element';
  useEffect(() => {
    if (!isHeld) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || !/^[\p{L}\p{N}]$/u.test(event.key)) return;
      if (event.target instanceof Element && event.target.closest(takesText)) return;
      const name = document.querySelector<HTMLInputElement>('[data-held] input');
      // Focused before the key has done its work, so that the letter is typed there.
      name?.focus();
      name?.select();
    };
    document.addEventListener('keydown', onKey, { capture: true });
    return () => document.removeEventListener('keydown', onKey, { capture: true });
  }, [isHeld]);
}

/** How the maker worked last: by hand a fresh name takes the keyboard at once, by keys the walk goes on until a letter is typed. */
export function useLastInput(): RefObject<'pointer' | 'keys'> {
  const last = useRef<'pointer' | 'keys'>('pointer');
  useEffect(() => {
    const note = ({ type }: Event) => {
      last.current = type === 'keydown' ? 'keys' : 'pointer';
    };
    for (const kind of ['pointerdown', 'keydown']) window.addEventListener(kind, note, { capture: true });
    return () => {
      for (const kind of ['pointerdown', 'keydown']) window.removeEventListener(kind, note, { capture: true });
    };
  }, []);
  return last;
}
