import { useMemo, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { SessionEntry, SessionHead } from '#model/session';
import { dayOf } from '#core/make/day-of';
import { counted } from '#core/make/counted';
import { sessionInShort } from '#core/session/in-short';
import { copyWords, minutesWords } from '#core/session/mark-said';
import { sessionState } from '#core/session/session-state';
import { photoAddress } from '#islands/shared/logbook-calls.ts';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { alongAddress, checkAddress, fetchSession, sendEntries } from '#islands/shared/session-calls.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { usePhoto } from '#islands/shared/use-photo.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { TextArea } from '#ui/controls/text-area.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';

type NoteFields = Omit<Extract<SessionEntry, { kind: 'note' }>, 'id' | 'atMs' | 'kind'>;

/** One sitting in the logbook: planned against done, mark by mark, with notes and photos; printed, it is a page for the album. */
function LoggedScreenWhole({ sessionId }: { sessionId: string }) {
  const { data, problem, again } = useFetched(`session ${sessionId}`, () => fetchSession(sessionId));
  return (
    <PageOfKept
      back={{ href: '/logbook', name: 'Logbook' }}
      heading={data ? data.makeName : 'A sitting'}
      problem={problem}
      onAgain={again}
      acts={
        data && (
          <span className="flex flex-wrap gap-3 print:hidden">
            <Button onClick={() => window.print()}>Print this page</Button>
            <a href={checkAddress(sessionId)} className={buttonLook('plain')}>
              Check from a photo
            </a>
            <a href={alongAddress(sessionId)} className={buttonLook('plain')}>
              {sessionState(data.head, data.entries).current === null ? 'See how it ended' : 'Go on with it'}
            </a>
          </span>
        )
      }
    >
      {data && <Logged {...data} sessionId={sessionId} onChanged={again} />}
    </PageOfKept>
  );
}

type LoggedProps = { sessionId: string; head: SessionHead; entries: readonly SessionEntry[]; onChanged: () => void };

function Logged({ sessionId, head, entries, onChanged }: LoggedProps) {
  const short = useMemo(() => sessionInShort(head, entries), [head, entries]);
  const state = useMemo(() => sessionState(head, entries), [head, entries]);
  return (
    <main className="grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_26rem]">
      <section className="space-y-3" aria-label="Planned and done">
        <p className="text-lg">
          {dayOf(new Date(short.startedAtMs))}, {short.pictures.join(', ')}
          {short.papers.length > 0 && ` on ${short.papers.join(', ')}`}. {short.laid} of {counted(short.marks, 'mark')} laid
          {short.workedS > 0 && `, ${minutesWords(short.workedS)} of work (${minutesWords(short.plannedS)} as planned)`}.
        </p>
        <table className="w-full border-collapse bg-paper text-left text-sm">
          <thead>
            <tr className="border-b-2 border-ink">
              {['No.', 'Planned', 'Where and how', 'Done', 'At'].map((name) => (
                <th key={name} scope="col" className="px-2 py-1">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {state.marks.map((mark, index) => {
              const standing = state.standings.get(mark.id);
              const isOther = standing && standing.marker.code !== mark.code;
              return (
                <tr key={mark.id} className="border-b border-edge align-top" data-row={mark.id} data-state={standing?.state}>
                  <td className="px-2 py-1 font-code text-soft">{index + 1}</td>
                  <td className="px-2 py-1">
                    <DoubleChip lab={mark.lab} code={mark.code} />
                  </td>
                  <td className="px-2 py-1">
                    {mark.over}
                    {mark.copy && ` (${copyWords(mark)})`}: {mark.where}, {mark.how}
                  </td>
                  <td className="px-2 py-1">
                    {standing?.state === 'done' ? (
                      isOther ? (
                        <strong className="font-code">{standing.marker.code}</strong>
                      ) : (
                        'as planned'
                      )
                    ) : standing?.state === 'left out' ? (
                      'left out'
                    ) : (
                      'not yet'
                    )}
                    {(standing?.passes ?? 0) > 1 && `, ${standing?.passes} times`}
                    {standing?.darker && (
                      <>
                        , then <strong className="font-code">{standing.darker.code}</strong>
                      </>
                    )}
                  </td>
                  <td className="px-2 py-1 font-code">
                    {standing?.doneAtMs ? new Date(standing.doneAtMs).toTimeString().slice(0, 5) : ''}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </section>
      <Beside {...{ sessionId, short, onChanged }} />
    </main>
  );
}

/** Photos, notes, tags and wishes; what is changed is one more entry of the sitting. */
function Beside({ sessionId, short, onChanged }: { sessionId: string; short: ReturnType<typeof sessionInShort>; onChanged: () => void }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const { said, keepPhoto } = usePhoto();
  const write = async (fields: NoteFields) => {
    setProblem(null);
    try {
      await sendEntries(sessionId, [{ id: crypto.randomUUID(), atMs: Date.now(), kind: 'note', ...fields }]);
      onChanged();
    } catch (error) {
      setProblem(problemToShow(error));
    }
  };
  const bring = async (file: File) => {
    const photo = await keepPhoto(file);
    if (photo) await write({ photo });
  };
  return (
    <aside className="space-y-3" aria-label="Beside it">
      {short.photos.map((photo) => (
        <img key={photo} src={photoAddress(photo)} alt="The finished piece" className="w-full bg-paper object-contain" />
      ))}
      <p className="print:hidden">
        <FileButton label="Add a photo" accept="image/*" onFile={(file) => void bring(file)} />{' '}
        <span role="status" data-photo-said>
          {said}
        </span>
      </p>
      {problem && <ProblemNotice problem={problem} />}
      {short.nextTime && <p className="border-l-8 border-ink bg-paper px-4 py-2">Next time: {short.nextTime}</p>}
      {short.failedPairs.map((pair) => (
        <p key={pair.join()} className="bg-paper px-4 py-2">
          ▲ {pair.join(' and ')} did not blend.
        </p>
      ))}
      <TextArea
        key={`note ${short.note}`}
        label="Note"
        defaultValue={short.note ?? ''}
        maxLength={4000}
        onBlur={({ target: { value } }) => value.trim() !== (short.note ?? '') && void write({ note: value.trim() })}
      />
      <Field
        key={`tags ${short.tags.join()}`}
        label="Tags, with commas"
        defaultValue={short.tags.join(', ')}
        onBlur={({ target: { value } }) => {
          const tags = [...new Set(value.split(',').map((tag) => tag.trim().slice(0, 40)))].filter((tag) => tag !== '').slice(0, 30);
          if (tags.join() !== short.tags.join()) void write({ tags });
        }}
      />
    </aside>
  );
}

export const LoggedScreen = asPage('this sitting', LoggedScreenWhole);
