import type { CheckKind } from '#model/check-kinds';
import type { KeptFinding } from '#model/session';

/** What each kind is called, of one thing. */
const titles: Record<CheckKind, (name: string, beside: string | undefined) => string> = {
  white: (name) => `${name} has a white spot`,
  uncoloured: (name) => `${name} is not coloured`,
  overLine: (name, beside) => (beside ? `${name} ran into ${beside}` : `${name} ran over its line`),
  wrongSide: (name) => `${name} is dark on another side than planned`,
  flat: (name) => `${name} has too little light and dark`,
  otherHue: (name) => `${name} has another hue than planned`,
  unequal: (name) => `${name} is not as deep as those like it`,
  notParted: (name, beside) => `${name} and ${beside ?? 'what is beside it'} run together`,
  streak: (name) => `${name} is streaked`,
  hardStep: (name) => `${name} has a hard step where a blend was planned`,
};

const bandNames = ['', 'lightest', 'second', 'third', 'fourth', 'fifth', 'sixth'];

/** A finding in a few words. @param nameOf the name of a place of the picture, from 1. */
export function findingTitle(
  { kind, places, band }: Pick<KeptFinding, 'kind' | 'places' | 'band'>,
  nameOf: (place: number) => string,
): string {
  const [place, beside] = places;
  const name = place === undefined ? 'Something' : nameOf(place);
  if (kind === 'flat' && band !== undefined) return `${name} has no ${bandNames[band] ?? 'such'} band`;
  const other = beside === undefined ? undefined : nameOf(beside);
  return titles[kind](name, other === name ? undefined : other);
}

/** How large it is, in mm: across for what is small and round, as an area else. */
export function sizeWords({ kind, areaMm2 }: Pick<KeptFinding, 'kind' | 'areaMm2'>): string {
  if (kind === 'white' || kind === 'overLine') return `about ${(2 * Math.sqrt(areaMm2 / Math.PI)).toFixed(1)} mm across`;
  return areaMm2 < 100 ? `${Math.max(1, Math.round(areaMm2))} mm²` : `${(areaMm2 / 100).toFixed(1)} cm²`;
}
