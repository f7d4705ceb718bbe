import type { Lamp } from '#core/light/shade';
import type { Form } from '#core/light/inflate';
import { bearingOf, elevationOf } from './angles';
import { type BodyField, type Caster, castReachMm, cellPx, fieldOfBody, meetingsOf, planeOver, shareOfHeight } from './front-heights';
import { elevationLevels, horizonDirections, type Horizons, horizonsOf } from './horizons';
import type { PictureParts } from './parts';
import type { CoveringBody, SceneFront } from './scene-bodies';
import type { FormFor } from './placed-form';

/** What a place loses to what stands over it. */
export type ContactOptions = {
  /** How much of the lamp's light is gone where the lamp is wholly behind what stands over a place, 0 to 1. */
  strength: number;
  /** How much light a place loses from which no sky is seen at all; less, as more of it is. */
  ringStrength: number;
};

/** Chosen by looking at the solid figures (docs/eval-scene.md). */
export const usualContact: ContactOptions = { strength: 1, ringStrength: 0.45 };

/** The lamp is no point: over so many radians to both sides of its height the shadow's edge fades. */
const softEdge = 0.3;
/** What is nowhere larger than this, in mm, throws no shadow that one would colour. */
const leastCasterMm = 3;
/** What looks away from the lamp keeps its order, in so much of its range. */
export const awayShare = 0.4;

/** What is known of a body that something stands over. */
type BodyHorizons = Horizons & { field: Pick<BodyField, 'left' | 'top' | 'width' | 'height'>; isGround: Uint8Array; closed: Float32Array };
/** `of`: the forms that they are made of, and in what shares of their heights those stand. */
type KeptHorizons = BodyHorizons & { of: (Form | number)[] };

/** How the light that falls on a body is changed by what stands over it. */
export type CastLight = {
  /** @param light that falls on its form. @param x @param y of the picture, in px. */
  at: (light: number, x: number, y: number) => number;
  /** The same for the values of pixels (their numbers in a map of so many px a row, each so many px of the picture). */
  on: (values: Float32Array, pixels: Uint32Array, map: { mapWidth: number; scale: 1 | 2 }) => void;
  /** What the cells of a field that has one are told by: for loops that a moving lamp waits for. Null: nothing stands over the body. */
  cells: CastCells | null;
};

/** `numbers` and `field` as of horizons; `hidden` of the lamp, `shut` of all light, for each cell that sees something over it. */
export type CastCells = {
  numbers: Int32Array;
  field: Pick<BodyField, 'left' | 'top' | 'width' | 'height'>;
  hidden: Float32Array;
  closed: Float32Array;
  ringStrength: number;
};

export type CastGround = {
  /** @param lamp a near one in px of the picture. @param direct share of all light that is the lamp's. */
  under: (lamp: Lamp, direct: number) => (body: CoveringBody) => CastLight;
  /** Makes what is known of a body, so that it need not be made when it is lit. */
  prepare: (body: CoveringBody) => void;
  /** Lets go of all but some bodies. */
  keepOnly: (bodies: Iterable<CoveringBody>) => void;
  bytes: () => number;
  /** What throws a shadow on some bodies: its form is needed for theirs. */
  castersOn: (bodies: Iterable<CoveringBody>) => CoveringBody[];
  kept: ReadonlyMap<string, KeptHorizons>;
};

type Given = {
  picture: PictureParts;
  fronts: readonly SceneFront[];
  bodyAt: (label: number) => CoveringBody;
  formFor: FormFor;
  pxPerMm: number;
  options?: Partial<ContactOptions>;
  /** What was known before, of which that goes on which the same forms make. */
  before?: CastGround | undefined;
};

/**
 * Contact and cast shadow: how much of the lamp, and of the sky, is hidden from each place by what lies in front. Horizons are made once for a body and
 * kept; a lamp that moves only looks them up.
 */
export function castGround({ picture, fronts, bodyAt, formFor, pxPerMm, options = {}, before }: Given): CastGround {
  const { strength, ringStrength } = { ...usualContact, ...options };
  // Small things that lie on a face (eyes, a mouth, whiskers) throw nothing.
  const isLarge = ({ front }: SceneFront) => {
    const [left, top, right, bottom] = bodyAt(front).bounds;
    return Math.max(right - left, bottom - top) >= leastCasterMm * pxPerMm;
  };
  const meetings = meetingsOf(picture, fronts.filter(isLarge), bodyAt);
  const kept = new Map(before?.kept);
  const checked = new Map<CoveringBody, KeptHorizons | null>();
  const horizonsFor = (body: CoveringBody): KeptHorizons | null => {
    const known = checked.get(body);
    if (known !== undefined) return known;
    const own = meetings.get(body) ?? [];
    // Of a thing that lies on another the surface is that of both.
    const forms = [body, ...own.map(({ front }) => front)].flatMap(withHosts).map((one) => formFor(one).form);
    const of = [...forms, ...own.map(({ sureness }) => shareOfHeight(sureness))];
    const last = kept.get(body.key);
    const isSame = last !== undefined && last.of.length === of.length && of.every((one, index) => one === last.of[index]);
    const casters = () =>
      own.map((meeting) => ({
        body: meeting.front,
        overPx: planeOver(meeting, formFor, picture.width, pxPerMm),
        share: shareOfHeight(meeting.sureness),
      }));
    const made = isSame ? last : makeFor(body, casters(), of);
    if (made) kept.set(body.key, made);
    checked.set(body, made);
    return made;
  };
  const makeFor = (body: CoveringBody, casters: readonly Caster[], of: KeptHorizons['of']): KeptHorizons | null => {
    const field = fieldOfBody(picture, body, casters, formFor, castReachMm * pxPerMm);
    return field && { ...bodyHorizons(field), of };
  };
  return {
    kept,
    castersOn: (bodies) => [...bodies].flatMap((body) => (meetings.get(body) ?? []).flatMap(({ front }) => withHosts(front))),
    under: (lamp, direct) => {
      const known = new Map<CoveringBody, CastLight>();
      return (body) => {
        const own = known.get(body);
        if (own) return own;
        const horizons = horizonsFor(body);
        const made = horizons
          ? castLight(horizons, hiddenShares(horizons, lamp, strength * direct), ringStrength)
          : { at: open, on: (values: Float32Array) => openAll(values), cells: null };
        known.set(body, made);
        return made;
      };
    },
    prepare: horizonsFor,
    keepOnly: (bodies) => {
      const needed = new Set([...bodies].map(({ key }) => key));
      for (const key of kept.keys()) if (!needed.has(key)) kept.delete(key);
      checked.clear();
    },
    bytes: () =>
      [...kept.values()].reduce(
        (sum, one) => sum + one.elevations.byteLength + one.distances.byteLength + one.numbers.byteLength + one.closed.byteLength,
        0,
      ),
  };
}

function withHosts(body: CoveringBody): CoveringBody[] {
  return body.host ? [body, ...withHosts(body.host)] : [body];
}

function bodyHorizons(field: BodyField): BodyHorizons {
  const horizons = horizonsOf(field);
  const { left, top, width, height, ground } = field;
  const isGround = Uint8Array.from(ground, (value) => (Number.isNaN(value) ? 0 : 1));
  return { ...horizons, field: { left, top, width, height }, isGround, closed: closedShares(horizons) };
}

/** Contact and cast shadow of one field under any lamp; `direct`: share of all light that is the lamp's. */
export function castOverField(field: BodyField, options: Partial<ContactOptions> = {}): (lamp: Lamp, direct: number) => CastLight {
  const { strength, ringStrength } = { ...usualContact, ...options };
  const horizons = bodyHorizons(field);
  return (lamp, direct) => castLight(horizons, hiddenShares(horizons, lamp, strength * direct), ringStrength);
}

/** Light where nothing stands over a place. */
const open = (light: number): number => (light > 0 ? light : awayShare * light);

function openAll(values: Float32Array): void {
  for (let i = 0; i < values.length; i++) if (values[i]! < 0) values[i]! *= awayShare;
}

/** Share of the sky that is hidden from each cell: the mean sine of its horizons. */
function closedShares({ count, elevations }: Horizons): Float32Array {
  const sines = Float32Array.from({ length: elevationLevels + 1 }, (_, level) => Math.sin((level / elevationLevels) * (Math.PI / 2)));
  const closed = new Float32Array(count);
  for (let direction = 0, at = 0; direction < horizonDirections; direction++) {
    for (let cell = 0; cell < count; cell++) closed[cell]! += sines[elevations[at++]!]! / horizonDirections;
  }
  return closed;
}

/** How much of a lamp is hidden from each cell, 0 to 1, times how strongly that counts. */
function hiddenShares(horizons: BodyHorizons, lamp: Lamp, strength: number): Float32Array {
  const { count, elevations, distances, numbers, field } = horizons;
  const hidden = new Float32Array(count);
  const perLevel = Math.PI / 2 / elevationLevels;
  if (lamp.kind === 'distant') {
    const turns = (((lamp.azimuthDeg / 360) % 1) + 1) % 1;
    const first = Math.floor(turns * horizonDirections) % horizonDirections;
    const part = turns * horizonDirections - Math.floor(turns * horizonDirections);
    const [one, other] = [first * count, ((first + 1) % horizonDirections) * count];
    const height = (lamp.heightDeg * Math.PI) / 180;
    const [scale, shift] = [perLevel / (2 * softEdge), 0.5 - height / (2 * softEdge)];
    for (let cell = 0; cell < count; cell++) {
      const level = elevations[one + cell]! * (1 - part) + elevations[other + cell]! * part;
      if (level === 0) continue;
      const share = level * scale + shift;
      hidden[cell] = share <= 0 ? 0 : share >= 1 ? strength : strength * share;
    }
    return hidden;
  }
  const [lampX, lampY, lampZ] = [lamp.xPx / cellPx - field.left, lamp.yPx / cellPx - field.top, Math.max(0, lamp.heightPx) / cellPx];
  const perRadian = horizonDirections / (2 * Math.PI);
  for (let row = 0, i = 0; row < field.height; row++) {
    const wayY = lampY - row - 0.5;
    for (let column = 0; column < field.width; column++, i++) {
      const cell = numbers[i]!;
      if (cell < 0) continue;
      const wayX = lampX - column - 0.5;
      const squared = wayX * wayX + wayY * wayY || 1e-9;
      const turns = bearingOf(wayX, wayY) * perRadian;
      const first = turns | 0;
      const part = turns - first;
      const one = (first % horizonDirections) * count + cell;
      const other = ((first + 1) % horizonDirections) * count + cell;
      // What stands beyond the lamp hides nothing of it.
      const level =
        (distances[one]! ** 2 < squared ? elevations[one]! * (1 - part) : 0) +
        (distances[other]! ** 2 < squared ? elevations[other]! * part : 0);
      if (level === 0) continue;
      const share = 0.5 + (level * perLevel - elevationOf(lampZ, Math.sqrt(squared))) / (2 * softEdge);
      hidden[cell] = share <= 0 ? 0 : share >= 1 ? strength : strength * share;
    }
  }
  return hidden;
}

function castLight({ field, numbers, isGround, closed }: BodyHorizons, hidden: Float32Array, ringStrength: number): CastLight {
  const { left, top, width, height } = field;
  const changed = (light: number, share: number, shut: number): number =>
    (light > 0 ? light * (1 - share) : awayShare * light) - ringStrength * shut;
  /** Between the four nearest cells of the body, by nearness. */
  const at = (light: number, x: number, y: number): number => {
    const u = (x + 0.5) / cellPx - left - 0.5;
    const v = (y + 0.5) / cellPx - top - 0.5;
    const [column, row] = [Math.floor(u), Math.floor(v)];
    const [alongX, alongY] = [u - column, v - row];
    let [share, shut, weight] = [0, 0, 0];
    for (let dy = 0; dy < 2; dy++) {
      if (row + dy < 0 || row + dy >= height) continue;
      for (let dx = 0; dx < 2; dx++) {
        if (column + dx < 0 || column + dx >= width) continue;
        const cell = (row + dy) * width + column + dx;
        if (!isGround[cell]) continue;
        const own = (dx ? alongX : 1 - alongX) * (dy ? alongY : 1 - alongY);
        weight += own;
        const number = numbers[cell]!;
        if (number < 0) continue;
        share += own * hidden[number]!;
        shut += own * closed[number]!;
      }
    }
    return weight > 0 ? changed(light, share / weight, shut / weight) : open(light);
  };
  const on: CastLight['on'] = (values, pixels, { mapWidth, scale }) => {
    if (scale !== cellPx) {
      for (let i = 0; i < pixels.length; i++) {
        const y = Math.floor(pixels[i]! / mapWidth);
        const x = pixels[i]! - y * mapWidth;
        const [column, row] = [(x >> 1) - left, (y >> 1) - top];
        const light = values[i]!;
        if (column < 1 || row < 1 || column + 1 >= width || row + 1 >= height) {
          values[i] = at(light, x, y);
          continue;
        }
        // A pixel lies a quarter of a cell beside the middle of its own.
        const cell = row * width + column;
        const aside = cell + (x & 1 ? 1 : -1);
        const across = cell + (y & 1 ? width : -width);
        const both = across + aside - cell;
        const [own, beside, over, far] = [numbers[cell]!, numbers[aside]!, numbers[across]!, numbers[both]!];
        // Most places see nothing over them, nor do those about them.
        if ((own & beside & over & far) === -1) values[i] = light > 0 ? light : awayShare * light;
        else if ((own | beside | over | far) < 0) values[i] = at(light, x, y);
        else {
          values[i] = changed(
            light,
            (9 * hidden[own]! + 3 * (hidden[beside]! + hidden[over]!) + hidden[far]!) / 16,
            (9 * closed[own]! + 3 * (closed[beside]! + closed[over]!) + closed[far]!) / 16,
          );
        }
      }
      return;
    }
    for (let i = 0; i < pixels.length; i++) {
      const pixel = pixels[i]!;
      const row = Math.floor(pixel / mapWidth);
      const number = numbers[(row - top) * width + pixel - row * mapWidth - left]!;
      const light = values[i]!;
      if (number < 0) values[i] = light > 0 ? light : awayShare * light;
      else values[i] = (light > 0 ? light * (1 - hidden[number]!) : awayShare * light) - ringStrength * closed[number]!;
    }
  };
  return { at, on, cells: { numbers, field, hidden, closed, ringStrength } };
}
