import * as z from 'zod/mini';

/** Schools: the orders in which practitioners lay the marks of one element. */
export const schoolIdSchema = z.enum(['wetBaseDarkToLight', 'palestDeepestMiddle']);
export type SchoolId = z.infer<typeof schoolIdSchema>;
