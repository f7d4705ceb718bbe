import { describe, expect, it } from 'vitest';
import type { ReadMarker } from '#core/markers/readings';
import { predictInk } from '#core/colour/predict-ink';
import { agreementOf } from './agreement';

const bare = { L: 95, a: 0, b: 0 };
const lab = { L: 70, a: 20, b: 10 };
const read = (id: string, paper: string | undefined, twoCoats?: ReadMarker['twoCoats']): ReadMarker => ({
  ...{ id, lineId: 'l', code: id, owned: true, lab },
  ...(twoCoats ? { twoCoats } : {}),
  reading: { id, markerId: id, coats: 1, lab, source: 'measured', ...(paper ? { paper } : {}) },
});

describe('how well swatches bear out a look', () => {
  it('counts what was read on this paper, and measures second coats against those that are computed', () => {
    const asComputed = predictInk({ paper: bare, layers: [{ oneCoat: lab, coats: 2 }] });
    const markers = [read('a', 'Laid', asComputed), read('b', 'Felt'), { id: 'c', lineId: 'l', code: 'c', owned: true }];
    expect(agreementOf(markers, 'Laid', bare)).toEqual({ here: 1, elsewhere: 1, none: 1, twoCoats: { meanDeltaE: 0, count: 1 } });
    expect(agreementOf([read('a', 'Laid', { ...asComputed, L: asComputed.L - 10 })], 'Laid', bare).twoCoats?.meanDeltaE).toBeGreaterThan(5);
    expect(agreementOf([read('b', 'Felt')], 'Laid', bare).twoCoats).toBeNull();
  });
});
