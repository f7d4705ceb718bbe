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
