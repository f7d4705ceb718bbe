import * as z from 'zod/mini';

/** A day of the calendar as year-month-day (ISO 8601); one that no calendar has is none. */
export const daySchema = z.string().check(
  z.regex(/^\d{4}-\d{2}-\d{2}$/, 'a date as year-month-day'),
  z.refine((day: string) => {
    const date = new Date(`${day}T00:00:00Z`);
    return (
      !Number.isNaN(date.getTime()) &&
      date.toISOString().slice(0, 10) === day &&
      date.getUTCFullYear() >= 1900 &&
      date.getUTCFullYear() <= 2200
    );
  }, 'this day is in no calendar'),
);
