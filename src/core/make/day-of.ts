import { lightFormat } from 'date-fns';

/** The day of a moment by the calendar of where this runs, year-month-day. */
export function dayOf(moment: Date): string {
  return lightFormat(moment, 'yyyy-MM-dd');
}
