import { findRegions } from '../../src/core/picture/regions';
import { proposeElements } from '../../src/core/picture/propose-elements';
import { codePoints } from './code-points';
import { drawColours, drawLines } from './pages';

/** Pairs of areas that are put together, of those the ones that have one colour in the colour layer, and all pairs of one colour. */
type ElementPairs = { put: number; right: number; known: number };

/** Drawn as wide on paper, in mm. */
const widthMm = 46;
/** An area has a colour where so much of it, and at least so many px, are of one. */
const leastShare = 0.7;
const leastPx = 100;

/** Proposed elements of a line drawing against its colour layer. */
async function elementPairs(code: string): Promise<ElementPairs> {
  const { width, height, data } = await drawLines(code);
  const colours = await drawColours(code);
  const lines = { width, height, data: Uint8Array.from(data, (level) => (level < 128 ? 1 : 0)), pxPerMm: width / widthMm };
  const found = findRegions(lines);
  const votes = Array.from({ length: found.count + 1 }, () => new Map<number, number>());
  for (let i = 0; i < found.labels.length; i++) {
    if (lines.data[i]) continue;
    const own = votes[found.labels[i]!]!;
    own.set(colours[i]!, (own.get(colours[i]!) ?? 0) + 1);
  }
  const colourOf = votes.map((own) => {
    const total = [...own.values()].reduce((sum, count) => sum + count, 0);
    const [colour, most] = [...own].reduce((best, entry) => (entry[1] > best[1] ? entry : best), [-1, 0]);
    return total >= leastPx && most > leastShare * total ? colour : -1;
  });
  const known = [...colourOf.keys()].filter((label) => label > 0 && colourOf[label]! >= 0);
  const isKnown = new Set(known);
  const isOneColour = ([one, other]: readonly [number, number]) => colourOf[one] === colourOf[other];
  const put = proposeElements(found).flatMap((group) => pairsOf(group.filter((label) => isKnown.has(label))));
  return { put: put.length, right: put.filter(isOneColour).length, known: pairsOf(known).filter(isOneColour).length };
}

function pairsOf(labels: readonly number[]): (readonly [number, number])[] {
  return labels.flatMap((one, index) => labels.slice(index + 1).map((other) => [one, other] as const));
}

export async function printElementsTable(): Promise<void> {
  let [put, right, known] = [0, 0, 0];
  for (const code of codePoints) {
    const own = await elementPairs(code);
    [put, right, known] = [put + own.put, right + own.right, known + own.known];
  }
  const percent = (part: number, whole: number) => ((100 * part) / whole).toFixed(1);
  console.log('| proposed elements | pairs put together | of one colour % | aim | of all pairs of one colour found % | aim |');
  console.log('| --- | --- | --- | --- | --- | --- |');
  console.log(`| ${codePoints.length} drawings | ${put} | ${percent(right, put)} | 90 | ${percent(right, known)} | 50 |`);
}
