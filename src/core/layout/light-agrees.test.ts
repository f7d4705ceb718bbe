import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SceneLamp } from '#model/lamp';
import { kitePiece, madeUpCard, pieceAt } from '../../../tests/made-up-card';
import { betweenDeg, lampForHere, lightDiffers, sideOnCard, sideOnPicture } from './light-agrees';
import { lightPatch } from './light-patch';

const lampAt = (azimuthDeg: number, heightDeg = 40): SceneLamp => ({ kind: 'distant', azimuthDeg, heightDeg });
const found = (lamp: SceneLamp, turnedDeg: number, isMirrored = false) => {
  const { make, card, laid } = madeUpCard(
    { pieces: [kitePiece(isMirrored ? { isMirrored: true } : {})] },
    { lamp, items: [pieceAt('kite', 50, 70, turnedDeg > 0 ? { turnedDeg } : {})] },
  );
  return lightDiffers(make, card, laid);
};

describe('light that agrees', () => {
  it('under a lamp from upper left a piece turned by 180 degrees is found, one that is mirrored too, one turned by 10 not', () => {
    expect(found(lampAt(315), 180)[0]?.offDeg).toBeCloseTo(180, 6);
    expect(found(lampAt(315), 0, true)[0]).toMatchObject({ isDeg: 45, wantedDeg: 315, offDeg: 90 });
    expect(found(lampAt(315), 10)).toEqual([]);
    expect(found(lampAt(315), 0)).toEqual([]);
  });

  it('under one from 12 or 6 o’clock a mirrored one is not, a turned one is; one from straight above has no side', () => {
    for (const azimuthDeg of [0, 180]) expect(found(lampAt(azimuthDeg), 0, true)).toEqual([]);
    expect(found(lampAt(0), 90)).toHaveLength(1);
    expect(found(lampAt(90, 88), 180)).toEqual([]);
  });

  it('shaded anew with the lamp that it asks for, it agrees, however it is turned and mirrored', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 0, max: 359 }), fc.boolean(), (azimuthDeg, turnedDeg, isMirrored) => {
        const [differs] = found(lampAt(azimuthDeg), turnedDeg, isMirrored);
        const turn = { turnedDeg, isMirrored };
        expect(betweenDeg(sideOnCard(sideOnPicture(azimuthDeg, turn), turn), azimuthDeg)).toBeLessThan(1e-6);
        // A plain reckoning with a way in the plane: mirrored, then turned clockwise.
        const angle = (azimuthDeg * Math.PI) / 180;
        const [x, y] = [(isMirrored ? -1 : 1) * Math.sin(angle), -Math.cos(angle)];
        const by = (turnedDeg * Math.PI) / 180;
        const [tx, ty] = [x * Math.cos(by) - y * Math.sin(by), x * Math.sin(by) + y * Math.cos(by)];
        const off = (Math.acos(Math.max(-1, Math.min(1, tx * Math.sin(angle) - ty * Math.cos(angle)))) * 180) / Math.PI;
        if (Math.abs(off - 30) > 0.01) expect(differs !== undefined).toBe(off > 30);
        if (differs)
          expect(lampForHere(lampAt(azimuthDeg), differs.lampDeg).azimuthDeg).toBe(Math.round(sideOnPicture(azimuthDeg, turn)) % 360);
      }),
    );
  });

  it('a card with a lamp of its own judges its pieces by that; a near lamp by where it lies over the card', () => {
    const own = madeUpCard(
      { pieces: [kitePiece()], lamp: { kind: 'distant', azimuthDeg: 90, heightDeg: 40 } },
      { lamp: lampAt(315), items: [pieceAt('kite', 50, 70)] },
    );
    expect(lightDiffers(own.make, own.card, own.laid)).toHaveLength(1);
    // The lamp hangs left of the kite's middle: turned half round it comes from the right there, and goes with it.
    const near: SceneLamp = { kind: 'near', pictureId: 'p', xMm: 5, yMm: 20, heightMm: 20 };
    const turned = madeUpCard({ pieces: [kitePiece()] }, { lamp: near, items: [pieceAt('kite', 50, 70, { turnedDeg: 180 })] });
    expect(lightDiffers(turned.make, turned.card, turned.laid)).toEqual([]);
  });

  it('the light patch of the ground lies towards the lamp, and its last step covers the card', () => {
    const face = { widthMm: 100, heightMm: 140 };
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 1, max: 6 }), (azimuthDeg, steps) => {
        const patch = lightPatch(lampAt(azimuthDeg), [], face, steps);
        const angle = (azimuthDeg * Math.PI) / 180;
        expect((patch.xMm - 50) * Math.sin(angle) - (patch.yMm - 70) * Math.cos(angle)).toBeGreaterThan(0);
        expect(patch.steps).toHaveLength(steps);
        const last = patch.steps.at(-1);
        for (const x of [0, 100])
          for (const y of [0, 140])
            expect(((x - patch.xMm) / (last?.radiusXMm ?? 1)) ** 2 + ((y - patch.yMm) / (last?.radiusYMm ?? 1)) ** 2).toBeLessThanOrEqual(
              1 + 1e-9,
            );
      }),
    );
    expect(lightPatch(lampAt(0, 90), [], face, 3)).toMatchObject({ xMm: 50, yMm: 70 });
    expect(() => lightPatch(lampAt(0), [], face, 0)).toThrow(/1 ink or more/);
  });
});
