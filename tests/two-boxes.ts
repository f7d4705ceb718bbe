import { drawn, onFrame, onStroke } from './drawn';

/** Px along a millimetre of the two boxes. */
export const twoBoxesPxPerMm = 10;

/** Two boxes side by side with a common wall at 20 mm: 10 to 20 and 20 to 30 mm wide, 10 to 30 mm high; a hole of 4 mm in the outer left wall if asked. */
export const twoBoxes = (leftHoleMm = 0) =>
  drawn(
    400,
    400,
    (x, y) =>
      (onFrame(x, y, [100, 100, 300, 300]) || onStroke(x, y, [200, 100, 200, 300], 4)) &&
      !(leftHoleMm > 0 && x < 120 && Math.abs(y - 200) < 5 * leftHoleMm),
    twoBoxesPxPerMm,
  );
