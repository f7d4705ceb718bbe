import { type ReactNode, useState } from 'react';
import { counted } from '#core/make/counted';
import { type AlongStore, pictureOfMark, takeBack, tellAct } from './along-store';
import { BigButton, bigLook } from './big-button';
import { PictureOfMark, usePictureSeen } from './picture-of-mark';

const happyWords = { yes: 'Yes', partly: 'In part', no: 'No' } as const;
type Happy = keyof typeof happyWords;

type Props = {
  useAlong: AlongStore;
  /** Keeps a photo; its digest, or null: it could not be kept, and was said. Absent: there is nowhere to keep one. */
  onPhoto?: ((file: File) => Promise<string | null>) | undefined;
  /** What was said of a photo. */
  photoSaid?: ReactNode;
  /** What comes after the questions. */
  children: ReactNode;
};

/** The end: three questions, all of which may be skipped. */
export function EndScreen({ useAlong, onPhoto, photoSaid, children }: Props) {
  const { head, state } = useAlong();
  const picture = pictureOfMark({ head, state });
  const { seen, isMissing } = usePictureSeen(picture, useAlong.getState().blobOf);
  const [happy, setHappy] = useState<Happy | null>(null);
  const [nextTime, setNextTime] = useState('');
  const [photo, setPhoto] = useState<string | null>(null);
  const counts = { done: 0, 'left out': 0, open: 0 };
  for (const { state: one } of state.standings.values()) counts[one] += 1;
  const end = () =>
    tellAct(useAlong, {
      ...{ kind: 'end' },
      ...(happy ? { happy } : {}),
      ...(nextTime.trim() ? { nextTime: nextTime.trim() } : {}),
      ...(photo ? { photo } : {}),
    });
  return (
    <main className="min-h-dvh bg-bench p-3 text-2xl leading-tight landscape:grid landscape:grid-cols-2 landscape:gap-6">
      <div className="h-[40dvh] landscape:h-[calc(100dvh-1.5rem)]">
        <PictureOfMark {...{ head, state, picture, seen, isMissing }} mark={null} />
      </div>
      <div className="space-y-4 py-3">
        <h1 className="text-4xl">{state.isEnded ? 'Kept' : 'Done'}</h1>
        <p data-counts={counts.done}>
          {counted(counts.done, 'mark')} laid{counts['left out'] > 0 && `, ${counts['left out']} left out`}.
        </p>
        {state.isEnded ? (
          children
        ) : (
          <>
            <fieldset className="grid grid-cols-3 gap-3">
              <legend className="pb-1">Happy with it?</legend>
              {(Object.keys(happyWords) as Happy[]).map((one) => (
                <BigButton
                  key={one}
                  aria-pressed={happy === one}
                  className={happy === one ? 'bg-ink! text-paper!' : ''}
                  onClick={() => setHappy(happy === one ? null : one)}
                >
                  {happyWords[one]}
                </BigButton>
              ))}
            </fieldset>
            <label className="block">
              Next time …
              <textarea
                className="mt-1 block min-h-24 w-full border-2 border-ink bg-paper p-2"
                maxLength={300}
                value={nextTime}
                onChange={({ target: { value } }) => setNextTime(value)}
              />
            </label>
            {onPhoto && (
              <label className={`${bigLook()} w-full cursor-pointer focus-within:outline-3 focus-within:outline-accent`}>
                {photo ? 'Another photo' : 'A photo of it'}
                <input
                  type="file"
                  aria-label="A photo of it"
                  accept="image/*"
                  className="sr-only"
                  onChange={(event) => {
                    const [file] = event.target.files ?? [];
                    event.target.value = '';
                    if (file) void onPhoto(file).then((digest) => digest && setPhoto(digest));
                  }}
                />
              </label>
            )}
            {photoSaid}
            <BigButton weight="main" className="w-full text-3xl" onClick={end}>
              {happy || nextTime || photo ? 'Keep it' : 'Skip the questions'}
            </BigButton>
            <BigButton className="w-full" onClick={() => takeBack(useAlong)}>
              Back to the last mark
            </BigButton>
          </>
        )}
      </div>
    </main>
  );
}
