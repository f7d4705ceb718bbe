import { downloadName } from '#core/make/download-name';
import { dayOf } from '#core/make/day-of';
import { today } from '#islands/shared/today.ts';
import { alongAddress, checkAddress } from '#islands/shared/session-calls.ts';
import type { ListedSessions } from '#model/api/sessions';
import { buttonLook } from '#ui/controls/button.tsx';

/** A session under way: how far it is, and the ways on. */
export function SessionRow({ session: { id, makeName, startedAtMs, marks, laid } }: { session: ListedSessions['sessions'][number] }) {
  return (
    <li className="flex flex-wrap items-center gap-3 bg-paper px-2 py-2" data-session={id}>
      <span className="flex-1">
        <strong>
          {laid} of {marks} marks
        </strong>
        <span className="block text-sm text-soft">begun {dayOf(new Date(startedAtMs))}</span>
      </span>
      <a href={alongAddress(id)} className={buttonLook('main')}>
        Go on
      </a>
      <a href={checkAddress(id)} className={buttonLook('plain')}>
        Check from a photo
      </a>
      <a
        href={`/api/sessions/${id}/page`}
        download={downloadName(makeName, 'colour along', today(), 'html')}
        className={buttonLook('plain')}
      >
        Take it to the table
      </a>
    </li>
  );
}
