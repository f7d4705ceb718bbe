import { pictureById } from '#core/make/picture-lookup';
import { proposedElements, takeProposed } from '#core/make/proposed-elements';
import type { IndexedTable } from '#core/make/region-tables';
import type { ColouredPicture } from '#model/coloured-picture';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../document/make-store';
import type { ElementsDesk } from './elements-desk';

type Props = { useMake: MakeStore; useElements: ElementsDesk; picture: ColouredPicture; table: IndexedTable };

/** So many are offered one by one; all are taken together. */
const mostOffered = 6;

/** Areas that look like one element, unasked: each is shown before it is taken, and then waits for its name. */
export function Proposals({ useMake, useElements, picture, table }: Props) {
  const proposed = proposedElements(picture, table);
  if (proposed.length === 0) return null;
  const show = (regionIds: readonly string[] | null) => useElements.getState().set({ showing: regionIds });
  const take = (taken: readonly (readonly string[])[]) => {
    const ids: string[] = [];
    const newId = () => {
      ids.push(crypto.randomUUID());
      return ids.at(-1) as string;
    };
    const isDone = useMake.getState().edit((newest) => {
      const now = pictureById(newest, picture.id);
      // Some of it may have been gathered meanwhile.
      const free = now ? proposedElements(now, table) : [];
      const wanted = free.filter((own) => taken.some((one) => one.some((id) => own.includes(id))));
      return now && wanted.length > 0 ? takeProposed(now, wanted, newId) : null;
    });
    show(null);
    const [first, ...toName] = ids;
    if (!isDone || !first) return;
    // Each waits for its name: Enter goes from one to the next.
    useElements.getState().set({ toName });
    useMake.getState().takeInHand({ kind: 'element', elementId: first });
  };
  return (
    <section aria-label="Look alike" className="flex flex-wrap items-center gap-x-2 gap-y-1" onPointerLeave={() => show(null)}>
      <span>Look alike:</span>
      {proposed.slice(0, mostOffered).map((regionIds) => (
        <button
          key={regionIds[0]}
          type="button"
          className="min-h-9 border border-dashed border-ink bg-paper px-3 hover:bg-bench pointer-coarse:min-h-11"
          onPointerEnter={() => show(regionIds)}
          onFocus={() => show(regionIds)}
          onBlur={() => show(null)}
          onClick={() => take([regionIds])}
        >
          Take these {regionIds.length}
        </button>
      ))}
      {proposed.length > 1 && (
        <Button weight="quiet" onClick={() => take(proposed)}>
          Take all {proposed.length} as elements
        </Button>
      )}
    </section>
  );
}
