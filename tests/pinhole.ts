import type { Preparation } from '../src/model/preparation';

export type SheetBefore = {
  /** Height of the sheet; its width is 1. */
  height: number;
  tiltDeg: number;
  axisDeg: number;
  turnDeg: number;
  /** In widths of the sheet. */
  distance: number;
  offX: number;
  offY: number;
  /** In widths of the photo. */
  focal: number;
};

/** A pinhole camera of our own: a sheet of width 1 somewhere before it, tilted about any axis and turned; its corners as shares of the photo. */
export function photographedCorners(sheet: SheetBefore, photo: { width: number; height: number }): Preparation['corners'] {
  const [tilt, axis, turn] = [sheet.tiltDeg, sheet.axisDeg, sheet.turnDeg].map((degrees) => (degrees * Math.PI) / 180) as [
    number,
    number,
    number,
  ];
  const place = (across: number, down: number): [number, number] => {
    const x = across * Math.cos(turn) - down * Math.sin(turn);
    const y = across * Math.sin(turn) + down * Math.cos(turn);
    const alongAxis = x * Math.cos(axis) + y * Math.sin(axis);
    const beside = -x * Math.sin(axis) + y * Math.cos(axis);
    const seenX = alongAxis * Math.cos(axis) - beside * Math.cos(tilt) * Math.sin(axis) + sheet.offX;
    const seenY = alongAxis * Math.sin(axis) + beside * Math.cos(tilt) * Math.cos(axis) + sheet.offY;
    const depth = sheet.distance + beside * Math.sin(tilt);
    const focalPx = sheet.focal * photo.width;
    return [0.5 + (focalPx * seenX) / depth / photo.width, 0.5 + (focalPx * seenY) / depth / photo.height];
  };
  const [right, bottom] = [0.5, sheet.height / 2];
  return [place(-right, -bottom), place(right, -bottom), place(right, bottom), place(-right, bottom)];
}
