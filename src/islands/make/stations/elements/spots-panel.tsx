import { useShallow } from 'zustand/react/shallow';
import type { ColouredPicture } from '#model/coloured-picture';
import { pictureById, regionIdsUnder } from '#core/make/picture-lookup';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { Slider } from '#ui/controls/slider.tsx';
import { nameSpot } from './elements-acts';
import type { ElementsDesk } from './elements-desk';
import type { MakeStore } from '../../document/make-store';

type Props = { useMake: MakeStore; useElements: ElementsDesk; picture: ColouredPicture };

/** Soft spots as people make them: how large a tap is, over how much it fades. Common practice, no source. */
const usual = [
  { id: 'cheek', name: 'Cheek', radiusMm: 3, softMm: 2.5 },
  { id: 'patch', name: 'Patch', radiusMm: 5, softMm: 2 },
  { id: 'freckles', name: 'Freckles', radiusMm: 0.5, softMm: 0.4 },
  { id: 'stripes', name: 'Stripes', radiusMm: 1.2, softMm: 0.8 },
] as const;

/** Soft spots: colour with no outline of its own, laid on an element by taps or strokes. */
export function SpotsPanel({ useMake, useElements, picture }: Props) {
  const { spotRadiusMm, spotSoftMm, set } = useElements(
    useShallow((state) => ({ spotRadiusMm: state.spotRadiusMm, spotSoftMm: state.spotSoftMm, set: state.set })),
  );
  const { hand, takeInHand } = useMake(useShallow((state) => ({ hand: state.hand, takeInHand: state.takeInHand })));
  const inHand = hand.kind === 'element' ? picture.elements.find(({ id, spot }) => spot && id === hand.elementId) : undefined;
  const adrift = picture.elements.filter((element) => element.spot && regionIdsUnder(picture, element).length === 0);
  // The edge belongs to the spot, so it may be changed when it lies there.
  const setSoft = (softMm: number) => {
    set({ spotSoftMm: softMm });
    if (!inHand) return;
    useMake.getState().edit((newest) => {
      const spot = pictureById(newest, picture.id)?.elements.find(({ id }) => id === inHand.id)?.spot;
      if (!spot) return null;
      return [{ kind: 'patch', entity: 'element', pictureId: picture.id, id: inHand.id, fields: { spot: { ...spot, softMm } } }];
    });
  };
  return (
    <div className="space-y-3">
      <p>
        {inHand
          ? `Tap or draw on the same element: it joins ${inHand.name}. `
          : 'Tap or draw on an element: a soft spot lies there, cut off at its outline. '}
        It has its own ladder of one to three markers.
        {inHand && (
          <Button weight="quiet" className="ml-2" onClick={() => takeInHand({ kind: 'nothing' })}>
            Begin another
          </Button>
        )}
      </p>
      {adrift.map(({ id, name }) => (
        <p key={id} role="status" className="border-l-8 border-ink bg-paper px-4 py-2" data-spot-adrift>
          {name} lies on nothing now: what it lay on has no areas. It is kept, and is seen again when that has some.
        </p>
      ))}
      <ChoiceButtons
        label="Usual soft spots"
        choices={usual}
        chosen={usual.find(({ radiusMm, softMm }) => spotRadiusMm === radiusMm && spotSoftMm === softMm)?.id ?? null}
        onChoose={(chosen) => {
          const one = usual.find(({ id }) => id === chosen);
          if (!one) return;
          set({ spotRadiusMm: one.radiusMm, spotSoftMm: one.softMm });
          if (inHand && /^Soft spot \d+$/.test(inHand.name)) nameSpot(useMake, picture, inHand.id, one.name);
        }}
      />
      <Slider
        label="Size of a tap"
        ends={['0.6 mm', '30 mm']}
        value={2 * spotRadiusMm}
        least={0.6}
        most={30}
        step={0.2}
        words={`${(2 * spotRadiusMm).toFixed(1)} mm`}
        onChange={(mm) => set({ spotRadiusMm: mm / 2 })}
      />
      <Slider
        label="Edge fades over"
        ends={['sharp', '12 mm']}
        value={spotSoftMm}
        least={0}
        most={12}
        step={0.2}
        words={`${spotSoftMm.toFixed(1)} mm`}
        onChange={setSoft}
      />
    </div>
  );
}
