import { swatchWishSchema } from '#model/api/swatch-sheets';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { keepSwatchSheets, readSwatchSheets } from '#server/store/swatch-sheets';

export const GET = endpoint(async () => readSwatchSheets(database()));

/** Lays sheets out, keeps them, and answers their numbers. */
export const POST = endpoint(async ({ request }) => ({
  numbers: await keepSwatchSheets(database(), await readJson(request, swatchWishSchema)),
}));
