import { counted } from '#core/make/counted';
import type { SessionEntry, SessionHead } from '#model/session';
import { sessionState } from './session-state';

/** What a record that is brought back changes, in words. @param before the session as the server has it. */
export function recordSaid(
  { head, entries }: { head: SessionHead; entries: readonly SessionEntry[] },
  brought: readonly SessionEntry[],
): string {
  const known = new Set(entries.map(({ id }) => id));
  const fresh = brought.filter(({ id }) => !known.has(id));
  if (fresh.length === 0) return 'All of it was here already: nothing is counted twice.';
  const ids = new Set(brought.map(({ id }) => id));
  const laidHere = new Set(entries.flatMap((entry) => (entry.kind === 'done' && !ids.has(entry.id) ? [entry.mark] : [])));
  const laidThere = new Set(brought.flatMap((entry) => (entry.kind === 'done' ? [entry.mark] : [])));
  const both = [...laidThere].filter((mark) => laidHere.has(mark)).length;
  const after = sessionState(head, [...entries, ...fresh]);
  const laid = [...after.standings.values()].filter(({ state }) => state === 'done').length;
  const here =
    laidHere.size > 0
      ? ` Meanwhile ${counted(laidHere.size, 'mark')} ${laidHere.size === 1 ? 'was' : 'were'} told here${both > 0 ? `, ${both} of them the same` : ''}.`
      : '';
  return `${counted(laidThere.size, 'mark')} came from the table.${here} ${laid} of ${after.marks.length} are laid.`;
}
