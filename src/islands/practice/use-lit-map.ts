import { useEffect, useState } from 'react';
import { sharedOut } from '#core/practice/drawn-lots';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { DistantLamp } from '#model/lamp';
import { type LitMap, litMap } from './lit-map';

/** A lamp that is half high: its dark is neither a rim nor a half. */
const lampHeightDeg = 35;

export type PictureOfMaker = { makeId: string; pictureId: string };

/** So many pictures are looked at before one is taken that suits less well. */
const mostTried = 6;

type Options = {
  /** Also under the lamp on the other side. Default false. */
  withOpposite?: boolean;
  /** Whether something can be asked of a picture; the same function all the time. Default: of every one. */
  suits?: (lit: LitMap) => boolean;
};
const every = () => true;

/** One of the maker's pictures, by lot among those that suit, under a lamp by lot. */
export function useLitMap(
  pictures: readonly PictureOfMaker[],
  random: () => number,
  { withOpposite = false, suits = every }: Options = {},
) {
  const [lamp] = useState<DistantLamp>(() => ({ kind: 'distant', azimuthDeg: 45 * Math.floor(8 * random()), heightDeg: lampHeightDeg }));
  const [order] = useState(() => sharedOut(pictures, random).slice(0, mostTried));
  const [turn, setTurn] = useState(0);
  const chosen = order[turn];
  const [lit, setLit] = useState<LitMap | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let isCurrent = true;
    if (!chosen) return;
    const opposite: DistantLamp = { ...lamp, azimuthDeg: (lamp.azimuthDeg + 180) % 360 };
    litMap(chosen.makeId, chosen.pictureId, withOpposite ? [lamp, opposite] : [lamp]).then(
      (own) => {
        if (!isCurrent) return;
        if (turn + 1 < order.length && !suits(own)) setTurn(turn + 1);
        else setLit(own);
      },
      (error: unknown) => isCurrent && setProblem(problemToShow(error).message),
    );
    return () => {
      isCurrent = false;
    };
  }, [chosen, order, turn, lamp, withOpposite, suits]);
  return { lamp, lit, isThere: chosen !== undefined, problem };
}
