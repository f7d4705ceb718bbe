import * as z from 'zod/mini';

/** A lasting name of a thing: letters, digits and dashes, 1 to 64 of them. Made with crypto.randomUUID() or, in demo data, by hand. */
export const idSchema = z.string().check(z.regex(/^[A-Za-z0-9-]{1,64}$/, 'an id is 1 to 64 letters, digits and dashes'));

/** SHA-256 of a blob, 64 lower-case hex digits. Blobs never change, so the digest is their name. */
export const sha256Schema = z.string().check(z.regex(/^[0-9a-f]{64}$/, 'a blob is named by its SHA-256, 64 hex digits'));

/** A region's short name, "r12", in the order in which the picture's regions were first found; never given twice in a picture. */
export const regionIdSchema = z.string().check(z.regex(/^r[1-9]\d{0,6}$/, 'a region is named r1, r2, r3 ...'));
