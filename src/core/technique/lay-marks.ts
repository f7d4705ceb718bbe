import type { School, SchoolPart, SchoolRung, Stroke, Tool } from '#model/school';
import type { Nib } from './nib';
import waysForAll from './ways-for-all.json';

/** Where a mark goes: over the whole element, on the band of one rung (0 = lightest), on it and all darker ones, or where it meets the next darker. */
export type Place = { kind: 'allOver' } | { kind: 'band' | 'fromBand' | 'edge'; band: number };

/** One marker or tool, one place, one stroke: a part of a school as a ladder of a known length has it. */
export type LaidMark = Pick<SchoolPart, 'coat' | 'reaches' | 'afterDry' | 'purpose'> & {
  tool: Tool;
  /** Index of the rung whose marker is taken, 0 = lightest; the number of rungs: the darker marker that only a second coat takes; null: none is. */
  rung: number | null;
  place: Place;
  stroke: Stroke;
  nib: Nib;
  /** Of a second coat: what of the first stays bare. */
  leaves?: 'someBare' | 'itsUpperEdge';
  /** How long what lies beneath dries before it, in s, from and to. */
  driesS?: readonly [number, number];
  /** What is done again, over and over: no ink of its own. */
  isRepeat?: true;
};

export type LayOptions = {
  /** What its narrowest place asks for. Default the brush. */
  nib?: Nib;
  /** No room to blend: one marker, once. Default false. */
  isTooTiny?: boolean;
  /** How often the whole is laid. Default once. */
  coats?: 1 | 2 | 3;
  /** A second coat takes one marker more, darker than the ladder. Default false. */
  hasDarker?: boolean;
  /** And then again until the maker is happy. Default false. */
  untilHappy?: boolean;
};

const numbered: readonly SchoolRung[] = ['palest', 'second', 'third', 'fourth', 'fifth'];
const [oneMarker, tooTiny, blended] = [waysForAll.oneMarker, waysForAll.tooTiny, waysForAll.blended] as [
  SchoolPart[],
  SchoolPart[],
  SchoolPart[],
];

/** The rungs for which a part stands, in the order in which they are laid; none where a ladder of so many has no such rung. */
export function rungsOfPart(rung: SchoolRung, rungs: number): number[] {
  const deepest = rungs - 1;
  const all = Array.from({ length: rungs }, (_, index) => index);
  switch (rung) {
    case 'deepest':
      return [deepest];
    case 'base':
      return [rungs > 2 ? 1 : 0];
    case 'beforeDeepest':
      return [Math.max(0, deepest - 1)];
    case 'between':
      return all.slice(1, -1).reverse();
    case 'betweenRising':
      return all.slice(1, -1);
    case 'afterPalest':
      return all.slice(1);
    case 'each':
      return all;
    case 'eachFalling':
      return all.reverse();
    default: {
      const index = numbered.indexOf(rung);
      return index < rungs ? [index] : [];
    }
  }
}

function placeOf(place: SchoolPart['place'], rung: number, rungs: number): Place {
  if (place === 'allOver' || (place === 'ownAndDarker' && rung === 0)) return { kind: 'allOver' };
  if (place === 'ownAndDarker' && rung < rungs - 1) return { kind: 'fromBand', band: rung };
  return { kind: place === 'edge' && rung < rungs - 1 ? 'edge' : 'band', band: rung };
}

/** The marks of one part of a school on a ladder of so many rungs. */
export function marksOfPart(part: SchoolPart, rungs: number, nib: Nib): LaidMark[] {
  const { tool = 'marker', stroke, coat, reaches, afterDry, purpose } = part;
  const own = part.nib === 'asFits' ? nib : part.nib;
  return rungsOfPart(part.rung, rungs).flatMap((rung): LaidMark[] => {
    const mark: LaidMark = { tool, rung, place: placeOf(part.place, rung, rungs), stroke, nib: own, coat, reaches, afterDry, purpose };
    if (!part.blendsBack || rung === 0) return [mark];
    const back: Place = { kind: 'edge', band: rung - 1 };
    return [
      mark,
      { ...mark, rung: rung - 1, place: back, stroke: 'lightCircles', coat: coat + 1, reaches: 'intoNext', purpose: 'blend its edge back' },
    ];
  });
}

const putsBack = (part: SchoolPart | undefined): boolean => part?.putsBack === true;

/** A coat on top of another: deeper, and stopping lower; laid at once, since wet card blends better. */
function againMarks(first: readonly LaidMark[], pass: number, rungs: number, hasDarker: boolean): LaidMark[] {
  const mostCoat = Math.max(...first.map(({ coat }) => coat));
  const deepest = rungs - 1;
  return first.map((mark): LaidMark => {
    const coat = mark.coat + pass * mostCoat;
    if (mark.rung === deepest && rungs > 1) {
      const rung = hasDarker ? rungs : deepest;
      return { ...mark, rung, coat, leaves: 'itsUpperEdge', reaches: 'itsPlace', purpose: 'deeper, and not as far up as the coat before' };
    }
    if (mark.rung !== 0 || rungs === 1) return { ...mark, coat };
    return { ...mark, coat, leaves: 'someBare', purpose: 'blend, and leave some of the first coat bare' };
  });
}

/**
 * The marks of an element as a school lays them; they end blended, and what a step names that a ladder of so many markers has not is left out.
 * @param rungs how many markers its ladder has, 1 to 6.
 */
export function layMarks(school: Pick<School, 'marks'>, rungs: number, options: LayOptions = {}): LaidMark[] {
  if (rungs === 0) return [];
  const { nib = 'brush', isTooTiny = false, coats = 1, hasDarker = false, untilHappy = false } = options;
  if (isTooTiny) return tooTiny.flatMap((part) => marksOfPart(part, rungs, nib));
  const parts = rungs === 1 ? oneMarker : school.marks;
  const firstParts = coats > 1 ? parts.filter(({ isAgain }) => !isAgain) : parts;
  const first = firstParts.flatMap((part) => marksOfPart(part, rungs, nib));
  // Where nothing of a school is left for so few markers, all is laid in turn.
  const laid = first.length > 0 ? first : oneMarker.flatMap((part) => marksOfPart(part, rungs, nib));
  const again = parts.filter(({ onlyFirst, isAgain }) => !onlyFirst && !isAgain).flatMap((part) => marksOfPart(part, rungs, nib));
  const passes = again.length === 0 ? [] : Array.from({ length: coats - 1 }, (_, index) => againMarks(again, index + 1, rungs, hasDarker));
  const marks = [laid, ...passes].flatMap((pass) => endBlended(pass, rungs, putsBack(firstParts.at(-1))));
  if (untilHappy) marks.push(repeatMark(marks));
  return marks;
}

/** The last mark of a pass is not the deepest alone, unless that was put back on purpose. */
function endBlended(marks: readonly LaidMark[], rungs: number, isPutBack: boolean): LaidMark[] {
  const last = marks.at(-1);
  if (!last || rungs === 1 || isPutBack || last.place.kind === 'allOver' || (last.rung ?? 0) < rungs - 1) return [...marks];
  const over = blended.flatMap((part) => marksOfPart(part, rungs, last.nib));
  return [...marks, ...over.map((mark) => ({ ...mark, coat: Math.max(mark.coat, last.coat) }))];
}

/** Again from where the last pass began; the paper says when it is enough. */
function repeatMark(marks: readonly LaidMark[]): LaidMark {
  const last = marks.at(-1) as LaidMark;
  return {
    ...{ ...last, tool: 'marker', rung: null, place: { kind: 'allOver' }, afterDry: false, isRepeat: true, coat: last.coat + 1 },
    purpose: 'once more, until you are happy; stop when the paper takes no more',
  };
}
