import type { LoggedSession } from '#model/api/logbook';
import type { LogbookKind } from '#model/api/logbook';
import { dayOf } from '#core/make/day-of';
import { counted } from '#core/make/counted';
import { minutesWords } from '#core/session/mark-said';
import { loggedAddress, photoAddress } from '#islands/shared/logbook-calls.ts';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';

/** Markers told of on a card. */
const mostMarkers = 8;
const happyWords: Record<string, string> = { yes: 'Happy with it', partly: 'Happy in part', no: 'Not happy' };

type Props = { session: LoggedSession; onTerm: (kind: LogbookKind, term: string) => void };

/** A sitting in short: what was coloured, with what, how it went, and what is wished for next time. */
export function SessionCard({ session: { id, makeId, makeName, isMakeThere, short }, onTerm }: Props) {
  const [photo] = short.photos;
  const codes = [...new Map(short.markers.map((marker) => [marker.code, marker])).values()];
  return (
    <article className="flex h-full gap-4 bg-paper p-4" data-logged={id}>
      {photo ? (
        <img
          src={photoAddress(photo)}
          alt={`${makeName}, the finished piece`}
          loading="lazy"
          className="size-36 shrink-0 bg-bench object-contain"
        />
      ) : (
        isMakeThere &&
        short.of && (
          <img
            src={`/api/makes/${makeId}/thumbnail?${new URLSearchParams({ picture: short.of.pictureId, colouring: short.of.colouringId })}`}
            alt={`${makeName}, as it is planned now`}
            loading="lazy"
            className="size-36 shrink-0 object-contain"
          />
        )
      )}
      <div className="min-w-0 flex-1 space-y-1">
        <h2 className="text-lg">
          <a href={loggedAddress(id)} className="underline decoration-2 underline-offset-4">
            {makeName}
          </a>{' '}
          <span className="font-text text-sm font-normal text-soft">{dayOf(new Date(short.startedAtMs))}</span>
        </h2>
        <p className="text-sm">
          {short.pictures.join(', ')}
          {short.card && ` for ${short.card}`}
          {short.papers.length > 0 && ` on ${short.papers.join(', ')}`}
        </p>
        <p>
          {short.laid} of {counted(short.marks, 'mark')}
          {short.workedS > 0 && `, ${minutesWords(short.workedS)} of work`}
          {short.again > 0 && `, ${counted(short.again, 'coat')} more than planned`}
          {short.slips > 0 && `, ${counted(short.slips, 'slip')}`}
          {short.happy && `. ${happyWords[short.happy] ?? short.happy}`}.
        </p>
        {short.instead.map(({ from, to, reason }) => (
          <p key={`${from} ${to}`} className="text-sm">
            <span className="font-code">{to}</span> for <span className="font-code">{from}</span>: {reason}
          </p>
        ))}
        {short.failedPairs.map((pair, index) => (
          <p key={pair.join()} className="text-sm">
            ▲ <span className="font-code">{pair.join(' and ')}</span> did not blend
            {short.failedStates?.[index] && ` (${short.failedStates[index]})`}
          </p>
        ))}
        {short.nextTime && <p className="border-l-4 border-ink pl-2">Next time: {short.nextTime}</p>}
        {short.note && <p className="text-sm">{short.note}</p>}
        <p className="flex flex-wrap gap-1">
          {codes.slice(0, mostMarkers).map(({ code, lab }) => (
            <button
              key={code}
              type="button"
              title={`Sittings with ${code}`}
              className="min-h-9 hover:bg-bench pointer-coarse:min-h-11"
              onClick={() => onTerm('code', code)}
            >
              <DoubleChip lab={lab} code={code} />
            </button>
          ))}
          {codes.length > mostMarkers && <span className="self-center text-sm text-soft">and {codes.length - mostMarkers} more</span>}
          {short.tags.map((tag) => (
            <button
              key={tag}
              type="button"
              className="min-h-9 border border-ink px-2 text-sm pointer-coarse:min-h-11"
              onClick={() => onTerm('tag', tag)}
            >
              # {tag}
            </button>
          ))}
        </p>
      </div>
    </article>
  );
}
