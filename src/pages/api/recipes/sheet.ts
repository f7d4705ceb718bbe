import { recipeSheetSchema } from '#model/api/recipes';
import { sha256Schema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { printWritten } from '#server/store/recipe-sheets';

/** A recipe that is not kept, as it lies in a blob (`of`), as sheets to be printed: PDF. */
export const GET = endpoint(async ({ url, request }) => {
  const wish = recipeSheetSchema.parse(Object.fromEntries(url.searchParams));
  const of = sha256Schema.parse(url.searchParams.get('of'));
  return heavily(request.signal, (asker) => printWritten(database(), of, wish, asker));
});
