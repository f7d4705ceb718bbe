import type { Form } from '#core/light/inflate';

/** A form in its place with the light on it. */
export type LitForm = { left: number; top: number; formScale: 1 | 2; form: Form; light: Float32Array };

/**
 * The light at a pixel of the picture. A form of half resolution is read between its four nearest cells that lie inside, weighted by
 * nearness; where none does (a tip thinner than a cell) at the nearest that does.
 * @param x @param y column and row of the picture, of a pixel inside the form.
 */
export function shadingAt({ left, top, formScale, form, light }: LitForm, x: number, y: number): number {
  const { width, height, mask } = form;
  if (formScale === 1) return light[(y - top) * width + x - left]!;
  const u = (x - left + 0.5) / 2 - 0.5;
  const v = (y - top + 0.5) / 2 - 0.5;
  const column = Math.floor(u);
  const row = Math.floor(v);
  const alongX = u - column;
  const alongY = v - row;
  let sum = 0;
  let weight = 0;
  for (let dy = 0; dy < 2; dy++) {
    const cellRow = row + dy;
    if (cellRow < 0 || cellRow >= height) continue;
    const weightY = dy ? alongY : 1 - alongY;
    for (let dx = 0; dx < 2; dx++) {
      const cellColumn = column + dx;
      if (cellColumn < 0 || cellColumn >= width) continue;
      const cell = cellRow * width + cellColumn;
      if (mask[cell] === 0) continue;
      const own = weightY * (dx ? alongX : 1 - alongX);
      sum += own * light[cell]!;
      weight += own;
    }
  }
  return weight > 0 ? sum / weight : nearestLight(form, light, Math.round(u), Math.round(v));
}

/**
 * Adds the light on a form, less `lessBy`, to the values of pixels of a map: the loop a moving lamp waits for. At half resolution a form of half
 * resolution is read cell by cell; where that is none of its own, as above.
 * @param pixels numbers of pixels in the map, row by row. @param scale px of the picture along one px of the map.
 */
export function addShading(
  values: Float32Array,
  pixels: Uint32Array,
  { mapWidth, scale }: { mapWidth: number; scale: 1 | 2 },
  lit: LitForm,
  lessBy = 0,
): void {
  const { left, top, formScale, form, light } = lit;
  const { mask, width, height } = form;
  const isAligned = formScale === scale;
  if (scale === 1 && formScale === 2) {
    // A pixel lies a quarter of a cell beside the middle of its own: nine sixteenths of that, three of each beside it, one across.
    for (let i = 0; i < pixels.length; i++) {
      const pixel = pixels[i]!;
      const y = Math.floor(pixel / mapWidth);
      const x = pixel - y * mapWidth;
      const [column, row] = [(x - left) >> 1, (y - top) >> 1];
      const aside = (x - left) & 1 ? 1 : -1;
      const across = (y - top) & 1 ? width : -width;
      const isInside = column > 0 && row > 0 && column + 1 < width && row + 1 < height;
      const cell = row * width + column;
      values[i]! +=
        (isInside && (mask[cell]! & mask[cell + aside]! & mask[cell + across]! & mask[cell + across + aside]!) === 1
          ? (9 * light[cell]! + 3 * (light[cell + aside]! + light[cell + across]!) + light[cell + across + aside]!) / 16
          : shadingAt(lit, x, y)) - lessBy;
    }
    return;
  }
  for (let i = 0; i < pixels.length; i++) {
    const pixel = pixels[i]!;
    const row = Math.floor(pixel / mapWidth);
    const x = (pixel - row * mapWidth) * scale;
    const y = row * scale;
    const cell = isAligned ? ((y - top) / scale) * width + (x - left) / scale : -1;
    values[i]! += (isAligned && mask[cell] === 1 ? light[cell]! : shadingAt(lit, x, y)) - lessBy;
  }
}

function nearestLight({ width, height, mask }: Form, light: Float32Array, column: number, row: number): number {
  for (let reach = 1; reach <= Math.max(width, height); reach++) {
    for (let y = Math.max(0, row - reach); y <= Math.min(height - 1, row + reach); y++) {
      for (let x = Math.max(0, column - reach); x <= Math.min(width - 1, column + reach); x++) {
        if (mask[y * width + x]) return light[y * width + x]!;
      }
    }
  }
  return 0;
}
