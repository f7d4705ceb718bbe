/** A tie between two nodes, and what it costs to cut it, both ways alike; from 0 up. */
export type Tie = { between: readonly [number, number]; cost: number };

/**
 * Which nodes stay with node 0 when every other node either stays with it or pulls away: staying costs a node its pull, pulling away the ties it has with
 * those that stay; the sum is least. A minimum cut (Ford and Fulkerson 1956, Maximal flow through a network), found by shortest augmenting
 * paths (Edmonds and Karp 1972).
 * @param pulls by node, from 0 up; that of node 0 counts for nothing. @returns by node: true where it stays.
 */
export function cheapestCut(pulls: readonly number[], ties: readonly Tie[]): boolean[] {
  const sink = pulls.length;
  const room: Map<number, number>[] = Array.from({ length: sink + 1 }, () => new Map());
  const widen = (from: number, to: number, by: number) => room[from]?.set(to, (room[from]?.get(to) ?? 0) + by);
  for (const { between, cost } of ties) {
    const [one, other] = between;
    if (one === other) continue;
    widen(one, other, cost);
    widen(other, one, cost);
  }
  for (let node = 1; node < sink; node++) {
    widen(node, sink, pulls[node] as number);
    widen(sink, node, 0);
  }
  for (;;) {
    const cameFrom = new Int32Array(sink + 1).fill(-1);
    cameFrom[0] = 0;
    const queue = [0];
    for (const node of queue) {
      for (const [next, left] of room[node] ?? []) {
        // Less than this is rounding.
        if (left < 1e-9 || cameFrom[next] !== -1) continue;
        cameFrom[next] = node;
        queue.push(next);
      }
    }
    if (cameFrom[sink] === -1) return pulls.map((_, node) => cameFrom[node] !== -1);
    let flow = Number.POSITIVE_INFINITY;
    for (let node = sink; node !== 0; node = cameFrom[node] as number)
      flow = Math.min(flow, room[cameFrom[node] as number]?.get(node) ?? 0);
    for (let node = sink; node !== 0; node = cameFrom[node] as number) {
      widen(cameFrom[node] as number, node, -flow);
      widen(node, cameFrom[node] as number, flow);
    }
  }
}
