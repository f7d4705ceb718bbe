import * as z from 'zod/mini';
import { type BeginSession, listedSessionsSchema, readSessionSchema } from '#model/api/sessions';
import type { SessionEntry } from '#model/session';
import { call, jsonPost } from './server-calls';

/** The address of the page on which a session is coloured along. */
export const alongAddress = (id: string): string => `/sessions/${id}`;

/** The address of the page on which a photo of what was coloured is held against a session. */
export const checkAddress = (id: string): string => `/sessions/${id}/check`;

/** Begins a session; the same again does nothing. @throws CallProblem */
export const beginSession = (asked: BeginSession) => call(z.object({}), '/api/sessions', jsonPost(asked));
/** @throws CallProblem */
export const fetchSession = (id: string) => call(readSessionSchema, `/api/sessions/${id}`);
/** Sessions of a make in short, the newest first. @throws CallProblem */
export const fetchSessions = (address: string) => call(listedSessionsSchema, address);
export const sessionsAddress = (makeId: string): string => `/api/sessions?${new URLSearchParams({ make: makeId })}`;
/** Adds what happened; each entry is kept once. @throws CallProblem */
export const sendEntries = (id: string, entries: readonly SessionEntry[]) =>
  call(z.object({ count: z.int() }), `/api/sessions/${id}/entries`, jsonPost({ entries }));
