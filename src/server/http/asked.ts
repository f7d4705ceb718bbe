import type * as z from 'zod/mini';
import { ProblemError } from './problem';

/** What is asked for, as JSON in the address (`ask`); absent: all. @throws ProblemError 400, ZodError */
export function askedOf<S extends z.ZodMiniType>(url: URL, schema: S): z.output<S> {
  try {
    return schema.parse(JSON.parse(url.searchParams.get('ask') ?? '{}'));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    throw new ProblemError(400, { code: 'not-json', message: 'What is asked for is no JSON.', remedy: 'Load the page again.' });
  }
}
