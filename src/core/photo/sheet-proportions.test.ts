import { describe, expect, it } from 'vitest';
import { photographedCorners, type SheetBefore } from '../../../tests/pinhole';
import { seeded } from '../../../tests/seeded';
import type { Preparation } from '#model/preparation';
import { heightPerWidth, lengthInWidths } from './sheet-proportions';

const photo = { width: 4000, height: 3000 };

const photograph = (sheet: SheetBefore) => photographedCorners(sheet, photo);
const proportion = (corners: Preparation['corners']) => heightPerWidth({ corners, evenLight: false }, photo.width, photo.height);

describe('the proportions of a sheet', () => {
  it('come exact from a photo at any slant, whatever the lens (seeded)', () => {
    const random = seeded(17);
    for (let round = 0; round < 300; round++) {
      const height = 0.6 + 0.9 * random();
      const corners = photograph({
        height,
        tiltDeg: 12 + 33 * random(),
        // Neither along a side nor across: both pairs of sides run together.
        axisDeg: 30 + 30 * random() + 90 * Math.floor(4 * random()),
        turnDeg: 5 * random(),
        distance: 2 + random(),
        offX: 0.2 * random() - 0.1,
        offY: 0.2 * random() - 0.1,
        focal: 0.6 + 0.6 * random(),
      });
      expect(Math.abs(proportion(corners) / height - 1)).toBeLessThan(1e-6);
    }
  });

  it('come within 3 % from a photo tilted straight away by 30 degrees, where the mean of the sides is 10 % off', () => {
    const corners = photograph({ height: 1.41, tiltDeg: 30, axisDeg: 0, turnDeg: 0, distance: 2.2, offX: 0, offY: 0, focal: 0.7 });
    const side = ([x1, y1]: [number, number], [x2, y2]: [number, number]) => Math.hypot((x2 - x1) * photo.width, (y2 - y1) * photo.height);
    const [first, second, third, fourth] = corners;
    const mean = (side(second, third) + side(fourth, first)) / (side(first, second) + side(fourth, third));
    expect(Math.abs(mean / 1.41 - 1)).toBeGreaterThan(0.1);
    expect(Math.abs(proportion(corners) / 1.41 - 1)).toBeLessThan(0.03);
  });

  it('bear corners that are set two px wide of the mark', () => {
    const random = seeded(23);
    const errors = Array.from({ length: 200 }, () => {
      const sheet = {
        height: 0.7 + 0.7 * random(),
        tiltDeg: 25 * random(),
        axisDeg: 360 * random(),
        turnDeg: 4 * random(),
        distance: 2,
        offX: 0,
        offY: 0,
      };
      const corners = photograph({ ...sheet, focal: 0.8 }).map(([x, y]) => [
        x + (4 * random() - 2) / photo.width,
        y + (4 * random() - 2) / photo.height,
      ]) as Preparation['corners'];
      return Math.abs(proportion(corners) / sheet.height - 1);
    }).toSorted((first, second) => first - second);
    expect(errors[100]).toBeLessThan(0.004);
    expect(errors[190]).toBeLessThan(0.02);
  });

  it('are those of the sides for a crop and for a turned scan', () => {
    const crop: Preparation['corners'] = [
      [0.1, 0.2],
      [0.6, 0.2],
      [0.6, 0.9],
      [0.1, 0.9],
    ];
    expect(proportion(crop)).toBeCloseTo((0.7 * 3000) / (0.5 * 4000), 10);
    const turned = photograph({ height: 0.8, tiltDeg: 0, axisDeg: 0, turnDeg: 12, distance: 2, offX: 0.1, offY: -0.1, focal: 0.8 });
    expect(proportion(turned)).toBeCloseTo(0.8, 10);
  });
});

describe('the length of a line on a sheet', () => {
  it('is told in widths of the sheet: along its sides and across, however it was seen', () => {
    const look = { height: 0.75, tiltDeg: 30, axisDeg: 50, turnDeg: 8, distance: 2, offX: 0.1, offY: -0.05, focal: 0.8 };
    const corners = photograph(look);
    const length = (from: number, to: number) =>
      lengthInWidths({ corners, evenLight: false }, [corners[from]!, corners[to]!], photo.width, photo.height);
    expect(length(0, 1)).toBeCloseTo(1, 5);
    expect(length(1, 2)).toBeCloseTo(0.75, 5);
    expect(length(0, 2)).toBeCloseTo(1.25, 5);
  });
});
