import type { ReactNode } from 'react';
import { counted } from '#core/make/counted';
import type { ListedRecipe } from '#model/api/recipes';
import { MiniRail } from '#ui/ladder/mini-rail.tsx';
import { lookAddress } from './recipe-calls';

type Props = {
  recipe: ListedRecipe;
  href?: string;
  /** Its heading among those of the page. */
  heading: 'h2' | 'h3';
  children?: ReactNode;
};

/** What a list tells of a kept recipe: its picture, its ladders in miniature, and when it was kept and on what. */
export function RecipeCard({ recipe, href, heading: Heading, children }: Props) {
  const { id, title, number, keptAt, paper, tags, isFavourite, hasLook, photo, elements, elementCount, makeId } = recipe;
  const rail = elements.map(({ name, rungs }) => ({ element: name, rungs }));
  const address = photo ? `/api/recipes/${id}/photo` : hasLook ? lookAddress(id) : null;
  const name = (
    <>
      {isFavourite && '★ '}
      {title}
    </>
  );
  return (
    <article className="grid h-full grid-cols-[7rem_minmax(0,1fr)] bg-bench" data-recipe={title}>
      <div className="grid place-items-center bg-paper p-2">
        {address ? (
          <img src={address} alt="" loading="lazy" className="max-h-36 max-w-full object-contain" />
        ) : (
          <span className="text-center text-sm text-soft">came without a picture</span>
        )}
      </div>
      <div className="flex min-w-0 flex-col gap-1 px-4 py-2.5">
        <Heading className="text-lg leading-tight">
          {href ? (
            <a href={href} className="hover:underline">
              {name}
            </a>
          ) : (
            name
          )}
        </Heading>
        <p className="text-sm text-soft">
          {makeId === '' ? 'From a file' : `Version ${number}`}, {keptAt.slice(0, 10)}
          {paper && `, on ${paper}`}. {counted(elementCount, 'element')}.{tags.length > 0 && ` ${tags.map((tag) => `#${tag}`).join(' ')}`}
        </p>
        {rail.length > 0 && <MiniRail ladders={rail} />}
        {children}
      </div>
    </article>
  );
}
