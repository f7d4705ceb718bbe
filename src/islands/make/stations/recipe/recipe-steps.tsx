import type { ReactNode } from 'react';
import { counted } from '#core/make/counted';
import type { ColouringName } from '#core/make/coloured';
import type { BandFocus } from '#core/scene/band-colours';
import { bandsOfMark } from '#core/technique/bands-of-mark';
import type { RecipeElement, RecipeMark } from '#core/technique/recipe';
import type { ColouredElement } from '#model/coloured-picture';
import type { School } from '#model/school';
import { Ladder } from '#ui/ladder/ladder.tsx';
import type { MakeState, ShownRack } from '../../document/make-store';
import { rungsToShow } from '../ladder-words';
import type { Desk } from '../station';
import { ElementWishes } from './element-wishes';
import type { RecipeDeskState } from './recipe-desk';

type Props = {
  element: RecipeElement;
  /** The element with what it gets in the colouring. */
  treated: ColouredElement | undefined;
  rack: ShownRack;
  schools: readonly School[];
  /** Null: each as suits it. */
  ofAll: School | null;
  of: ColouringName;
  isChosen: boolean;
  onChoose: (elementId: string | null) => void;
  edit: MakeState['edit'];
  useDesk: Desk<RecipeDeskState>;
};

/** One element's ladder and marks; its name shows it on the picture, and each mark its own place. */
export function RecipeSteps({ element, treated, rack, schools, ofAll, of, isChosen, onChoose, edit, useDesk }: Props) {
  const { heldMark, set } = useDesk();
  return (
    <li className={`py-3 ${isChosen ? 'bg-paper shadow-[inset_5px_0_0_var(--color-ink)]' : ''}`} data-element={element.name}>
      <h3 className="px-2 text-lg">
        <button
          type="button"
          aria-pressed={isChosen}
          title={isChosen ? 'Show all of the picture' : 'Show it on the picture, and say how it is laid'}
          className="min-h-8 text-left hover:underline"
          onClick={() => onChoose(isChosen ? null : element.elementId)}
        >
          {element.name}
        </button>{' '}
        <span className="font-text text-sm font-normal text-soft">
          {element.regions > 0 && `${counted(element.regions, 'area')}, `}
          {(element.areaMm2 / 100).toFixed(1)} cm²{element.ownSchool && `. ${element.ownSchool}`}
        </span>
      </h3>
      {element.notes.map((note) => (
        <p key={note} className="px-2 text-sm" data-note>
          ▲ {note}
        </p>
      ))}
      {isChosen && treated && <ElementWishes {...{ element, treated, rack, schools, ofAll, of, edit }} />}
      <div className="mt-1 flex gap-4 px-2">
        <div className="shrink-0 self-start bg-paper px-2 py-1">
          <Ladder
            rungs={rungsToShow({ rungs: element.rungs }, rack.markers).map((rung, index) => ({
              ...rung,
              where: element.rungs[index]?.where,
            }))}
            height={210}
            cutBelow
          />
        </div>
        <ol className="flex-1 space-y-0.5">
          {element.marks.map((mark) => (
            <TouchedMark
              key={mark.number}
              mark={mark}
              focus={{ elementId: element.elementId, bands: bandsOfMark(mark, element.rungs.length) }}
              isHeld={heldMark === mark.number}
              onFocus={(focus) => set({ focus, hasWay: mark.stroke === 'flicks' || mark.stroke === 'feather' })}
              onHold={(held) => set({ heldMark: held })}
            />
          ))}
        </ol>
      </div>
    </li>
  );
}

type TouchedProps = {
  mark: RecipeMark;
  focus: BandFocus;
  isHeld: boolean;
  onFocus: (focus: BandFocus | null) => void;
  onHold: (mark: number | null) => void;
};

/** A mark whose place is shown on the picture while its line is touched; pressed, it stays. */
function TouchedMark({ mark, focus, isHeld, onFocus, onHold }: TouchedProps) {
  const leave = () => {
    if (!isHeld) onFocus(null);
  };
  return (
    <MarkLine mark={mark}>
      {(words) => (
        <button
          type="button"
          aria-pressed={isHeld}
          title="Show where on the picture"
          className={`min-h-8 w-full px-1 text-left pointer-coarse:min-h-11 ${isHeld ? 'bg-ink text-paper' : 'hover:bg-wall'}`}
          onPointerEnter={(event) => {
            if (event.pointerType !== 'touch') onFocus(focus);
          }}
          onPointerLeave={(event) => {
            if (event.pointerType !== 'touch') leave();
          }}
          onFocus={() => onFocus(focus)}
          onBlur={leave}
          onClick={() => {
            onHold(isHeld ? null : mark.number);
            onFocus(isHeld ? null : focus);
          }}
        >
          {words}
        </button>
      )}
    </MarkLine>
  );
}

/** A mark in words: marker, where, how, what for, and what to mind. */
export function MarkLine({ mark, children = (words) => words }: { mark: RecipeMark; children?: (words: ReactNode) => ReactNode }) {
  return (
    <li className="flex gap-2">
      <span className="w-7 shrink-0 pt-1 text-right font-code text-sm text-soft">{mark.number}</span>
      <span className="flex-1 pt-0.5">
        {children(
          <>
            <strong className="font-code">{mark.code}</strong>
            {mark.nib === 'fine' && mark.tool === 'marker' && !mark.isRepeat && ' (fine nib)'} {mark.where}, {mark.how}: {mark.purpose}
            {mark.reach && ` (${mark.reach})`}
          </>,
        )}
        {mark.minds.map((mind) => (
          <span key={mind} className="block border-l-4 border-ink pl-2 text-sm" data-mind>
            ▲ {mind}.
          </span>
        ))}
      </span>
    </li>
  );
}
