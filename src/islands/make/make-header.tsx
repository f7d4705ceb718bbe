import { Redo2, Undo2 } from 'lucide-react';
import { useEffect } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Make } from '#model/make';
import type { ColouredPicture } from '#model/coloured-picture';
import { Workline, type WorklineStation } from '#ui/workline.tsx';
import { stations } from './stations/all-stations';
import { KeepLine } from './document/keep-line';
import type { MakeStore } from './document/make-store';

type Props = {
  useMake: MakeStore;
  make: Make;
  picture: ColouredPicture | undefined;
  station: string;
  onGo: (station: string) => void;
};

function worklineOf(make: Make, picture: ColouredPicture): WorklineStation[] {
  return stations.map(({ id, name, open }) => ({ id, name, open: open(make, picture) }));
}

/** One line over the picture: where one is, what is still open, how safe it is, and back. */
export function MakeHeader({ useMake, make, picture, station, onGo }: Props) {
  const { keep, waitingFile } = useMake(useShallow((state) => ({ keep: state.keep, waitingFile: state.waitingFile })));
  return (
    <header className="flex flex-wrap items-center gap-x-4 px-4 lg:flex-nowrap lg:gap-x-5">
      <a href="/" className="flex min-h-11 items-center font-display font-semibold underline decoration-2 underline-offset-4">
        Table
      </a>
      <h1 className="min-w-0 flex-1 text-lg leading-tight lg:line-clamp-2 lg:max-w-44 lg:flex-none" title={make.name}>
        {make.name}
      </h1>
      <div className="order-last w-full min-w-0 lg:order-none lg:flex-1">
        <Workline stations={picture ? worklineOf(make, picture) : []} current={station} onGo={onGo} />
      </div>
      <KeepLine keep={keep} waitingFile={waitingFile} />
      <StepButtons useMake={useMake} />
    </header>
  );
}

/** Undo and redo, by buttons and by keys. */
function StepButtons({ useMake }: { useMake: MakeStore }) {
  const { canUndo, canRedo, undo, redo } = useMake(
    useShallow((state) => ({
      canUndo: state.steps.undo.length > 0,
      canRedo: state.steps.redo.length > 0,
      undo: state.undo,
      redo: state.redo,
    })),
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
  const look = 'grid size-11 place-items-center rounded-sm hover:bg-bench disabled:opacity-40';
  return (
    <div className="flex">
      <button type="button" aria-label="Undo" title="Undo (Ctrl+Z)" disabled={!canUndo} className={look} onClick={undo}>
        <Undo2 size={20} aria-hidden="true" />
      </button>
      <button type="button" aria-label="Redo" title="Redo (Ctrl+Shift+Z)" disabled={!canRedo} className={look} onClick={redo}>
        <Redo2 size={20} aria-hidden="true" />
      </button>
    </div>
  );
}
