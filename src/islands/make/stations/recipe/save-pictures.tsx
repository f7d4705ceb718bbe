import { useState } from 'react';
import { downloadName } from '#core/make/download-name';
import { saveFile } from '#islands/shared/save-file.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { today } from '#islands/shared/today.ts';
import { Button } from '#ui/controls/button.tsx';
import type { PictureContent, PictureFile } from '#workers/picture-files-messages';
import type { ToWrite } from '../../plan/write-recipe';

const contents: readonly { id: PictureContent; name: string; words: string }[] = [
  { id: 'lines', name: 'Lines', words: 'the line image' },
  { id: 'areas', name: 'Areas', words: 'each area, named by its element' },
  { id: 'bands', name: 'Bands', words: 'where each marker goes' },
  { id: 'look', name: 'Expected look', words: 'dry, on this paper' },
];

const mediaTypes = { png: 'image/png', svg: 'image/svg+xml', ora: 'image/openraster' } as const;

/** The picture on show as a file: at its true size, for other programs. */
export function SavePictures({ to }: { to: ToWrite }) {
  const [doing, setDoing] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const save = async (file: PictureFile) => {
    const what = file.form === 'ora' ? 'layers' : file.content === 'look' ? 'expected look' : file.content;
    setDoing(`${what} ${file.form}`);
    setProblem(null);
    try {
      const { writePicture } = await import('./write-picture');
      const bytes = await writePicture(to, file);
      saveFile(downloadName(`${to.make.name}, ${to.picture.name}`, what, today(), file.form), bytes, mediaTypes[file.form]);
    } catch (error) {
      setProblem(problemToShow(error).message);
    } finally {
      setDoing(null);
    }
  };
  return (
    <section aria-label="Save the picture" className="border-l-8 border-ink bg-paper px-4 py-3">
      <ul className="space-y-1">
        {contents.map(({ id, name, words }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-3">
            <strong className="w-28">{name}</strong>
            {(['png', 'svg'] as const).map((form) => (
              <Button
                key={form}
                weight="quiet"
                disabled={doing !== null}
                aria-label={`${name} as ${form.toUpperCase()}`}
                onClick={() => void save({ form, content: id })}
              >
                {form.toUpperCase()}
              </Button>
            ))}
            <span className="text-sm text-soft">{words}</span>
          </li>
        ))}
        <li className="flex flex-wrap items-baseline gap-x-3">
          <strong className="w-28">Layers</strong>
          <Button weight="quiet" disabled={doing !== null} aria-label="Layers as ORA" onClick={() => void save({ form: 'ora' })}>
            ORA
          </Button>
          <span className="text-sm text-soft">a layer for every element and marker, for a paint program</span>
        </li>
      </ul>
      <p role="status" className="text-sm empty:hidden">
        {doing && `Writing ${doing} …`}
      </p>
      {problem && <p role="alert">{problem}</p>}
    </section>
  );
}
