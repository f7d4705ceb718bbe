import type { Form } from '#core/light/inflate';
import { directShare, fillDirection } from '#core/light/mixed-light';
import { directionOf, type Lamp } from '#core/light/shade';
import { awayShare, type CastLight } from './cast-shadow';
import type { PlacedForm } from './placed-form';

/** For the pixels of a label in a map of half the resolution: the cell of its form, and the number of what stands over it; -1: none. */
export type LabelFrame = { cells: Int32Array; numbers: Int32Array };

/**
 * Finds out where the pixels of a label lie in its form and its horizons, once for all lamps; null where its form is not of half resolution, or has lost a
 * pixel: then it is lit pixel by pixel.
 */
export function labelFrame(placed: PlacedForm, cast: CastLight, pixels: Uint32Array, mapWidth: number): LabelFrame | null {
  const { left, top, formScale, form } = placed;
  if (formScale !== 2) return null;
  const cells = new Int32Array(pixels.length);
  const numbers = new Int32Array(pixels.length).fill(-1);
  const over = cast.cells;
  for (let i = 0; i < pixels.length; i++) {
    const pixel = pixels[i]!;
    const row = Math.floor(pixel / mapWidth);
    const column = pixel - row * mapWidth;
    const cell = nearestCell(form, column - left / 2, row - top / 2);
    if (cell < 0) return null;
    cells[i] = cell;
    if (over) numbers[i] = over.numbers[(row - over.field.top) * over.field.width + column - over.field.left]!;
  }
  return { cells, numbers };
}

/** The cell of a form at a place, or beside it where half the resolution has lost that; -1 where all about is lost. */
function nearestCell({ width, height, mask }: Form, column: number, row: number): number {
  const at = row * width + column;
  if (mask[at] === 1) return at;
  for (let y = Math.max(0, row - 1); y <= Math.min(height - 1, row + 1); y++) {
    for (let x = Math.max(0, column - 1); x <= Math.min(width - 1, column + 1); x++) if (mask[y * width + x] === 1) return y * width + x;
  }
  return -1;
}

/**
 * Light on the pixels of a label under a lamp, with what stands over it: what mixedLight and the cast shadow say, in one loop, since a lamp that is moved
 * waits for it; the test holds it against those.
 * @param lamp a near one in px of the picture.
 */
export function addMovingLight(
  values: Float32Array,
  { cells, numbers }: LabelFrame,
  { left, top, form }: PlacedForm,
  lamp: Lamp,
  cast: CastLight,
): void {
  const { normals, heights, width } = form;
  const { ambient = 0, fill } = lamp;
  const direct = directShare(lamp);
  const [fillX, fillY, fillZ] = fill ? fillDirection(fill) : [0, 0, 0];
  const fillShare = fill?.share ?? 0;
  const isPlain = ambient === 0 && !fill;
  const isDistant = lamp.kind === 'distant';
  let [x, y, z] = lamp.kind === 'distant' ? directionOf(lamp) : [0, 0, 0];
  const [lampX, lampY, lampZ] = lamp.kind === 'near' ? [(lamp.xPx - left) / 2, (lamp.yPx - top) / 2, lamp.heightPx / 2] : [0, 0, 0];
  const { hidden, closed, ringStrength } = cast.cells ?? { hidden: null, closed: null, ringStrength: 0 };
  for (let i = 0; i < cells.length; i++) {
    const cell = cells[i]!;
    const n = 3 * cell;
    if (!isDistant) {
      const row = Math.floor(cell / width);
      const wayX = lampX - (cell - row * width) - 0.5;
      const wayY = lampY - row - 0.5;
      const wayZ = lampZ - heights[cell]!;
      const perLength = 1 / (Math.sqrt(wayX * wayX + wayY * wayY + wayZ * wayZ) || 1);
      x = wayX * perLength;
      y = wayY * perLength;
      z = wayZ * perLength;
    }
    let light = normals[n]! * x + normals[n + 1]! * y + normals[n + 2]! * z;
    if (!isPlain) {
      const fromFill = fillShare === 0 ? 0 : Math.max(0, normals[n]! * fillX + normals[n + 1]! * fillY + normals[n + 2]! * fillZ);
      light = direct * light + (ambient * (1 + normals[n + 2]!)) / 2 + fillShare * fromFill;
    }
    const number = numbers[i]!;
    if (number < 0 || hidden === null) values[i] = light > 0 ? light : awayShare * light;
    else values[i] = (light > 0 ? light * (1 - hidden[number]!) : awayShare * light) - ringStrength * closed[number]!;
  }
}
