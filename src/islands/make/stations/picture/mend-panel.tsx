import type { ColouredPicture } from '#model/coloured-picture';
import type { Mend, MendTool } from '#model/reading';
import { Button } from '#ui/controls/button.tsx';
import { How } from '#ui/words/how.tsx';
import type { IndexedTable } from '#core/make/region-tables';
import { readingOf } from '#core/make/reading-key';
import type { DeskStore } from './desk-store';
import type { MakeStore } from '../../document/make-store';
import { removeMend } from './mend-edits';
import type { LiveReading } from '../../picture/use-reading';
import { Loupe } from './loupe';
import { Openings } from './openings';

type Props = { useMake: MakeStore; useDesk: DeskStore; reading: LiveReading; picture: ColouredPicture; table: IndexedTable | undefined };

const tools: readonly { id: MendTool; name: string; tap: string; stroke: string }[] = [
  { id: 'line', name: 'Draw a line', tap: 'Tap in a break: it is closed the way the lines go.', stroke: 'Or drag from line to line.' },
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

/** Mending: tools that work by a tap, a stroke or keys; openings to be closed; and what was mended so far. */
export function MendPanel({ useMake, useDesk, reading, picture, table }: Props) {
  const tool = useDesk(({ tool: own }) => own);
  const set = useDesk(({ set: own }) => own);
  const edit = useMake(({ edit: own }) => own);
  const chosen = tools.find(({ id }) => id === tool);
  const { mends } = picture;
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
          <How>
            <p>Ends of what you draw snap to the lines. Every mend can be taken back, here or by Ctrl+Z.</p>
            <p>By keys: arrows move the pen, Enter taps, Space puts it down and lifts it, + and − bring the picture nearer.</p>
          </How>
        </fieldset>
        <Loupe useDesk={useDesk} reader={reading.reader} picture={picture} settings={readingOf(picture).settings} />
      </div>
      <div className="space-y-4">
        <Openings {...{ useMake, useDesk, reading, picture, table }} />
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
