import ICAL from 'ical.js';

/** A rule of a calendar was gone through by more steps than it may take. */
export class TooManySteps extends Error {
  constructor(readonly most: number) {
    super('comes round by a rule that no day fits, or by too many');
  }
}

let left = Number.POSITIVE_INFINITY;

/** What a rule is stepped on by, each time it looks for the next day, also for one that it passes over; the last by so many days at once. */
const BY_DAYS = 'increment_monthday';
const STEPS = ['check_contracting_rules', 'increment_month', 'increment_year', 'expand_year_days', BY_DAYS] as const;

/*
 * The calendar library looks for the next day that fits for as long as it takes, which is for ever where none does. Its steps are counted
 * here, over the rules of events and of time zones alike.
 */
const steps = ICAL.RecurIterator.prototype as unknown as Record<string, (...args: unknown[]) => unknown>;
for (const name of STEPS) {
  const step = steps[name];
  if (!step) throw new Error(`Rules are stepped otherwise: ${name}`);
  steps[name] = function counted(...args) {
    left -= name === BY_DAYS ? Math.max(1, Number(args[0])) : 1;
    if (left < 0) throw new TooManySteps(most);
    return step.apply(this, args);
  };
}

let most = 0;

/** Does something with rules; gives how many steps they took. Throws `TooManySteps` after so many. */
export function withinSteps(limit: number, work: () => void): number {
  [left, most] = [limit, limit];
  try {
    work();
    return limit - left;
  } finally {
    left = Number.POSITIVE_INFINITY;
  }
}
