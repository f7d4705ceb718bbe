import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Preparation, wholeOriginal } from '#model/preparation';
import { cutOut } from './cut-out';
import { evenLight } from './even-light';
import { areSoundCorners, betweenFrames, frameOf, turnCorners, turnToLevel } from './frame';
import { heightPerWidth } from './sheet-proportions';

const askew: Preparation = {
  corners: [
    [0.1, 0.05],
    [0.9, 0.15],
    [0.8, 0.95],
    [0.2, 0.85],
  ],
  evenLight: false,
};

describe('frame', () => {
  it('takes the corners of the picture to those of the original, and its crossing of the diagonals to theirs', () => {
    const { toOriginal } = frameOf(askew);
    (
      [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ] as const
    ).forEach(([x, y], index) => {
      const [u, v] = toOriginal(x, y);
      expect(u).toBeCloseTo(askew.corners[index]?.[0] ?? Number.NaN, 10);
      expect(v).toBeCloseTo(askew.corners[index]?.[1] ?? Number.NaN, 10);
    });
    // Projective maps keep straight lines: the middle of the square is where the diagonals of the four corners cross (computed by hand).
    const [u, v] = toOriginal(0.5, 0.5);
    const along = (first: number, second: number) => {
      const [x1, y1] = askew.corners[first] ?? [0, 0];
      const [x2, y2] = askew.corners[second] ?? [0, 0];
      return (u - x1) * (y2 - y1) - (v - y1) * (x2 - x1);
    };
    expect(along(0, 2)).toBeCloseTo(0, 10);
    expect(along(1, 3)).toBeCloseTo(0, 10);
  });

  it('comes back from the original to the same place (seeded)', () => {
    const { toOriginal, fromOriginal } = frameOf(askew);
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, (x, y) => {
        const [backX, backY] = fromOriginal(...toOriginal(x, y));
        expect(backX).toBeCloseTo(x, 8);
        expect(backY).toBeCloseTo(y, 8);
      }),
    );
  });

  it('refuses crossed and dented corners', () => {
    const crossed = { ...askew, corners: [askew.corners[1], askew.corners[0], askew.corners[2], askew.corners[3]] } as Preparation;
    expect(areSoundCorners(crossed.corners)).toBe(false);
    expect(() => frameOf(crossed)).toThrow(RangeError);
    expect(areSoundCorners(wholeOriginal.corners)).toBe(true);
  });

  it('turned corners keep angles and sides on a sheet that is not square', () => {
    const turned = turnCorners(wholeOriginal.corners, 10, 600, 300);
    const side = (first: number, second: number) =>
      Math.hypot(
        ((turned[second]?.[0] ?? 0) - (turned[first]?.[0] ?? 0)) * 600,
        ((turned[second]?.[1] ?? 0) - (turned[first]?.[1] ?? 0)) * 300,
      );
    expect(side(0, 1)).toBeCloseTo(600, 6);
    expect(side(1, 2)).toBeCloseTo(300, 6);
    expect(heightPerWidth({ corners: turned, evenLight: false }, 600, 300)).toBeCloseTo(0.5, 8);
  });

  it('turns level with a line that should be level, or upright', () => {
    const { corners } = wholeOriginal;
    // On a sheet twice as wide as high, from (0.2, 0.5) to (0.6, 0.5 + 0.8 tan 5 degrees): 5 degrees down to the right.
    const rise = 0.4 * 2 * Math.tan((5 * Math.PI) / 180);
    expect(
      turnToLevel(
        corners,
        [
          [0.2, 0.5],
          [0.6, 0.5 + rise],
        ],
        600,
        300,
      ),
    ).toBeCloseTo(5, 8);
    expect(
      turnToLevel(
        corners,
        [
          [0.6, 0.5 + rise],
          [0.2, 0.5],
        ],
        600,
        300,
      ),
    ).toBeCloseTo(5, 8);
    expect(
      turnToLevel(
        corners,
        [
          [0.5, 0.1],
          [0.5 + 0.05, 0.9],
        ],
        300,
        300,
      ),
    ).toBeCloseTo(-(Math.atan(1 / 16) * 180) / Math.PI, 8);
    const turned = turnCorners(corners, 5, 600, 300);
    expect(
      turnToLevel(
        turned,
        [
          [0.2, 0.5],
          [0.6, 0.5 + rise],
        ],
        600,
        300,
      ),
    ).toBeCloseTo(0, 8);
  });

  it('maps a place of one cut-out to the same spot of another', () => {
    const whole = { preparation: wholeOriginal, widthMm: 100, heightMm: 50 };
    const rightHalf: Preparation = {
      corners: [
        [0.5, 0],
        [1, 0],
        [1, 1],
        [0.5, 1],
      ],
      evenLight: false,
    };
    const [x, y] = betweenFrames(whole, { preparation: rightHalf, widthMm: 50, heightMm: 50 })(75, 20) ?? [];
    expect(x).toBeCloseTo(25, 8);
    expect(y).toBeCloseTo(20, 8);
  });
});

describe('an askew cut-out', () => {
  const whole = { preparation: wholeOriginal, widthMm: 100, heightMm: 100 };
  const askew: Preparation = {
    corners: [
      [0.45, 0.6],
      [0.55, 0.6],
      [0.95, 0.95],
      [0.05, 0.95],
    ],
    evenLight: false,
  };

  it('does not see what lies at or beyond its horizon, and sees the rest where it is', () => {
    const move = betweenFrames(whole, { preparation: askew, widthMm: 100, heightMm: 100 });
    // The sides run together at 0.483 of the height: there the horizon lies.
    for (const yMm of [0, 20, 45, 48]) expect(move(50, yMm), `at ${yMm} mm`).toBeNull();
    for (const [x, y] of [
      [0.2, 0.3],
      [0.5, 0.5],
      [0.9, 0.8],
    ] as const) {
      const [u, v] = frameOf(askew).toOriginal(x, y);
      const [backX, backY] = move(100 * u, 100 * v) ?? [];
      expect(backX).toBeCloseTo(100 * x, 6);
      expect(backY).toBeCloseTo(100 * y, 6);
    }
  });
});

describe('cut-out', () => {
  it('straightens a turned square: its edges stand upright again', () => {
    const size = 200;
    const angle = (12 * Math.PI) / 180;
    const data = new Uint8Array(size * size).fill(255);
    for (let i = 0; i < data.length; i++) {
      const dx = (i % size) + 0.5 - 100;
      const dy = Math.floor(i / size) + 0.5 - 100;
      const x = dx * Math.cos(angle) + dy * Math.sin(angle);
      const y = -dx * Math.sin(angle) + dy * Math.cos(angle);
      if (Math.max(Math.abs(x), Math.abs(y)) < 40) data[i] = 0;
    }
    const corners = turnCorners(wholeOriginal.corners, 12, size, size);
    const upright = cutOut({ width: size, height: size, data }, { corners, evenLight: false }, size, size);
    for (let row = 0; row < size; row++) {
      for (let column = 0; column < size; column++) {
        const inside = Math.max(Math.abs(column + 0.5 - 100), Math.abs(row + 0.5 - 100));
        const level = upright.data[row * size + column] ?? -1;
        if (inside < 38) expect(level).toBe(0);
        if (inside > 42 && inside < 60) expect(level).toBe(255);
      }
    }
  });

  it('even light makes shaded paper white and leaves ink dark', () => {
    const data = Uint8Array.from({ length: 320 * 200 }, (_, i) => {
      const paper = 230 - ((i % 320) * 120) / 320;
      return Math.abs(Math.floor(i / 320) - 100) < 3 ? paper * 0.2 : paper;
    });
    const even = evenLight({ width: 320, height: 200, data });
    for (const column of [5, 100, 200, 314]) {
      expect(even.data[40 * 320 + column]).toBeGreaterThan(245);
      expect(even.data[100 * 320 + column]).toBeLessThan(70);
    }
  });
});
