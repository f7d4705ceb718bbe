import { lazy, Suspense, useMemo, useState } from 'react';
import { elementNames } from '#core/session/mend-ways';
import { sessionState } from '#core/session/session-state';
import { loggedAddress } from '#islands/shared/logbook-calls.ts';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { fetchRack } from '#islands/shared/rack-fetched.ts';
import { fetchSession } from '#islands/shared/session-calls.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import type { ReadSession } from '#model/api/sessions';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';

// What holds photos against plans comes while the sitting is fetched.
const CheckedPicture = lazy(() => import('./checked-picture').then((module) => ({ default: module.CheckedPicture })));

/** A finished piece, looked at through a photo of it: what is not as it was planned, and what mends it. */
function CheckScreenWhole({ sessionId }: { sessionId: string }) {
  const session = useFetched(`session ${sessionId}`, () => fetchSession(sessionId));
  const rack = useFetched('rack', fetchRack);
  return (
    <PageOfKept
      back={
        session.data?.isMakeThere
          ? { href: `/makes/${session.data.makeId}#colour`, name: 'Back to the make' }
          : { href: loggedAddress(sessionId), name: 'Logbook' }
      }
      heading={session.data ? `Check ${session.data.makeName} from a photo` : 'Check from a photo'}
      problem={session.problem ?? rack.problem}
      onAgain={() => {
        session.again();
        rack.again();
      }}
    >
      {session.data && rack.data && <Checked session={session.data} rack={rack.data} onChanged={session.again} />}
    </PageOfKept>
  );
}

type Piece = { key: string; pictureId: string; copy?: number; name: string };

/** Pictures of a session, each of equal ones by itself. */
function piecesOf({ head }: ReadSession): Piece[] {
  return (head.pictures ?? []).flatMap(({ pictureId, name }, index) => {
    const repeats = head.of[index]?.repeats ?? 1;
    if (repeats < 2) return [{ key: pictureId, pictureId, name }];
    return Array.from({ length: repeats }, (_, at) => ({
      key: `${pictureId} ${at + 1}`,
      pictureId,
      copy: at + 1,
      name: `${name}, ${at + 1} of ${repeats}`,
    }));
  });
}

type CheckedProps = { session: ReadSession; rack: Awaited<ReturnType<typeof fetchRack>>; onChanged: () => void };

function Checked({ session, rack, onChanged }: CheckedProps) {
  const pieces = piecesOf(session);
  const [chosen, setChosen] = useState<string | null>(null);
  const state = useMemo(() => sessionState(session.head, session.entries), [session]);
  const names = useMemo(() => elementNames(session.head.marks), [session]);
  const piece = pieces.find(({ key }) => key === chosen) ?? pieces[0];
  const picture = session.head.pictures?.find(({ pictureId }) => pictureId === piece?.pictureId);
  if (!piece || !picture?.map || !picture.lines)
    return (
      <p className="bg-paper p-4">
        Nothing is known of the picture of this sitting, so that no photo can be held against it. Begin a sitting at Colour.
      </p>
    );
  return (
    <>
      {pieces.length > 1 && (
        <p className="pb-3">
          <ChoiceButtons
            label="Which piece"
            choices={pieces.map(({ key, name }) => ({ id: key, name }))}
            chosen={piece.key}
            onChoose={setChosen}
          />
        </p>
      )}
      <Suspense fallback={<p className="p-4">One moment …</p>}>
        <CheckedPicture key={piece.key} {...{ session, state, names, rack, picture, copy: piece.copy, onChanged }} />
      </Suspense>
    </>
  );
}

export const CheckScreen = asPage('this check', CheckScreenWhole);
