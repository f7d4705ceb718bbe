import type { Make } from '#model/make';
import type { Element, Picture } from '#model/picture';
import { counted } from './counted';

/** One thing in which two versions of a make differ, in words. */
export type MakeDifference = { what: string; first: string; second: string };

const absent = 'not there';

function elementWords(element: Element | undefined): string {
  if (!element) return absent;
  const ladder = element.ladder?.rungs.map(({ code }) => code).join(' ') ?? 'no ladder';
  return `${element.name}: ${counted(element.regionIds.length, 'area')}, ${ladder}`;
}

function pictureDifferences(first: Picture | undefined, second: Picture | undefined): MakeDifference[] {
  const name = first?.name ?? second?.name ?? '';
  if (!first || !second) return [{ what: `Picture ${name}`, first: first?.name ?? absent, second: second?.name ?? absent }];
  const differences: MakeDifference[] = [];
  if (first.regionMap?.labelMap !== second.regionMap?.labelMap) {
    const areas = (picture: Picture) => counted(picture.regionMap?.regions.length ?? 0, 'area');
    differences.push({ what: `Areas of ${name}`, first: areas(first), second: areas(second) });
  }
  const cutOutWords = ({ widthMm, heightMm }: Picture) => `${Math.round(widthMm)} × ${Math.round(heightMm)} mm`;
  const cutOut = (picture: Picture) => JSON.stringify([picture.preparation ?? null, picture.grey.sha256]);
  if (cutOut(first) !== cutOut(second))
    differences.push({ what: `Cut-out of ${name}`, first: cutOutWords(first), second: cutOutWords(second) });
  const readingWords = ({ reading }: Picture) => (reading ? counted(reading.mends.length, 'mend') : 'as usual');
  if (JSON.stringify(first.reading ?? null) !== JSON.stringify(second.reading ?? null)) {
    differences.push({ what: `Lines of ${name}`, first: readingWords(first), second: readingWords(second) });
  }
  const ids = new Set([...first.elements, ...second.elements].map(({ id }) => id));
  for (const id of ids) {
    const own = first.elements.find((element) => element.id === id);
    const other = second.elements.find((element) => element.id === id);
    const same =
      own &&
      other &&
      own.name === other.name &&
      JSON.stringify([own.regionIds, own.ladder]) === JSON.stringify([other.regionIds, other.ladder]);
    if (!same)
      differences.push({ what: `Element ${own?.name ?? other?.name ?? ''}`, first: elementWords(own), second: elementWords(other) });
  }
  return differences;
}

/** What differs between two versions of a make, in words a maker reads; empty when nothing does. */
export function compareMakes(first: Make, second: Make): MakeDifference[] {
  const differences: MakeDifference[] = [];
  const note = (what: string, own: string, other: string) => {
    if (own !== other) differences.push({ what, first: own, second: other });
  };
  note('Name', first.name, second.name);
  const lamp = (make: Make) => `${make.lamp.azimuthDeg}° round, ${make.lamp.heightDeg}° high`;
  note('Lamp', lamp(first), lamp(second));
  note('School', first.school, second.school);
  const ids = new Set([...first.pictures, ...second.pictures].map(({ id }) => id));
  for (const id of ids) {
    differences.push(
      ...pictureDifferences(
        first.pictures.find((picture) => picture.id === id),
        second.pictures.find((picture) => picture.id === id),
      ),
    );
  }
  return differences;
}
