import { useShallow } from 'zustand/react/shallow';
import type { HandKind } from '#model/hand-stroke';
import type { ColouredPicture } from '#model/coloured-picture';
import { counted } from '#core/make/counted';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { Slider } from '#ui/controls/slider.tsx';
import { liftStrokes } from './light-acts';
import type { LightDesk } from './light-desk';
import type { MakeStore } from '../../document/make-store';
import { nameOfColouring } from '#core/make/coloured';

const tools: readonly { id: HandKind; name: string; hint: string }[] = [
  { id: 'darker', name: 'Darker', hint: 'Tap or draw: it gets darker there, within the areas your stroke touches.' },
  { id: 'lighter', name: 'Lighter', hint: 'Tap or draw: it gets lighter there, within the areas your stroke touches.' },
  { id: 'white', name: 'Keep white', hint: 'Tap or draw where the paper is to stay bare: a glint in an eye, a shine on a boot.' },
  { id: 'fold', name: 'Fold', hint: 'Draw along the fold: it is dark on the right of your way. A tap makes an upright one.' },
  { id: 'valley', name: 'Valley', hint: 'Draw along a crease: it is dark on both sides.' },
];

type Props = { useMake: MakeStore; useLight: LightDesk; picture: ColouredPicture };

/** The maker's own word on the light: strokes over what was computed. */
export function HandPanel({ useMake, useLight, picture }: Props) {
  const { tool, radiusMm, said, set } = useLight(
    useShallow((state) => ({ tool: state.tool, radiusMm: state.radiusMm, said: state.said, set: state.set })),
  );
  const { strokes } = picture.colouring;
  return (
    <div className="space-y-3">
      <ChoiceButtons label="What the hand does" choices={tools} chosen={tool} onChoose={(id) => set({ tool: id })} />
      <p>{tools.find(({ id }) => id === tool)?.hint} With the keyboard: walk over the areas, Enter puts one there.</p>
      <Slider
        label="Width of a stroke"
        ends={['0.6 mm', '16 mm']}
        value={2 * radiusMm}
        least={0.6}
        most={16}
        step={0.2}
        words={`${(2 * radiusMm).toFixed(1)} mm`}
        onChange={(mm) => set({ radiusMm: mm / 2 })}
      />
      <p role="status" aria-live="polite" data-light-said>
        {said}
      </p>
      <p data-strokes={strokes.length}>
        {strokes.length === 0
          ? 'No stroke lies on the picture.'
          : `${counted(strokes.length, 'stroke')}: ${strokes.length === 1 ? 'it stays' : 'they stay'} when the lamp moves or the picture is read again.`}
      </p>
      {strokes.length > 0 && (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => liftStrokes(useMake, useLight, nameOfColouring(picture), 'last')}>Take the last stroke away</Button>
          <Button weight="quiet" onClick={() => liftStrokes(useMake, useLight, nameOfColouring(picture), 'all')}>
            Take all away
          </Button>
        </div>
      )}
    </div>
  );
}
