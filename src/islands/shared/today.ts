import { format } from 'date-fns';

/** Today by the maker's own calendar, year-month-day: in the evening it is not yet tomorrow because it is so elsewhere. */
export function today(): string {
  return format(new Date(), 'yyyy-MM-dd');
}
