import * as z from 'zod/mini';

/** Header by which answers and requests name the history of the installation's data: a restore begins another. */
export const epochHeader = 'x-aquachrome-epoch';

/** The name of a history. */
export const epochSchema = z.string().check(z.minLength(1), z.maxLength(64));
