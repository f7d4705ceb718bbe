import type { ColouredPicture } from '#model/coloured-picture';
import type { Mend, MendTool } from '#model/reading';
import { Button } from '#ui/controls/button.tsx';
import { readingOf } from '#core/make/reading-key';
import type { DeskStore } from './desk-store';
import type { MakeStore } from '../../document/make-store';
import { putMend, removeMend } from './mend-edits';
import type { LiveReading } from '../../picture/use-reading';
import { Loupe } from './loupe';

type Props = { useMake: MakeStore; useDesk: DeskStore; reading: LiveReading; picture: ColouredPicture };

const tools: readonly { id: MendTool; name: string; tap: string; stroke: string }[] = [
  { id: 'line', name: 'Draw a line', tap: 'Tap in a break: the shortest way is closed.', stroke: 'Or drag from line to line.' },
  { id: 'rub', name: 'Rub out', tap: 'Tap on a line: a bit of it goes.', stroke: 'Or drag along it.' },
  { id: 'join', name: 'Join areas', tap: 'Tap on the line between two areas.', stroke: 'Or drag from one to the other.' },
  { id: 'divide', name: 'Divide an area', tap: 'Tap where it is narrow: it is cut straight across.', stroke: 'Or drag the cut.' },
  { id: 'paper', name: 'Mark as paper', tap: 'Tap an area that is not to be coloured.', stroke: '' },
];

const mendNames: Record<Mend['kind'], string> = {
  line: 'Line drawn',
  closing: 'Opening closed',
  divide: 'Area divided',
  rub: 'Line rubbed out',
  join: 'Areas joined',
  paper: 'Marked as paper',
  touch: 'Being read …',
};

const lengthOf = ({ from, to }: { from: readonly [number, number]; to: readonly [number, number] }) =>
  Math.hypot(to[0] - from[0], to[1] - from[1]);

/** Mending: tools that work by a tap, a stroke or keys; openings to be closed; and what was mended so far. */
export function MendPanel({ useMake, useDesk, reading, picture }: Props) {
  const tool = useDesk(({ tool: own }) => own);
  const set = useDesk(({ set: own }) => own);
  const edit = useMake(({ edit: own }) => own);
  const chosen = tools.find(({ id }) => id === tool);
  const { mends } = picture;
  const { proposals } = reading;
  return (
    <div className="grid gap-5 xl:grid-cols-2">
      <div className="space-y-4">
        <fieldset>
          <legend className="font-semibold">With a tap or a stroke</legend>
          <div className="mt-1 flex flex-wrap gap-2">
            {tools.map(({ id, name }) => (
              <button
                key={id}
                type="button"
                aria-pressed={tool === id}
                className={`min-h-11 rounded-sm border-2 border-ink px-3 font-semibold ${tool === id ? 'bg-ink text-paper' : 'bg-paper hover:bg-bench'}`}
                onClick={() => set({ tool: id, penDownAt: null })}
              >
                {name}
              </button>
            ))}
          </div>
          <p className="mt-2" data-tool-words>
            {chosen?.tap} {chosen?.stroke}
          </p>
          <p className="text-sm text-soft">
            By keys: arrows move the pen, Enter taps, Space puts it down and lifts it, + and − bring the picture nearer. Ends snap to the
            lines.
          </p>
        </fieldset>
        <Loupe useDesk={useDesk} reader={reading.reader} picture={picture} settings={readingOf(picture).settings} />
      </div>
      <div className="space-y-4">
        <div>
          <h3 className="font-semibold">Openings the drawing leaves{proposals && ` (${proposals.length})`}</h3>
          <p className="text-sm text-soft">Dashed on the picture. Tap one to close it.</p>
          <ul className="mt-1 max-h-52 overflow-y-auto" aria-label="Openings">
            {proposals?.map((proposal, index) => (
              <li key={`${proposal.from.join(' ')} ${proposal.to.join(' ')}`}>
                <button
                  type="button"
                  className="min-h-8 w-full px-2 py-1 text-left hover:bg-paper"
                  onPointerEnter={() => set({ markedProposal: index })}
                  onPointerLeave={() => set({ markedProposal: null })}
                  onFocus={() => set({ markedProposal: index })}
                  onBlur={() => set({ markedProposal: null })}
                  onClick={() => {
                    const points: [[number, number], [number, number]] = [proposal.from, proposal.to];
                    edit(() => [putMend(picture.id, { kind: 'closing', id: crypto.randomUUID(), points })]);
                    set({ markedProposal: null, said: 'Opening closed.' });
                  }}
                >
                  Close opening {index + 1}, {lengthOf(proposal).toFixed(1)} mm
                </button>
              </li>
            ))}
            {proposals === null && (
              <li className="text-soft">
                {reading.finding && 'problem' in reading.finding ? 'Not looked for yet.' : 'Looking for them …'}
              </li>
            )}
            {proposals?.length === 0 && <li className="text-soft">None found: no line ends near another.</li>}
          </ul>
        </div>
        <div>
          <h3 className="font-semibold">Mended so far ({mends.length})</h3>
          <ol className="mt-1 max-h-44 overflow-y-auto" aria-label="Mends">
            {mends.map((mend, index) => (
              <li key={mend.id} className="flex items-center justify-between gap-2 px-2">
                <span>
                  {index + 1}. {mendNames[mend.kind]}
                </span>
                <Button
                  weight="quiet"
                  aria-label={`Take back mend ${index + 1}`}
                  onClick={() => edit(() => [removeMend(picture.id, mend.id)])}
                >
                  Take back
                </Button>
              </li>
            ))}
            {mends.length === 0 && <li className="px-2 text-soft">Nothing yet.</li>}
          </ol>
        </div>
      </div>
    </div>
  );
}
