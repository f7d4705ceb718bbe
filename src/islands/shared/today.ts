import { dayOf } from '#core/make/day-of';

/** Today by the maker's own calendar, year-month-day: in the evening it is not yet tomorrow because it is so elsewhere. */
export function today(): string {
  return dayOf(new Date());
}
