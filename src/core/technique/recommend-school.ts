import type { ElementKind } from '#model/element-kind';
import type { Lab } from '#model/marker';
import type { SchoolId } from '#model/school';
import { chromaOf, hueDegOf } from '#core/colour/hue-chroma';

export type SchoolFacts = {
  areaMm2: number;
  /** Of its largest area. */
  largestMm2: number;
  /** Colours of the ladder, light to dark; undefined where one is not known. */
  labs: readonly (Lab | undefined)[];
  kind?: ElementKind | undefined;
  /** A highlight is kept white. */
  keepsWhite: boolean;
  /** How many areas it has. */
  areas: number;
  /** What the maker mostly chose for things of this kind. */
  usual?: { school: SchoolId; name: string } | undefined;
};

export type Recommended = { school: SchoolId; reason: string };

/** Another hue: so many degrees from the marker before it, both with so much chroma. Common practice, no source. */
const [hueJumpDeg, leastChroma] = [35, 15] as const;
/** Small, and large, in mm2; a thing of many small areas. Common practice, no source. */
const [smallMm2, largeMm2, manyAreas] = [150, 1200, 6] as const;

/** Whether the deepest marker is of another hue than the one before it. */
export function hasHueJump(labs: readonly (Lab | undefined)[]): boolean {
  const [before, deepest] = [labs.at(-2), labs.at(-1)];
  if (!before || !deepest || chromaOf(before) < leastChroma || chromaOf(deepest) < leastChroma) return false;
  const apart = Math.abs(((hueDegOf(before) - hueDegOf(deepest) + 540) % 360) - 180);
  return apart > hueJumpDeg;
}

/** The school for an element, and why: the first that applies, the most particular first. Common practice, no source. */
export function recommendSchool({ areaMm2, largestMm2, labs, kind, keepsWhite, areas, usual }: SchoolFacts): Recommended {
  const cm2 = `${(areaMm2 / 100).toFixed(1)} cm²`;
  if (usual) return { school: usual.school, reason: `you mostly take it for ${kind ?? 'things like this'}` };
  if (keepsWhite || kind === 'white thing') return { school: 'highlightKeptWhite', reason: 'its light stays white paper' };
  if (kind === 'petal' || kind === 'hair' || kind === 'fur')
    return {
      school: 'featherFromCentre',
      reason: kind === 'petal' ? 'petals are drawn from the centre out' : `${kind} is drawn in strokes that lift off`,
    };
  if (labs.length === 2) return { school: 'darkLightPair', reason: 'two markers' };
  if (labs.length > 2 && hasHueJump(labs)) return { school: 'midtoneBeforeShadow', reason: 'its deepest marker is of another hue' };
  if (areas >= manyAreas && largestMm2 < smallMm2) return { school: 'stepwise', reason: `${areas} small areas` };
  if (kind === 'skin') return { school: 'lightToDarkAndBack', reason: 'skin asks for soft steps' };
  if (areaMm2 > largeMm2) return { school: 'wetBaseDarkToLight', reason: `${cm2} dry quickly: wet them first` };
  if (areaMm2 < smallMm2) return { school: 'darkToLight', reason: `${cm2} stay wet long enough` };
  return labs.length === 3
    ? { school: 'palestDeepestMiddle', reason: 'three markers on a middling area' }
    : { school: 'wetBaseDarkToLight', reason: `${labs.length} markers on ${cm2}` };
}
