import { openScene } from '../../src/core/plan/scene';
import { octantOf, whereabouts } from '../../src/core/scene/whereabouts';
import { partInWords } from '../../src/core/technique/place-words';
import type { Lamp } from '../../src/core/index';
import { standingOfTruth } from './light-score';
import { readPlace } from './plain-reader';
import type { FigureTruth } from './truth';

/** Of the deepest and the lightest band of each part over 20 mm2: how many sides are told, how many neighbours; and how many are right. */
export type PlaceScore = {
  sides: number;
  sidesRight: number;
  neighbours: number;
  neighboursRight: number;
  read: number;
  readRight: number;
  /** Words of each, for a look. */
  told: string[];
};

export const noPlaces: PlaceScore = { sides: 0, sidesRight: 0, neighbours: 0, neighboursRight: 0, read: 0, readRight: 0, told: [] };

const shares = [0.3, 0.46, 0.24];
const leastPartMm2 = 20;

/** The plain count that words are held against: every px of the map, every distance measured. */
function plainPlace(band: readonly number[], part: ReadonlySet<number>, sizePx: number) {
  const [x, y] = [(i: number) => i % sizePx, (i: number) => Math.floor(i / sizePx)];
  const mean = (of: (i: number) => number, all: readonly number[]) => all.reduce((sum, i) => sum + of(i), 0) / all.length;
  const whole = [...part];
  const [dx, dy] = [mean(x, band) - mean(x, whole), mean(y, band) - mean(y, whole)];
  const extent = (of: (i: number) => number) => {
    let [least, largest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const i of whole) [least, largest] = [Math.min(least, of(i)), Math.max(largest, of(i))];
    return largest - least + 1;
  };
  const around = (i: number) => [i - 1, i + 1, i - sizePx, i + sizePx];
  const own = new Set(band);
  const outline = whole.filter((i) => around(i).some((next) => !part.has(next)));
  const isAllRound = outline.filter((i) => own.has(i)).length > 0.7 * outline.length;
  const isMiddle = Math.hypot(dx, dy) <= (0.15 * Math.min(extent(x), extent(y))) / 2;
  return {
    side: isAllRound ? ('all round' as const) : isMiddle ? ('middle' as const) : octantOf(dx, dy),
    edge: band.filter((i) => around(i).some((next) => !own.has(next))),
  };
}

/** Tells where the bands of a figure lie under a lamp, and counts what of it is right. */
export function scorePlaces(figure: FigureTruth, lamp: Lamp): PlaceScore {
  const { seen, labels, count, partOfLabel, parts } = figure;
  const { sizePx, pxPerMm } = seen;
  const standing = standingOfTruth(figure);
  // An element for each part of the figure, as a maker would name them.
  const names = [...new Set(partOfLabel.filter((part) => part >= 0))];
  const elements = names.map((part) => ({
    labels: Array.from({ length: count }, (_, index) => index + 1).filter((label) => partOfLabel[label] === part),
    shares,
  }));
  const map = openScene(labels, sizePx, sizePx, { pxPerMm }).bandMap({ lamp, elements, ...standing, resolution: 'full', cleans: true });
  const ownerOf = (label: number) => names.indexOf(partOfLabel[label] ?? -1) + 1;
  const bodyNumber = new Map(standing.bodies.flatMap((body, index) => body.labels.map((label) => [label, count + 1 + index] as const)));
  const bodyOf = (label: number) => bodyNumber.get(label) ?? label;
  const fronts = new Set(standing.fronts.map(({ front, behind }) => `${front} ${behind}`));
  const told = whereabouts({
    ...{ map, labels, pxPerMm, ownerOf, bodyOf },
    rungs: elements.map(() => shares.length),
    ownerOfElement: elements.map((_, index) => index + 1),
    isInFront: (front, behind) => fronts.has(`${front} ${behind}`),
  });
  const nameOf = (owner: number) => parts[names[owner - 1] ?? -1]?.name;
  const score = { ...noPlaces, told: [] as string[] };
  const owners = Uint16Array.from(labels, (label) => (label === 0 ? 0 : ownerOf(label)));
  const byOwner = new Map<number, Set<number>>();
  for (let i = 0; i < owners.length; i++) if (owners[i]) byOwner.set(owners[i]!, (byOwner.get(owners[i]!) ?? new Set()).add(i));
  for (const [index] of elements.entries()) {
    const part = byOwner.get(index + 1) ?? new Set();
    if (part.size / pxPerMm ** 2 <= leastPartMm2) continue;
    const bandOf = (rung: number) => [...part].filter((i) => map.elements[i] === index + 1 && map.bands[i] === rung + 1);
    const bands = shares.map((_, rung) => bandOf(rung));
    for (const rung of [0, shares.length - 1]) {
      const [place] = told[index]?.[rung] ?? [];
      const band = bands[rung]!;
      if (!place || band.length === 0) continue;
      const plain = plainPlace(band, part, sizePx);
      score.sides++;
      // What has its middle in that of its part is asked for no octant: it may lie there, or about it.
      const side = ['both sides', 'top and bottom', 'outside'].includes(place.side) ? 'middle' : place.side;
      if (plain.side === side) score.sidesRight++;
      for (let owner = 1; owner <= names.length; owner++) {
        if (owner === index + 1) continue;
        const near = plain.edge.filter((i) => isWithin(i, owner, owners, sizePx, pxPerMm)).length;
        const isNamed = place.beside.some((one) => one.owner === owner);
        if (!isNamed && near <= 0.3 * plain.edge.length) continue;
        score.neighbours++;
        if (isNamed === near > 0.3 * plain.edge.length) score.neighboursRight++;
      }
      const words = partInWords([place], nameOf);
      score.told.push(`${figure.figure.name}, ${nameOf(index + 1)}, ${rung === 0 ? 'lightest' : 'deepest'}: ${words}`);
      const named = (name: string) =>
        byOwner.get(names.findIndex((own) => plainName(parts[own]?.name) === plainName(name)) + 1) ?? new Set<number>();
      const marked = readPlace(words, { sizePx, own: [...part], named, pxPerMm });
      const overlaps = bands.map((own) => (own.length === 0 ? 0 : own.filter((i) => marked.has(i)).length / own.length));
      score.read++;
      if (overlaps.every((overlap, other) => other === rung || overlap < overlaps[rung]!)) score.readRight++;
      else score.told[score.told.length - 1] += ` (misread: ${overlaps.map((overlap) => overlap.toFixed(2)).join(' ')})`;
    }
  }
  return score;
}

const plainName = (name: string | undefined): string => (name ?? '').toLowerCase().replace(/^the /, '');

function isWithin(i: number, owner: number, owners: Uint16Array, sizePx: number, pxPerMm: number): boolean {
  const [column, row, reach] = [i % sizePx, Math.floor(i / sizePx), Math.ceil(pxPerMm)];
  for (let y = Math.max(0, row - reach); y <= Math.min(sizePx - 1, row + reach); y++) {
    for (let x = Math.max(0, column - reach); x <= Math.min(sizePx - 1, column + reach); x++) {
      if (owners[y * sizePx + x] === owner && Math.hypot(x - column, y - row) <= pxPerMm) return true;
    }
  }
  return false;
}

/** The sum of two scores. */
export function addPlaces(one: PlaceScore, other: PlaceScore): PlaceScore {
  return {
    sides: one.sides + other.sides,
    sidesRight: one.sidesRight + other.sidesRight,
    neighbours: one.neighbours + other.neighbours,
    neighboursRight: one.neighboursRight + other.neighboursRight,
    read: one.read + other.read,
    readRight: one.readRight + other.readRight,
    told: [...one.told, ...other.told],
  };
}
