import { useMemo, useState } from 'react';
import type { Told } from '#core/practice/told';
import { computedDark, scoreWhereDark } from '#core/practice/where-dark';
import { Button } from '#ui/controls/button.tsx';
import { DrillFrame } from './drill-frame';
import { DrillPicture, LampSign, PictureComing } from './drill-picture';
import { drillTexts } from './drill-texts';
import { type PictureOfMaker, useLitMap } from './use-lit-map';

export type PictureDrillProps = {
  pictures: readonly PictureOfMaker[];
  random: () => number;
  onTold: (told: Told) => void;
  onAgain: () => void;
  onLeave: () => void;
};

/** Radius of the brush, in shares of the map's width. */
const brushShare = 0.025;

/** The maker paints where a picture is dark under a lamp; it is held against the computed bands, part by part. */
export function DarkDrill({ pictures, random, onTold, onAgain, onLeave }: PictureDrillProps) {
  const { lamp, lit, isThere, problem } = useLitMap(pictures, random);
  const [dark, setDark] = useState<Uint8Array | null>(null);
  const [strokes, setStrokes] = useState(0);
  const [isWiping, setIsWiping] = useState(false);
  const [told, setTold] = useState<Told | null>(null);
  const map = lit?.maps[0];
  const showsTruth = told !== null;
  const painted = useMemo(() => {
    if (!map) return null;
    const truth = showsTruth ? computedDark(map) : null;
    const rgba = new Uint8ClampedArray(4 * map.owners.length);
    for (let at = 0; at < map.owners.length; at++) {
      const isPainted = dark?.[at] === 1;
      // Told: what both have is dark, what only the maker has is palest, what only the computation has is in between.
      const level = truth ? (isPainted && truth[at] ? 60 : truth[at] ? 140 : isPainted ? 205 : 255) : isPainted ? 110 : 255;
      rgba.fill(level, 4 * at, 4 * at + 3);
      rgba[4 * at + 3] = 255;
    }
    return rgba;
  }, [map, dark, showsTruth]);
  const dab = (x: number, y: number) => {
    if (!map || told) return;
    const { widthPx, heightPx, owners } = map;
    const radius = brushShare * widthPx;
    setDark((now) => {
      const next = now ? now.slice() : new Uint8Array(owners.length);
      for (let row = Math.max(0, Math.floor(y - radius)); row < Math.min(heightPx, y + radius); row++)
        for (let column = Math.max(0, Math.floor(x - radius)); column < Math.min(widthPx, x + radius); column++) {
          const at = row * widthPx + column;
          if (owners[at] !== 0 && Math.hypot(column - x, row - y) <= radius) next[at] = isWiping ? 0 : 1;
        }
      return next;
    });
    setStrokes((count) => count + 1);
  };
  const tell = () => {
    if (!lit || !map || !dark) return;
    const own = scoreWhereDark(map, dark, (place) => lit.names[place - 1] ?? 'a part');
    setTold(own);
    onTold(own);
  };
  return (
    <DrillFrame ask={drillTexts['where-dark'].ask} told={told} isAnswered={strokes > 0} onTell={tell} onAgain={onAgain} onLeave={onLeave}>
      <PictureComing {...{ isThere, problem }} isLit={lit !== null} />
      {lit && painted && (
        <div className="flex flex-wrap items-start gap-4">
          <DrillPicture
            {...{ lit, painted }}
            label="The picture, to be painted dark: arrow keys move the brush, space paints"
            reachShare={brushShare}
            isDrawn
            onPoint={dab}
            pointed={strokes}
          />
          <div className="space-y-2">
            <LampSign lamp={lamp} />
            {told ? (
              <p className="text-sm">
                Darkest: you both. Middle: dark as computed, not painted. Palest: painted, though light falls there.
              </p>
            ) : (
              <Button aria-pressed={isWiping} onClick={() => setIsWiping(!isWiping)}>
                Wipe off
              </Button>
            )}
          </div>
        </div>
      )}
    </DrillFrame>
  );
}
