import { describe, expect, it } from 'vitest';
import { schoolIdSchema } from '#model/school';
import { newMake } from '#core/make/new-make';
import { recipeOfPicture } from './recipe';
import { schools } from './schools';

describe.each(schoolIdSchema.options)('school %s', (id) => {
  it.each([1, 2, 3, 4, 5, 6])('uses every one of %i rungs, starts with the palest all over and sets the deepest next', (rungs) => {
    const steps = schools[id].steps(rungs);
    expect(new Set(steps.map(({ rung }) => rung)).size).toBe(rungs);
    expect(steps[0]).toMatchObject({ rung: 0, place: { kind: 'allOver' } });
    if (rungs > 1) expect(steps[1]).toMatchObject({ rung: rungs - 1, place: { kind: 'band', band: rungs - 1 } });
  });
});

it('wet base, then dark to light: each step lighter, the palest over all last (common practice, no source)', () => {
  expect(schools.wetBaseDarkToLight.steps(4).map(({ rung }) => rung)).toEqual([0, 3, 2, 1, 0]);
  expect(schools.palestDeepestMiddle.steps(3).map(({ rung }) => rung)).toEqual([0, 2, 1]);
});

describe('recipe of a picture', () => {
  const sha = 'b'.repeat(64);
  const marker = (id: string, L: number, b = 0) => ({ id, code: id.toUpperCase(), lab: { L, a: 0, b }, owned: true });
  const element = (id: string, ...markerIds: string[]) => ({
    id,
    name: id,
    regionIds: [`region-${id}`],
    ...(markerIds.length > 0 ? { ladder: { rungs: markerIds.map((markerId) => ({ markerId, code: markerId.toUpperCase() })) } } : {}),
  });
  const elements = [element('coat', 'dark1', 'dark2'), element('scarf', 'gold1', 'gold2'), element('boot')];
  const picture = {
    id: 'p',
    name: 'p',
    widthMm: 50,
    heightMm: 50,
    original: { sha256: sha, mediaType: 'image/png', fileName: 'p.png' },
    grey: { sha256: sha, widthPx: 9, heightPx: 9 },
    regionMap: {
      labelMap: sha,
      widthPx: 9,
      heightPx: 9,
      regions: elements.map(({ id }, index) => ({
        id: `region-${id}`,
        label: index + 1,
        areaMm2: 120,
        boundsMm: [0, 0, 1, 1] as [number, number, number, number],
        insideMm: [0, 0] as [number, number],
        touchesEdge: false,
      })),
    },
    elements,
  };
  const rack = [marker('dark1', 50), marker('dark2', 30), marker('gold1', 90, 60), marker('gold2', 70, 60)];
  const recipe = recipeOfPicture(newMake({ id: 'm', name: 'm' }), picture, rack);

  it('colours the light before the dark, numbers the marks through and says what has no ladder', () => {
    expect(recipe.elements.map(({ name }) => name)).toEqual(['scarf', 'coat']);
    expect(recipe.elements.flatMap(({ marks }) => marks.map(({ number }) => number))).toEqual([1, 2, 3, 4, 5, 6]);
    expect(recipe.withoutLadder).toEqual([{ elementId: 'boot', name: 'boot' }]);
    expect(recipe.markers).toEqual(['DARK1', 'DARK2', 'GOLD1', 'GOLD2']);
  });

  it('gives each marker its role, share and area', () => {
    expect(recipe.elements[0]).toMatchObject({
      areaMm2: 120,
      rungs: [
        { code: 'GOLD1', role: 'base' },
        { code: 'GOLD2', role: 'shadow' },
      ],
    });
    expect(recipe.elements[0]?.marks.map(({ code, role }) => `${code} ${role}`)).toEqual(['GOLD1 base', 'GOLD2 shadow', 'GOLD1 base']);
  });
});
