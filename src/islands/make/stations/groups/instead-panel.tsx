import { byId as rowsById } from '#core/make/by-id';
import { useMemo, useState } from 'react';
import type { ColouredElement } from '#model/coloured-picture';
import { nameOfColouring } from '#core/make/coloured';
import { type Instead, insteadOf } from '#core/groups/instead';
import { isUsable } from '#core/markers/find-ladders';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { giveLadders, wouldGive } from './groups-acts';
import type { ShownRack } from '../../document/make-store';
import type { GroupsProps } from './groups-props';
import { Translated } from './translated';

type Wanted = { element: ColouredElement; found: Instead | { problem: string } };

/** Which ladders need something instead: those with a marker that is gone, dead or not owned; or all, into one line of the rack. */
function useWanted({ picture, make }: Pick<GroupsProps, 'picture' | 'make'>, rack: ShownRack, lineId: string | null): Wanted[] {
  return useMemo(() => {
    const byId = rowsById(rack.markers);
    const leftOut = new Set(lineId === null ? [] : rack.markers.filter((marker) => marker.lineId !== lineId).map(({ id }) => id));
    const only = make.onlyMarkers && new Set(make.onlyMarkers.map(({ markerId }) => markerId));
    return picture.elements.flatMap((element): Wanted[] => {
      const { ladder } = element;
      if (!ladder) return [];
      const isHere = ladder.rungs.every(({ markerId }) => {
        const marker = byId.get(markerId);
        return marker && isUsable(marker) && !leftOut.has(markerId) && (!only || only.has(markerId));
      });
      if (isHere) return [];
      const colours = ladder.rungs.map(({ markerId }) => byId.get(markerId)?.lab);
      return [{ element, found: insteadOf(ladder, colours, rack.markers, { leftOut, only }) }];
    });
  }, [picture.elements, make.onlyMarkers, rack.markers, lineId]);
}

/** What the maker owns instead: whole ladders translated into the rack, or into one line of it. */
export function InsteadPanel(props: GroupsProps) {
  const { useMake, useGroups, picture } = props;
  const rack = useMake((state) => state.rack);
  const [lineId, setLineId] = useState<string>('all');
  const wanted = useWanted(props, rack, lineId === 'all' ? null : lineId);
  const stores = { useMake, useGroups, of: nameOfColouring(picture) };
  /** On the picture while it is pointed to, or walked to by keys. */
  const show = (elementId: string, found: ReturnType<typeof insteadOf> | null) =>
    useGroups.getState().set({ preview: found && 'ladder' in found ? wouldGive(stores.of, elementId, found.ladder) : null });
  const ready = wanted.flatMap(({ element, found }) => ('problem' in found ? [] : [[element.id, found.ladder] as const]));
  const choices = [{ id: 'all', name: 'All I own' }, ...rack.lines.map(({ id, name }) => ({ id, name }))];
  return (
    <div className="space-y-3">
      <ChoiceButtons label="Into" choices={choices} chosen={lineId} onChoose={setLineId} />
      {wanted.length === 0 ? (
        <p>
          {lineId === 'all'
            ? 'Every marker of these ladders is in your rack and fit to use. Choose a line to see them in its markers.'
            : `All ladders are of ${rack.lines.find(({ id }) => id === lineId)?.name} already.`}
        </p>
      ) : (
        <>
          <ul className="space-y-3">
            {wanted.map(({ element, found }) => (
              <li
                key={element.id}
                className="bg-paper px-4 py-2"
                data-instead={element.name}
                onPointerEnter={() => show(element.id, found)}
                onPointerLeave={() => show(element.id, null)}
                onFocus={() => show(element.id, found)}
                onBlur={() => show(element.id, null)}
              >
                <p className="flex items-baseline justify-between gap-3">
                  <strong>{element.name}</strong>
                  {'ladder' in found && (
                    <Button weight="quiet" onClick={() => giveLadders(stores, new Map([[element.id, found.ladder]]))}>
                      Take it
                    </Button>
                  )}
                </p>
                {'problem' in found ? <p>{found.problem}</p> : <Translated found={found} rack={rack} />}
              </li>
            ))}
          </ul>
          {ready.length > 1 && (
            <Button weight="main" onClick={() => giveLadders(stores, new Map(ready))}>
              Take all {ready.length}
            </Button>
          )}
        </>
      )}
    </div>
  );
}
