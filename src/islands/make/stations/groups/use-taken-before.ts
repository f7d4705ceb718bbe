import { useMemo } from 'react';
import type { Make } from '#model/make';
import { allColoured } from '#core/make/coloured';
import { useListedMakes } from '#islands/shared/use-fetched.ts';

/** What the maker gave to elements of a name before, in other makes and pictures; it is only offered, so that none is no trouble. */
export function useTakenBefore(make: Make, pictureId: string): (name: string) => string[][] {
  const makes = useListedMakes();
  return useMemo(() => {
    const here = allColoured({ pictures: make.pictures })
      .filter(({ id }) => id !== pictureId)
      .flatMap(({ elements }) =>
        elements.flatMap(({ name, ladder }) => (ladder ? [{ element: name, ids: ladder.rungs.map(({ markerId }) => markerId) }] : [])),
      );
    const others = makes
      .filter(({ summary }) => summary.id !== make.id)
      .flatMap(({ summary }) => summary.ladders.map(({ element, rungs }) => ({ element, ids: rungs.map(({ markerId }) => markerId) })));
    const all = [...here, ...others];
    return (name) => {
      const plain = name.toLowerCase();
      return /^(element|soft spot) \d+$/.test(plain)
        ? []
        : all
            .filter(({ element }) => element.toLowerCase() === plain)
            .map(({ ids }) => ids)
            .slice(0, 3);
    };
  }, [make.id, make.pictures, pictureId, makes]);
}
