import sharp from 'sharp';

export type ScanFaults = {
  widthMm: number;
  dpi: number;
  /** Clockwise turn of the sheet in degrees. */
  turnDeg: number;
  /** Grey level of the paper, and how many levels the lighting falls from left to right. */
  paper: number;
  slope: number;
  /** Standard deviation of the grain in grey levels. */
  noise: number;
  seed: number;
};

/** A drawing as a flatbed would bring it in: grey paper, a slight turn, uneven light, soft edges and grain. PNG, grey. */
export async function renderScan(svg: Uint8Array, faults: ScanFaults): Promise<Buffer> {
  const { widthMm, dpi, turnDeg, paper, slope, noise, seed } = faults;
  const widthPx = Math.round((widthMm / 25.4) * dpi);
  const drawn = await sharp(svg, { density: 144 })
    .resize({ width: widthPx })
    .flatten({ background: '#ffffff' })
    .toColourspace('b-w')
    .toBuffer();
  const { data, info } = await sharp(drawn)
    .rotate(turnDeg, { background: '#ffffff' })
    .blur(0.8)
    .toColourspace('b-w')
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  // Numerical Recipes' quick generator (Press et al.): the same grain at every load.
  let state = seed;
  const random = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
  const grained = Uint8Array.from(data, (level, i) => {
    const light = paper - (slope * (i % info.width)) / info.width;
    const grain = noise * Math.sqrt(3) * (random() + random() + random() + random() - 2);
    return Math.max(0, Math.min(255, Math.round(24 + (level / 255) * (light - 24) + grain)));
  });
  return sharp(grained, { raw: { width: info.width, height: info.height, channels: 1 } })
    .withMetadata({ density: dpi })
    .png()
    .toBuffer();
}

/**
 * Where a point of the drawing (in mm from its left top) lies in the turned scan, whose sheet has grown to hold the turn.
 */
export function turnedPlace([x, y]: readonly [number, number], sizeMm: readonly [number, number], turnDeg: number): [number, number] {
  const angle = (turnDeg * Math.PI) / 180;
  const [width, height] = sizeMm;
  const grownWidth = Math.abs(width * Math.cos(angle)) + Math.abs(height * Math.sin(angle));
  const grownHeight = Math.abs(width * Math.sin(angle)) + Math.abs(height * Math.cos(angle));
  const dx = x - width / 2;
  const dy = y - height / 2;
  return [grownWidth / 2 + dx * Math.cos(angle) - dy * Math.sin(angle), grownHeight / 2 + dx * Math.sin(angle) + dy * Math.cos(angle)];
}
