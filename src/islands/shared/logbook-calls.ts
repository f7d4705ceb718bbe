import { type AskLogbook, figuresSchema, foundSessionsSchema } from '#model/api/logbook';
import { call } from './server-calls';

const query = (asked: AskLogbook): string => `${new URLSearchParams({ ask: JSON.stringify(asked) })}`;

export const logbookAddress = (asked: AskLogbook): string => `/api/logbook?${query(asked)}`;
export const figuresAddress = (asked: AskLogbook): string => `/api/logbook/figures?${query(asked)}`;
export const logbookFileAddress = (asked: AskLogbook, format: 'csv' | 'json'): string =>
  `/api/logbook/file?format=${format}&${query(asked)}`;
export const photoAddress = (sha256: string): string => `/api/photos/${sha256}`;
/** The page of one session in the logbook. */
export const loggedAddress = (id: string): string => `/logbook/${id}`;

/** @throws CallProblem */
export const fetchLogged = (address: string) => call(foundSessionsSchema, address);
/** @throws CallProblem */
export const fetchFigures = (address: string) => call(figuresSchema, address);
