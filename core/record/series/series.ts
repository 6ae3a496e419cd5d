import { clipText, type Plan } from '../../class/index.ts';
import type { Library } from '../../moves/index.ts';
import { totals } from '../../time/index.ts';
import { addDays, type CalendarItem, type DatedClass, mondayOf, offOn } from '../calendar/index.ts';
import { changeKey, changeWords, type PlanChange, stepOf, withChanges } from '../sets/index.ts';
import type { Series, Template } from './schema.ts';

/** A class of a series, before it is kept. */
export interface Made {
  dated: DatedClass;
  plan: Plan;
  /** What it asks otherwise than the class it is made from, in words. */
  steps: readonly string[];
}

export interface MadeSeries {
  classes: Made[];
  /** Days that a class would have been on, and classes are off. */
  leftOut: string[];
}

interface SeriesStep {
  /** Index of the class it is made from. */
  from: number;
  /** How many things more it asks. */
  level: number;
  eased: boolean;
}

const EASY_EVERY = 4;

/** How often before a week the series has risen: weeks that ease do not count. */
const risesBefore = (week: number) => week - Math.floor(week / EASY_EVERY);
const isEasy = (week: number) => week % EASY_EVERY === EASY_EVERY - 1;

/** What the class of a place is: `at` counts classes from 0, `week` weeks from 0, `all` classes in all, `n` chosen ones. */
function turnOf(template: Template, at: number, week: number, all: number, n: number): SeriesStep {
  switch (template) {
    case 'rise':
      // An easy week is an easier one of the week before it.
      return {
        from: at % n,
        level: isEasy(week) ? Math.max(0, risesBefore(week) - 1) : risesBefore(week),
        eased: isEasy(week),
      };
    case 'turn':
      return { from: at % n, level: Math.floor(at / n), eased: false };
    case 'test': {
      if (at === 0 || at === all - 1) return { from: 0, level: 0, eased: false };
      const others = Math.max(1, n - 1);
      return { ...turnOf('rise', at - 1, week, all - 2, others), from: n === 1 ? 0 : 1 + ((at - 1) % others) };
    }
    case 'repeat':
      return { from: 0, level: at, eased: false };
  }
}

const KINDS = { beginner: ['work', 'round'], mixed: ['work', 'rest', 'harder', 'round'] } as const;

/** The class with so many things more, one after the other, each in its slot; fewer where there is no more it could be given. */
function risen(plan: Plan, level: number, library: Library): { plan: Plan; changes: PlanChange[]; isWhole: boolean } {
  const kinds = plan.level === 'beginner' ? KINDS.beginner : KINDS.mixed;
  let now = plan;
  // What can be made harder takes turns; what cannot is passed over.
  let turn = 0;
  const changes: PlanChange[] = [];
  let isWhole = true;
  for (let k = 0; k < level; k++) {
    const steps = kinds.map((_, j) => stepOf(now, kinds[(turn + j) % kinds.length] ?? 'work', library));
    const at = steps.findIndex((c) => c.length > 0 && fits(withChanges(now, c)));
    const step = steps[at];
    if (!step) {
      isWhole = false;
      break;
    }
    changes.push(...step);
    now = withChanges(now, step);
    turn += at + 1;
  }
  return { plan: now, changes, isWhole };
}

const fits = (plan: Plan) => (totals(plan).spareMs ?? 0) >= 0;

/**
 * The classes of a series on their days, each a copy of a chosen one with the rules of progress applied. Ids within a copy are those of the
 * class it is made from, so that a change of one can be made to those that follow.
 * @param plans the chosen classes, in the order of `planIds`
 */
export function makeSeries(
  series: Series,
  plans: readonly Plan[],
  library: Library,
  calendar: readonly CalendarItem[],
  makeId: () => string,
): MadeSeries {
  const slots = [...series.slots].sort((a, b) => a.weekday - b.weekday || (a.time < b.time ? -1 : 1));
  const monday = mondayOf(series.start);
  const places = Array.from({ length: series.weeks }, (_, week) =>
    slots.map((slot) => ({ week, day: addDays(monday, 7 * week + slot.weekday - 1), time: slot.time })),
  )
    .flat()
    .filter(({ day }) => day >= series.start);
  const held = places.filter(({ day }) => offOn(calendar, day) === null);
  const leftOut = places.filter(({ day }) => offOn(calendar, day) !== null).map(({ day }) => day);
  const classes = held.flatMap(({ week, day, time }, at): Made[] => {
    const turn = turnOf(series.template, at, week, held.length, plans.length);
    const base = plans[turn.from];
    if (!base) return [];
    const up = risen(base, turn.level, library);
    const ease = turn.eased ? stepOf(up.plan, 'ease', library) : [];
    const steps = [
      ...summed([...up.changes, ...ease]).map((c) => changeWords(base, c)),
      ...(up.isWhole ? [] : ['nothing more that fits its slot']),
    ];
    const place = { id: series.id, title: series.title, nth: at + 1, of: held.length };
    const plan: Plan = {
      ...withChanges(up.plan, ease),
      id: makeId(),
      slot: { ...base.slot, start: time },
      series: place,
    };
    return [
      {
        dated: {
          kind: 'class',
          id: makeId(),
          title: base.title,
          day,
          time,
          lengthMs: base.slot.lengthMs ?? roundUp(totals(plan).totalMs),
          room: series.room === '' ? base.room : series.room,
          leader: series.leader,
          planId: plan.id,
          series: place,
          ...(turn.eased ? { eased: true } : {}),
          notes: clipText(steps.join('; '), 1000),
        },
        plan,
        steps,
      },
    ];
  });
  return { classes, leftOut };
}

/** Changes as they add up: so much more of one time in all, and the last of rounds and moves. */
function summed(changes: readonly PlanChange[]): PlanChange[] {
  const all = new Map<string, PlanChange>();
  for (const c of changes) {
    const key = c.kind === 'rounds' ? `rounds ${c.blockId}` : changeKey(c);
    const before = all.get(key);
    const adds = before && 'deltaMs' in before && 'deltaMs' in c;
    all.set(key, adds ? { ...c, deltaMs: before.deltaMs + c.deltaMs } : c);
  }
  return [...all.values()];
}

const FIVE_MIN_MS = 300_000;
const roundUp = (ms: number) => Math.max(FIVE_MIN_MS, Math.ceil(ms / FIVE_MIN_MS) * FIVE_MIN_MS);
