import { describe, expect, it } from 'vitest';
import { usualReading } from '#model/reading';
import { seeded } from '../../../tests/seeded';
import type { GreyImage } from '#core/raster/image';
import { halfToneShare, judgePicture } from './judge-picture';
import { findLines } from './lines';
import { readLines } from './read-picture';

const pxPerMm = 10;

describe('what is no line image', () => {
  const grey = (level: (x: number, y: number) => number): GreyImage => ({
    width: 300,
    height: 300,
    data: Uint8Array.from({ length: 90_000 }, (_, i) => Math.max(0, Math.min(255, level(i % 300, Math.floor(i / 300))))),
    pxPerMm,
  });
  const judge = (picture: GreyImage) => judgePicture(picture, findLines(picture));

  it('is told: blank paper, nearly all ink, soft tones everywhere', () => {
    const random = seeded(2);
    expect(judge(grey(() => 250))).toBe('noLines');
    expect(judge(grey((x, y) => (x % 60 < 12 && y % 60 < 12 ? 250 : 10)))).toBe('allInk');
    // A made-up photograph: soft blobs of light over fur-like grain.
    const fur = grey((x, y) => 120 + 70 * Math.sin(x / 37) * Math.cos(y / 29) + 25 * Math.sin(x / 5 + y / 7) + 30 * (random() - 0.5));
    expect(judge(fur)).toBe('photograph');
  });

  it('is not said of line work, soft, grey or hatched', () => {
    const ring = (x: number, y: number) => Math.abs(Math.hypot(x - 150, y - 150) - 100);
    expect(judge(grey((x, y) => 235 - 200 * Math.max(0, Math.min(1, 4 - ring(x, y)))))).toBeNull();
    expect(judge(grey((x, y) => 200 - x / 4 - 90 * Math.max(0, Math.min(1, 3 - ring(x, y)))))).toBeNull();
    const hatched = grey((x, y) => (x % 12 < 4 && y > 100 ? 20 : 245));
    expect(halfToneShare(hatched)).toBeLessThan(0.12);
    expect(judge(hatched)).toBeNull();
  });

  it('reading asks for the resolution', () =>
    expect(() => readLines({ width: 3, height: 3, data: new Uint8Array(9) }, usualReading.settings)).toThrow(RangeError));
});
