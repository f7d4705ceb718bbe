import type { WrittenRecipe } from '#model/written-recipe';
import { lookAddress } from './recipe-calls';

/** Places that stand out on the picture of a recipe, by their numbers in it. */
export type Pointed = { number: number; name: string };

/** A kept recipe's expected look, with its numbered places: those that are pointed to stand out. */
export function RecipePicture({
  id,
  recipe,
  hasLook,
  pointed,
  onPoint,
}: {
  id: string;
  recipe: WrittenRecipe;
  hasLook: boolean;
  pointed: readonly number[];
  onPoint?: (number: number) => void;
}) {
  const { widthMm, heightMm } = recipe.picture;
  return (
    <figure className="relative grid place-items-center bg-paper p-3">
      <div
        className="relative max-h-[70vh] w-full"
        style={{ aspectRatio: `${widthMm} / ${heightMm}`, maxWidth: `calc(70vh * ${widthMm / heightMm})` }}
      >
        {hasLook ? (
          <img src={lookAddress(id)} alt={`${recipe.picture.name}, as it was expected to look`} className="size-full" />
        ) : (
          <p className="grid size-full place-items-center border border-dashed border-ink text-soft">It came without a picture.</p>
        )}
        {recipe.elements.map(({ name, atMm }, index) => {
          const number = index + 1;
          if (!atMm) return null;
          const isOut = pointed.includes(number);
          return (
            <button
              key={number}
              type="button"
              tabIndex={onPoint ? 0 : -1}
              aria-label={`${number} ${name}`}
              aria-pressed={isOut}
              onClick={() => onPoint?.(number)}
              className={`absolute grid size-6 -translate-x-1/2 -translate-y-1/2 place-items-center rounded-full border border-ink text-[13px] leading-none ${isOut ? 'z-10 scale-125 bg-ink text-paper' : 'bg-paper/85 text-ink'}`}
              style={{ left: `${(100 * atMm[0]) / widthMm}%`, top: `${(100 * atMm[1]) / heightMm}%` }}
              data-place={name}
            >
              {number}
            </button>
          );
        })}
      </div>
    </figure>
  );
}
