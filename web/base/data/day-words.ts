import { format } from 'date-fns';

/** A day, YYYY-MM-DD, in words by a pattern of date-fns. */
export const dayWords = (day: string, pattern: string) => format(new Date(`${day}T12:00`), pattern);
