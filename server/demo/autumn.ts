import type { Block, Plan, Station } from '../../core/class/index.ts';
import { mulberry32 } from '../../core/judge/index.ts';
import type { Library } from '../../core/moves/index.ts';
import {
  addDays,
  type CalendarItem,
  type DatedClass,
  localAt,
  makeSeries,
  momentOf,
  mondayOf,
  type Series,
} from '../../core/record/index.ts';
import { isWork, type RunCommand, type RunEvent, runIntervals } from '../../core/time/index.ts';
import type { Person } from '../../core/wire/index.ts';

/*
 * Twelve weeks of the Boathouse's autumn, made anew from a seed: the same for the same day. All of it is made up.
 */

const WEEKS = 12;
/** The lunchtime series began so many weeks ago, and is to run so long. */
const SERIES_BEGAN = 5;
const SERIES_WEEKS = 8;
const SEED = 20_261;

/** The records of the demo season. */
export interface Autumn {
  people: Person[];
  series: Series;
  /** The classes of the series, each on its day. */
  classes: { dated: DatedClass; plan: Plan }[];
  items: CalendarItem[];
  runs: { id: string; plan: Plan; events: RunEvent[] }[];
}

const PEOPLE: readonly [name: string, squad: string][] = [
  ['Sedge', 'Heron'],
  ['Reed', 'Heron'],
  ['Kelp', 'Teal'],
  ['Marram', 'Teal'],
  ['Samphire', 'Curlew'],
  ['12', 'Curlew'],
  ['27', 'Plover'],
  ['31', 'Plover'],
];

/** What is counted in a class: a move, about so many in a set in the first week, and what is lifted as the weeks go by. */
interface Counted {
  planId: string;
  move: string;
  of: 'squads' | 'people';
  about: number;
  kg?: readonly number[];
}

const COUNTED: readonly Counted[] = [
  { planId: 'first-light', move: 'Kettlebell swing', of: 'squads', about: 19, kg: [12, 12, 16] },
  { planId: 'first-light', move: 'Rope slam', of: 'squads', about: 24 },
  { planId: 'slack-water', move: 'Goblet squat', of: 'squads', about: 15, kg: [12, 16, 16, 20] },
  { planId: 'slack-water', move: 'Press-up', of: 'squads', about: 13 },
  { planId: 'slipway', move: 'Sandbag lift', of: 'squads', about: 9, kg: [10, 10, 15] },
  { planId: 'short-tide', move: 'Kettlebell swing', of: 'people', about: 14, kg: [12, 16] },
  { planId: 'short-tide', move: 'Press-up', of: 'people', about: 11 },
];

const WEEKLY = [
  { planId: 'first-light', weekday: 2, id: 'slot-first-light' },
  { planId: 'slack-water', weekday: 4, id: 'slot-slack-water' },
  { planId: 'short-tide', weekday: 5, id: 'slot-short-tide' },
  { planId: 'slipway', weekday: 6, id: 'slot-slipway' },
] as const;

const NOTES: Record<string, readonly string[]> = {
  'first-light': ['Too much kneeling for some.', 'The rope came too late.', 'Two new faces; options said twice.'],
  'slack-water': [
    'Press-ups: change-over too short again.',
    'Music stopped in the third pair.',
    'Wet floor by the door.',
  ],
  slipway: ['Box jumps loud for the flat above.', 'Avocet late, joined at station four.', 'Long rounds held well.'],
  'short-tide': ['Swings: hips, not arms.', 'Quick and tidy.', 'Some want a heavier bell.'],
};
const NEXT: Record<string, readonly string[]> = {
  'first-light': ['Say the step-up side before it begins.', 'Mats out before six.'],
  'slack-water': ['Six seconds more after the press-ups.', 'Water before the fourth pair.'],
  slipway: ['Bring the second rope.', 'Start on time: the bay is booked at ten.'],
  'short-tide': ['Two heavier bells.', 'Leave the dead bug for last.'],
};

/**
 * The twelve weeks before a moment, and the series that goes on after it.
 * @param plans the demo classes
 * @param zone in which the boathouse keeps its clocks
 */
export function autumn(plans: readonly Plan[], library: Library, nowMs: number, zone: string): Autumn {
  const random = mulberry32(SEED);
  const today = localAt(nowMs, zone).day;
  const monday = mondayOf(today);
  const byId = new Map(plans.map((p) => [p.id, p]));
  const people = PEOPLE.map(([name, squad], k): Person => ({ id: `person-${k + 1}`, name, squad }));
  const items: CalendarItem[] = [];
  for (const { planId, weekday, id } of WEEKLY) {
    const plan = byId.get(planId);
    if (plan) items.push(slotOf(plan, id, weekday, addDays(monday, -7 * WEEKS), monday));
  }
  items.push({ kind: 'off', id: 'off-regatta', from: addDays(monday, 22), until: addDays(monday, 23), why: 'Regatta' });
  const { series, classes } = lunchtime(byId.get('short-tide'), library, monday);

  const runs: Autumn['runs'] = [];
  for (let week = -WEEKS; week <= 0; week++)
    for (const { planId, weekday } of WEEKLY) {
      const day = addDays(monday, 7 * week + weekday - 1);
      const ofSeries = planId === 'short-tide' ? classes.find((c) => c.dated.day === day)?.plan : undefined;
      const plan = ofSeries ?? byId.get(planId);
      const start = plan?.slot.start;
      if (!plan || !start) continue;
      const startMs = momentOf({ day, time: start }, zone) + Math.round(random() * 240) * 1000;
      // What would still be going on, or is yet to come, has not been.
      if (startMs > nowMs - 5_400_000) continue;
      const led = { plan, base: planId, startMs, week: week + WEEKS, day, people };
      runs.push(runOf(led, random));
    }
  return { people, series, classes, items, runs };
}

const slotOf = (plan: Plan, id: string, weekday: number, from: string, monday: string): CalendarItem => ({
  kind: 'slot',
  id,
  title: plan.title,
  weekday,
  time: plan.slot.start ?? '18:30',
  lengthMs: plan.slot.lengthMs,
  room: plan.room,
  leader: '',
  planId: plan.id,
  from,
  // The series has the lunchtimes since it began.
  until: plan.id === 'short-tide' ? addDays(monday, -7 * SERIES_BEGAN - 1) : null,
  every: 1,
  except: [],
});

function lunchtime(base: Plan | undefined, library: Library, monday: string) {
  const series: Series = {
    id: 'series-lunchtime',
    title: 'Eight lunchtimes',
    template: 'rise',
    start: addDays(monday, -7 * SERIES_BEGAN),
    weeks: SERIES_WEEKS,
    slots: [{ weekday: 5, time: '12:30' }],
    planIds: ['short-tide'],
    room: 'Boat bay',
    leader: '',
    effort: 7,
  };
  let n = 0;
  const { classes } = makeSeries(series, base ? [base] : [], library, [], () => `lunchtime-${++n}`);
  return { series, classes };
}

interface Led {
  plan: Plan;
  /** The demo class it is, or was made from. */
  base: string;
  startMs: number;
  /** Weeks since the first. */
  week: number;
  day: string;
  people: readonly Person[];
}

/** One class as it was led: on time or not, with what was changed live, counted, felt and noted. */
function runOf(led: Led, random: () => number): Autumn['runs'][number] {
  const { plan, base, startMs, week, day } = led;
  const id = `run-${day.replaceAll('-', '')}-${base}`;
  const events: RunEvent[] = [];
  const say = (atMs: number, what: RunCommand) =>
    events.push({
      ...what,
      id: `${id}-${events.length + 1}`.slice(-64),
      seq: events.length + 1,
      atMs: Math.round(atMs),
    } as RunEvent);
  say(startMs, { type: 'start' });
  let clock = startMs;
  const pauseIn = random() < 0.25 ? 10 + Math.floor(random() * 20) : -1;
  for (const [k, i] of runIntervals(plan).entries()) {
    const block = plan.blocks[i.blockIndex];
    const station = i.stationIndex === null ? undefined : block?.stations[i.stationIndex];
    const isLong = i.kind === 'rest' && station?.move === 'Press-up' && base === 'slack-water' && week >= WEEKS - 4;
    if (isLong) {
      say(clock + 9000, { type: 'adjust', deltaMs: 6000 });
      clock += 6000;
    }
    if (k === pauseIn && !i.untilTap) {
      say(clock + 3000, { type: 'pause' });
      say(clock + 3000 + 25_000, { type: 'resume' });
      clock += 25_000;
    }
    clock += i.durationMs;
    if (i.untilTap) {
      clock += 4000;
      say(clock, { type: 'release' });
    }
    if (isWork(i) && block?.use === 'together' && block.role === 'main' && station)
      countSet(led, { station, round: i.round ?? 1, rounds: roundsIn(plan, block) }, random, (what) =>
        say(clock + 2000, what),
      );
  }
  say(clock, { type: 'finish' });
  for (const block of plan.blocks)
    if (block.use === 'stations' && block.role === 'main')
      for (let round = 1; round <= roundsIn(plan, block); round++)
        for (const station of block.stations)
          countSet(led, { station, round, rounds: roundsIn(plan, block) }, random, (what) => say(clock + 60_000, what));
  closeIt(led, random, (what) => say(clock + 120_000, what));
  return { id, plan, events };
}

const roundsIn = (plan: Plan, block: Block) => {
  const k = plan.blocks.indexOf(block);
  return Math.max(1, ...runIntervals(plan).map((i) => (i.blockIndex === k ? (i.round ?? 1) : 1)));
};

interface OneSet {
  station: Station;
  round: number;
  rounds: number;
}

/** What each squad or person counts in a set: more from week to week, less from round to round. */
function countSet(
  { base, week, plan, people }: Led,
  { station, round, rounds }: OneSet,
  random: () => number,
  say: (what: RunCommand) => void,
): void {
  const counted = COUNTED.find((c) => c.planId === base && c.move === station.move);
  if (!counted) return;
  const who =
    counted.of === 'people'
      ? people.map((p) => ({ squad: null, person: p.id }))
      : (plan.squads ?? []).map((squad) => ({ squad }));
  const step = counted.kg ? Math.min(counted.kg.length - 1, Math.floor((week * counted.kg.length) / (WEEKS + 1))) : 0;
  const weightKg = counted.kg?.[step];
  // After a heavier weight there are fewer, and more again as the weeks go by.
  const sinceStep = counted.kg ? week - Math.ceil((step * (WEEKS + 1)) / counted.kg.length) : week;
  for (const [k, w] of who.entries()) {
    if (random() < 0.06) continue;
    const fresh = counted.about + (k % 3) - 1 + sinceStep * (counted.kg ? 0.7 : 0.45);
    const tired = rounds < 2 ? 0 : ((round - 1) / (rounds - 1)) * fresh * (k % 4 === 3 ? 0.17 : 0.07);
    const count = Math.max(1, Math.round(fresh - tired + (random() - 0.5) * 1.6));
    say({ type: 'reps', stationId: station.id, round, ...w, count, ...(weightKg === undefined ? {} : { weightKg }) });
  }
}

/** Who came, how hard it was, a note, and a word for next time. */
function closeIt({ plan, base, week }: Led, random: () => number, say: (what: RunCommand) => void): void {
  const pick = (list: readonly string[] | undefined) => list?.[Math.floor(random() * list.length)];
  const isEasy = plan.series !== undefined && plan.series.nth % 4 === 0;
  const effort = Math.min(10, Math.max(3, Math.round((isEasy ? 5 : 6.4) + week * 0.08 + (random() - 0.5) * 1.6)));
  const came = Math.max(4, (plan.heads ?? 10) - Math.floor(random() * 5));
  const note = random() < 0.5 ? pick(NOTES[base]) : undefined;
  if (note !== undefined) say({ type: 'note', stationId: null, round: null, text: note });
  for (const squad of plan.squads ?? [])
    if (random() < 0.7)
      say({ type: 'felt', squad, effort: Math.min(10, Math.max(2, effort + Math.round((random() - 0.5) * 2))) });
  say({
    type: 'close',
    came,
    ...(random() < 0.92 ? { effort } : {}),
    next: random() < 0.6 ? (pick(NEXT[base]) ?? '') : '',
  });
}
