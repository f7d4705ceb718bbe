/** Angles by table: what a lamp that moves waits for asks for two at every place. Within 0.0005 radians of the arc tangent. */
const tableSize = 2048;
const table = Float32Array.from({ length: tableSize + 2 }, (_, place) => Math.atan(place / tableSize));

/** Angle of a rise over a run, both 0 or more, not both 0: 0 to a quarter turn, in radians. */
export function elevationOf(rise: number, run: number): number {
  return rise <= run ? table[((rise / run) * tableSize + 0.5) | 0]! : Math.PI / 2 - table[((run / rise) * tableSize + 0.5) | 0]!;
}

/** Angle of a way on the picture, clockwise from 12 o'clock, 0 to a whole turn, in radians. */
export function bearingOf(x: number, y: number): number {
  const [across, along] = [Math.abs(x), Math.abs(y)];
  const own = across === 0 && along === 0 ? 0 : elevationOf(across, along);
  const down = y > 0 ? Math.PI - own : own;
  return x < 0 ? 2 * Math.PI - down : down;
}
