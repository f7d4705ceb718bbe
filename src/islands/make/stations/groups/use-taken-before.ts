import { useEffect, useMemo, useState } from 'react';
import { listMakesAnswerSchema } from '#model/api/makes';
import type { Make } from '#model/make';
import { call } from '#islands/shared/server-calls.ts';

type Taken = { elementId: string; element: string; ids: string[] };

/** What the maker gave to elements of a name before, in other makes and pictures; it is only offered, so that none is no trouble. */
export function useTakenBefore(make: Make, pictureId: string): (name: string) => string[][] {
  const [others, setOthers] = useState<readonly Taken[]>([]);
  useEffect(() => {
    let current = true;
    call(listMakesAnswerSchema, '/api/makes').then(
      ({ makes }) =>
        current &&
        setOthers(
          makes
            .filter(({ summary }) => summary.id !== make.id)
            .flatMap(({ summary }) =>
              summary.ladders.map(({ elementId, element, rungs }) => ({ elementId, element, ids: rungs.map(({ markerId }) => markerId) })),
            ),
        ),
      () => current && setOthers([]),
    );
    return () => {
      current = false;
    };
  }, [make.id]);
  return useMemo(() => {
    const here = make.pictures
      .filter(({ id }) => id !== pictureId)
      .flatMap(({ elements }) =>
        elements.flatMap(({ id, name, ladder }) =>
          ladder ? [{ elementId: id, element: name, ids: ladder.rungs.map(({ markerId }) => markerId) }] : [],
        ),
      );
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
  }, [make.pictures, pictureId, others]);
}
