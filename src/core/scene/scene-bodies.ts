import type { Relief } from '#model/body';
import type { PictureParts } from './parts';

/** What is shaded as one: labels, what they lie on, and their relief. A label in no body is a body of its own. */
export type SceneBody = { labels: readonly number[]; on?: number | undefined; relief?: Relief | undefined };
/** Of two labels with a common border: which lies in front. `sureness` 0 to 1: how well that is known. Default 1. */
export type SceneFront = { front: number; behind: number; sureness?: number | undefined };

/** A body with all that its form goes on beneath. */
export type CoveringBody = {
  /** Names all that the form depends on, so that one that is known is used again. */
  key: string;
  labels: readonly number[];
  /** Its own labels and those of all that lies on it. */
  covered: ReadonlySet<number>;
  bounds: [number, number, number, number];
  relief: Relief;
  /** The body it lies on. */
  host: CoveringBody | null;
  /** Whether the second label lies in front of the first, so that the form goes on behind it. */
  isBehind: (own: number, other: number) => boolean;
};

const asOutlined: Relief = { kind: 'round' };

/**
 * Finds the body of a label.
 * @param bodies those of which more is known than that they are one region. What lies on each other in a round lies on nothing.
 */
export function bodiesByLabel(
  { bounds }: PictureParts,
  { bodies = [], fronts = [] }: { bodies?: readonly SceneBody[] | undefined; fronts?: readonly SceneFront[] | undefined },
): (label: number) => CoveringBody {
  const bodyOf = new Map<number, SceneBody>();
  for (const body of bodies) for (const label of body.labels) bodyOf.set(label, body);
  const single = new Map<number, SceneBody>();
  const ownBody = (label: number): SceneBody => {
    const known = bodyOf.get(label) ?? single.get(label) ?? { labels: [label] };
    if (!bodyOf.has(label)) single.set(label, known);
    return known;
  };
  const lyingOn = new Map<SceneBody, SceneBody[]>();
  for (const body of bodies) {
    const host = body.on === undefined ? undefined : ownBody(body.on);
    if (host && host !== body) lyingOn.set(host, [...(lyingOn.get(host) ?? []), body]);
  }
  const behind = new Map<number, Set<number>>();
  for (const front of fronts) behind.set(front.behind, (behind.get(front.behind) ?? new Set()).add(front.front));
  const isThere = (label: number) => 4 * label + 3 < bounds.length && bounds[4 * label]! >= 0;
  const made = new Map<SceneBody, CoveringBody>();

  const cover = (body: SceneBody, above: readonly SceneBody[]): CoveringBody => {
    const known = made.get(body);
    if (known) return known;
    const all = new Set<SceneBody>([body]);
    for (const one of all) for (const other of lyingOn.get(one) ?? []) all.add(other);
    const covered = new Set([...all].flatMap((one) => [...one.labels]).filter(isThere));
    // A body of which nothing lies in the picture has no place, and nobody asks for one.
    const sides = [0, 1, 2, 3].map((side) => {
      const all = [...covered].map((label) => bounds[4 * label + side]!);
      if (all.length === 0) return 0;
      return all.reduce((one, other) => (side < 2 ? Math.min(one, other) : Math.max(one, other)));
    });
    const host = body.on === undefined ? undefined : ownBody(body.on);
    const isRound = host === undefined || host === body || above.includes(host);
    const sorted = [...covered].sort((first, second) => first - second);
    const before = sorted.map((label) => [...(behind.get(label) ?? [])].filter((other) => !covered.has(other)).join(','));
    const relief = body.relief ?? asOutlined;
    const own: CoveringBody = {
      key: `${sorted.join(' ')} | ${before.join(';')} | ${JSON.stringify(relief)}`,
      labels: body.labels,
      covered,
      bounds: sides as CoveringBody['bounds'],
      relief,
      host: isRound ? null : cover(host, [...above, body]),
      isBehind: (label, other) => behind.get(label)?.has(other) ?? false,
    };
    made.set(body, own);
    return own;
  };
  return (label) => cover(ownBody(label), []);
}
