import './along-file.css';
import { useState } from 'react';
import { createRoot } from 'react-dom/client';
import * as z from 'zod/mini';
import { writeRecord } from '#core/session/record';
import { paceOf } from '#core/session/pace';
import { downloadName } from '#core/make/download-name';
import { sessionFileSchema } from '#model/session-file';
import { type SessionEntry, sessionEntrySchema } from '#model/session';
import { saveFile } from '#islands/shared/save-file.ts';
import { today } from '#islands/shared/today.ts';
import { type AlongStore, createAlongStore } from './along-store';
import { AlongView } from './along-view';
import { BigButton } from './big-button';
import { canSpeak } from './use-voice';

const entriesSchema = z.array(sessionEntrySchema);
const bytesOf = (base64: string): Uint8Array<ArrayBuffer> => Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0));

/** What this browser keeps of a page that was opened from a file; null: it keeps nothing there. */
function openDrawer(place: string): { read: () => SessionEntry[]; write: (entries: readonly SessionEntry[]) => void } | null {
  try {
    localStorage.setItem(`${place}-probe`, '1');
    localStorage.removeItem(`${place}-probe`);
  } catch (error) {
    if (!(error instanceof DOMException)) throw error;
    return null;
  }
  return {
    read: () => {
      try {
        const read = entriesSchema.safeParse(JSON.parse(localStorage.getItem(place) ?? '[]'));
        return read.success ? read.data : [];
      } catch (error) {
        if (!(error instanceof SyntaxError)) throw error;
        return [];
      }
    },
    write: (entries) => localStorage.setItem(place, JSON.stringify(entries)),
  };
}

type Opened = { useAlong: AlongStore; save: () => void; keeps: boolean; pictures: string };

function open(): Opened {
  const text = document.getElementById('session')?.textContent ?? '';
  const { sessionId, makeName, head, entries: before, rack, paces, blobs } = sessionFileSchema.parse(JSON.parse(text));
  const drawer = openDrawer(`aquachrome-session-${sessionId}`);
  // What was told on the laptop before it was taken away; what is told here comes after it and goes back.
  let own = drawer?.read() ?? [];
  const all = () => [...before, ...own];
  const useAlong: AlongStore = createAlongStore({
    ...{ makeName, head, rack, pace: paceOf(paces) },
    blobOf: async (sha256) => {
      const found = blobs[sha256];
      if (found === undefined) throw new RangeError('This picture is not in the file.');
      return bytesOf(found);
    },
    tell: (entryOf) => {
      const entry = entryOf(all());
      if (!entry) return false;
      own = [...own, entry];
      drawer?.write(own);
      useAlong.getState().setEntries({ entries: all(), waiting: own.length, problem: null });
      return true;
    },
  });
  useAlong.getState().setEntries({ entries: all(), waiting: own.length, problem: null });
  const save = () =>
    saveFile(downloadName(makeName, 'record', today(), 'json'), writeRecord({ sessionId, entries: own }), 'application/json');
  return { useAlong, save, keeps: drawer !== null, pictures: (head.pictures ?? []).map(({ name }) => name).join(', ') };
}

/** What this page may not do where it was opened, in words. */
function missing(keeps: boolean): string[] {
  return [
    ...('wakeLock' in navigator ? [] : ['It cannot keep the screen awake here: set the screen to stay on in the settings of the device.']),
    ...(canSpeak() ? [] : ['It cannot speak here.']),
    ...(keeps ? [] : ['This browser keeps nothing for a page from a file: do not close it before you have saved the record.']),
  ];
}

function AlongFile({ useAlong, save, keeps, pictures }: Opened) {
  const [isOpen, setIsOpen] = useState(false);
  const { waiting, makeName } = useAlong();
  const record = (
    <div className="space-y-3">
      <BigButton weight="main" className="w-full" disabled={waiting === 0} onClick={save}>
        Save the record
      </BigButton>
      <p className="text-xl">
        {waiting === 0
          ? 'Nothing was laid here yet.'
          : 'Bring the saved file back at the Colour station of the make, on the laptop. Brought in twice it counts once.'}
      </p>
    </div>
  );
  if (isOpen) return <AlongView useAlong={useAlong} onLeave={() => setIsOpen(false)} afterwards={record} />;
  return (
    <main className="grid min-h-dvh content-between gap-4 bg-bench p-3 text-2xl leading-tight">
      <div className="space-y-4">
        <h1 className="text-4xl">{makeName}</h1>
        <p>{pictures}. This page runs by itself, without the laptop and without a network.</p>
        {missing(keeps).map((words) => (
          <p key={words} className="border-l-8 border-ink bg-paper p-3" data-missing>
            {words}
          </p>
        ))}
        {record}
      </div>
      <BigButton weight="main" className="min-h-40 w-full text-4xl" onClick={() => setIsOpen(true)}>
        {waiting > 0 ? 'Go on' : 'Begin'}
      </BigButton>
    </main>
  );
}

const place = document.getElementById('along');
if (place) createRoot(place).render(<AlongFile {...open()} />);
