import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { cutBands } from './bands';
import { inflate } from './inflate';
import { lightOnFlat, mixedLight } from './mixed-light';
import { directionOf, type Lamp, shade } from './shade';

function disk(radius: number, margin = 4) {
  const width = 2 * radius + 2 * margin;
  const centre = width / 2;
  const data = new Uint8Array(width * width);
  for (let row = 0; row < width; row++) {
    for (let column = 0; column < width; column++) {
      if ((column + 0.5 - centre) ** 2 + (row + 0.5 - centre) ** 2 < radius ** 2) data[row * width + column] = 1;
    }
  }
  return { width, height: width, data, centre };
}

/** Angles in degrees between the form's normals and those of the analytic hemisphere, the rim (r2 > 0.94) left out. */
function normalErrors(radius: number): number[] {
  const mask = disk(radius);
  const { normals } = inflate(mask);
  const errors: number[] = [];
  for (let i = 0; i < mask.data.length; i++) {
    const x = ((i % mask.width) + 0.5 - mask.centre) / radius;
    const y = (Math.floor(i / mask.width) + 0.5 - mask.centre) / radius;
    if (!mask.data[i] || x * x + y * y > 0.94) continue;
    const cosine = x * (normals[3 * i] ?? 0) + y * (normals[3 * i + 1] ?? 0) + Math.sqrt(1 - x * x - y * y) * (normals[3 * i + 2] ?? 0);
    errors.push((Math.acos(Math.min(1, cosine)) * 180) / Math.PI);
  }
  return errors;
}

describe('form', () => {
  // The hemisphere is the exact solution: u = r2 - x2 - y2 has laplacian -4 and vanishes on the circle.
  it.each([
    [60, 0.25],
    [110, 0.2],
    [171, 0.15],
    [240, 0.1],
  ])('of a disk of radius %i px is a hemisphere to %f degrees in the mean', (radius, mostDeg) => {
    const errors = normalErrors(radius);
    const mean = errors.reduce((sum, error) => sum + error, 0) / errors.length;
    expect(mean).toBeLessThan(mostDeg);
    expect(errors.toSorted((a, b) => a - b)[Math.floor(errors.length * 0.99)]).toBeLessThan(2.5);
  });

  it('of an axis-aligned strip is a half tube: height sqrt(2) times that of the hemisphere profile (u = 2 (r2 - y2))', () => {
    const width = 600;
    const half = 30;
    const data = new Uint8Array(width * (2 * half + 2));
    data.fill(1, width, width * (2 * half + 1));
    const { heights } = inflate({ width, height: 2 * half + 2, data });
    expect(heights[(half + 1) * width + width / 2]).toBeCloseTo(Math.SQRT2 * half, 0);
  });

  it('of many shapes converges: residual of the plain equation is small everywhere', () => {
    for (const [width, height] of [
      [37, 91],
      [128, 16],
      [65, 65],
    ] as const) {
      const data = new Uint8Array(width * height).fill(1);
      for (let row = 10; row < Math.min(14, height - 1); row++) data.fill(0, row * width + 5, row * width + width - 8);
      const { heights } = inflate({ width, height, data });
      let worst = 0;
      for (let row = 2; row < height - 2; row++) {
        for (let column = 2; column < width - 2; column++) {
          const i = row * width + column;
          const around = [i - 1, i + 1, i - width, i + width];
          if (!data[i] || around.some((j) => !data[j])) continue;
          const u = (j: number) => (heights[j] ?? 0) ** 2;
          worst = Math.max(worst, Math.abs(around.reduce((sum, j) => sum + u(i) - u(j), 0) - 4));
        }
      }
      expect(worst).toBeLessThan(0.2);
    }
  });

  it('goes on behind a free border', () => {
    const data = new Uint8Array(80 * 40).fill(1);
    for (let row = 0; row < 40; row++) data.fill(0, row * 80 + 40, (row + 1) * 80);
    const walled = inflate({ width: 80, height: 40, data });
    const free = inflate(
      { width: 80, height: 40, data },
      {
        endsBehindPx: (_, outside) => (outside % 80 === 40 ? Number.POSITIVE_INFINITY : 0),
      },
    );
    expect(free.heights[20 * 80 + 39] ?? 0).toBeGreaterThan(3 * (walled.heights[20 * 80 + 39] ?? 0));
    expect(Math.abs(free.normals[3 * (20 * 80 + 39)] ?? 1)).toBeLessThan(0.2);
  });

  it('refuses rasters that do not fit', () => {
    expect(() => inflate({ width: 3, height: 3, data: new Uint8Array(8) })).toThrow(/9 px, got 8/);
    expect(() => inflate(disk(10), { roundness: -1 })).toThrow(RangeError);
  });
});

describe('bands of a sphere', () => {
  const radius = 200;
  const mask = disk(radius);
  const form = inflate(mask);
  const lamps: Lamp[] = [
    ...[20, 30, 45, 60, 75].map((heightDeg): Lamp => ({ kind: 'distant', azimuthDeg: 300, heightDeg })),
    { kind: 'near', xPx: 80, yPx: 90, heightPx: 260 },
    { kind: 'near', xPx: 470, yPx: 160, heightPx: 220 },
    { kind: 'near', xPx: mask.centre, yPx: mask.centre, heightPx: 450 },
  ];
  // The truth is that of an analytic hemisphere under Lambert's cosine law (Lambert 1760, Photometria).
  it.each(lamps)('lie where Lambert puts them to half a point, under %j', (lamp) => {
    const exact = new Float32Array(mask.data.length).fill(Number.NaN);
    for (let i = 0; i < exact.length; i++) {
      if (!mask.data[i]) continue;
      const x = ((i % mask.width) + 0.5 - mask.centre) / radius;
      const y = (Math.floor(i / mask.width) + 0.5 - mask.centre) / radius;
      const z = Math.sqrt(Math.max(0, 1 - x * x - y * y));
      const way =
        lamp.kind === 'distant'
          ? directionOf(lamp)
          : [lamp.xPx - mask.centre - x * radius, lamp.yPx - mask.centre - y * radius, lamp.heightPx - z * radius];
      const [dx = 0, dy = 0, dz = 0] = way;
      exact[i] = (x * dx + y * dy + z * dz) / Math.hypot(dx, dy, dz);
    }
    const shares = [0.3, 0.46, 0.24];
    const [ours, theirs] = [cutBands(shade(form, lamp, { signed: true }), shares), cutBands(exact, shares)];
    const inside = ours.reduce((sum, band) => sum + Number(band > 0), 0);
    expect(ours.reduce((sum, band, i) => sum + Number(band !== theirs[i]), 0) / inside).toBeLessThan(0.005);
  });
});

describe('light beside the lamp', () => {
  const form = inflate(disk(60));
  const lamp = { kind: 'distant', azimuthDeg: 270, heightDeg: 30 } as const;
  const at = (light: Float32Array, x: number) => light[64 * form.width + x] as number;

  it('from all round lifts what looks up over what stands upright', () => {
    const [hard, soft] = [mixedLight(form, lamp), mixedLight(form, { ...lamp, ambient: 0.5 })];
    // Straight up the normal is z: half of the lamp's share and all of the sky's.
    expect(at(soft, 64)).toBeCloseTo(0.5 * at(hard, 64) + 0.5, 1);
    expect(at(soft, 64) - at(soft, 8)).toBeGreaterThan(at(hard, 64) - at(hard, 8));
    expect(lightOnFlat({ ...lamp, ambient: 0.5 })).toBeCloseTo(at(soft, 64), 1);
  });

  it('a weak fill lifts the far side only', () => {
    const plain = mixedLight(form, lamp);
    const filled = mixedLight(form, { ...lamp, fill: { azimuthDeg: 90, share: 0.25 } });
    const change = (x: number) => at(filled, x) - 0.75 * at(plain, x);
    expect(change(118)).toBeGreaterThan(0.15);
    expect(change(8)).toBeCloseTo(0, 5);
    expect(at(filled, 8)).toBeGreaterThan(at(filled, 118));
  });

  it('refuses shares of more than all light', () => {
    expect(() => mixedLight(form, { ...lamp, ambient: 0.8, fill: { azimuthDeg: 90, share: 0.3 } })).toThrow(RangeError);
  });
});

describe('shading and bands', () => {
  const mask = disk(100);
  const form = inflate(mask);

  it('is lightest where the normal points to the lamp, and NaN outside', () => {
    const shading = shade(form, { kind: 'distant', azimuthDeg: 315, heightDeg: 45 });
    let lightest = 0;
    shading.forEach((value, i) => {
      if (value > (shading[lightest] ?? 0) || Number.isNaN(shading[lightest])) lightest = i;
    });
    // 45 degrees high from the upper left: sin 45 / sqrt 2 = 0.5 of the radius to the left and up.
    expect((lightest % mask.width) - mask.centre).toBeCloseTo(-50, -1);
    expect(Math.floor(lightest / mask.width) - mask.centre).toBeCloseTo(-50, -1);
    expect(shading[0]).toBeNaN();
    expect(Math.max(...shading.filter((value) => !Number.isNaN(value)))).toBeLessThanOrEqual(1.000001);
  });

  it('mixes with ambient light', () => {
    const lamp = { kind: 'distant', azimuthDeg: 90, heightDeg: 20 } as const;
    const plain = shade(form, lamp);
    const soft = shade(form, lamp, { ambient: 0.25 });
    const i = plain.findIndex((value) => value > 0.5);
    expect(soft[i]).toBeCloseTo(0.25 + 0.75 * (plain[i] ?? 0), 5);
  });

  it.each([
    [[0.3, 0.46, 0.24], 300, 40],
    [[0.12, 0.22, 0.36, 0.19, 0.11], 45, 60],
    [[0.5, 0.5], 180, 15],
  ])('cuts the wished shares %j, light to dark along the light', (shares, azimuthDeg, heightDeg) => {
    const bands = cutBands(shade(form, { kind: 'distant', azimuthDeg, heightDeg }, { signed: true }), shares);
    const total = mask.data.reduce((sum, inside) => sum + inside, 0);
    const azimuth = (azimuthDeg * Math.PI) / 180;
    const meanAlong = shares.map((share, band) => {
      let count = 0;
      let along = 0;
      bands.forEach((value, i) => {
        if (value !== band + 1) return;
        count++;
        along += ((i % mask.width) - mask.centre) * Math.sin(azimuth) - (Math.floor(i / mask.width) - mask.centre) * Math.cos(azimuth);
      });
      expect(Math.abs(count / total - share)).toBeLessThan(0.005);
      return along / count;
    });
    for (let band = 1; band < meanAlong.length; band++) expect(meanAlong[band]).toBeLessThan(meanAlong[band - 1] ?? 0);
    mask.data.forEach((inside, i) => {
      expect(bands[i] === 0).toBe(inside === 0);
    });
  });

  it('has the band areas of an analytic sphere: under a lamp straight above, shares are rings of known radius', () => {
    const bands = cutBands(shade(form, { kind: 'distant', azimuthDeg: 0, heightDeg: 90 }), [0.25, 0.75]);
    const farthestInside = Math.max(
      ...[...bands].map((band, i) =>
        band === 1 ? Math.hypot((i % mask.width) + 0.5 - mask.centre, Math.floor(i / mask.width) + 0.5 - mask.centre) : 0,
      ),
    );
    expect(farthestInside).toBeGreaterThan(48);
    expect(farthestInside).toBeLessThan(52.5);
  });

  it('keeps equal values together where it can, and leaves no wished band empty', () => {
    const few = Float32Array.from([0.9, 0.9, 0.9, 0.4, 0.4, Number.NaN, 0, 0, 0, 0, 0]);
    expect([...cutBands(few, [0.2, 0.4, 0.4])]).toEqual([1, 1, 1, 2, 2, 0, 3, 3, 3, 3, 3]);
    expect([...cutBands(few, [0.3, 0.6, 0.1])]).toEqual([1, 1, 1, 2, 2, 0, 3, 3, 3, 3, 3]);
    expect(new Set(cutBands(new Float32Array(9).fill(0.5), [0.5, 0.5])).size).toBe(1);
  });

  it('cuts as a plain sort of all values does (seeded, many equal values)', () => {
    const plainCuts = (shading: Float32Array, shares: number[]): number[] => {
      const values = [...shading].filter((value) => !Number.isNaN(value)).sort((a, b) => b - a);
      let wished = 0;
      return shares.slice(0, -1).map((share) => {
        wished += share;
        return values[Math.round(wished * values.length) - 1] ?? Number.NaN;
      });
    };
    const random = seeded(99);
    for (let round = 0; round < 40; round++) {
      const steps = round % 2 === 0 ? 1e6 : 25;
      const shading = Float32Array.from({ length: 900 }, () =>
        random() < 0.1 ? Number.NaN : Math.round((2 * random() - 1) * steps) / steps,
      );
      const shares = [0.3, 0.45, 0.25];
      const bands = cutBands(shading, shares);
      const cuts = plainCuts(shading, shares);
      shading.forEach((value, i) => {
        if (Number.isNaN(value)) expect(bands[i]).toBe(0);
        // Strictly lighter or darker than the plain cut by a step: the band is certain; at the cut the run goes where it fits better.
        else if (value > (cuts[0] ?? 0) + 1e-9) expect(bands[i]).toBe(1);
        else if (value < (cuts[1] ?? 0) - 1e-9) expect(bands[i]).toBe(3);
      });
      expect(new Map([...shading].map((value, i) => [`${value}`, bands[i]])).size).toBe(
        new Set([...shading].map((value, i) => `${value} ${bands[i]}`)).size,
      );
    }
  });

  it('of a near lamp is lightest under the lamp', () => {
    const shading = shade(form, { kind: 'near', xPx: mask.centre + 40, yPx: mask.centre, heightPx: 300 });
    const lightest = shading.reduce((best, value, i) => (value > (shading[best] ?? -1) || Number.isNaN(shading[best]) ? i : best), 0);
    expect(lightest % mask.width).toBeGreaterThan(mask.centre);
  });

  it('refuses shares that do not fit', () => {
    expect(() => cutBands(new Float32Array(4), [0.5, 0.6])).toThrow(/sum 1/);
    expect(() => cutBands(new Float32Array(4), [])).toThrow(RangeError);
  });
});
