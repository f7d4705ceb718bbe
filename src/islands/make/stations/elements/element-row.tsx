import { Hand as HandIcon, Trash2 } from 'lucide-react';
import { type RefObject, useEffect, useEffectEvent, useRef } from 'react';
import { type ElementKind, elementKinds } from '#model/element-kind';
import type { ColouredElement } from '#model/coloured-picture';
import { cleanText } from '#model/text';
import { elementTint } from '#core/colour/element-tints';
import { counted } from '#core/make/counted';
import { isFreshName, kindNames, kindOfName, staysWhite } from '#core/make/element-names';
import type { ElementMeasure } from '#core/technique/nib';
import { Choice } from '#ui/controls/choice.tsx';
import { Button } from '#ui/controls/button.tsx';
import { TintChip } from '#ui/picture/tint-chip.tsx';
import { hasAreas } from './elements-acts';

export type ElementActs = {
  onTake: (elementId: string | null) => void;
  onKind: (elementId: string, kind: ElementKind | null) => void;
  /** Names it, or lets it join the one that has that name. */
  onName: (elementId: string, name: string) => void;
  onRemove: (elementId: string) => void;
  /** The name is done: the element is put down, and the keyboard goes back to the picture. */
  /** `goesOn`: it was named, not left as it was. */
  onNamed: (goesOn: boolean) => void;
  /** Undoes what was gathered, from the name that nobody has typed. */
  onUndo: () => void;
  /** Null while the areas are being fetched. */
  onLike: ((elementId: string) => void) | null;
  /** Shows what would be gathered as like an element; null: nothing. */
  onShowLike: (elementId: string | null) => void;
};

type Props = ElementActs & {
  element: ColouredElement;
  index: number;
  measure: ElementMeasure;
  isHeld: boolean;
  names: readonly string[];
  /** Names of the other elements of the picture: to take one is to join it. */
  others: readonly string[];
  namesId: string;
  lastInput: RefObject<'pointer' | 'keys'>;
};

/** Area, narrowest place and nib of an element, or that it is too tiny to blend. */
function measureWords(
  { regionIds, spot, outside, kind }: ColouredElement,
  { areaMm2, narrowestMm, nib, isTooTinyToBlend }: ElementMeasure,
): string {
  const strokes = spot && counted(spot.strokes.length, 'tap or stroke', 'taps and strokes');
  const parts = [
    outside ? 'on the paper outside' : (strokes ?? counted(regionIds.length, 'area')),
    `${(areaMm2 / 100).toFixed(areaMm2 < 10 ? 2 : 1)} cm²`,
  ];
  if (staysWhite({ kind })) return [...parts, 'bare paper'].join(' · ');
  if (narrowestMm !== null && !spot) parts.push(`narrowest ${narrowestMm.toFixed(1)} mm: ${nib} nib`);
  if (isTooTinyToBlend) parts.push('too tiny to blend: one marker');
  return parts.join(' · ');
}

/** Names offered to be taken by a press; the others come while one types. */
const mostChips = 14;
/** Of the elements that are there those that were begun last. */
const mostJoinChips = 8;

const unsaid = 'unsaid';

/** An element: its tint, name and measures; with it in hand what can be done with it. */
export function ElementRow(props: Props) {
  const { element, index, measure, isHeld, namesId, lastInput, onTake, onName, onRemove, onNamed, onUndo } = props;
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (isHeld) row.current?.scrollIntoView({ block: 'nearest' });
  }, [isHeld]);
  return (
    <li ref={row} className={isHeld ? 'bg-paper pb-2 shadow-[inset_5px_0_0_var(--color-ink)]' : ''} data-held={isHeld ? 'yes' : undefined}>
      <div className="flex items-center gap-2 pl-2">
        <TintChip tint={elementTint(index)} />
        <div className="min-w-0 flex-1">
          <ElementName
            name={element.name}
            onRename={(name) => onName(element.id, name)}
            {...{ onNamed, onUndo }}
            {...{ namesId, lastInput }}
            isFresh={isHeld && isFreshName(element.name)}
          />
          <p className="line-clamp-2 pb-1 text-sm leading-tight text-soft" title={measureWords(element, measure)} data-measure>
            {measureWords(element, measure)}
          </p>
        </div>
        <button
          type="button"
          aria-pressed={isHeld}
          aria-label={isHeld ? `Put ${element.name} down` : `Take ${element.name} in hand`}
          className="grid size-11 shrink-0 place-items-center rounded-sm hover:bg-paper"
          onClick={() => onTake(isHeld ? null : element.id)}
        >
          <HandIcon size={20} strokeWidth={isHeld ? 3 : 1.75} aria-hidden="true" />
        </button>
        <button
          type="button"
          aria-label={`Remove ${element.name}`}
          className="grid size-11 shrink-0 place-items-center rounded-sm hover:bg-paper"
          onClick={() => onRemove(element.id)}
        >
          <Trash2 size={18} aria-hidden="true" />
        </button>
      </div>
      {isHeld && <Held {...props} />}
    </li>
  );
}

/** What the element in hand may become: one that is there already, a name by a press, others like it. */
function Held({ element, names, others, onName, onKind, onLike, onShowLike, onNamed }: Props) {
  const told = kindOfName(element.name);
  return (
    <div className="space-y-2 pl-10 pr-2">
      {isFreshName(element.name) && (
        <ul className="flex flex-wrap gap-1" aria-label="Names to take">
          {[
            ...(hasAreas(element) ? others.slice(-mostJoinChips).map((name) => ({ name, words: `to ${name}` })) : []),
            ...names.slice(0, mostChips).map((name) => ({ name, words: name })),
          ].map(({ name, words }) => (
            <li key={words}>
              <button
                type="button"
                className={`min-h-9 border border-ink px-2 pointer-coarse:min-h-11 ${words === name ? 'bg-paper hover:bg-bench' : 'bg-ink text-paper'}`}
                onClick={() => {
                  onName(element.id, name);
                  onNamed(true);
                }}
              >
                {words}
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {!element.spot && (
          <Button
            weight="quiet"
            disabled={onLike === null}
            // What it would take is shown before it does.
            onPointerEnter={() => onShowLike(element.id)}
            onPointerLeave={() => onShowLike(null)}
            onFocus={() => onShowLike(element.id)}
            onBlur={() => onShowLike(null)}
            onClick={() => {
              onShowLike(null);
              onLike?.(element.id);
            }}
          >
            Gather those like it
          </Button>
        )}
        <Choice
          label="Made of"
          isSmall
          options={[
            { value: unsaid, name: told ? `${told}, as its name says` : 'not said' },
            ...elementKinds.map((kind) => ({ value: kind, name: kindNames[kind] })),
          ]}
          value={element.kind ?? unsaid}
          onChoose={(kind) => onKind(element.id, kind === unsaid ? null : kind)}
        />
      </div>
    </div>
  );
}

type NameProps = {
  name: string;
  onRename: (name: string) => void;
  /** `goesOn`: it was named, not left as it was. */
  onNamed: (goesOn: boolean) => void;
  onUndo: () => void;
  isFresh: boolean;
  namesId: string;
  lastInput: RefObject<'pointer' | 'keys'>;
};

/** A name that is typed in place; kept when left or confirmed, put back by Escape or when emptied. Both end with empty hands at the picture. */
function ElementName({ name, onRename, onNamed, onUndo, isFresh, namesId, lastInput }: NameProps) {
  const input = useRef<HTMLInputElement>(null);
  const isPressed = useRef(false);
  const take = useEffectEvent(() => {
    input.current?.focus();
    input.current?.select();
  });
  useEffect(() => {
    // By mouse a fresh element's name is ready at once; by keys the picture keeps the keyboard until a letter is typed, and under a finger no
    // keyboard rises before the name is tapped.
    if (isFresh && lastInput.current === 'pointer' && !window.matchMedia('(pointer: coarse)').matches) take();
  }, [isFresh, lastInput]);
  useEffect(() => {
    const note = ({ type }: PointerEvent) => {
      isPressed.current = type === 'pointerdown';
    };
    const kinds = ['pointerdown', 'pointerup', 'pointercancel'] as const;
    for (const kind of kinds) window.addEventListener(kind, note, { capture: true });
    return () => {
      for (const kind of kinds) window.removeEventListener(kind, note, { capture: true });
    };
  }, []);
  return (
    <input
      key={name}
      ref={input}
      aria-label="Name of the element"
      defaultValue={name}
      list={namesId}
      autoComplete="off"
      className="min-h-9 w-full bg-transparent font-semibold focus:bg-paper pointer-coarse:min-h-11"
      onKeyDown={(event) => {
        const { value } = event.currentTarget;
        // Nothing has been typed: what is to be undone is the gathering.
        if ((event.ctrlKey || event.metaKey) && !event.shiftKey && event.key.toLowerCase() === 'z' && (value === '' || value === name)) {
          event.preventDefault();
          onUndo();
          return;
        }
        if (event.key === 'Escape') event.currentTarget.value = name;
        if (event.key === 'Enter' || event.key === 'Escape') {
          event.currentTarget.blur();
          onNamed(event.key === 'Enter');
        }
      }}
      onBlur={(event) => {
        const field = event.currentTarget;
        const keep = () => {
          const typed = cleanText(field.value, 60);
          if (typed !== '' && typed !== name) onRename(typed);
          else field.value = name;
        };
        // What a name changes on the screen must not move what is being pressed from under the hand.
        if (isPressed.current) window.addEventListener('pointerup', () => setTimeout(keep), { once: true, capture: true });
        else keep();
      }}
    />
  );
}
