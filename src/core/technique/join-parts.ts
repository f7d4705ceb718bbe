import { eachBeside, type Field } from './neck-basins';

export type Part = { areaPx: number; cutPx: number };

/** A border of two parts: pairs of pixels beside and above each other between which no line lies. */
type Border = { across: number; down: number };

const lengthOf = ({ across, down }: Border): number => Math.hypot(across, down);
const keyOf = (one: number, other: number): string => (one < other ? `${one} ${other}` : `${other} ${one}`);

/**
 * Joins parts that touch as long as two of them fit the limit together, those with the longest cut between them first.
 * @returns labels from 1 in reading order, and of each part its area and the length of its cuts.
 */
export function joinUpTo(field: Field, begun: Int32Array, mostPx: number): { labels: Int32Array; parts: Part[] } {
  const { width } = field;
  const areas = new Map<number, number>();
  for (const label of begun) if (label) areas.set(label, (areas.get(label) ?? 0) + 1);
  const beside = bordersOf(field, begun);
  const into = new Map([...areas.keys()].map((label) => [label, label]));
  const find = (label: number): number => {
    let at = label;
    while (into.get(at) !== at) at = into.get(at)!;
    return at;
  };
  for (;;) {
    let best: { one: number; other: number; length: number; area: number } | null = null;
    for (const [key, border] of beside) {
      const [one, other] = key.split(' ').map(Number) as [number, number];
      const area = areas.get(one)! + areas.get(other)!;
      if (area > mostPx) continue;
      const length = lengthOf(border);
      // Of equally long ones the smaller parts, so that few are left.
      if (!best || length > best.length || (length === best.length && area < best.area)) best = { one, other, length, area };
    }
    if (!best) break;
    const { one, other } = best;
    into.set(other, one);
    areas.set(one, best.area);
    areas.delete(other);
    for (const [key, border] of [...beside]) {
      const pair = key.split(' ').map(Number) as [number, number];
      if (!pair.includes(other)) continue;
      beside.delete(key);
      const third = pair[0] === other ? pair[1] : pair[0];
      if (third === one) continue;
      const joined = beside.get(keyOf(one, third)) ?? { across: 0, down: 0 };
      beside.set(keyOf(one, third), { across: joined.across + border.across, down: joined.down + border.down });
    }
  }
  const numbers = new Map<number, number>();
  const labels = Int32Array.from(begun, (label) => {
    if (label === 0) return 0;
    const root = find(label);
    if (!numbers.has(root)) numbers.set(root, numbers.size + 1);
    return numbers.get(root)!;
  });
  const cuts = cutLengths(field, labels, numbers.size);
  return { labels, parts: [...numbers.keys()].map((root, index) => ({ areaPx: areas.get(root)!, cutPx: cuts[index]! })) };

  function bordersOf({ mask, isLine }: Field, own: Int32Array): Map<string, Border> {
    const borders = new Map<string, Border>();
    const note = (i: number, next: number, side: keyof Border) => {
      if (!mask[next] || own[i] === own[next]) return;
      const key = keyOf(own[i]!, own[next]!);
      const border = borders.get(key) ?? { across: 0, down: 0 };
      borders.set(key, border);
      if (!isLine[i] && !isLine[next]) border[side]++;
    };
    for (let i = 0; i < own.length; i++) {
      if (own[i] === 0) continue;
      if ((i % width) + 1 < width) note(i, i + 1, 'across');
      if (i + width < own.length) note(i, i + width, 'down');
    }
    return borders;
  }
}

/** Length of the cuts of each part: stretch by stretch, each as long as it is from end to end. */
function cutLengths({ width, isLine }: Field, labels: Int32Array, count: number): Float64Array {
  const lengths = new Float64Array(count);
  const size = labels.length;
  const isAt = (i: number, other: number): boolean => {
    let found = false;
    if (!isLine[i])
      eachBeside(i, width, size, (next) => {
        if (labels[next] === other && !isLine[next]) found = true;
      });
    return found;
  };
  const done = new Set<string>();
  for (let i = 0; i < size; i++) {
    const own = labels[i]!;
    if (own === 0) continue;
    const others = new Set<number>();
    eachBeside(i, width, size, (next) => {
      const other = labels[next]!;
      if (other > own && !isLine[i] && !isLine[next]) others.add(other);
    });
    for (const other of others) {
      if (done.has(`${i} ${other}`)) continue;
      const stretch: Border = { across: 0, down: 0 };
      const way = [i];
      done.add(`${i} ${other}`);
      for (let at = 0; at < way.length; at++) {
        const pixel = way[at]!;
        const column = pixel % width;
        if (column > 0 && labels[pixel - 1] === other && !isLine[pixel - 1]) stretch.across++;
        if (column + 1 < width && labels[pixel + 1] === other && !isLine[pixel + 1]) stretch.across++;
        if (pixel >= width && labels[pixel - width] === other && !isLine[pixel - width]) stretch.down++;
        if (pixel + width < size && labels[pixel + width] === other && !isLine[pixel + width]) stretch.down++;
        for (let dy = -1; dy <= 1; dy++)
          for (let dx = -1; dx <= 1; dx++) {
            const next = pixel + dy * width + dx;
            if (next < 0 || next >= size || column + dx < 0 || column + dx >= width) continue;
            if (labels[next] !== own || done.has(`${next} ${other}`) || !isAt(next, other)) continue;
            done.add(`${next} ${other}`);
            way.push(next);
          }
      }
      const length = lengthOf(stretch);
      lengths[own - 1]! += length;
      lengths[other - 1]! += length;
    }
  }
  return lengths;
}
