import { byId } from '#core/make/by-id';
import { dryingAt, readyAtMs, wetLeftS } from '#core/session/drying';
import type { PlannedMark } from '#model/session';
import { clockWords } from '#ui/order/clock-words.ts';
import type { AlongState } from './along-store';
import { useNow } from './use-now';

type Props = Pick<AlongState, 'state'> & { mark: PlannedMark };

/** So many drying things are told at once: more cannot be read at a glance. */
const mostDrying = 2;

/** What dries meanwhile, and how long the blend in hand is likely to stay wet: a quiet bar that runs out, and no alarm. */
export function Timers({ state, mark }: Props) {
  const { marks } = state;
  const now = useNow(!state.isPaused);
  const drying = dryingAt(marks, state, now);
  const known = byId(marks);
  const readyMs = readyAtMs(mark, state, now);
  const wetS = wetLeftS(marks, state, now);
  const share = wetS === null ? 0 : wetS / Math.max(1, mark.wetS);
  return (
    <div className="space-y-1 text-xl" data-timers>
      <div
        className="h-3 bg-bench"
        role="img"
        aria-label={wetS === null ? 'Nothing of this blend is wet yet' : `Likely to stay wet for about ${Math.round(wetS)} seconds`}
        data-wet={wetS === null ? 'none' : Math.round(wetS)}
      >
        <div className="h-full bg-edge" style={{ width: `${100 * Math.min(1, share)}%` }} />
      </div>
      {readyMs > now && (
        <p className="font-semibold" data-wait={Math.ceil((readyMs - now) / 1000)}>
          Let it dry first: {clockWords(Math.ceil((readyMs - now) / 1000))}
        </p>
      )}
      {drying.slice(0, mostDrying).map(({ mark: id, untilMs }) => (
        <p key={id} data-drying={id} data-until={untilMs}>
          {known.get(id)?.over} dries: {clockWords(Math.ceil((untilMs - now) / 1000))}
        </p>
      ))}
    </div>
  );
}
