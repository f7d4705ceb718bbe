import { useEffect, useMemo, useRef, useState } from 'react';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { Choice, KeptCheck } from '#core/session/checks';
import { paintBands } from '#core/scene/paint-bands';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useAskedWorker } from '#islands/shared/use-asked-worker.ts';
import { StoppedError } from '#islands/shared/use-files.ts';
import type { SessionPicture } from '#model/session';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { paperHex } from '#ui/colours.ts';
import { canvasOf } from '#ui/picture/canvas-of.ts';
import type { CheckApi } from '#workers/check.worker';
import type { ShownPhoto } from '#workers/check-messages';
import type { HeldAgainst } from './held-against';
import { keptPhoto } from './kept-photo';

type Props = {
  picture: SessionPicture;
  against: HeldAgainst | null;
  map: KeptBandMap | null;
  check: KeptCheck | undefined;
  choices: ReadonlyMap<string, Choice>;
  inHand: string | null;
  onInHand: (finding: string | null) => void;
};

const views = [
  { id: 'photo', name: 'Photo' },
  { id: 'plan', name: 'Plan' },
  { id: 'turn', name: 'Both in turn' },
] as const;
type View = (typeof views)[number]['id'];
/** So long each is seen in turn, in ms. */
const turnMs = 1100;

const castWords = { warm: 'in warm light', cold: 'in cold light', green: 'in greenish light', even: 'in even light' } as const;

/** The plan as it was to look: its bands in their inks, its lines over them. */
async function planCanvas({ colours, lines }: HeldAgainst, { widthPx, heightPx, owners, bands }: KeptBandMap): Promise<OffscreenCanvas> {
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no picture beside the screen.');
  context.fillStyle = paperHex;
  context.fillRect(0, 0, widthPx, heightPx);
  const scan = await createImageBitmap(lines);
  const painted = paintBands({ width: widthPx, height: heightPx, scale: 1, elements: owners, bands }, colours);
  context.drawImage(canvasOf(painted, widthPx, heightPx), 0, 0);
  context.globalCompositeOperation = 'multiply';
  context.imageSmoothingQuality = 'high';
  context.drawImage(scan, 0, 0, widthPx, heightPx);
  scan.close();
  return canvas;
}

/** The photo laid onto the picture, the plan, or both in turn, with the findings numbered on it. */
export function PhotoView({ picture, against, map, check, choices, inHand, onInHand }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [view, setView] = useState<View>('photo');
  const [isPlanTurn, setIsPlanTurn] = useState(false);
  const [plan, setPlan] = useState<OffscreenCanvas | null>(null);
  const [photo, setPhoto] = useState<Exclude<ShownPhoto, { problem: string }> | null>(null);
  const [problem, setProblem] = useState('');
  const { working, ask } = useAskedWorker<CheckApi>(
    'What shows photos',
    (name) => new Worker(new URL('../../workers/check.worker.ts', import.meta.url), { type: 'module', name }),
  );
  useEffect(() => {
    let isCurrent = true;
    if (!against || !map) return;
    planCanvas(against, map).then(
      (own) => isCurrent && setPlan(own),
      (error: unknown) => isCurrent && setProblem(problemToShow(error).message),
    );
    return () => {
      isCurrent = false;
    };
  }, [against, map]);
  const { photo: sha256, lie } = check ?? {};
  useEffect(() => {
    let isCurrent = true;
    setPhoto(null);
    setProblem('');
    if (!against || !sha256 || !lie) return;
    const fetched = keptPhoto(sha256);
    ask('Laying the photo on', async (api): Promise<ShownPhoto> => api.show({ ...against, photo: await fetched, lie })).then(
      (own) => {
        if (!isCurrent) return;
        if ('problem' in own) setProblem(own.problem);
        else setPhoto(own);
      },
      (error: unknown) => isCurrent && !(error instanceof StoppedError) && setProblem(problemToShow(error).message),
    );
    return () => {
      isCurrent = false;
    };
  }, [against, sha256, lie, ask]);
  useEffect(() => {
    if (view !== 'turn') return;
    const timer = setInterval(() => setIsPlanTurn((now) => !now), turnMs);
    return () => clearInterval(timer);
  }, [view]);
  const shows = !check || view === 'plan' || (view === 'turn' && isPlanTurn) ? 'plan' : 'photo';
  const painted = useMemo(() => photo && canvasOf(photo.rgba, photo.widthPx, photo.heightPx), [photo]);
  useEffect(() => {
    const own = canvas.current;
    const from = shows === 'photo' ? painted : plan;
    if (!own || !map) return;
    Object.assign(own, { width: map.widthPx, height: map.heightPx });
    const context = own.getContext('2d');
    if (!context) return;
    context.fillStyle = paperHex;
    context.fillRect(0, 0, own.width, own.height);
    if (from) context.drawImage(from, 0, 0, own.width, own.height);
  }, [shows, painted, plan, map]);
  return (
    <div className="space-y-2">
      {check && (
        <p className="flex flex-wrap items-center gap-3">
          <ChoiceButtons label="What is seen" choices={views} chosen={view} onChoose={setView} />
          <span role="status" data-shows={shows === 'photo' && !painted ? 'coming' : shows}>
            {working
              ? `${working.words} …`
              : problem ||
                (photo ? `Its lines lie within ${check.fitMm.toFixed(2)} mm; taken ${castWords[photo.cast]}, shown in white light.` : '')}
          </span>
        </p>
      )}
      <div className="grid place-items-center bg-paper">
        <div
          className="relative"
          style={{
            aspectRatio: `${picture.widthMm} / ${picture.heightMm}`,
            width: `min(100%, calc((100dvh - 12rem) * ${picture.widthMm / picture.heightMm}))`,
          }}
        >
          <canvas
            ref={canvas}
            role="img"
            aria-label={shows === 'photo' ? `The photo of ${picture.name}` : `The plan of ${picture.name}`}
            className="absolute inset-0 size-full"
          />
          {check?.findings.map(({ id, xMm, yMm }, index) => (
            <button
              key={id}
              type="button"
              aria-label={`Finding ${index + 1}`}
              aria-pressed={inHand === id}
              onClick={() => onInHand(inHand === id ? null : id)}
              style={{ left: `${(100 * xMm) / picture.widthMm}%`, top: `${(100 * yMm) / picture.heightMm}%` }}
              className="absolute grid size-11 -translate-x-1/2 -translate-y-1/2 place-items-center"
            >
              <span
                className={`grid size-7 place-items-center rounded-full border-2 font-code text-sm outline-2 outline-paper ${
                  inHand === id
                    ? 'border-ink bg-ink text-paper'
                    : choices.get(id) === 'leave'
                      ? 'border-edge bg-paper text-soft'
                      : 'border-ink bg-paper'
                }`}
              >
                {choices.get(id) === 'mend' ? '✓' : index + 1}
              </span>
            </button>
          ))}
        </div>
      </div>
    </div>
  );
}
