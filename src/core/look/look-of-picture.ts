import type { ColouredPicture } from '#model/coloured-picture';
import type { ElementLook } from '#model/look';
import type { Lab, PairNote } from '#model/marker';
import type { Stroke } from '#model/school';
import { byId } from '#core/make/by-id';
import { noteLookup } from '#core/markers/pair-notes';
import type { ReadMarker } from '#core/markers/readings';
import type { PictureRecipe, RecipeElement } from '#core/technique/recipe';
import { joinWidthMm } from './join-width';
import { type InkOnPaper, laidBands } from './laid-bands';

export type LookSources = {
  /** In their colours on this paper. */
  rack: readonly ReadMarker[];
  paper: Lab;
  /** Default none. */
  pairNotes?: readonly PairNote[];
};

/** A marker without a colour is shown as a grey of its place in the ladder. */
const greyOfRung = (rung: number, rungs: number): Lab => ({ L: 88 - (55 * rung) / Math.max(1, rungs - 1), a: 0, b: 0 });

const streaky: readonly Stroke[] = ['flicks', 'feather', 'strokes', 'tipToTip'];

/** The last mark of a rung on its own band: how its edge was left. */
function edgeMark({ marks }: RecipeElement, rung: number) {
  return (
    marks.findLast((mark) => mark.rung === rung && mark.tool === 'marker' && mark.place.kind !== 'allOver') ??
    marks.find((mark) => mark.rung === rung)
  );
}

function lookOfElement(element: RecipeElement, picture: ColouredPicture, { rack, paper, pairNotes = [] }: LookSources): ElementLook {
  const markers = byId(rack);
  const noted = noteLookup(pairNotes);
  const { rungs, darker } = element;
  const markerOf = (rung: number) => markers.get(rungs[rung]?.markerId ?? '');
  const inks = [...rungs, ...(darker ? [darker] : [])].map(({ markerId }, rung): InkOnPaper => {
    const marker = markers.get(markerId);
    return { oneCoat: marker?.lab ?? greyOfRung(rung, rungs.length), ...(marker?.twoCoats ? { twoCoats: marker.twoCoats } : {}) };
  });
  const isWet = element.marks[0]?.place.kind === 'allOver' || element.marks.some(({ coat }) => coat > 1);
  const joinsMm = rungs.slice(1).map((_, index) => {
    const [one, other] = [markerOf(index), markerOf(index + 1)];
    const mark = edgeMark(element, index + 1);
    const named = { code: '', family: '', lineId: '' };
    return joinWidthMm({
      lighter: one ?? named,
      darker: other ?? named,
      stroke: mark?.stroke ?? 'circles',
      isWet,
      isDry: mark?.afterDry === true,
      verdict: one && other ? noted(one.id, other.id)?.verdict : undefined,
    });
  });
  const treated = picture.elements.find(({ id }) => id === element.elementId);
  const extras = treated?.extras ?? [];
  const patterned = extras.includes('dots') || extras.includes('stripes');
  return {
    id: element.elementId,
    bands: laidBands(element, inks, rungs.length, paper, element.isByPlace),
    joinsMm,
    isStreaky: element.marks.some(({ stroke, rung }) => rung !== null && streaky.includes(stroke)),
    extras,
    ...(patterned ? { pattern: inks[rungs.length - 1]?.oneCoat ?? greyOfRung(1, 1) } : {}),
  };
}

/** What every element of a picture is expected to look like, from its recipe. */
export function lookOfPicture(picture: ColouredPicture, recipe: PictureRecipe, sources: LookSources): ElementLook[] {
  return recipe.elements.map((element) => lookOfElement(element, picture, sources));
}
