import { useState } from 'react';
import { type WrittenBundle, writtenBundleSchema } from '#model/api/bundles';
import { listMakesAnswerSchema } from '#model/api/makes';
import type { Problem } from '#model/api/problem';
import { counted } from '#core/make/counted';
import { downloadName } from '#core/make/download-name';
import { callWithProgress } from '#islands/shared/long-calls.ts';
import { LitPicture } from '#islands/shared/lit-picture.tsx';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { call, jsonPost, problemToShow } from '#islands/shared/server-calls.ts';
import { today } from '#islands/shared/today.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice, ProgressNotice } from '#ui/words/notice.tsx';

const mega = (bytes: number): string => (bytes < 100_000 ? 'less than 0.1 MB' : `${(bytes / 1e6).toFixed(1)} MB`);

type Written = WrittenBundle & { name: string };

/** Makes put together into one file for another Aquachrome, or one of them as a text. */
function SendScreenWhole() {
  const [chosen, setChosen] = useState<ReadonlyMap<string, string>>(() => {
    const first = new URLSearchParams(window.location.search).get('make');
    return new Map(first ? [[first, '']] : []);
  });
  const [find, setFind] = useState('');
  const [share, setShare] = useState<number | null>(null);
  const [written, setWritten] = useState<Written | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const asked = new URLSearchParams({ most: '100', ...(find.trim() ? { find: find.trim().slice(0, 100) } : {}) });
  const listed = useFetched(`/api/makes?${asked}`, (address) => call(listMakesAnswerSchema, address));
  const makes = listed.data?.makes ?? [];
  const turn = (id: string, name: string) => {
    const next = new Map(chosen);
    if (!next.delete(id)) next.set(id, name);
    setChosen(next);
    setWritten(null);
  };
  const nameOf = (id: string) => chosen.get(id) || (makes.find(({ summary }) => summary.id === id)?.summary.name ?? 'Make');
  const [only] = chosen.keys();
  const title = chosen.size === 1 && only !== undefined ? nameOf(only) : `${chosen.size} makes`;
  const write = async () => {
    setProblem(null);
    setWritten(null);
    setShare(0);
    try {
      const on = today();
      const told = await callWithProgress(
        writtenBundleSchema,
        '/api/bundles/written',
        jsonPost({ makes: [...chosen.keys()], on }),
        setShare,
      );
      setWritten({ ...told, name: downloadName(title, 'make', on, 'zip') });
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setShare(null);
    }
  };
  return (
    <PageOfKept back={{ href: '/', name: 'Table' }} heading="Send makes" problem={listed.problem} onAgain={listed.again}>
      <main className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
        <section aria-label="Makes" className="space-y-3">
          {((listed.data?.total ?? 0) > 12 || find !== '') && (
            <Field label="Find a make" className="w-72" value={find} onChange={(event) => setFind(event.target.value)} />
          )}
          <ul className="grid gap-3 sm:grid-cols-2">
            {makes.map(({ summary: { id, name, pictures } }) => (
              <li key={id}>
                <label
                  className={`flex min-h-24 cursor-pointer items-center gap-3 p-3 focus-within:outline-3 focus-within:outline-accent ${chosen.has(id) ? 'bg-paper shadow-[inset_0_0_0_3px_var(--color-ink)]' : 'bg-bench'}`}
                >
                  <input
                    type="checkbox"
                    className="size-6 shrink-0 accent-accent"
                    checked={chosen.has(id)}
                    onChange={() => turn(id, name)}
                  />
                  {pictures[0] && (
                    <LitPicture
                      makeId={id}
                      pictureId={pictures[0].id}
                      grey={pictures[0].grey}
                      name={pictures[0].name}
                      look="h-20 w-20 shrink-0"
                    />
                  )}
                  <span className="min-w-0">
                    <span className="line-clamp-2 font-semibold">{name}</span>
                    <span className="text-sm text-soft">{counted(pictures.length, 'picture')}</span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="The file" className="space-y-4 self-start bg-bench p-5 lg:sticky lg:top-4">
          <p>
            Into one file goes all of a make: pictures, elements, light, colourings, versions of its recipe, the markers with their colours,
            and the papers it names. How many of a marker you have, and what it cost, stays here.
          </p>
          {chosen.size === 0 && <p className="font-semibold">Choose a make to send.</p>}
          {chosen.size > 0 && !written && (
            <Button weight="main" className="w-full" disabled={share !== null} onClick={() => void write()}>
              Put {chosen.size === 1 ? 'it' : `the ${chosen.size}`} into one file
            </Button>
          )}
          {share !== null && <ProgressNotice words="Putting it together" share={share} />}
          {problem && <ProblemNotice problem={problem} />}
          {written && <Fetch written={written} />}
          {chosen.size === 1 && only !== undefined && (
            <p className="border-t border-edge pt-3 text-sm">
              <a
                href={`/api/makes/${only}/file`}
                download={downloadName(nameOf(only), 'make', today(), 'json')}
                className={buttonLook('quiet')}
              >
                Only as a text (JSON)
              </a>{' '}
              without its pictures: for other programs, and to look into.
            </p>
          )}
        </section>
      </main>
    </PageOfKept>
  );
}

function Fetch({ written }: { written: Written }) {
  const { id, name, bytes, makes, pictures, recipes, sessions, markers } = written;
  return (
    <div className="space-y-2" role="status">
      <p>
        {[
          counted(makes, 'make'),
          counted(pictures, 'picture'),
          counted(recipes, 'kept recipe'),
          ...(sessions > 0 ? [counted(sessions, 'sitting')] : []),
          counted(markers, 'marker'),
        ].join(', ')}
        .
      </p>
      <a href={`/api/bundles/written/${id}`} download={name} className={`${buttonLook('main')} w-full`}>
        Save the file ({mega(bytes)})
      </a>
      <p className="text-sm text-soft">{name}. Whoever gets it drops it on Aquachrome’s table. A list to read lies in it.</p>
    </div>
  );
}

export const SendScreen = asPage('what is sent', SendScreenWhole);
