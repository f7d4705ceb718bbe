import { useRef, useState } from 'react';
import { type CollisionWish, type LookedAtBundle, lookedAtBundleSchema, type TakenBundle, takenBundleSchema } from '#model/api/bundles';
import type { Problem } from '#model/api/problem';
import { mostBundleBytes } from '#model/bundle';
import { counted } from '#core/make/counted';
import { useHandedOver } from '#islands/shared/handed-over.ts';
import { callWithProgress, sendFile } from '#islands/shared/long-calls.ts';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { jsonPost, problemToShow } from '#islands/shared/server-calls.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { DropBox } from '#ui/controls/drop-box.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice, ProgressNotice } from '#ui/words/notice.tsx';
import { LookedAt } from './looked-at';

type State =
  | { at: 'nothing' }
  | { at: 'sending'; name: string; share: number }
  | { at: 'looked'; name: string; looked: LookedAtBundle }
  | { at: 'taking'; name: string; looked: LookedAtBundle; share: number }
  | { at: 'taken'; taken: TakenBundle };

const becameWords: Record<TakenBundle['makes'][number]['became'], string> = {
  new: 'is on your table',
  another: 'is on your table, beside yours',
  'in place': 'took the place of yours',
  'left out': 'was left out',
  'was here': 'was here already, the same',
};

/** Makes from a file: sent, looked at, asked about, and only then taken in. */
function BringInScreenWhole() {
  const [state, setState] = useState<State>({ at: 'nothing' });
  const [problem, setProblem] = useState<Problem | null>(null);
  const [wishes, setWishes] = useState<Record<string, CollisionWish>>({});
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const stop = useRef<AbortController | null>(null);

  const bring = async (file: File) => {
    setProblem(null);
    setWishes({});
    setWithout(new Set());
    if (file.size > mostBundleBytes) {
      setState({ at: 'nothing' });
      setProblem({
        code: 'too-large',
        message: `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; ${mostBundleBytes / 1024 / 1024} MB fit.`,
        remedy: 'Nothing was changed. Have the makes sent in several files.',
      });
      return;
    }
    stop.current?.abort();
    const own = new AbortController();
    stop.current = own;
    setState({ at: 'sending', name: file.name, share: 0 });
    const onShare = (share: number) => setState((now) => (now.at === 'sending' ? { ...now, share } : now));
    try {
      const looked = await sendFile(lookedAtBundleSchema, '/api/bundles/brought', file, onShare, own.signal);
      if (!own.signal.aborted) setState({ at: 'looked', name: file.name, looked });
    } catch (error) {
      if (own.signal.aborted) return;
      setProblem(problemToShow(error));
      setState({ at: 'nothing' });
    }
  };
  useHandedOver(
    (file) => void bring(file),
    (error) => setProblem(problemToShow(error)),
  );

  const take = async (name: string, looked: LookedAtBundle) => {
    setProblem(null);
    setState({ at: 'taking', name, looked, share: 0 });
    const onShare = (share: number) => setState((now) => (now.at === 'taking' ? { ...now, share } : now));
    try {
      const asked = { wishes, without: [...without] };
      const taken = await callWithProgress(takenBundleSchema, `/api/bundles/brought/${looked.id}`, jsonPost(asked), onShare);
      setState({ at: 'taken', taken });
    } catch (error) {
      setProblem(problemToShow(error));
      setState({ at: 'looked', name, looked });
    }
  };
  const stopSending = () => {
    stop.current?.abort();
    setState({ at: 'nothing' });
  };
  const turn = (id: string) => {
    const next = new Set(without);
    if (!next.delete(id)) next.add(id);
    setWithout(next);
  };
  return (
    <PageOfKept back={{ href: '/', name: 'Table' }} heading="Makes from a file">
      <main className="space-y-5" data-bringing={state.at}>
        {problem && <ProblemNotice problem={problem} />}
        {(state.at === 'nothing' || state.at === 'sending') && (
          <DropBox label="The file" className="grid min-h-72 place-items-center text-center" onFiles={([file]) => file && void bring(file)}>
            {state.at === 'sending' ? (
              <ReadingNotice reading={{ words: `Looking at ${state.name}`, share: state.share }} onStop={stopSending} />
            ) : (
              <div className="space-y-3">
                <p className="font-display text-xl font-semibold">Drop a file with makes here</p>
                <p className="text-soft">
                  A zip that another Aquachrome saved, up to 500 MB. You see what is in it before anything comes in.
                </p>
                <FileButton
                  label="Choose a file"
                  accept=".zip,.json,application/zip,application/json"
                  onFile={(file) => void bring(file)}
                />
              </div>
            )}
          </DropBox>
        )}
        {(state.at === 'looked' || state.at === 'taking') && (
          <LookedAt
            name={state.name}
            looked={state.looked}
            wishes={wishes}
            onWish={(id, wish) => setWishes({ ...wishes, [id]: wish })}
            without={without}
            onTurn={turn}
            isBusy={state.at === 'taking'}
            onTake={() => void take(state.name, state.looked)}
            onLeave={() => setState({ at: 'nothing' })}
          />
        )}
        {state.at === 'taking' && <ProgressNotice words="Bringing it in" share={state.share} />}
        {state.at === 'taken' && <Taken taken={state.taken} onMore={() => setState({ at: 'nothing' })} />}
      </main>
    </PageOfKept>
  );
}

function Taken({ taken, onMore }: { taken: TakenBundle; onMore: () => void }) {
  const { makes, recipes, sessions, markers, supplies } = taken;
  const beside = [
    ...(recipes > 0 ? [counted(recipes, 'kept recipe')] : []),
    ...(sessions > 0 ? [counted(sessions, 'sitting')] : []),
    ...(markers > 0 ? [`${counted(markers, 'marker')} that you do not own`] : []),
    ...(supplies > 0 ? [counted(supplies, 'paper or ink', 'papers or inks')] : []),
  ];
  return (
    <section aria-label="What came of it" className="space-y-3" role="status">
      <ul className="space-y-2">
        {makes.map(({ id, name, became }) => (
          <li key={id} className="flex flex-wrap items-center gap-3 bg-bench px-4 py-2">
            <span className="min-w-0 flex-1">
              <strong>{name}</strong> {becameWords[became]}.
            </span>
            {became !== 'left out' && (
              <a href={`/makes/${id}`} className={buttonLook('plain')} aria-label={`Open ${name}`}>
                Open
              </a>
            )}
          </li>
        ))}
      </ul>
      {beside.length > 0 && (
        <p>
          With {makes.length === 1 ? 'it' : 'them'} came {beside.join(', ')}.
        </p>
      )}
      <p className="flex flex-wrap gap-3">
        <a href="/" className={buttonLook('main')}>
          To the table
        </a>
        <Button onClick={onMore}>Another file</Button>
      </p>
    </section>
  );
}

export const BringInScreen = asPage('makes from a file', BringInScreenWhole);
