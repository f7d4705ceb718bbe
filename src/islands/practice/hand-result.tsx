import { useEffect, useRef, useState } from 'react';
import { counted } from '#core/make/counted';
import { figureWords } from '#core/practice/hand/figure-words';
import { handTexts } from '#core/practice/hand/hand-texts';
import { Button } from '#ui/controls/button.tsx';
import { canvasOf } from '#ui/picture/canvas-of.ts';
import type { ReadPractice } from '#workers/practice-messages';

type Props = { read: Exclude<ReadPractice, { problem: string }>; onLeave: () => void };

/** How a practice sheet went: the photo laid flat, a number on each figure, and what is to be tried next. */
export function HandResult({ read, onLeave }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [inHand, setInHand] = useState<number | null>(null);
  const { drill, score, words, figures, notDone, middles, widthPx, heightPx, rgba } = read;
  useEffect(() => {
    const own = canvas.current;
    if (!own) return;
    Object.assign(own, { width: widthPx, height: heightPx });
    own.getContext('2d')?.drawImage(canvasOf(rgba, widthPx, heightPx), 0, 0);
  }, [rgba, widthPx, heightPx]);
  const { name } = handTexts[drill];
  return (
    <section aria-label={`How it went: ${name}`} className="grid items-start gap-6 bg-paper p-4 md:grid-cols-2">
      <div
        className="relative border border-edge"
        style={{ aspectRatio: `${widthPx} / ${heightPx}`, width: `min(100%, calc(${widthPx / heightPx} * min(38rem, 100dvh - 8rem)))` }}
      >
        <canvas ref={canvas} role="img" aria-label={`The sheet ${name}, laid flat in white light`} className="size-full" />
        {figures.map(({ figure }) => {
          const [x, y] = middles[figure - 1] ?? [0, 0];
          return (
            <button
              key={figure}
              type="button"
              aria-label={`Figure ${figure}`}
              aria-pressed={inHand === figure}
              onClick={() => setInHand(inHand === figure ? null : figure)}
              style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
              className="absolute grid size-11 -translate-x-1/2 -translate-y-1/2 place-items-center"
            >
              <span
                className={`grid size-7 place-items-center rounded-full border-2 border-ink font-code text-sm outline-2 outline-paper ${inHand === figure ? 'bg-ink text-paper' : 'bg-paper'}`}
              >
                {figure}
              </span>
            </button>
          );
        })}
      </div>
      <div className="space-y-4">
        <h3 className="text-xl">{name}</h3>
        <div role="status" className="space-y-2 border-l-8 border-ink px-4 py-2" data-sheet-score={score.toFixed(3)} data-sheet={drill}>
          <p className="text-3xl">
            <strong>{Math.round(100 * score)} of 100</strong>
          </p>
          <p className="text-lg">{words}</p>
        </div>
        <ol className="space-y-1">
          {figures.map((own) => (
            <li key={own.figure} className={`flex gap-3 px-2 ${inHand === own.figure ? 'bg-bench' : ''}`} data-figure={own.figure}>
              <span className="w-6 text-right font-code">{own.figure}</span>
              <span className="w-10 text-right">{Math.round(100 * own.score)}</span>
              <span>{figureWords(own)}</span>
            </li>
          ))}
        </ol>
        {notDone.length > 0 && <p className="text-soft">Not done yet: {counted(notDone.length, 'figure')}. That takes nothing off.</p>}
        <p className="text-sm text-soft">Each figure is held against its own ink and this paper; a photo is no colorimeter.</p>
        <Button weight="quiet" onClick={onLeave}>
          Put it away
        </Button>
      </div>
    </section>
  );
}
