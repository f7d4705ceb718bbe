import fc from 'fast-check';
import * as spectral from 'spectral.js';
import { describe, expect, it } from 'vitest';
import type { Lab } from '#model/marker';
import { deltaE00 } from './difference';
import { absorptionOf, reflectanceOf } from './kubelka-munk';
import { hexOfLab, labOfHex } from './lab';
import { predictInk, usualFurtherCoat } from './predict-ink';
import { reflectanceOfLab } from './reflectance';
import { bandCount, labOfXyz, tabulatedWhite, xyzOfReflectance } from './spectrum';

const card: Lab = { L: 95, a: 0.4, b: -1.2 };
const channel = fc.integer({ min: 8, max: 246 });
const anyInk = fc
  .tuple(channel, channel, channel)
  .map((rgb) => labOfHex(`#${rgb.map((own) => own.toString(16).padStart(2, '0')).join('')}`));
const coatsOf = (oneCoat: Lab, coats: number, more: { paper?: Lab; twoCoats?: Lab } = {}) =>
  predictInk({ paper: more.paper ?? card, layers: [{ oneCoat, coats, ...(more.twoCoats ? { twoCoats: more.twoCoats } : {}) }] });
const isInSrgb = (lab: Lab) => deltaE00(labOfHex(hexOfLab(lab)), lab) < 0.4;
/** An ink that adds a known share with its second coat, in every band. */
function twoCoatsWith(oneCoat: Lab, share: number, paper = card): Lab {
  const ground = reflectanceOfLab(paper).map(absorptionOf);
  const one = reflectanceOfLab(oneCoat).map(absorptionOf);
  return labOfXyz(xyzOfReflectance(one.map((own, band) => reflectanceOf(own + Math.max(0, own - ground[band]!) * share))));
}

describe('light by bands', () => {
  it('comes to the white of D65 (CIE 15:2018: 0.95047, 1, 1.08883), as far as steps of 10 nm go', () => {
    const [x, , z] = tabulatedWhite();
    expect(x).toBeCloseTo(0.95047, 2.7);
    expect(z).toBeCloseTo(1.08883, 2.7);
  });

  it('the smoothest reflectance has the colour that it was made from, and lies between 0 and 1', () => {
    fc.assert(
      fc.property(anyInk, (lab) => {
        const reflectance = reflectanceOfLab(lab);
        expect(reflectance).toHaveLength(bandCount);
        expect(Math.min(...reflectance)).toBeGreaterThanOrEqual(0);
        expect(Math.max(...reflectance)).toBeLessThanOrEqual(1);
        expect(deltaE00(labOfXyz(xyzOfReflectance(reflectance)), lab)).toBeLessThan(0.1);
      }),
      { numRuns: 60 },
    );
    // A grey is flat.
    const grey = reflectanceOfLab({ L: 60, a: 0, b: 0 });
    expect(Math.max(...grey) - Math.min(...grey)).toBeLessThan(0.003);
  });
});

describe('Kubelka and Munk', () => {
  it('goes there and back', () => {
    for (let R = 0.001; R < 1; R += 0.013) expect(reflectanceOf(absorptionOf(R))).toBeCloseTo(R, 9);
    expect([reflectanceOf(0), absorptionOf(1)]).toEqual([1, 0]);
    // By hand: R = 0.5 gives 0.25 / 1.
    expect(absorptionOf(0.5)).toBeCloseTo(0.25, 12);
  });

  it('agrees with a general spectral mixing library on its own data, within 1e-9 of K/S', () => {
    for (const hex of ['#2e6f9e', '#d8b54a', '#7b2d43', '#f0f0ea', '#151515']) {
      const { R, KS } = new spectral.Color(hex);
      for (const [band, own] of R.entries()) expect(absorptionOf(own)).toBeCloseTo(KS[band] as number, own > 1e-5 && own < 1 ? 9 : 1);
    }
  });
});

describe('inks in layers', () => {
  it('no layer, no coat, and an ink that is none, leave the paper', () => {
    expect(predictInk({ paper: card, layers: [] })).toEqual(card);
    expect(coatsOf(labOfHex('#884422'), 0)).toEqual(card);
    expect(deltaE00(coatsOf(card, 5), card)).toBeLessThan(0.05);
    expect(() => coatsOf(card, 1.5)).toThrow(/whole number of coats from 0/);
    expect(() => coatsOf(card, -1)).toThrow(/whole number/);
  });

  it('one coat is as measured; each further one is no lighter; endless coats come to a limit', () => {
    fc.assert(
      fc.property(anyInk, (ink) => {
        const seen = [1, 2, 3, 4, 8, 60, 61].map((coats) => coatsOf(ink, coats));
        expect(deltaE00(seen[0]!, ink)).toBeLessThan(0.5);
        for (const [index, own] of seen.entries()) if (index > 0) expect(own.L).toBeLessThanOrEqual(seen[index - 1]!.L + 1e-9);
        expect(deltaE00(seen[5]!, seen[6]!)).toBeLessThan(0.01);
      }),
      { numRuns: 40 },
    );
  });

  it('two coats are as measured, for whatever ink adds less than before', () => {
    let tried = 0;
    fc.assert(
      fc.property(anyInk, fc.double({ min: 0.1, max: 0.9, noNaN: true }), fc.double({ min: -3, max: 3, noNaN: true }), (ink, share, b) => {
        // Not quite an ink of one share: another hue in two coats.
        const two = { ...twoCoatsWith(ink, share) };
        const twoCoats = { ...two, b: two.b + b };
        if (!isInSrgb(ink) || !isInSrgb(twoCoats) || twoCoats.L > ink.L) return;
        tried++;
        expect(deltaE00(coatsOf(ink, 2, { twoCoats }), twoCoats)).toBeLessThan(0.5);
        expect(coatsOf(ink, 3, { twoCoats }).L).toBeLessThanOrEqual(twoCoats.L + 0.05);
      }),
      { numRuns: 60 },
    );
    expect(tried).toBeGreaterThan(20);
  });

  it('known shares are found again: the third coat of an ink is told from its first two', () => {
    for (const share of [0.25, usualFurtherCoat, 0.8])
      for (const hex of ['#d9a58f', '#6fae9a', '#c04a55', '#b9b3d6']) {
        const ink = labOfHex(hex);
        const ground = reflectanceOfLab(card).map(absorptionOf);
        const one = reflectanceOfLab(ink).map(absorptionOf);
        const three = labOfXyz(
          xyzOfReflectance(one.map((own, band) => reflectanceOf(own + Math.max(0, own - ground[band]!) * (share + share * share)))),
        );
        expect(deltaE00(coatsOf(ink, 3, { twoCoats: twoCoatsWith(ink, share) }), three), `${hex}, ${share}`).toBeLessThan(1);
      }
  });

  it('a second coat that is said to be lighter is not believed', () => {
    const ink = labOfHex('#7aa05a');
    expect(coatsOf(ink, 2, { twoCoats: { ...ink, L: ink.L + 6 } })).toEqual(coatsOf(ink, 2));
  });

  it('layers in any order are alike, and darker than each alone', () => {
    fc.assert(
      fc.property(anyInk, anyInk, (one, other) => {
        const layers = [
          { oneCoat: one, coats: 1 },
          { oneCoat: other, coats: 2 },
        ];
        const both = predictInk({ paper: card, layers });
        expect(deltaE00(both, predictInk({ paper: card, layers: [...layers].reverse() }))).toBeLessThan(1e-6);
        if (one.L < card.L - 8 && other.L < card.L - 8) expect(both.L).toBeLessThan(Math.min(one.L, other.L) + 3);
      }),
      { numRuns: 30 },
    );
  });

  it('yellow over blue is green (common practice, no source)', () => {
    const both = predictInk({
      paper: card,
      layers: [
        { oneCoat: labOfHex('#f3dc3c'), coats: 1 },
        { oneCoat: labOfHex('#7cc4ea'), coats: 1 },
      ],
    });
    const hue = (Math.atan2(both.b, both.a) * 180) / Math.PI;
    expect(hue).toBeGreaterThan(95);
    expect(hue).toBeLessThan(175);
  });
});
