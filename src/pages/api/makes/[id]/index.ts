import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { deleteMake, readMake } from '#server/store/makes';

export const GET = endpoint(async ({ params }) => readMake(database(), idSchema.parse(params.id)));

export const DELETE = endpoint(async ({ params }) => {
  await deleteMake(database(), idSchema.parse(params.id));
  return {};
});
