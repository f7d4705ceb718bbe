import { counted } from '#core/make/counted';
import { Hand as HandIcon, Trash2 } from 'lucide-react';
import type { Picture } from '#model/picture';
import { cleanText } from '#model/text';
import { progressOfPicture } from '#core/make/progress';
import { Button } from '#ui/button.tsx';
import type { Hand } from '../make-store';

type Props = {
  picture: Picture;
  hand: Hand;
  onTake: (elementId: string | null) => void;
  onRename: (elementId: string, name: string) => void;
  onRemove: (elementId: string) => void;
  /** Null while the areas are being fetched. */
  onNextWhite: (() => void) | null;
};

/** The Elements station: what is what in the picture. */
export function ElementsStation({ picture, hand, onTake, onRename, onRemove, onNextWhite }: Props) {
  const { whiteRegions } = progressOfPicture(picture);
  const inHand = hand.kind === 'element' ? picture.elements.find(({ id }) => id === hand.elementId) : undefined;
  return (
    <section aria-labelledby="elements-heading" className="space-y-4">
      <h2 id="elements-heading" className="text-2xl">
        What is what?
      </h2>
      <p>
        {inHand
          ? `${inHand.name} is in hand: tap or drag over its areas. Tap one of its own to let it go.`
          : 'Tap an area, or drag over several: they become one element.'}
      </p>
      <p className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <span className="font-display text-lg font-semibold">
          {whiteRegions === 0 ? 'No area is white' : `${counted(whiteRegions, 'area')} still white`}
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
      <ul className="divide-y divide-edge border-y border-edge">
        {picture.elements.map((element) => {
          const held = inHand === element;
          return (
            <li
              key={element.id}
              className={`flex items-center gap-2 py-1.5 pl-2 ${held ? 'bg-paper shadow-[inset_5px_0_0_var(--color-ink)]' : ''}`}
            >
              <ElementName
                name={element.name}
                onRename={(name) => onRename(element.id, name)}
                focus={held && /^Element \d+$/.test(element.name)}
              />
              <span className="w-20 shrink-0 text-right text-sm text-soft">{counted(element.regionIds.length, 'area')}</span>
              <button
                type="button"
                aria-pressed={held}
                aria-label={held ? `Put ${element.name} down` : `Take ${element.name} in hand`}
                className="grid size-11 place-items-center rounded-sm hover:bg-paper"
                onClick={() => onTake(held ? null : element.id)}
              >
                <HandIcon size={20} strokeWidth={held ? 3 : 1.75} aria-hidden="true" />
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
        })}
      </ul>
    </section>
  );
}

/** A name that is typed in place; kept when left or confirmed, put back by Escape or when emptied. */
function ElementName({ name, onRename, focus }: { name: string; onRename: (name: string) => void; focus: boolean }) {
  return (
    <input
      key={`${name}-${focus}`}
      aria-label="Name of the element"
      defaultValue={name}
      className="min-h-11 min-w-0 flex-1 bg-transparent font-semibold focus:bg-paper"
      ref={(input) => {
        if (focus && input && document.activeElement?.getAttribute('role') !== 'application') {
          input.focus();
          input.select();
        }
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') {
          event.currentTarget.value = name;
          event.currentTarget.blur();
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
