import type { RecipeFile2Element, RecipeFile2Head } from '#model/frozen/recipe-file-2';
import { cleanText } from '#model/text';
import type { WrittenElement, WrittenMark, WrittenMarker, WrittenRecipe } from '#model/written-recipe';
import { asFitsSchool } from '#model/school';
import { readySchools } from '#core/technique/schools';

/** What a school of no name here is called. */
const schoolName = (id: string): string =>
  id === asFitsSchool ? 'Each element as suits it' : (readySchools.find((school) => school.id === id)?.name ?? 'A school of its own');

const markOf = ({ number, code, place, stroke, purpose }: RecipeFile2Element['marks'][number]): WrittenMark => ({
  number: Math.max(1, number),
  code: cleanText(code, 80) || 'again',
  where: cleanText(place, 600),
  how: cleanText(stroke, 600),
  purpose: cleanText(purpose, 600),
});

/** A recipe file of version 2 as a recipe of today: its markers by themselves; no day, no places, no order was kept in it. */
export function recipeFrom2(head: RecipeFile2Head, elements: readonly RecipeFile2Element[]): WrittenRecipe {
  const markers = new Map<string, WrittenMarker>();
  for (const { ladder } of elements)
    for (const { markerId, code, colour } of ladder) {
      const marker = { id: markerId, code: cleanText(code, 80) || '?' };
      if (!markers.has(markerId)) markers.set(markerId, colour ? { ...marker, lab: colour.lab, source: colour.source } : marker);
    }
  return {
    make: cleanText(head.make, 80) || 'A recipe',
    picture: { ...head.picture, name: cleanText(head.picture.name, 80) || 'Picture' },
    lamp: head.lamp,
    school: { id: cleanText(head.school, 64), name: schoolName(head.school) },
    ...(head.paper ? { paper: cleanText(head.paper, 80) } : {}),
    ...(head.lineInk ? { lineInk: cleanText(head.lineInk, 80) } : {}),
    markers: [...markers.values()],
    elements: elements.map(
      ({ name, areaMm2, order, ladder, marks }, place): WrittenElement => ({
        id: `e${place + 1}`,
        name: cleanText(name, 60) || `Element ${place + 1}`,
        areaMm2: Math.max(0, areaMm2),
        ...(order ? { order } : {}),
        ladder: ladder.map(({ markerId, code, role, share }) => ({
          ...{ markerId, role, code: cleanText(code, 80) || '?' },
          share: Math.min(1, Math.max(0, share)),
        })),
        marks: marks.map(markOf),
      }),
    ),
    ...(head.finish ? { finish: head.finish.map(markOf) } : {}),
    engine: { light: 0, recipe: 0 },
  };
}
