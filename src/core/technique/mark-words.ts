import type { PartPlace } from '#core/scene/whereabouts';
import type { StrokeWays } from '#core/scene/stroke-ways';
import { octantOf } from '#core/scene/whereabouts';
import type { LaidMark } from './lay-marks';
import { placeInWords } from './place-words';
import { strokeWords } from './stroke-words';

/** What the words of a mark are made from. */
export type MarkSeen = {
  /** Codes of the ladder, light to dark. */
  codes: readonly string[];
  /** What a band is called where nothing is seen of it: "on the shadow". */
  usualPlace: (band: number) => string;
  /** Where each band lies; undefined: not known. */
  places?: readonly (readonly PartPlace[])[] | undefined;
  nameOf: (owner: number) => string | undefined;
  ways?: StrokeWays | undefined;
};

/** Of a band that is nowhere as wide as a nib. */
const aTouch = 'a touch at the most: none of it is as wide as a nib';

/** "30 to 60 s", "1 to 2 minutes". */
function dryWords([from, to]: readonly [number, number]): string {
  return from < 60 ? `${from} to ${to} s` : `${from / 60} to ${to / 60} minutes`;
}

/** Where a mark goes, in words, with what of the coat before stays bare. */
export function whereOfMark({ place, leaves, tool, isRepeat }: LaidMark, seen: MarkSeen): string {
  const bandWords = (band: number) =>
    seen.places ? (placeInWords(seen.places[band] ?? [], seen.nameOf) ?? aTouch) : seen.usualPlace(band);
  // Told in full only where it is one place.
  const lightestWords = () => ((seen.places?.[0]?.length ?? 1) > 1 ? 'the lightest place of each' : bandWords(0));
  const own = () => {
    if (place.kind === 'allOver') return 'all over';
    if (place.kind === 'band') return bandWords(place.band);
    if (place.kind === 'fromBand') return `all over but ${place.band === 1 ? lightestWords() : 'the lightest places'}`;
    const next = seen.codes[place.band + 1];
    if (tool !== 'marker' || !next) return 'along the line';
    return `where ${seen.codes[place.band]} and ${next} meet`;
  };
  if (isRepeat) return 'the last coat';
  return `${own()}${leaves === 'itsUpperEdge' ? ', not as far up' : leaves === 'someBare' ? ', leaving some bare' : ''}`;
}

const towards = {
  right: 'to the right',
  'lower right': 'down to the right',
  bottom: 'downwards',
  'lower left': 'down to the left',
  left: 'to the left',
  'upper left': 'up to the left',
  top: 'upwards',
  'upper right': 'up to the right',
} as const;

/** How a mark is made, in words: its stroke, its way where strokes have one, and what must be dry first. */
export function howOfMark({ stroke, afterDry, driesS, isRepeat }: LaidMark, { ways }: Pick<MarkSeen, 'ways'>): string {
  if (isRepeat) return 'as before';
  const dry = driesS ? `, when it has dried ${dryWords(driesS)}` : afterDry ? ', when it is dry' : '';
  return `${strokeWords[stroke]}${wayWords(stroke, ways)}${dry}`;
}

function wayWords(stroke: LaidMark['stroke'], ways: StrokeWays | undefined): string {
  if ((stroke !== 'flicks' && stroke !== 'feather') || !ways || ways.ways.length === 0) return '';
  if (ways.isOutwards) return ' from the centre out';
  const turns = new Set(ways.ways.map((way) => octantOf(way.at(-1)![0] - way[0]![0], way.at(-1)![1] - way[0]![1])));
  const [only] = turns;
  return turns.size === 1 && only ? ` ${towards[only]}` : ' along the arrows';
}

const ordinals = ['', 'first', 'second', 'third', 'fourth'];

/** Which coat a mark is and how far it reaches, in words; empty where it is the first and stays in its place. */
export function reachOfMark({ coat, reaches, isRepeat, tool }: LaidMark): string {
  if (isRepeat || tool !== 'marker') return '';
  const words = [
    ...(coat > 1 ? [`${ordinals[coat] ?? `${coat}th`} coat`] : []),
    ...(reaches === 'intoNext' ? ['into the place beside it'] : []),
    ...(reaches === 'notQuite' ? ['stopping short of its edge'] : []),
  ];
  return words.join(', ');
}
