import type { LayoutLikes } from '#model/card-layout';
import { grown, inBoth, netAreaMm2, notIn, united, unitedWithHoles } from '#core/outline/clipped';
import { areaMm2, boundsMm, isInside, type OutlineMm } from '#core/outline/outline';
import { foamPlan, type FoamPlan, mostOverhangMm } from './foam';
import { commonMm2, type Height, isThere } from './heights';
import { type Laid, solidOf } from './laid';
import { type Front, outlineOfFront } from './front';

/** How one thing is held. `foam`: where foam goes, each with what has to be bridged there in mm; `glue`: where glue may go, of what lies over an opening. */
export type Support = {
  laid: Laid;
  how: string;
  why: string;
  foam: (FoamPlan & { bridgesMm: number[] }) | null;
  /** Thin paper on foam wants a layer behind. */
  stiffen: string | null;
  glue: OutlineMm[] | null;
  /** What does not hold, in words. */
  minds: string[];
};

/** Thinner than this paper sags between its foam, and wet glue warps it. From memory: 160 g/m2 is about 0.2 mm. */
const thinMm = 0.2;
/** Larger than this wet glue warps card; smaller than this tape is seen at its rim. */
const [largeMm2, smallMm2] = [6000, 300];
/** Foam stands so far beside twine and openings. */
const besideMm = 0.5;
/** No glue nearer to an opening: it would hold the card closed. */
const fromOpeningMm = 1.5;

/** Where glue may go on what lies over an opening so that nothing is glued across it: 1.5 mm from its edge. Empty: it lies wholly over the opening. */
export function glueBeside(solid: readonly OutlineMm[], openings: readonly OutlineMm[]): OutlineMm[] {
  return notIn(unitedWithHoles(solid), grown(united(openings), fromOpeningMm));
}

function holdOf(own: Laid): { how: string; why: string } {
  const area = areaMm2(own.outline);
  if (own.sort === 'tie') return { how: 'tape its ends behind', why: 'turned under, they do not show and do not slip' };
  if (own.sort === 'accent')
    return own.item.of.kind === 'accent' && own.item.of.sort === 'drop'
      ? { how: 'set it as a drop', why: 'it holds by itself once it is dry' }
      : { how: 'a dot of wet glue', why: 'tape would be seen round it' };
  if (own.paperPiece?.flapMm !== undefined)
    return { how: 'tape on its scored strip', why: 'only the strip is held, so that the flap swings' };
  if (own.thicknessMm < thinMm) return { how: 'tape', why: 'wet glue warps thin paper' };
  if (area < smallMm2) return { how: 'fine dots of wet glue', why: 'tape is wider than its narrow places' };
  if (area > largeMm2) return { how: 'tape all round its rim', why: 'so large, wet glue would warp it' };
  return { how: 'wet glue', why: 'it can still be shifted while it is wet' };
}

/**
 * How everything on the front is held, from the back to the front. Foam stands on what is below it, never on twine or over an opening; the height that it bridges is told where the piece lies half on something
 * else. Common practice, no source.
 */
export function supportOf(laid: readonly Laid[], heights: ReadonlyMap<string, Height>, front: Front, likes: LayoutLikes = {}): Support[] {
  const openings = laid.filter(({ sort }) => sort === 'window').map(({ outline }) => outline);
  return laid.flatMap((own, place): Support[] => {
    if (!isThere(own) || own.isInside || own.piece?.cut.by === 'panel') return [];
    const below = laid.slice(0, place).filter((other) => isThere(other) && !other.isInside && commonMm2(own, other) > 0.5);
    const solid = unitedWithHoles(solidOf(own));
    const over = openings.filter((opening) => own.sort !== 'tie' && netAreaMm2(inBoth(solid, [opening])) > 0.5);
    const minds: string[] = [];
    const glue = over.length > 0 ? glueBeside(solid, over) : null;
    if (glue && netAreaMm2(glue) < 1)
      minds.push('It lies wholly over the opening: hold it on the page inside, or hang it by a thread; glued to the front it has nothing.');
    if (own.item.foamMm === undefined) {
      const hold = holdOf(own);
      return [{ laid: own, ...hold, foam: null, stiffen: null, glue, minds }];
    }
    const grounds = [outlineOfFront(front), ...below.filter(({ sort }) => sort !== 'tie').flatMap(({ outline }) => [outline])];
    const ties = below.filter(({ sort }) => sort === 'tie').map(({ outline }) => outline);
    const plan = foamPlan(
      { solid, ground: united(grounds), keepOff: grown(united([...ties, ...over]), besideMm) },
      likes.foam ?? 'squares',
    );
    const bottom = heights.get(own.item.id)?.bottomMm ?? 0;
    const bridgesMm = plan.foams.map(({ xMm, yMm }) => {
      const under = below.filter(
        (other) => other.sort !== 'tie' && isInside([xMm, yMm], other.outline) && other.holes.every((hole) => !isInside([xMm, yMm], hole)),
      );
      return bottom - Math.max(0, ...under.map(({ item }) => heights.get(item.id)?.topMm ?? 0));
    });
    if (plan.foams.length === 0) minds.push('Nothing below it carries foam: glue it flat, or lay something under it.');
    else if (!plan.isLevel) minds.push('Its weight hangs beyond what is below it: it tips.');
    if (plan.farthestMm > mostOverhangMm + 0.5)
      minds.push(`A narrow part reaches ${Math.round(plan.farthestMm)} mm from the nearest foam: no foam fits under it.`);
    const { widthMm, heightMm } = boundsMm(own.outline);
    const stiffen =
      own.thicknessMm < thinMm && Math.max(widthMm, heightMm) > 2 * mostOverhangMm
        ? 'A second layer of card behind it, cut with the same die or a little smaller: so thin it sags between its foam.'
        : null;
    return [{ laid: own, how: 'foam', why: 'it is raised', foam: { ...plan, bridgesMm }, stiffen, glue, minds }];
  });
}
