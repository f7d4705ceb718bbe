import { BaseError, ConnectionAcquireTimeoutError, ConnectionError, DatabaseError, ForeignKeyConstraintError } from 'sequelize';
import * as z from 'zod/mini';
import en from 'zod/v4/locales/en.js';
import type { Problem } from '#model/api/problem';
import { NewerSchemaError } from '#core/upgrade/upgraded';

/** What an endpoint throws: a problem with its HTTP status. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
    /** More for the client, beside the problem: the state a conflict met. */
    readonly details: Record<string, unknown> = {},
  ) {
    super(problem.message);
  }
}

export function notFound(what: string): ProblemError {
  return new ProblemError(404, {
    code: 'not-found',
    message: `There is no ${what}.`,
    remedy: 'It may have been deleted. Go back to the table.',
  });
}

function isDatabaseAway(error: unknown): boolean {
  if (error instanceof ConnectionError || error instanceof ConnectionAcquireTimeoutError) return true;
  const parent =
    error instanceof DatabaseError ? (error.parent as { code?: string; message?: string }) : (error as { code?: string; message?: string });
  const code = parent?.code ?? '';
  return (
    /^(57P|08)/.test(code) ||
    /^E(CONN|PIPE|TIMEDOUT)/.test(code) ||
    /Connection terminated|not queryable|ConnectionManager.getConnection/.test(parent?.message ?? '')
  );
}

/** PostgreSQL's class 53, insufficient resources: the disk is full. */
function isDiskFull(error: unknown): boolean {
  const { code = '', message = '' } = ((error as { parent?: unknown }).parent ?? error) as { code?: string; message?: string };
  return code === '53100' || code === 'ENOSPC' || /no space left on device/i.test(message);
}

// What a schema has no words of its own for is told in Zod's: requests are answered here and nowhere else.
z.config(en());

/** The problem and status for anything thrown; what nobody foresaw is logged and told as such. */
export function problemOf(error: unknown, options: { quietly?: boolean } = {}): ProblemError {
  if (error instanceof ProblemError) return error;
  if (error instanceof z.core.$ZodError) {
    const issue = error.issues[0];
    const field = issue?.path.join('.') ?? '';
    return new ProblemError(400, {
      code: 'bad-request',
      message: field ? `${field}: ${issue?.message}` : (issue?.message ?? 'The request does not fit.'),
      remedy: 'Correct it and send it again; nothing was changed.',
      ...(field ? { field } : {}),
    });
  }
  if (error instanceof NewerSchemaError)
    return new ProblemError(422, { code: 'newer-schema', message: error.message, remedy: 'Start the newest version with ./run demo.' });
  if (error instanceof ForeignKeyConstraintError) return notFound('such thing to attach this to');
  if (isDiskFull(error)) {
    return new ProblemError(507, {
      code: 'no-space',
      message: 'There is no space left on this machine.',
      remedy: 'Nothing is lost: what you do is kept in this browser. Free some space, and it goes on by itself.',
    });
  }
  if (isDatabaseAway(error)) {
    return new ProblemError(503, {
      code: 'database-away',
      message: 'The database does not answer.',
      remedy: 'What you do is kept in this browser and sent when it is back. If it stays away, start it again with ./run demo.',
    });
  }
  if (!options.quietly) console.error(error instanceof BaseError ? error.message : '', error);
  return new ProblemError(500, {
    code: 'unforeseen',
    message: 'Something went wrong that was not foreseen.',
    remedy: 'Nothing was changed. Try once more; if it comes again, the log of the server says more.',
  });
}

export function problemResponse(error: unknown): Response {
  const { status, problem, details } = problemOf(error);
  // Who is let go in the middle of sending is hung up on.
  const headers = new Headers({ 'cache-control': 'no-store' });
  if (status === 408) headers.set('connection', 'close');
  return Response.json({ ...problem, ...details }, { status, headers });
}
