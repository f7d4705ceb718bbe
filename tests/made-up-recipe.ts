import type { WrittenElement, WrittenMarker, WrittenRecipe } from '../src/model/written-recipe';

/** A made-up element of a recipe file: a ladder of so many markers that nobody has, light to dark. */
export function madeUpRecipeElement(name: string, rungs: number, fromL = 92): object {
  return {
    name,
    areaMm2: 9,
    marks: [],
    ladder: Array.from({ length: rungs }, (_, i) => ({
      markerId: `${name.replaceAll(' ', '-')}-${i}`,
      code: `${name}-${i}`,
      role: 'base',
      share: 0.5,
      colour: { lab: { L: fromL - 1.7 * i, a: 9, b: 30 }, source: 'measured' },
    })),
  };
}

/** A made-up recipe file of version 2 with these elements, sound or not. */
export function madeUpRecipe(elements: readonly unknown[]): object {
  return {
    format: 'aquachrome-recipe',
    version: 2,
    make: 'Made up',
    picture: { name: 'P', widthMm: 50, heightMm: 60 },
    lamp: { kind: 'distant', azimuthDeg: 315, heightDeg: 40 },
    school: 'wetBaseDarkToLight',
    elements,
  };
}

/** A made-up element of a written recipe: a ladder with these L*, light to dark, and as many marks. */
export function madeUpWrittenElement(name: string, ladderL: readonly number[], more: Partial<WrittenElement> = {}): WrittenElement {
  const slug =
    name
      .toLowerCase()
      .replaceAll(/[^a-z0-9]+/g, '-')
      .replace(/^-$/, 'e') || 'e';
  const role = (rung: number) => (ladderL.length === 1 || rung === 0 ? 'base' : rung === ladderL.length - 1 ? 'shadow' : 'midtone');
  return {
    id: slug,
    name,
    areaMm2: 100,
    ladder: ladderL.map((L, rung) => ({
      markerId: `${slug}-${rung}`,
      code: `${slug.toUpperCase()} ${L}`,
      role: role(rung),
      share: 1 / ladderL.length,
    })),
    marks: ladderL.map((L, rung) => ({
      ...{ number: rung + 1, code: `${slug.toUpperCase()} ${L}`, where: 'all over', how: 'small circles', purpose: 'lay it' },
    })),
    ...more,
  };
}

/** A made-up written recipe of these elements; its markers have greyish reds of their L* (the number that their code ends with). */
export function madeUpWritten(
  elements: readonly WrittenElement[],
  marker: Partial<WrittenMarker> = {},
  more: Partial<WrittenRecipe> = {},
): WrittenRecipe {
  const markers = new Map(
    elements.flatMap(({ ladder }) =>
      ladder.map(({ markerId, code }): [string, WrittenMarker] => [
        markerId,
        { id: markerId, code, lab: { L: Number(code.split(' ').at(-1)), a: 20, b: 20 }, source: 'measured', ...marker },
      ]),
    ),
  );
  return {
    make: 'Made up',
    picture: { name: 'P', widthMm: 50, heightMm: 60 },
    writtenOn: '2026-11-29',
    lamp: { kind: 'distant', azimuthDeg: 315, heightDeg: 40 },
    school: { id: 'wetBaseDarkToLight', name: 'Wet base, then dark to light' },
    markers: [...markers.values()],
    elements: [...elements],
    engine: { light: 2, recipe: 1 },
    ...more,
  };
}
