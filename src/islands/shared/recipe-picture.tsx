import type { PointerEvent } from 'react';
import type { WrittenRecipe } from '#model/written-recipe';
import { lookAddress } from './recipe-calls';

type Props = {
  id: string;
  recipe: WrittenRecipe;
  hasLook: boolean;
  /** Numbers of the elements that stand out. */
  pointed: readonly number[];
  /** The element whose number is nearest to a press. Beside the picture stands a list that does the same by keys. */
  onPoint?: (number: number) => void;
};

/** A kept recipe's expected look, with its numbered places: those that are pointed to stand out. */
export function RecipePicture({ id, recipe, hasLook, pointed, onPoint }: Props) {
  const { widthMm, heightMm } = recipe.picture;
  const nearest = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [((event.clientX - box.left) / box.width) * widthMm, ((event.clientY - box.top) / box.height) * heightMm];
    const places = recipe.elements.flatMap(({ atMm }, index) =>
      atMm ? [{ number: index + 1, apart: Math.hypot(atMm[0] - x, atMm[1] - y) }] : [],
    );
    const [first] = places.sort((one, other) => one.apart - other.apart);
    if (first) onPoint?.(first.number);
  };
  return (
    <figure className="relative grid place-items-center bg-paper p-3">
      <div
        className="relative max-h-[70vh] w-full"
        style={{ aspectRatio: `${widthMm} / ${heightMm}`, maxWidth: `calc(70vh * ${widthMm / heightMm})` }}
        onPointerUp={onPoint ? nearest : undefined}
      >
        {hasLook ? (
          <img src={lookAddress(id)} alt={`${recipe.picture.name}, as it was expected to look`} className="size-full" />
        ) : (
          <p className="grid size-full place-items-center border border-dashed border-ink text-soft">It came without a picture.</p>
        )}
        {recipe.elements.map(({ id: elementId, name, atMm }, index) => {
          if (!atMm) return null;
          const isOut = pointed.includes(index + 1);
          return (
            <span
              key={elementId}
              aria-hidden="true"
              className={`pointer-events-none absolute grid size-6 -translate-x-1/2 -translate-y-1/2 place-items-center rounded-full border border-ink text-[13px] leading-none ${isOut ? 'z-10 scale-125 bg-ink text-paper' : 'bg-paper/85 text-ink'}`}
              style={{ left: `${(100 * atMm[0]) / widthMm}%`, top: `${(100 * atMm[1]) / heightMm}%` }}
              data-place={name}
              data-out={isOut}
            >
              {index + 1}
            </span>
          );
        })}
      </div>
    </figure>
  );
}
