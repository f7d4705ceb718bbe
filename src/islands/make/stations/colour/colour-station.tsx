import { useEffect, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Card } from '#model/card';
import type { Make } from '#model/make';
import { noSupplies } from '#model/supplies';
import { loosePieces } from '#core/card/loose-pieces';
import { counted } from '#core/make/counted';
import { colouringOf, colouringTitle } from '#core/make/coloured';
import { cautions } from '#core/technique/cautions';
import { alongAddress, beginSession, checkAddress, fetchSessions, sessionsAddress } from '#islands/shared/session-calls.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import type { MakeStore } from '../../document/make-store';
import { StationHeading } from '../station-heading';
import type { Desk } from '../station';
import type { ColourDeskState } from './colour-desk';
import { CheckPanel } from './check-panel';
import { InkPanel } from './ink-panel';
import { type AlongWish, planAlong } from './plan-along';
import { RecordBack } from './record-back';
import { SessionRow } from './session-row';

type Props = { useMake: MakeStore; make: Make; picture: ColouredPicture; useDesk: Desk<ColourDeskState> };

/** Equal images that may be coloured side by side. */
const mostRepeats = 40;

/** What loose pieces of the make are chosen by. */
const loosePiecesKey = 'loose pieces';

const keyOf = (pictureId: string, colouringId: string): string => `${pictureId}/${colouringId}`;

/** The Colour station: what is coloured in this sitting, what is under way, and what the markers still hold. */
export function ColourStation({ useMake, make, picture, useDesk }: Props) {
  const rack = useMake((state) => state.rack);
  const keep = useMake((state) => state.keep);
  const tables = useMake((state) => state.tables);
  const { loadTables } = useMake.getState();
  const { supplies, load } = useSupplies();
  const { repeats, card, busy, set } = useDesk();
  const [problem, setProblem] = useState<Problem | null>(null);
  const listed = useFetched(sessionsAddress(make.id), fetchSessions);
  useEffect(() => {
    void load();
  }, [load]);
  const chosen = repeats ?? new Map([[keyOf(picture.id, picture.colouring.id), 1]]);
  const rows = make.pictures.flatMap((own) =>
    own.colourings.map((colouring) => ({
      key: keyOf(own.id, colouring.id),
      name: own.colourings.length > 1 ? `${own.name}, ${colouringTitle(own, colouring)}` : own.name,
      of: { pictureId: own.id, colouringId: colouring.id },
      ladders: colouring.treatments.filter(({ ladder }) => ladder).length,
    })),
  );
  const wish: AlongWish = rows.flatMap(({ key, of }) => {
    const count = chosen.get(key) ?? 0;
    return count > 0 ? [{ ...of, repeats: count }] : [];
  });
  const pieces = loosePieces(make).reduce((sum, { count }) => sum + count, 0);
  const withPieces = (chosen.get(loosePiecesKey) ?? 0) > 0;
  const setCount = (key: string, count: number) =>
    set({ repeats: new Map(chosen).set(key, Math.min(mostRepeats, Math.max(0, count))), card: null });
  /** Pictures that lie on a card, each as often as on all of its copies. */
  const repeatsOfCard = ({ copies, pieces }: Card) => {
    const counts = new Map<string, number>();
    for (const { image, count } of pieces) {
      const own = image.kind === 'picture' ? make.pictures.find(({ id }) => id === image.pictureId) : undefined;
      if (!own || image.kind !== 'picture') continue;
      const key = keyOf(own.id, colouringOf(own, image.colouringId).id);
      counts.set(key, Math.min(mostRepeats, (counts.get(key) ?? 0) + Math.max(1, copies) * count));
    }
    return counts;
  };
  const cards = (make.cards ?? []).filter(({ pieces }) => pieces.some(({ image }) => image.kind === 'picture'));
  const begin = async (wish: AlongWish, addressOf: (id: string) => string) => {
    setProblem(null);
    set({ busy: 'Beginning …' });
    try {
      await loadTables();
      const { tables, blobOf, make: newest } = useMake.getState();
      const head = await planAlong(wish, {
        ...{ make: newest ?? make, rack, supplies: supplies ?? noSupplies, tables, blobOf, withPieces },
        onStep: (words) => set({ busy: words }),
      });
      const id = crypto.randomUUID();
      await beginSession({ id, make: { id: make.id, name: make.name }, head: card === null ? head : { ...head, card } });
      window.location.assign(addressOf(id));
    } catch (error) {
      setProblem(problemToShow(error));
      set({ busy: null });
    }
  };
  const isWaiting = keep.kind !== 'kept';
  const sessions = listed.data?.sessions ?? [];
  const ladders = picture.colouring.treatments.filter(({ ladder }) => ladder).length;
  const underWay = sessions.filter(({ isEnded }) => !isEnded);
  return (
    <section aria-labelledby="colour-heading" className="space-y-5">
      <StationHeading id="colour-heading">Colour {picture.name}</StationHeading>
      {underWay.length > 0 && (
        <section aria-label="Under way">
          <h3 className="text-lg">Under way</h3>
          <ul className="mt-1 divide-y divide-edge border-y border-edge">
            {underWay.map((session) => (
              <SessionRow key={session.id} session={session} />
            ))}
          </ul>
        </section>
      )}
      <section aria-label="A new sitting" className="space-y-2">
        <h3 className="text-lg">{underWay.length > 0 ? 'Or begin another sitting' : 'What do you colour in this sitting?'}</h3>
        {cards.length > 0 && (
          <p className="flex flex-wrap gap-2">
            {cards.map((own) => (
              <Button key={own.id} aria-pressed={card === own.name} onClick={() => set({ repeats: repeatsOfCard(own), card: own.name })}>
                All of {own.name}
              </Button>
            ))}
          </p>
        )}
        <ul className="divide-y divide-edge border-y border-edge">
          {rows.map(({ key, name, ladders }) => {
            const count = chosen.get(key) ?? 0;
            return (
              <li key={key} className={`flex min-h-14 items-center gap-2 px-2 ${count > 0 ? 'bg-paper' : ''}`} data-sitting={name}>
                <span className="flex-1">
                  <strong>{name}</strong>
                  <span className="block text-sm text-soft">{ladders > 0 ? counted(ladders, 'ladder') : 'no ladder yet'}</span>
                </span>
                <Button aria-label={`One less of ${name}`} disabled={count === 0} onClick={() => setCount(key, count - 1)}>
                  −
                </Button>
                <span className="w-16 text-center font-code text-lg" role="status">
                  {count === 0 ? 'not' : `${count} ×`}
                </span>
                <Button
                  aria-label={`One more of ${name}`}
                  disabled={ladders === 0 || count >= mostRepeats}
                  onClick={() => setCount(key, count + 1)}
                >
                  +
                </Button>
              </li>
            );
          })}
        </ul>
        {pieces > 0 && (
          <ToggleChip isOn={withPieces} onTurn={() => setCount(loosePiecesKey, withPieces ? 0 : 1)}>
            {counted(pieces, 'loose piece')} too, in batches by colour
          </ToggleChip>
        )}
        <p className="text-sm text-soft">Equal images are coloured side by side, marker by marker across them.</p>
        {problem && <ProblemNotice problem={problem} />}
        <Button
          weight="main"
          className="min-h-20 w-full text-xl"
          disabled={wish.length === 0 || busy !== null || isWaiting || !supplies}
          onClick={() => void begin(wish, alongAddress)}
        >
          {busy ?? 'Start colouring'}
        </Button>
        {isWaiting && <p className="text-sm">What you changed last is still on its way to the server; then it can begin.</p>}
      </section>
      <p className="border-l-8 border-ink bg-paper px-4 py-2 text-sm">{cautions.alcohol}</p>
      <CheckPanel
        last={sessions.find(({ entries }) => entries > 0)}
        isBusy={busy !== null || isWaiting || !supplies || ladders === 0}
        onBegin={() => void begin([{ pictureId: picture.id, colouringId: picture.colouring.id, repeats: 1 }], checkAddress)}
      />
      <InkPanel {...{ rack, make, picture, tables }} supplies={supplies ?? noSupplies} />
      <RecordBack onBrought={listed.again} />
      <p>
        <a href={`/logbook?make=${make.id}`} className={buttonLook('plain')}>
          {sessions.length > 0 ? `${counted(sessions.length, 'sitting')} of this make in the logbook` : 'Logbook'}
        </a>
      </p>
    </section>
  );
}
