import * as z from 'zod/mini';

const mm = z.number().check(z.minimum(-2000), z.maximum(2000));

/** A closed outline in mm, x right, y down, that counts as solid. More places than this no blade follows. */
export const mostOutlinePlaces = 1500;
export const outlineSchema = z
  .array(z.tuple([mm, mm]))
  .check(z.minLength(3, 'an outline has at least three places'), z.maxLength(mostOutlinePlaces));
