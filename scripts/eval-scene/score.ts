import { proposeBodies, proposeFronts, type ProposedBody } from '../../src/core/index';
import type { DrawingTruth } from './drawings';
import type { FigureTruth, Standing } from './truth';

/** Pairs whose truth is known, those for which something was proposed, and those proposed rightly. */
export type FrontScore = { known: number; proposed: number; right: number };

export function scoreFronts(
  proposed: readonly { front: number; behind: number }[],
  truth: readonly { front: number; behind: number }[],
): FrontScore {
  const found = new Set(proposed.map(({ front, behind }) => `${front} ${behind}`));
  const right = truth.filter(({ front, behind }) => found.has(`${front} ${behind}`)).length;
  const wrong = truth.filter(({ front, behind }) => found.has(`${behind} ${front}`)).length;
  return { known: truth.length, proposed: right + wrong, right };
}

export function frontsOfFigure({ labels, lines, seen, pairs }: FigureTruth): FrontScore {
  const size = { width: seen.sizePx, height: seen.sizePx };
  const truth = pairs.flatMap(({ labels: [one, other], front }) =>
    front === null ? [] : [{ front, behind: front === one ? other : one }],
  );
  return scoreFronts(proposeFronts({ ...size, labels, lines, pxPerMm: seen.pxPerMm }), truth);
}

export function frontsOfDrawing({ width, height, labels, lines, pairs }: DrawingTruth): FrontScore {
  return scoreFronts(proposeFronts({ width, height, labels, lines, pxPerMm: lines.pxPerMm }), pairs);
}

/**
 * `strict`: as the figure was built. `fair`: a solid that lies wholly within the outline of another (an eye, a ball on a tree) may be said to lie
 * on it as well as to stand by itself: the form beneath goes on either way, and a line drawing does not tell.
 */
export type BodyScore = { known: number; strict: number; fair: number };

/** How two labels stand to each other by what was proposed. */
export function standingOf(bodies: readonly ProposedBody[], first: number, second: number): Standing {
  const of = (label: number) => bodies.find(({ labels }) => labels.includes(label));
  const [one, other] = [of(first), of(second)];
  if (one === other) return 'together';
  const lies = (body: ProposedBody | undefined, under: ProposedBody | undefined) =>
    body?.on !== undefined && under?.labels.includes(body.on);
  return lies(one, other) || lies(other, one) ? 'on' : 'apart';
}

export function bodiesOfFigure({ labels, lines, seen, pairs }: FigureTruth): BodyScore {
  const bodies = proposeBodies({ width: seen.sizePx, height: seen.sizePx, labels, lines, pxPerMm: seen.pxPerMm });
  const score = { known: pairs.length, strict: 0, fair: 0 };
  for (const { labels: pair, standing, isWithin } of pairs) {
    const said = standingOf(bodies, ...pair);
    if (said === standing) score.strict++;
    if (said === standing || (isWithin && said === 'on')) score.fair++;
  }
  return score;
}
