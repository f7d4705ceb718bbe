import { describe, expect, it } from 'vitest';
import type { Lab } from '#model/marker';
import { layerCoats } from '#core/colour/coats';
import { coatedColours } from './coated-colours';

const rung = (markerId: string) => ({ markerId, code: markerId });
const labs = { light: { L: 85, a: 5, b: 10 }, deep: { L: 50, a: 20, b: 10 }, darkest: { L: 30, a: 10, b: 5 } };
const inkOf = new Map<string, { lab: Lab; twoCoats?: Lab }>(Object.entries(labs).map(([id, lab]) => [id, { lab }]));
const ladder = { rungs: [rung('light'), rung('deep')] };

describe('colours of bands in their coats', () => {
  it('one coat is the colour as it was read; two are deeper, as measured where that was', () => {
    expect(coatedColours({ ladder }, inkOf)).toEqual([labs.light, labs.deep]);
    expect(coatedColours({ ladder, coats: { passes: 2 } }, inkOf)).toEqual([layerCoats(labs.light, 2), layerCoats(labs.deep, 2)]);
    const measured = new Map<string, { lab: Lab; twoCoats?: Lab }>([
      ...inkOf,
      ['deep', { lab: labs.deep, twoCoats: { L: 44, a: 24, b: 12 } }],
    ]);
    expect(coatedColours({ ladder, coats: { passes: 2 } }, measured)[1]?.L).toBeCloseTo(44, 0);
  });

  it('a darker marker lies over the deepest; what has no colour stays unknown', () => {
    const [light, deep] = coatedColours({ ladder, coats: { passes: 2, darker: rung('darkest') } }, inkOf);
    expect(light).toEqual(layerCoats(labs.light, 2));
    expect(deep?.L).toBeLessThan(layerCoats(labs.deep, 2).L - 5);
    expect(coatedColours({ ladder: { rungs: [rung('nobody')] } }, inkOf)).toEqual([undefined]);
    expect(coatedColours(undefined, inkOf)).toEqual([]);
  });
});
