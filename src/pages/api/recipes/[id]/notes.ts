import { recipeNotesChangeSchema } from '#model/api/recipes';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { changeNotes } from '#server/store/recipes';

/** Changes what is written beside a kept recipe, and answers it as it is then. */
export const POST = endpoint(async ({ params, request }) =>
  changeNotes(database(), idSchema.parse(params.id), await readJson(request, recipeNotesChangeSchema)),
);
