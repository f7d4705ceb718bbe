import { ArrowDown, Sun } from 'lucide-react';
import type { DistantLamp } from '#model/lamp';
import type { Picture } from '#model/picture';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { lampWords } from '#ui/lamp-place.ts';
import { BandAreas } from './band-areas';

type Props = {
  picture: Picture;
  markers: readonly ShownMarker[];
  lamp: DistantLamp;
  areasMm2: ReadonlyMap<string, number[]>;
  problem: string | null;
  onSettle: (lamp: DistantLamp) => void;
};

/** The lamp's places as they lie round the picture, row by row; the middle one is straight above it. */
const quickPlaces: { words: string; azimuthDeg: number; heightDeg: number }[] = [
  { words: 'Upper left', azimuthDeg: 315, heightDeg: 40 },
  { words: 'Above', azimuthDeg: 0, heightDeg: 40 },
  { words: 'Upper right', azimuthDeg: 45, heightDeg: 40 },
  { words: 'Left', azimuthDeg: 270, heightDeg: 40 },
  { words: 'Straight above', azimuthDeg: 0, heightDeg: 85 },
  { words: 'Right', azimuthDeg: 90, heightDeg: 40 },
  { words: 'Lower left', azimuthDeg: 225, heightDeg: 40 },
  { words: 'Below', azimuthDeg: 180, heightDeg: 40 },
  { words: 'Lower right', azimuthDeg: 135, heightDeg: 40 },
];

/** The Light station: one lamp for the whole scene, and what it does to each element. */
export function LightStation({ picture, markers, lamp, areasMm2, problem, onSettle }: Props) {
  const lit = picture.elements.filter(({ id }) => areasMm2.has(id));
  return (
    <section aria-labelledby="light-heading" className="space-y-4">
      <h2 id="light-heading" className="text-2xl">
        The light comes {lampWords(lamp)}
      </h2>
      <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
        <fieldset>
          <legend className="font-semibold">Set the lamp here</legend>
          <div className="mt-1 grid w-max grid-cols-3 gap-1 bg-paper p-1">
            {quickPlaces.map(({ words, azimuthDeg, heightDeg }) => {
              const isHere = lamp.azimuthDeg === azimuthDeg && lamp.heightDeg === heightDeg;
              return (
                <button
                  key={words}
                  type="button"
                  aria-label={words}
                  title={words}
                  aria-pressed={isHere}
                  className={`grid size-12 place-items-center ${isHere ? 'bg-ink text-paper' : 'bg-bench hover:bg-wall'}`}
                  onClick={() => onSettle({ kind: 'distant', azimuthDeg, heightDeg })}
                >
                  {heightDeg > 80 ? (
                    <Sun size={20} aria-hidden="true" />
                  ) : (
                    // The arrow goes the way of the light: from its place towards the middle.
                    <ArrowDown size={20} aria-hidden="true" style={{ rotate: `${azimuthDeg}deg` }} />
                  )}
                </button>
              );
            })}
          </div>
        </fieldset>
        <p className="min-w-48 flex-1">
          Or move the lamp round the picture for its side, into it for its height. With the keyboard: arrows, with Shift in small steps.
        </p>
      </div>
      {problem && (
        <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-2">
          The light could not be computed: {problem}
        </p>
      )}
      {lit.length === 0 ? (
        <p>No element has a ladder yet: give one at Groups, and its bands will follow the lamp.</p>
      ) : (
        <BandAreas elements={lit} areasMm2={areasMm2} markers={markers} />
      )}
    </section>
  );
}
