import { recipeSheetSchema } from '#model/api/recipes';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { printKept } from '#server/store/recipe-sheets';

/** A kept recipe as sheets to be printed: PDF. */
export const GET = endpoint(async ({ params, url, request }) => {
  const wish = recipeSheetSchema.parse(Object.fromEntries(url.searchParams));
  const id = idSchema.parse(params.id);
  return heavily(request.signal, (asker) => printKept(database(), id, wish, asker));
});
