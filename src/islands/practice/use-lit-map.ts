import { useEffect, useState } from 'react';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { DistantLamp } from '#model/lamp';
import { type LitMap, litMap } from './lit-map';

/** A lamp that is half high: its dark is neither a rim nor a half. */
const lampHeightDeg = 35;

export type PictureOfMaker = { makeId: string; pictureId: string };

/** One of the maker's pictures under a lamp by lot, and under the one on its other side where that is asked for. */
export function useLitMap(pictures: readonly PictureOfMaker[], random: () => number, { withOpposite = false } = {}) {
  const [lamp] = useState<DistantLamp>(() => ({ kind: 'distant', azimuthDeg: 45 * Math.floor(8 * random()), heightDeg: lampHeightDeg }));
  const [chosen] = useState(() => pictures[Math.floor(pictures.length * random())]);
  const [lit, setLit] = useState<LitMap | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let isCurrent = true;
    if (!chosen) return;
    const opposite: DistantLamp = { ...lamp, azimuthDeg: (lamp.azimuthDeg + 180) % 360 };
    litMap(chosen.makeId, chosen.pictureId, withOpposite ? [lamp, opposite] : [lamp]).then(
      (own) => isCurrent && setLit(own),
      (error: unknown) => isCurrent && setProblem(problemToShow(error).message),
    );
    return () => {
      isCurrent = false;
    };
  }, [chosen, lamp, withOpposite]);
  return { lamp, lit, isThere: chosen !== undefined, problem };
}
