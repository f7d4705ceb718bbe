import type { Ladder } from '#model/ladder';
import { moveRung, orderLadder, risenRung } from '#core/groups/rung-steps';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import type { ShownRack } from '../../document/make-store';

type Props = { ladder: Ladder; rack: ShownRack; onGive: (ladder: Ladder) => void };

/** Hues laid over each other stand by place, from the edge to the middle, instead of light to dark: here that is chosen, and the order changed. */
export function OrderOfLadder({ ladder, rack, onGive }: Props) {
  const isByPlace = ladder.order === 'place';
  if (ladder.rungs.length < 2) return null;
  const risen = isByPlace ? null : risenRung(ladder, rack.markers);
  return (
    <div className="space-y-1">
      {risen && (
        <p className="flex flex-wrap items-center gap-2 border-l-8 border-ink bg-paper px-3 py-1" data-risen={risen.darker.code}>
          <span>
            ▲ {risen.darker.code} is lighter than {risen.lighter.code}
            {risen.darker.reading?.paper && ` on ${risen.darker.reading.paper}`}.
          </span>
          <Button className="text-sm" onClick={() => onGive(orderLadder(ladder, 'lightness', rack.markers))}>
            Put them in order
          </Button>
        </p>
      )}
      <Button weight="quiet" onClick={() => onGive(orderLadder(ladder, isByPlace ? 'lightness' : 'place', rack.markers))}>
        {isByPlace ? 'Order it light to dark' : 'Order it by place, edge to middle'}
      </Button>
      {isByPlace && (
        <ol aria-label="From the edge to the middle" className="flex flex-wrap gap-1">
          {ladder.rungs.map(({ markerId, code }, place) => (
            <li key={markerId} className="flex items-center bg-paper">
              <button
                type="button"
                className="size-8 hover:bg-wall disabled:invisible"
                disabled={place === 0}
                aria-label={`${code} nearer to the edge`}
                onClick={() => onGive(moveRung(ladder, markerId, -1))}
              >
                ◀
              </button>
              <DoubleChip lab={rack.markers.find(({ id }) => id === markerId)?.lab} code={code} />
              <button
                type="button"
                className="size-8 hover:bg-wall disabled:invisible"
                disabled={place === ladder.rungs.length - 1}
                aria-label={`${code} nearer to the middle`}
                onClick={() => onGive(moveRung(ladder, markerId, 1))}
              >
                ▶
              </button>
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
