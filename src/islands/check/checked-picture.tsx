import { useEffect, useMemo, useState } from 'react';
import { shownMarkers } from '#core/markers/assumed-colour';
import { decodeKeptBandMap } from '#core/recipe/kept-band-map';
import { checksOf, choicesOf } from '#core/session/checks';
import { type SessionState, sessionState } from '#core/session/session-state';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { sendEntries } from '#islands/shared/session-calls.ts';
import { useAskedWorker } from '#islands/shared/use-asked-worker.ts';
import { StoppedError } from '#islands/shared/use-files.ts';
import { usePhoto } from '#islands/shared/use-photo.ts';
import type { RackAnswer } from '#model/api/rack';
import type { ReadSession } from '#model/api/sessions';
import { mostCheckFindings, type SessionEntry, type SessionPicture } from '#model/session';
import { Button } from '#ui/controls/button.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import type { CheckApi } from '#workers/check.worker';
import type { CheckAnswer } from '#workers/check-messages';
import { FindingsList } from './findings-list';
import { type HeldAgainst, heldAgainst } from './held-against';
import { keptPhoto } from './kept-photo';
import { PhotoView } from './photo-view';
import { TapPhoto } from './tap-photo';

type Props = {
  session: ReadSession;
  state: SessionState;
  names: ReadonlyMap<string, string>;
  rack: RackAnswer;
  picture: SessionPicture;
  copy?: number | undefined;
  onChanged: () => void;
};

type Refused = { photo: string; words: string };

const useCheckWorker = () =>
  useAskedWorker<CheckApi>(
    'What looks at photos',
    (name) => new Worker(new URL('../../workers/check.worker.ts', import.meta.url), { type: 'module', name }),
  );

/** One piece: its photo beside its plan, and what was found. */
export function CheckedPicture({ session, state, names, rack, picture, copy, onChanged }: Props) {
  const checks = useMemo(() => checksOf(session.entries, picture.pictureId, copy), [session, picture, copy]);
  const [shownId, setShownId] = useState<string | null>(null);
  const shown = checks.find(({ id }) => id === shownId) ?? checks.at(-1);
  const [against, setAgainst] = useState<HeldAgainst | null>(null);
  const [said, setSaid] = useState('');
  const [refused, setRefused] = useState<Refused | null>(null);
  const [inHand, setInHand] = useState<string | null>(null);
  const { working, ask, stop } = useCheckWorker();
  const { said: photoSaid, keepPhoto } = usePhoto();
  // What is said of findings changes nothing of the plan: only what was coloured does.
  const coloured = session.entries.filter(({ kind }) => kind !== 'judged' && kind !== 'checked' && kind !== 'note');
  const planKey = `${session.id} ${picture.pictureId} ${copy ?? ''} ${coloured.length}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says all that the plan follows from.
  useEffect(() => {
    let isCurrent = true;
    heldAgainst(session.head, sessionState(session.head, coloured), { picture, copy }).then(
      (own) => isCurrent && setAgainst(own),
      (error: unknown) => isCurrent && setSaid(problemToShow(error).message),
    );
    return () => {
      isCurrent = false;
    };
  }, [planKey]);
  const map = useMemo(() => against && decodeKeptBandMap(against.map.bytes, against.map), [against]);
  const markers = useMemo(() => shownMarkers(rack).flatMap(({ code, lab, owned }) => (owned && lab ? [{ code, lab }] : [])), [rack]);
  const write = async (entry: SessionEntry) => {
    setSaid('');
    try {
      await sendEntries(session.id, [entry]);
      onChanged();
    } catch (error) {
      const { message, remedy } = problemToShow(error);
      setSaid(`${message} ${remedy}`);
    }
  };
  const look = async (photo: string, taps?: [number, number][]) => {
    if (!against) return;
    setSaid('');
    setRefused(null);
    try {
      const file = await keptPhoto(photo);
      const answer = await ask(
        'Looking at the photo, area by area',
        async (api, onProgress): Promise<CheckAnswer> =>
          api.check(
            {
              ...against,
              photo: file,
              markers,
              elementOfPlace: picture.places.map(({ elementId }) => elementId),
              ...(taps ? { taps } : {}),
            },
            onProgress,
          ),
      );
      if ('problem' in answer) {
        setRefused({ photo, words: answer.problem });
        return;
      }
      const id = crypto.randomUUID();
      const findings = answer.findings.slice(0, mostCheckFindings).map((own, index) => ({ id: `f${index + 1}`, ...own }));
      await write({
        ...{ id, atMs: Date.now(), kind: 'checked', pictureId: picture.pictureId, ...(copy === undefined ? {} : { copy }) },
        ...{ photo, fitMm: answer.fitMm, lie: answer.lie, findings, notJudged: answer.notJudged },
      });
      setShownId(id);
      setInHand(null);
    } catch (error) {
      if (!(error instanceof StoppedError)) setSaid(problemToShow(error).message);
    }
  };
  const bring = async (file: File) => {
    const photo = await keepPhoto(file);
    if (photo) await look(photo);
  };
  const nameOf = (place: number) => names.get(picture.places[place - 1]?.elementId ?? '') ?? 'Something';
  const choices = choicesOf(session.entries, shown?.id ?? '');
  return (
    <main className="grid items-start gap-6 beside:grid-cols-[minmax(0,1fr)_27rem]">
      <section aria-label="Photo and plan">
        {refused && against ? (
          <TapPhoto
            photo={refused.photo}
            against={against}
            picture={picture}
            onTapped={(taps) => void look(refused.photo, taps)}
            ask={ask}
          />
        ) : (
          <PhotoView {...{ picture, against, map, inHand, onInHand: setInHand, choices }} check={shown} />
        )}
      </section>
      <section aria-label="What the photo shows" className="space-y-4">
        <p className="flex flex-wrap items-center gap-3">
          <FileButton
            label={checks.length > 0 ? 'Another photo' : 'Choose a photo or scan'}
            accept="image/*"
            onFile={(file) => void bring(file)}
          />
          <span role="status" data-photo-said>
            {photoSaid}
          </span>
        </p>
        <ReadingNotice reading={working} onStop={stop} />
        {said && (
          <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-2">
            {said}
          </p>
        )}
        {refused && (
          <div role="alert" className="space-y-2 border-l-8 border-ink bg-paper px-4 py-2" data-refused>
            <p>
              <strong>{refused.words}</strong>
            </p>
            <p>Is it the right photo? Then tap the four numbered places in it, and it is laid on by them.</p>
            <Button weight="quiet" onClick={() => setRefused(null)}>
              Leave this photo
            </Button>
          </div>
        )}
        {!shown && !refused && (
          <p className="text-soft">
            Photograph the whole piece from above, by daylight, with a little bare paper all round, before it is cut out. It is held against
            the plan of this sitting, area by area.
          </p>
        )}
        {shown && !refused && map && (
          <FindingsList
            {...{ session, state, picture, map, copy, checks, choices, nameOf, inHand, onInHand: setInHand, write }}
            check={shown}
            onShow={setShownId}
          />
        )}
      </section>
    </main>
  );
}
