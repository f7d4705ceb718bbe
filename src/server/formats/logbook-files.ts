import Papa from 'papaparse';
import type { LoggedSession } from '#model/api/logbook';
import { dayOf } from '#core/make/day-of';

const minutes = (seconds: number): number => Math.round(seconds / 6) / 10;

const columns = {
  day: ({ short }: LoggedSession) => dayOf(new Date(short.startedAtMs)),
  make: ({ makeName }: LoggedSession) => makeName,
  pictures: ({ short }: LoggedSession) => short.pictures.join('; '),
  papers: ({ short }: LoggedSession) => short.papers.join('; '),
  marks: ({ short }: LoggedSession) => short.marks,
  laid: ({ short }: LoggedSession) => short.laid,
  'left out': ({ short }: LoggedSession) => short.leftOut,
  'once more': ({ short }: LoggedSession) => short.again,
  slips: ({ short }: LoggedSession) => short.slips,
  minutes: ({ short }: LoggedSession) => minutes(short.workedS),
  'minutes as planned': ({ short }: LoggedSession) => minutes(short.plannedS),
  'cm2 a minute': ({ short }: LoggedSession) => (short.paceCm2 === null ? '' : Math.round(10 * short.paceCm2) / 10),
  markers: ({ short }: LoggedSession) => short.markers.map(({ code, areaMm2 }) => `${code} ${(areaMm2 / 100).toFixed(1)}`).join('; '),
  'other markers': ({ short }: LoggedSession) => short.instead.map(({ from, to, reason }) => `${to} for ${from} (${reason})`).join('; '),
  'pairs that failed': ({ short }: LoggedSession) => short.failedPairs.map((pair) => pair.join(' and ')).join('; '),
  happy: ({ short }: LoggedSession) => short.happy ?? '',
  'next time': ({ short }: LoggedSession) => short.nextTime ?? '',
  note: ({ short }: LoggedSession) => short.note ?? '',
  tags: ({ short }: LoggedSession) => short.tags.join('; '),
} as const;

/** Sessions as a table (RFC 4180), one a row; areas in cm2. Formulae of spreadsheets are defused. */
export function logbookTable(sessions: readonly LoggedSession[]): string {
  const fields = Object.keys(columns) as (keyof typeof columns)[];
  return Papa.unparse(
    { fields, data: sessions.map((session) => fields.map((field) => columns[field](session))) },
    { escapeFormulae: true },
  );
}

/** Sessions as JSON, with all that the logbook has of each. */
export function logbookJson(sessions: readonly LoggedSession[]): string {
  return JSON.stringify({ format: 'aquachrome-logbook', version: 1, sessions }, null, 1);
}
