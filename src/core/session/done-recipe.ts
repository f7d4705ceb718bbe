import type { PlannedMark, SessionHead, SessionMarker } from '#model/session';
import { mostInRecipe, type WrittenElement, type WrittenMark, type WrittenMarker, type WrittenRecipe } from '#model/written-recipe';
import type { MarkStanding, SessionState } from './session-state';

/** A mark as it was planned and how it came out. */
type Done = { planned: PlannedMark; standing: MarkStanding };

/** The marks of an element; of equal images those of the last that anything of it was laid on: by then the hand had found out. */
function marksOf(element: WrittenElement, all: readonly Done[]): Done[] {
  const own = all.filter(({ planned }) => planned.elementIds.includes(element.id));
  const last = own.reduce(
    (most, { planned: { copy }, standing }) => (standing.state === 'open' ? most : Math.max(most, copy?.number ?? 0)),
    1,
  );
  return own.filter(({ planned: { copy } }) => copy === undefined || copy.number === last);
}

/** How a mark of the recipe came out. Two coats of a ladder are the same words twice: each is a mark of its own. */
function takeDone(mark: WrittenMark, own: readonly Done[], taken: Set<string>): Done | undefined {
  const found = own.find(
    ({ planned }) => !taken.has(planned.id) && planned.code === mark.code && planned.where === mark.where && planned.how === mark.how,
  );
  if (found) taken.add(found.planned.id);
  return found;
}

const changed = ({ planned, standing }: Done): SessionMarker | null =>
  standing.marker.code === planned.code && standing.marker.markerId === planned.markerId ? null : standing.marker;

/** An element with its marks as they were laid: other markers, repeats, darker ones, and without what was left out. */
function elementAsDone(element: WrittenElement, all: readonly Done[], used: Map<string, SessionMarker>): WrittenElement {
  const instead = new Map<string, SessionMarker>();
  const taken = new Set<string>();
  const own = marksOf(element, all);
  const marks = element.marks.flatMap((mark): WrittenMark[] => {
    const done = takeDone(mark, own, taken);
    if (!done) return [mark];
    const { standing } = done;
    if (standing.state === 'left out') return [];
    const other = changed(done);
    if (other) instead.set(mark.code, other);
    const laid: WrittenMark = { ...mark, code: other?.code ?? mark.code };
    const again = standing.passes > 1 ? [{ ...laid, purpose: `once more, ${standing.passes} times in all` }] : [];
    const { darker } = standing;
    if (darker?.markerId) used.set(darker.markerId, darker);
    const deeper = darker ? [{ ...laid, code: darker.code, purpose: 'darker than it was planned', how: mark.how, minds: undefined }] : [];
    return [laid, ...again, ...deeper].map(({ minds, ...one }) => (minds ? { ...one, minds } : one));
  });
  const ladder = element.ladder.map((rung) => {
    const other = instead.get(rung.code);
    if (!other?.markerId) return rung;
    used.set(other.markerId, other);
    return { ...rung, markerId: other.markerId, code: other.code };
  });
  return { ...element, ladder, marks: marks.slice(0, mostInRecipe.marks) };
}

/**
 * A recipe as it was really done: what was laid in the place of what was planned, how often, and without what was left out.
 * @param planned the recipe of one picture, as it was written down when the session began. @param writtenOn the day, year-month-day.
 */
export function recipeAsDone(
  planned: WrittenRecipe,
  { marks }: Pick<SessionHead, 'marks'>,
  { standings }: Pick<SessionState, 'standings'>,
  { pictureId, writtenOn }: { pictureId: string; writtenOn: string },
): WrittenRecipe {
  const all = marks.flatMap((mark): Done[] => {
    const standing = standings.get(mark.id);
    return mark.pictureId === pictureId && standing ? [{ planned: mark, standing }] : [];
  });
  const used = new Map<string, SessionMarker>();
  let number = 0;
  const elements = planned.elements
    .map((element) => elementAsDone(element, all, used))
    .map((element) => ({ ...element, marks: element.marks.map((mark) => ({ ...mark, number: ++number })) }));
  const finish = planned.finish?.map((mark) => ({ ...mark, number: ++number }));
  const named = new Set(elements.flatMap(({ ladder, darker }) => [...ladder, ...(darker ? [darker] : [])].map(({ markerId }) => markerId)));
  const known = new Map(planned.markers.map((marker) => [marker.id, marker]));
  const markers = [...new Set([...planned.markers.map(({ id }) => id), ...used.keys()])].flatMap((id): WrittenMarker[] => {
    const own = known.get(id);
    if (own) return named.has(id) || !all.length ? [own] : [];
    const { code, lab } = used.get(id) as SessionMarker;
    return [{ id, code, ...(lab ? { lab } : {}) }];
  });
  // The order was that of the plan: what was left out stands in it no more.
  const { order: _order, ...rest } = planned;
  return { ...rest, writtenOn, markers, elements, ...(finish ? { finish } : {}) };
}
