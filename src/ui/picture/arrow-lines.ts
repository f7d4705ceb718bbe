/** An arrow along a way, as points of polylines: its shaft, and its head of so great a length. */
export function arrowLines(way: readonly (readonly [number, number])[], head: number): string[] {
  const [tip, before] = [way.at(-1), way.at(-2)];
  if (!tip || !before) return [];
  const angle = Math.atan2(tip[1] - before[1], tip[0] - before[0]);
  const wing = (turn: number) => `${tip[0] - head * Math.cos(angle + turn)},${tip[1] - head * Math.sin(angle + turn)}`;
  return [way.map(([x, y]) => `${x},${y}`).join(' '), `${wing(0.5)} ${tip[0]},${tip[1]} ${wing(-0.5)}`];
}
