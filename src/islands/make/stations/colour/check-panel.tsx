import { dayOf } from '#core/make/day-of';
import { checkAddress } from '#islands/shared/session-calls.ts';
import type { ListedSessions } from '#model/api/sessions';
import { Button, buttonLook } from '#ui/controls/button.tsx';

type Props = {
  /** The sitting that was coloured in last; undefined: nothing was coloured along yet. */
  last: ListedSessions['sessions'][number] | undefined;
  isBusy: boolean;
  /** Begins a sitting of this picture only to check it: it was coloured without one. */
  onBegin: () => void;
};

/** The way from a finished piece to what a photo of it shows. */
export function CheckPanel({ last, isBusy, onBegin }: Props) {
  return (
    <section aria-label="Check from a photo" className="space-y-2">
      <h3 className="text-lg">Is it as it was planned?</h3>
      <p className="text-sm text-soft">
        A photo shows white spots, ink over the line and shade on the wrong side before the piece is cut out.
      </p>
      <p className="flex flex-wrap gap-2">
        {last && (
          <a href={checkAddress(last.id)} className={buttonLook('plain')}>
            Check the sitting of {dayOf(new Date(last.startedAtMs))}
          </a>
        )}
        <Button disabled={isBusy} onClick={onBegin}>
          {last ? 'Check a piece coloured without a sitting' : 'Check from a photo'}
        </Button>
      </p>
    </section>
  );
}
