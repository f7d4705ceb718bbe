import type { DistantLamp } from '#model/lamp';
import type { Picture } from '#model/picture';
import { rolesOfLadder } from '#core/markers/ladder';
import { lampWords } from '#ui/lamp-place.ts';
import { Button } from '#ui/button.tsx';

type Props = {
  picture: Picture;
  lamp: DistantLamp;
  shares: ReadonlyMap<string, number[]>;
  problem: string | null;
  onSettle: (lamp: DistantLamp) => void;
};

const quickPlaces: { words: string; azimuthDeg: number; heightDeg: number }[] = [
  { words: 'Upper left', azimuthDeg: 315, heightDeg: 40 },
  { words: 'Above', azimuthDeg: 0, heightDeg: 40 },
  { words: 'Upper right', azimuthDeg: 45, heightDeg: 40 },
  { words: 'Straight above', azimuthDeg: 0, heightDeg: 85 },
];

/** The Light station: one lamp for the whole scene, and what it does to each element. */
export function LightStation({ picture, lamp, shares, problem, onSettle }: Props) {
  const lit = picture.elements.filter(({ id }) => shares.has(id));
  return (
    <section aria-labelledby="light-heading" className="space-y-4">
      <h2 id="light-heading" className="text-2xl">
        The light comes {lampWords(lamp)}
      </h2>
      <p>Move the lamp round the picture for its side, into it for its height. With the keyboard: arrows, with Shift in small steps.</p>
      <fieldset>
        <legend className="font-semibold">Set the lamp here</legend>
        <div className="mt-2 flex flex-wrap gap-2">
          {quickPlaces.map(({ words, azimuthDeg, heightDeg }) => (
            <Button key={words} onClick={() => onSettle({ kind: 'distant', azimuthDeg, heightDeg })}>
              {words}
            </Button>
          ))}
        </div>
      </fieldset>
      {problem && (
        <p role="alert" className="border-l-8 border-ink bg-paper px-4 py-2">
          The light could not be computed: {problem}
        </p>
      )}
      {lit.length === 0 ? (
        <p>No element has a ladder yet: give one at Groups, and its bands will follow the lamp.</p>
      ) : (
        <table className="w-full border-collapse text-left">
          <caption className="pb-1 text-left font-display text-lg font-semibold">What each marker covers now</caption>
          <tbody>
            {lit.map((element) => (
              <tr key={element.id} className="border-t border-edge align-top">
                <th scope="row" className="py-1.5 pr-3 font-semibold">
                  {element.name}
                </th>
                <td className="py-1.5">
                  {(element.ladder?.rungs ?? []).map(({ code, markerId }, index) => (
                    <span key={markerId} className="mr-4 inline-block whitespace-nowrap">
                      <span className="font-code text-sm">{code}</span>{' '}
                      <span className="text-sm text-soft">
                        {rolesOfLadder(element.ladder?.rungs.length ?? 1)[index]} {Math.round(100 * (shares.get(element.id)?.[index] ?? 0))}{' '}
                        %
                      </span>
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
