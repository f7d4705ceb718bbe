import { useMemo, useState } from 'react';
import type { SessionMarker } from '#model/session';
import { otherReasons, type PlannedMark } from '#model/session';
import { placesBeside, slipWays } from '#core/session/slip-ways';
import { darkerOwn, nearestOwn, type StandIn } from '#core/session/stand-ins';
import { DoubleChipShape } from '#ui/ladder/double-chip.tsx';
import { type AlongStore, pauseWhenFinished, pictureOfMark, tellOfMark } from './along-store';
import { BigButton } from './big-button';
import { usePictureSeen } from './picture-of-mark';
import { isWithinBlend } from '#core/session/session-state';

type Props = { useAlong: AlongStore; mark: PlannedMark; onClose: () => void; onHands: () => void; onLeave: () => void };
type Ask = 'acts' | 'darker' | 'other' | 'slip' | 'pair' | 'leak';

const asMarker = ({ id, code, lab }: StandIn['marker']): SessionMarker => ({ markerId: id, code, ...(lab ? { lab } : {}) });
const reasonWords: Record<(typeof otherReasons)[number], string> = {
  dry: 'It is dry',
  low: 'It is low',
  missing: 'It is not here',
  'liked better': 'I like it better',
};

/** A marker to choose, with how its ink differs. */
function MarkerButton({ standIn: { marker, words }, onChoose }: { standIn: StandIn; onChoose: () => void }) {
  return (
    <BigButton onClick={onChoose} data-stand-in={marker.code}>
      <span className="font-code text-4xl">{marker.code}</span>
      <svg width="120" height="28" viewBox="0 0 120 28" aria-hidden="true">
        <DoubleChipShape lab={marker.lab} width={120} height={28} />
      </svg>
      <span className="text-xl font-normal">{words}</span>
    </BigButton>
  );
}

/** What goes otherwise than it was planned: each is one touch or two, and taken back by Back. */
export function OtherwiseScreen({ useAlong, mark, onClose, onHands, onLeave }: Props) {
  const { head, state, rack, blobOf } = useAlong();
  const [ask, setAsk] = useState<Ask>('acts');
  const [reason, setReason] = useState<(typeof otherReasons)[number]>('dry');
  const [isRest, setIsRest] = useState(true);
  const { seen } = usePictureSeen(pictureOfMark({ head, state }), blobOf);
  const marker = state.standings.get(mark.id)?.marker ?? mark;
  const tell = (told: Parameters<typeof tellOfMark>[1]) => {
    tellOfMark(useAlong, told);
    onClose();
  };
  const darker = useMemo(() => darkerOwn(rack.markers, marker, rack.pairNotes), [rack, marker]);
  const nearest = useMemo(() => nearestOwn(rack.markers, marker), [rack, marker]);
  const covers = useMemo(() => slipWays(mark, state, seen?.map ? placesBeside(seen.map, mark) : new Set()), [mark, state, seen]);
  const before = useMemo(() => {
    const place = state.marks.findIndex(({ id }) => id === mark.id);
    const laid = state.marks.slice(0, place).filter((one) => one.markerId !== null && state.standings.get(one.id)?.state === 'done');
    const own = laid
      .map(({ id }) => state.standings.get(id)?.marker)
      .filter((one) => one !== undefined && one.markerId !== marker.markerId);
    return [...new Map(own.reverse().map((one) => [one?.markerId, one as SessionMarker])).values()].slice(0, 3);
  }, [state, mark, marker]);
  const stateOf = ({ markerId }: SessionMarker) => rack.markers.find(({ id }) => id === markerId)?.state ?? 'good';
  const isInk = mark.markerId !== null;
  const isWithin = isWithinBlend(state.marks, state);
  return (
    <main className="flex min-h-dvh flex-col gap-3 bg-bench p-3 text-2xl leading-tight" data-otherwise={ask}>
      <h1 className="text-3xl">
        <span className="font-code">{marker.code}</span>, {mark.over}
      </h1>
      {ask === 'acts' && (
        <div className="grid flex-1 auto-rows-fr grid-cols-2 gap-3 landscape:grid-cols-4">
          <BigButton onClick={() => setAsk('darker')} disabled={!isInk}>
            Darker
          </BigButton>
          <BigButton onClick={() => setAsk('other')} disabled={!isInk}>
            Other marker
          </BigButton>
          <BigButton onClick={() => setAsk('slip')}>Slip over the line</BigButton>
          <BigButton onClick={() => setAsk('leak')} disabled={!isInk}>
            It leaks
          </BigButton>
          <BigButton onClick={() => setAsk('pair')} disabled={!isInk || before.length === 0}>
            The pair does not blend
          </BigButton>
          <BigButton onClick={() => tell((id) => ({ kind: 'leaveOut', mark: id }))}>Leave this mark out</BigButton>
          <BigButton
            onClick={() => {
              pauseWhenFinished(useAlong);
              onClose();
            }}
          >
            {isWithin ? 'Finish this blend first, then pause' : 'Pause'}
          </BigButton>
          <BigButton onClick={onHands}>Voice, keys, pedal</BigButton>
          <BigButton onClick={onLeave}>Leave</BigButton>
        </div>
      )}
      {ask === 'darker' && (
        <>
          <p>Laid after {marker.code}, in the same place, until it is deep enough.</p>
          {darker.length === 0 && <p>Nothing of yours goes below it: no darker marker that is owned, with ink in it, blends with it.</p>}
          <div className="grid flex-1 auto-rows-fr grid-cols-1 gap-3 landscape:grid-cols-3">
            {darker.map((standIn) => (
              <MarkerButton
                key={standIn.marker.id}
                standIn={standIn}
                onChoose={() => tell((id) => ({ kind: 'darker', mark: id, marker: asMarker(standIn.marker) }))}
              />
            ))}
          </div>
        </>
      )}
      {ask === 'other' && (
        <>
          <fieldset className="grid grid-cols-2 gap-3 landscape:grid-cols-4" aria-label="Why">
            {otherReasons.map((one) => (
              <BigButton
                key={one}
                aria-pressed={reason === one}
                className={reason === one ? 'bg-ink! text-paper!' : ''}
                onClick={() => setReason(one)}
              >
                {reasonWords[one]}
              </BigButton>
            ))}
          </fieldset>
          <BigButton aria-pressed={isRest} className={isRest ? 'bg-ink! text-paper!' : ''} onClick={() => setIsRest(!isRest)}>
            {isRest ? 'The rest follows: it takes its place in all that is to come' : 'Only this mark'}
          </BigButton>
          {nearest.length === 0 && (
            <p>There is nothing of yours that is near: the colour of {marker.code} is not known, or no other marker has ink.</p>
          )}
          <div className="grid flex-1 auto-rows-fr grid-cols-1 gap-3 landscape:grid-cols-3">
            {nearest.map((standIn) => (
              <MarkerButton
                key={standIn.marker.id}
                standIn={standIn}
                onChoose={() => tell((id) => ({ kind: 'other', mark: id, marker: asMarker(standIn.marker), reason, rest: isRest }))}
              />
            ))}
          </div>
        </>
      )}
      {ask === 'slip' && (
        <div className="grid flex-1 auto-rows-fr gap-3 landscape:grid-cols-2">
          {covers.map(({ cover, words }, index) => (
            <BigButton key={cover} onClick={() => tell((id) => ({ kind: 'slip', mark: id, cover }))} data-cover={cover}>
              <span className="text-left text-xl font-normal">
                <strong className="block text-2xl capitalize">
                  {cover}
                  {index === 0 && ' (first)'}
                </strong>
                {words}
              </span>
            </BigButton>
          ))}
        </div>
      )}
      {ask === 'leak' && (
        <>
          <ol className="list-decimal space-y-3 pl-10">
            <li>Lift it off the paper, nib up, and dab the blot with a tissue: do not rub.</li>
            <li>Cap it, wrap it, and lay it by itself: ink spoils what lies beside it. Wash hands before paper is touched.</li>
            <li>While the blot is wet, colourless blender from outside drives it back; what stays is covered like a slip.</li>
            <li>The maker’s label goes before this.</li>
          </ol>
          <div className="grid grid-cols-2 gap-3">
            <BigButton onClick={() => tell((id) => ({ kind: 'leak', mark: id }))}>Note it in the rack</BigButton>
            <BigButton
              onClick={() => {
                tellOfMark(useAlong, (id) => ({ kind: 'leak', mark: id }));
                setReason('missing');
                setAsk('other');
              }}
            >
              Note it, and take another
            </BigButton>
          </div>
        </>
      )}
      {ask === 'pair' && (
        <>
          <p>{marker.code} does not blend with … It goes to the notes of the pair.</p>
          <div className="grid flex-1 auto-rows-fr gap-3 landscape:grid-cols-3">
            {before.map((other) => (
              <BigButton
                key={other.markerId}
                onClick={() => tell((id) => ({ kind: 'noBlend', mark: id, with: other, states: [stateOf(marker), stateOf(other)] }))}
                data-pair={other.code}
              >
                <span className="font-code text-4xl">{other.code}</span>
              </BigButton>
            ))}
          </div>
        </>
      )}
      <BigButton onClick={() => (ask === 'acts' ? onClose() : setAsk('acts'))}>
        {ask === 'acts' ? 'Back to the mark' : 'Nothing of this'}
      </BigButton>
    </main>
  );
}
