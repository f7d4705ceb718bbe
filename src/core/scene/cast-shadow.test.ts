import { describe, expect, it } from 'vitest';
import { box, disk, labelMap } from '../../../tests/label-map';
import { type CastGround, castGround, castOverField } from './cast-shadow';
import { formOfBody } from './body-form';
import { cellPx, meetingsOf, planeOver } from './front-heights';
import { partsOfPicture } from './parts';
import type { FormFor } from './placed-form';
import type { SceneFront } from './scene-bodies';
import { openStage } from './stage';

const noSky = { ringStrength: 0 };
const radians = (deg: number) => (deg * Math.PI) / 180;

/** A slab so high over a plane, left of a line (cells), seen from above. */
function slabField(heightCells: number, edge: number) {
  const [width, height] = [160, 40];
  const ground = new Float32Array(width * height).fill(Number.NaN);
  const over = new Float32Array(width * height).fill(Number.NaN);
  for (let i = 0; i < ground.length; i++) (i % width < edge ? over : ground)[i] = i % width < edge ? heightCells : 0;
  return { left: 0, top: 0, width, height, ground, over };
}

describe('contact and cast shadow', () => {
  // Source: the length of a shadow is the height over the tangent of the lamp's height (trigonometry).
  it.each([25, 45, 65])(
    'a slab over a plane throws the shadow that trigonometry says, within a px of where half of the light is gone, at %i degrees',
    (heightDeg) => {
      const heightCells = 20;
      const cast = castOverField(slabField(heightCells, 60), noSky);
      // The slab's edge is the middle of its last cell.
      const edgePx = 59.5 * cellPx;
      for (const azimuthDeg of [270, 281.25, 275]) {
        const { at } = cast({ kind: 'distant', azimuthDeg, heightDeg }, 1);
        let half = 60 * cellPx;
        while (at(1, half, 40) < 0.5) half++;
        const across = Math.sin(radians(360 - azimuthDeg));
        const expected = edgePx + ((heightCells * cellPx) / Math.tan(radians(heightDeg))) * across;
        // One level of an elevation (0.35 degrees) is more than a px for a lamp so low.
        const levelPx = (heightCells * cellPx * radians(90 / 255)) / Math.sin(radians(heightDeg)) ** 2 / 2;
        expect(Math.abs(half + 0.5 - expected), `${azimuthDeg}`).toBeLessThanOrEqual(1 + levelPx);
      }
    },
  );

  it('what stands beyond a near lamp hides nothing of it, what stands before it does', () => {
    const cast = castOverField(slabField(30, 60), noSky);
    const lampAt = (x: number) => cast({ kind: 'near', xPx: x, yPx: 40, heightPx: 20 }, 1);
    expect(lampAt(40).at(1, 140, 40)).toBeLessThan(0.1);
    expect(lampAt(170).at(1, 150, 40)).toBeCloseTo(1, 5);
  });

  it('half as much of the lamp is lost where it gives half of the light, and the sky is counted from all sides', () => {
    const field = slabField(30, 60);
    const lamp = { kind: 'distant', azimuthDeg: 270, heightDeg: 45 } as const;
    expect(castOverField(field, noSky)(lamp, 1).at(0.8, 124, 40)).toBeCloseTo(0, 3);
    expect(castOverField(field, noSky)(lamp, 0.5).at(0.8, 124, 40)).toBeCloseTo(0.4, 3);
    const open = castOverField(field)({ ...lamp, azimuthDeg: 90 }, 1);
    expect(open.at(0.8, 124, 40)).toBeLessThan(open.at(0.8, 300, 40) - 0.05);
  });

  it('all pixels of the picture at once are told what each is told, at the edge of the field too', () => {
    const { at, on } = castOverField(slabField(20, 60))({ kind: 'distant', azimuthDeg: 280, heightDeg: 40 }, 1);
    const pixels = Uint32Array.from({ length: 200 * 80 }, (_, i) => Math.floor(i / 200) * 320 + 120 + (i % 200));
    const values = Float32Array.from(pixels, (_, i) => Math.sin(i));
    const plain = Float32Array.from(pixels, (pixel, i) => at(values[i] as number, pixel % 320, Math.floor(pixel / 320)));
    on(values, pixels, { mapWidth: 320, scale: 1 });
    for (const [i, value] of values.entries()) if (Math.abs(value - (plain[i] as number)) > 1e-5) expect([i, value]).toEqual([i, plain[i]]);
  });

  it('a map of half the resolution is told what the picture is told', () => {
    const { at, on } = castOverField(slabField(20, 60))({ kind: 'distant', azimuthDeg: 280, heightDeg: 40 }, 1);
    const pixels = Uint32Array.from({ length: 90 }, (_, step) => 20 * 160 + 65 + step);
    const values = new Float32Array(pixels.length).fill(0.7);
    on(values, pixels, { mapWidth: 160, scale: 2 });
    for (const [step, pixel] of pixels.entries()) {
      const x = (pixel % 160) * cellPx;
      expect(values[step]).toBeCloseTo((at(0.7, x, 40) + at(0.7, x + 1, 41)) / 2, 1);
    }
  });

  const [width, height, pxPerMm] = [300, 300, 10];
  function standing(shapes: Parameters<typeof labelMap>[2], fronts: SceneFront[]) {
    const picture = partsOfPicture(labelMap(width, height, shapes), width, height);
    const stage = openStage(picture, { fronts });
    const kept = new Map<unknown, ReturnType<FormFor>>();
    const formFor: FormFor = (body) => {
      const known = kept.get(body);
      if (known) return known;
      const { scale, ...placed } = formOfBody(picture, body, { pxPerMm });
      const made = { ...placed, formScale: scale };
      kept.set(body, made);
      return made;
    };
    return { picture, stage, formFor };
  }

  it('a hem stands over legs by the whole height of its skirt there, a ball over what is behind it by a step at its rim', () => {
    const skirt = box(60, 30, 240, 150);
    const leg = box(135, 150, 165, 290);
    const hem = standing([skirt, leg], [{ front: 1, behind: 2 }]);
    const [atHem] = [...meetingsOf(hem.picture, hem.stage.casting, hem.stage.bodyAt).values()].flat();
    // Both are tubes about one axis: the skirt is the higher by the difference of their radii, with nothing added.
    expect(planeOver(atHem!, hem.formFor, width, pxPerMm)).toBe(0);
    const ball = standing([disk(150, 150, 40), box(20, 20, 280, 280)], [{ front: 1, behind: 2 }]);
    const [atRim] = [...meetingsOf(ball.picture, ball.stage.casting, ball.stage.bodyAt).values()].flat();
    const over = planeOver(atRim!, ball.formFor, width, pxPerMm);
    const behindPx = ball.formFor(ball.stage.bodyAt(2)).form.heights.reduce((most, own) => Math.max(most, own), 0) * 2;
    expect(over).toBeGreaterThan(behindPx / 2);
    expect(over).toBeLessThan(behindPx + 2 * pxPerMm);
  });

  it('horizons are made once: those of bodies whose forms stay go on, and what is not needed is let go', () => {
    const { picture, stage, formFor } = standing([box(60, 30, 240, 150), box(135, 150, 165, 290)], [{ front: 1, behind: 2 }]);
    const given = { picture, fronts: stage.casting, bodyAt: stage.bodyAt, formFor, pxPerMm };
    const first = castGround(given);
    const lamp = { kind: 'distant', azimuthDeg: 0, heightDeg: 45 } as const;
    expect(first.under(lamp, 1)(stage.bodyAt(2)).at(1, 150, 160)).toBeLessThan(0.3);
    const [key, horizons] = [...first.kept][0]!;
    const second = castGround({ ...given, before: first });
    second.under({ ...lamp, azimuthDeg: 90 }, 1)(stage.bodyAt(2));
    expect(second.kept.get(key)).toBe(horizons);
    expect(second.bytes()).toBeGreaterThan(1000);
    expect(second.castersOn([stage.bodyAt(2)])).toEqual([stage.bodyAt(1)]);
    second.keepOnly([stage.bodyAt(1)]);
    expect(second.kept.size).toBe(0);
  });

  it('horizons of before end where the form of a body in front is another, and where one is surer of what lies in front', () => {
    const lamp = { kind: 'distant', azimuthDeg: 0, heightDeg: 45 } as const;
    const shapes = [box(60, 30, 240, 150), box(135, 150, 165, 290)];
    const sure = standing(shapes, [{ front: 1, behind: 2, sureness: 1 }]);
    const unsure = standing(shapes, [{ front: 1, behind: 2, sureness: 0.3 }]);
    // One form for all: only what is said of them differs.
    const groundOf = ({ picture, stage }: typeof sure, formFor: FormFor, before?: CastGround) =>
      castGround({ picture, fronts: stage.casting, bodyAt: stage.bodyAt, formFor, pxPerMm, before });
    const { formFor } = sure;
    const byKey = new Map([1, 2].map((label) => [sure.stage.bodyAt(label).key, sure.stage.bodyAt(label)]));
    const shared: FormFor = (body) => formFor(byKey.get(body.key) ?? body);
    const lightUnderHem = (ground: CastGround, { stage }: typeof sure) => ground.under(lamp, 1)(stage.bodyAt(2)).at(1, 150, 170);
    const first = groundOf(unsure, shared);
    const low = lightUnderHem(first, unsure);
    const second = groundOf(sure, shared, first);
    expect(lightUnderHem(second, sure), 'surely in front it throws more').toBeLessThan(low - 0.1);
    const lower: FormFor = (body) => {
      const own = shared(body);
      return body.labels[0] === 1 ? { ...own, form: { ...own.form, heights: own.form.heights.map((height) => height / 3) } } : own;
    };
    expect(lightUnderHem(groundOf(sure, lower, second), sure), 'a lower front').toBeGreaterThan(lightUnderHem(second, sure) + 0.1);
  });
});
