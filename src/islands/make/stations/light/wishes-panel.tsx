import { useState } from 'react';
import { type LightWish, type ShadeWish, shadeWishes } from '#model/light-wish';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import { chipColours } from '#core/colour/coats';
import { wishedShares } from '#core/light/wished-shares';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { Choice } from '#ui/controls/choice.tsx';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { ShareBar } from '#ui/ladder/share-bar.tsx';
import { takeLight, tryLight, type WishChange, wishedLight } from './light-acts';
import type { LightDesk } from './light-desk';
import type { MakeStore } from '../../document/make-store';
import { lampPlaces } from './lamp-places';
import { TriedSlider } from './tried-slider';
import { nameOfColouring } from '#core/make/coloured';

type Props = {
  useMake: MakeStore;
  useLight: LightDesk;
  picture: ColouredPicture;
  markers: readonly ShownMarker[];
  chosenId: string | null;
  onChoose: (elementId: string | null) => void;
};

const shadeNames: Record<ShadeWish, string> = {
  light: 'Keep it light',
  lighter: 'A little lighter',
  usual: 'As usual',
  darker: 'More shadow',
  dark: 'Much shadow',
};

/** What is wished, in a few words. */
function wishWords({ shade, highlight, shares, lamp }: LightWish = {}): string {
  const words = [
    ...(shares ? ['shares by hand'] : shade && shade !== 'usual' ? [shadeNames[shade].toLowerCase()] : []),
    ...(highlight ? ['highlight kept'] : []),
    ...(lamp ? ['a lamp of its own'] : []),
  ];
  return words.join(', ');
}

/** What the maker wishes of the light, element by element. */
export function WishesPanel({ useMake, useLight, picture, markers, chosenId, onChoose }: Props) {
  // A halo and a ground shadow are set where they are added.
  const lit = picture.elements.filter(({ ladder, outside }) => ladder && !outside);
  if (lit.length === 0) return <p>No element has a ladder yet: give one at Groups, and its bands will follow the lamp.</p>;
  const chosen = lit.find(({ id }) => id === chosenId);
  return (
    <div className="space-y-3">
      {chosen ? (
        <Wishes key={chosen.id} {...{ useMake, useLight, picture, markers }} element={chosen} onPutDown={() => onChoose(null)} />
      ) : (
        <p>
          Tap an element on the picture, or choose one here: how much shadow it gets, whether a highlight stays paper, a lamp of its own.
        </p>
      )}
      <ul className="divide-y divide-edge bg-paper" aria-label="Elements">
        {lit.map(({ id, name, light }) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={id === chosenId}
              className={`flex min-h-11 w-full items-center gap-3 px-3 text-left ${id === chosenId ? 'bg-ink text-paper' : 'hover:bg-bench'}`}
              onClick={() => onChoose(id === chosenId ? null : id)}
            >
              <span className="font-semibold">{name}</span>
              <span className={`ml-auto text-sm ${id === chosenId ? '' : 'text-soft'}`}>{wishWords(light)}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

type WishesProps = Pick<Props, 'useMake' | 'useLight' | 'picture' | 'markers'> & { element: ColouredElement; onPutDown: () => void };

function Wishes({ useMake, useLight, picture, markers, element, onPutDown }: WishesProps) {
  const { id, name, light = {}, ladder } = element;
  const wished = (change: WishChange) => wishedLight(nameOfColouring(picture), id, change);
  const wish = (change: WishChange) => takeLight(useMake, useLight, wished(change));
  // Shares while a border is in the hand: shown, and an edit only when it is let go.
  const [moving, setMoving] = useState<number[] | null>(null);
  const rungs = ladder?.rungs ?? [];
  const met = wishedShares(rungs.length, light);
  const own = met.keepsPaper ? met.shares.slice(1) : met.shares;
  const sum = own.reduce((total, share) => total + share, 0);
  const shares = moving ?? own.map((share) => share / sum);
  const labOf = new Map(markers.map((marker) => [marker.id, marker.lab]));
  const parts = rungs.map(({ markerId, code }, index) => {
    const lab = labOf.get(markerId);
    return { id: `${markerId} ${index}`, name: code, share: shares[index] ?? 0, hex: lab ? chipColours(lab).oneCoatHex : null };
  });
  const shade = light.shares ? null : (light.shade ?? 'usual');
  return (
    <section className="space-y-3 border-2 border-ink bg-paper px-4 py-3" aria-label={`Light on ${name}`} data-wishes={id}>
      <div className="flex items-center justify-between gap-3">
        <h3 className="font-display text-xl font-semibold">{name}</h3>
        <Button weight="quiet" onClick={onPutDown}>
          Put {name} down
        </Button>
      </div>
      {rungs.length > 1 && (
        <>
          <ChoiceButtons
            label="How much shadow"
            choices={shadeWishes.map((id) => ({ id, name: shadeNames[id] }))}
            chosen={shade}
            onChoose={(one) => wish({ shade: one === 'usual' ? null : one, shares: null })}
          />
          <ShareBar
            label="Share that each marker covers"
            parts={parts}
            onChange={(next, isSettled) => {
              setMoving(isSettled ? null : next);
              const change = { shares: next, shade: null };
              if (isSettled) wish(change);
              else tryLight(useMake, useLight, wished(change));
            }}
          />
          <p className="text-sm text-soft">
            {light.shares
              ? 'Set by hand: met as they are, before your strokes.'
              : 'As the trade has them; a part that lies in shadow gets more of the dark. Move a border to set them by hand.'}
          </p>
        </>
      )}
      {!element.spot && (
        <>
          <TriedSlider
            {...{ useMake, useLight }}
            label="Paper kept white as a highlight"
            ends={['none', 'nearly all']}
            value={light.highlight ?? 0}
            least={0}
            most={0.85}
            step={0.01}
            words={(share) => (share ? `${Math.round(100 * share)} %` : 'none')}
            change={(share) => wished({ highlight: share >= 0.01 ? share : null })}
          />
          <Choice
            label="Lamp"
            options={[
              { value: -1, name: 'that of the whole scene' },
              ...lampPlaces.map(({ words }, index) => ({ value: index, name: `its own: ${words.toLowerCase()}` })),
            ]}
            value={
              light.lamp
                ? lampPlaces.findIndex(
                    ({ azimuthDeg, heightDeg }) => azimuthDeg === light.lamp?.azimuthDeg && heightDeg === light.lamp.heightDeg,
                  )
                : -1
            }
            onChoose={(index) => {
              const place = lampPlaces[index];
              wish({ lamp: place ? { kind: 'distant', azimuthDeg: place.azimuthDeg, heightDeg: place.heightDeg } : null });
            }}
          />
        </>
      )}
      {light.lamp && (
        <p role="note" className="border-l-8 border-ink bg-bench px-3 py-1" data-own-lamp>
          An exception: this element is lit from another side than all others.
        </p>
      )}
    </section>
  );
}
