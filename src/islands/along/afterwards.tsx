import { useState } from 'react';
import { recipeAsDone } from '#core/session/done-recipe';
import { loggedAddress } from '#islands/shared/logbook-calls.ts';
import { checkAddress } from '#islands/shared/session-calls.ts';
import { keepRecipe, recipeAddress } from '#islands/shared/recipe-calls.ts';
import { fetchBlob, problemToShow } from '#islands/shared/server-calls.ts';
import { today } from '#islands/shared/today.ts';
import type { Problem } from '#model/api/problem';
import { writtenRecipeSchema } from '#model/written-recipe';
import { ProblemNotice } from '#ui/words/notice.tsx';
import type { AlongStore } from './along-store';
import { BigButton, bigLook } from './big-button';

type Props = { useAlong: AlongStore; sessionId: string; makeId: string; isMakeThere: boolean };

/** What may come after a session: its recipe as it was really done, kept as a version on one touch. */
export function Afterwards({ useAlong, sessionId, makeId, isMakeThere }: Props) {
  const { head, state, makeName } = useAlong();
  const [kept, setKept] = useState<ReadonlyMap<number, string>>(new Map());
  const [problem, setProblem] = useState<Problem | null>(null);
  const [isBusy, setIsBusy] = useState(false);
  const pictures = (head.pictures ?? []).map((picture, index) => ({ picture, index, of: head.of[index] }));
  const keep = async (index: number) => {
    const { picture, of } = pictures[index] ?? {};
    if (!picture?.recipe || !of) return;
    setIsBusy(true);
    setProblem(null);
    try {
      const planned = writtenRecipeSchema.parse(JSON.parse(new TextDecoder().decode(await fetchBlob(picture.recipe))));
      const recipe = recipeAsDone(planned, head, state, { pictureId: picture.pictureId, writtenOn: today() });
      // The same session, the same version: pressed twice, or in two windows, there is one.
      const id = `${sessionId.slice(0, 58)}-r${index + 1}`;
      const end = state.entries.findLast((entry) => entry.kind === 'end');
      const { nextTime, photo } = end ?? {};
      await keepRecipe({
        ...{ id, make: { id: makeId, name: makeName } },
        kept: { recipe, pictures: {}, of: { pictureId: of.pictureId, colouringId: of.colouringId } },
        notes: { doneOn: today(), ...(nextTime ? { nextTime: [nextTime] } : {}), ...(photo ? { photo } : {}) },
      });
      setKept(new Map(kept).set(index, id));
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setIsBusy(false);
    }
  };
  return (
    <div className="space-y-3">
      {problem && <ProblemNotice problem={problem} />}
      {pictures.map(({ picture, index }) => {
        const id = kept.get(index);
        if (!picture.recipe) return null;
        return id ? (
          <a key={picture.pictureId} href={recipeAddress(id)} className={`${bigLook()} w-full`}>
            The recipe of {picture.name} as it was done is kept. Open it
          </a>
        ) : (
          <BigButton key={picture.pictureId} className="w-full" disabled={isBusy} onClick={() => void keep(index)}>
            Keep the recipe of {picture.name} as it was done
          </BigButton>
        );
      })}
      <a href={checkAddress(sessionId)} className={`${bigLook()} w-full`}>
        Check it from a photo, before it is cut out
      </a>
      <a href={loggedAddress(sessionId)} className={`${bigLook()} w-full`}>
        Look at it in the logbook
      </a>
      <a href={isMakeThere ? `/makes/${makeId}#colour` : '/'} className={`${bigLook('main')} w-full`}>
        {isMakeThere ? 'Back to the make' : 'To the table'}
      </a>
    </div>
  );
}
