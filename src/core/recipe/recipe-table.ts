import type { WrittenRecipe } from '#model/written-recipe';
import { hexOfLab } from '#core/colour/lab';
import { byId } from '#core/make/by-id';

/** A row of a recipe as a table: a rung of a ladder, or a mark. Empty cells say nothing. */
export type RecipeRow = Record<(typeof recipeColumns)[number], string | number>;

export const recipeColumns = [
  ...(['element', 'name', 'kind', 'row', 'number', 'code', 'line', 'role', 'share', 'colour', 'lab', 'source', 'read on'] as const),
  ...(['where', 'how', 'purpose', 'reach', 'minds'] as const),
] as const;

const empty: RecipeRow = Object.fromEntries(recipeColumns.map((column) => [column, ''])) as RecipeRow;

/** A recipe as rows of a table: of each element its rungs, then its marks; in the end what is done to the whole image. A colour that is only assumed is left out. */
export function recipeTable({ elements, markers, finish = [] }: WrittenRecipe): RecipeRow[] {
  const known = byId(markers);
  const rows = elements.flatMap((element, index): RecipeRow[] => {
    const own = { ...empty, element: index + 1, name: element.name, kind: element.kind ?? '' };
    const rungs = element.ladder.map(({ markerId, code, role, share, where }, rung): RecipeRow => {
      const { lab, source, line, reading } = known.get(markerId) ?? {};
      const isKnown = lab && source && source !== 'assumed';
      return {
        ...own,
        ...{ row: 'rung', number: rung + 1, code, line: line ?? '', role: where ?? role, share: Math.round(1000 * share) / 1000 },
        ...(isKnown ? { colour: hexOfLab(lab), lab: `${lab.L} ${lab.a} ${lab.b}`, source, 'read on': reading?.paper ?? '' } : {}),
      };
    });
    const marks = element.marks.map(
      ({ number, code, where, how, purpose, reach = '', minds = [] }): RecipeRow => ({
        ...own,
        ...{ row: 'mark', number, code, where, how, purpose, reach, minds: minds.join('; ') },
      }),
    );
    return [...rungs, ...marks];
  });
  const ends = finish.map(
    ({ number, code, where, how, purpose }): RecipeRow => ({ ...empty, row: 'finish', number, code, where, how, purpose }),
  );
  return [...rows, ...ends];
}
