import { Hand as HandIcon, Trash2 } from 'lucide-react';
import { useEffect, useEffectEvent, useRef } from 'react';
import type { Picture } from '#model/picture';
import { cleanText } from '#model/text';
import { elementTint } from '#core/colour/element-tints';
import { counted } from '#core/make/counted';
import { progressOfPicture } from '#core/make/progress';
import type { OpenInside } from '#core/picture/open-inside';
import { Button } from '#ui/button.tsx';
import { TintChip } from '#ui/tint-chip.tsx';
import type { Hand } from '../make-store';

type Props = {
  picture: Picture;
  hand: Hand;
  /** Each new number asks the name of the element in hand to take the keyboard. */
  nameTurn: number;
  /** Null while it is not known. */
  openInside: OpenInside | null;
  onTake: (elementId: string | null) => void;
  onRename: (elementId: string, name: string) => void;
  onRemove: (elementId: string) => void;
  /** The name is done: the keyboard goes back to the picture. */
  onNamed: () => void;
  /** Null while the areas are being fetched. */
  onNextWhite: (() => void) | null;
  onMend: () => void;
};

/** Less of the inside than this is crooks of lines, not an area left open. */
const leastShare = 0.01;

/** The Elements station: what is what in the picture. */
export function ElementsStation(props: Props) {
  const { picture, hand, openInside, onTake, onNextWhite, onMend } = props;
  const { whiteRegions } = progressOfPicture(picture);
  const inHand = hand.kind === 'element' ? picture.elements.find(({ id }) => id === hand.elementId) : undefined;
  return (
    <section aria-labelledby="elements-heading" className="space-y-3">
      <h2 id="elements-heading" className="text-2xl">
        What is what?
      </h2>
      <p>
        {inHand
          ? `${inHand.name} is in hand: tap or drag over its areas. Tap one of its own to let it go.`
          : 'Tap an area, or drag over several: they become one element.'}
      </p>
      <p className="flex flex-wrap items-center gap-x-4">
        <span className="font-display text-lg font-semibold" data-white>
          {whiteRegions === 0 ? 'Every area found has its element' : `${counted(whiteRegions, 'area')} still white`}
        </span>
        {whiteRegions > 0 && (
          <Button weight="quiet" disabled={onNextWhite === null} onClick={() => onNextWhite?.()}>
            Show the next one
          </Button>
        )}
        {inHand && (
          <Button weight="quiet" onClick={() => onTake(null)}>
            Put {inHand.name} down
          </Button>
        )}
      </p>
      {openInside && openInside.share >= leastShare && (
        <p className="border-l-8 border-ink bg-paper px-4 py-2" data-open-inside>
          {shareWords(openInside)} of the drawing’s inside is no area, for its lines are open.{' '}
          <Button weight="quiet" onClick={onMend}>
            Close them
          </Button>
        </p>
      )}
      <ul className="divide-y divide-edge border-y border-edge">
        {picture.elements.map((element, index) => (
          <ElementRow key={element.id} {...props} element={element} index={index} isHeld={inHand === element} />
        ))}
      </ul>
    </section>
  );
}

function shareWords({ areaMm2, share }: OpenInside): string {
  return `${Math.round(100 * share)} % (${(areaMm2 / 100).toFixed(1)} cm²)`;
}

type RowProps = Props & { element: Picture['elements'][number]; index: number; isHeld: boolean };

function ElementRow({ element, index, isHeld, nameTurn, onTake, onRename, onRemove, onNamed }: RowProps) {
  return (
    <li className={`flex items-center gap-2 pl-2 ${isHeld ? 'bg-paper shadow-[inset_5px_0_0_var(--color-ink)]' : ''}`}>
      <TintChip tint={elementTint(index)} />
      <ElementName
        name={element.name}
        onRename={(name) => onRename(element.id, name)}
        onNamed={onNamed}
        nameTurn={nameTurn}
        isHeld={isHeld}
        isFresh={isHeld && /^Element \d+$/.test(element.name)}
      />
      <span className="w-16 shrink-0 text-right text-sm text-soft">{counted(element.regionIds.length, 'area')}</span>
      <button
        type="button"
        aria-pressed={isHeld}
        aria-label={isHeld ? `Put ${element.name} down` : `Take ${element.name} in hand`}
        className="grid size-11 place-items-center rounded-sm hover:bg-paper"
        onClick={() => onTake(isHeld ? null : element.id)}
      >
        <HandIcon size={20} strokeWidth={isHeld ? 3 : 1.75} aria-hidden="true" />
      </button>
      <button
        type="button"
        aria-label={`Remove ${element.name}`}
        className="grid size-11 place-items-center rounded-sm hover:bg-paper"
        onClick={() => onRemove(element.id)}
      >
        <Trash2 size={18} aria-hidden="true" />
      </button>
    </li>
  );
}

type NameProps = {
  name: string;
  onRename: (name: string) => void;
  onNamed: () => void;
  nameTurn: number;
  isHeld: boolean;
  isFresh: boolean;
};

/** A name that is typed in place; kept when left or confirmed, put back by Escape or when emptied. Both lead back to the picture. */
function ElementName({ name, onRename, onNamed, nameTurn, isHeld, isFresh }: NameProps) {
  const input = useRef<HTMLInputElement>(null);
  const answered = useRef(nameTurn);
  const take = useEffectEvent(() => {
    input.current?.focus();
    input.current?.select();
  });
  useEffect(() => {
    // By hand a fresh element's name is ready at once; by keys the picture keeps the keyboard until it is asked for.
    const byKeys = document.activeElement?.getAttribute('role') === 'application' && document.activeElement.matches(':focus-visible');
    if (isFresh && !byKeys) take();
  }, [isFresh]);
  useEffect(() => {
    if (nameTurn === answered.current) return;
    answered.current = nameTurn;
    if (isHeld) take();
  }, [nameTurn, isHeld]);
  return (
    <input
      key={name}
      ref={input}
      aria-label="Name of the element"
      defaultValue={name}
      className="min-h-11 min-w-0 flex-1 bg-transparent font-semibold focus:bg-paper"
      onKeyDown={(event) => {
        if (event.key === 'Escape') event.currentTarget.value = name;
        if (event.key === 'Enter' || event.key === 'Escape') {
          event.currentTarget.blur();
          onNamed();
        }
      }}
      onBlur={(event) => {
        const typed = cleanText(event.currentTarget.value, 60);
        if (typed !== '' && typed !== name) onRename(typed);
        else event.currentTarget.value = name;
      }}
    />
  );
}
