import { lazy, Suspense, useEffect, useEffectEvent, useState } from 'react';
import { type FileKind, fileHeadBytes, fileKind, fileKinds } from '#core/bundle/file-kind';
import type { DroppedFile } from './dropped';

// Only whoever drops something needs it.
const Dropped = lazy(() => import('./dropped').then((module) => ({ default: module.Dropped })));

/** Where each kind is taken further. */
const places: Partial<Record<FileKind, string>> = {
  image: '/makes/new',
  layers: '/makes/new',
  makes: '/bring-in',
  recipe: '/recipes',
  rack: '/rack',
  table: '/rack',
  waiting: '/',
};

const holdsFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') === true;

/** Lets files be dropped anywhere on a page: it says what a file is taken for, and goes where that is worked with. A place with a drop of its own comes first. */
export function DropAnywhere() {
  const [dropped, setDropped] = useState<DroppedFile | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const onDrop = useEffectEvent(async (event: DragEvent) => {
    if (event.defaultPrevented || !holdsFiles(event)) return;
    event.preventDefault();
    const [file, ...others] = event.dataTransfer?.files ?? [];
    if (!file) return;
    setProblem(null);
    const head = new Uint8Array(await file.slice(0, fileHeadBytes).arrayBuffer());
    setDropped({ file, kind: fileKind(head, file.name), others: others.length });
  });
  useEffect(() => {
    const drop = (event: DragEvent) => void onDrop(event);
    // Else the browser itself would open the file.
    const over = (event: DragEvent) => {
      if (holdsFiles(event)) event.preventDefault();
    };
    window.addEventListener('drop', drop);
    window.addEventListener('dragover', over);
    document.documentElement.dataset.takesDrops = 'yes';
    return () => {
      window.removeEventListener('drop', drop);
      window.removeEventListener('dragover', over);
    };
  }, []);
  const go = async ({ file, kind }: DroppedFile, into: string | null) => {
    try {
      const { handOver } = await import('#islands/shared/handed-over.ts');
      await handOver(file, into ?? places[kind] ?? '/');
    } catch (error) {
      console.error(error);
      setProblem('This browser could not hand the file over. Go to the page that takes it, and choose it there.');
    }
  };
  if (!dropped) return null;
  const [, makeId] = /^\/makes\/([A-Za-z0-9-]+)$/.exec(window.location.pathname) ?? [];
  const isPicture = dropped.kind === 'image' || dropped.kind === 'layers';
  return (
    <Suspense>
      <Dropped
        dropped={dropped}
        words={fileKinds[dropped.kind].words}
        act={fileKinds[dropped.kind].act}
        onGo={() => void go(dropped, null)}
        onAdd={isPicture && makeId && makeId !== 'new' ? () => void go(dropped, `/makes/new?into=${makeId}`) : null}
        onLeave={() => setDropped(null)}
        problem={problem}
      />
    </Suspense>
  );
}
