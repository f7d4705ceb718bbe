/** Grey levels that tell neighbours apart on a screen without tinting anything. */
const levels = [222, 188, 240, 160, 205, 140] as const;

/**
 * A grey for every region so that neighbours differ: regions in order take the first level that none of their neighbours has
 * (greedy colouring; Welsh and Powell 1967). Entry 0, the paper outside, stays white.
 */
export function greyOfRegions(count: number, pairs: readonly (readonly [number, number])[]): Uint8Array {
  const neighbours = Array.from({ length: count + 1 }, () => new Set<number>());
  for (const [first, second] of pairs) {
    neighbours[first]?.add(second);
    neighbours[second]?.add(first);
  }
  const greys = new Uint8Array(count + 1).fill(255);
  for (let label = 1; label <= count; label++) {
    const taken = new Set([...(neighbours[label] ?? [])].filter((other) => other > 0 && other < label).map((other) => greys[other]));
    greys[label] = levels.find((level) => !taken.has(level)) ?? levels[label % levels.length] ?? 200;
  }
  return greys;
}
