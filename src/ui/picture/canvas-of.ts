/** Pixels as something that can be drawn at any size; at once, so that what shows them need not wait. @param rgba 4 bytes a pixel. */
export function canvasOf(rgba: Uint8ClampedArray<ArrayBuffer>, width: number, height: number): OffscreenCanvas {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.putImageData(new ImageData(rgba, width, height), 0, 0);
  return canvas;
}
