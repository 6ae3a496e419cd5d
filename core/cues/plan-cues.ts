import { type Interval, isWork, stationAt } from '../timeline/index.ts';
import { type CuePart, IntervalCues, type OnceOnly, type Shared, toneCue } from './interval-cues.ts';
import { levelOf, levelTables, phrase, sounds, speaks } from './phrases.ts';
import type { Cue, CuePlan, SpokenMs } from './types.ts';
import { upcomingWork } from './upcoming.ts';

const WORDS_PER_SECOND = 2.5;
/** Where work follows work, the next is said before its end when the work is at least this long. */
const NEXT_IN_WORK_FROM_MS = 15_000;
const LAST_FIVE_MS = 300_000;

/** The estimated spoken length of some words, in ms: two and a half words a second. */
export function estimateSpokenMs(text: string): number {
  let words = 0;
  for (let i = 0; i < text.length; i++) {
    const startsWord = text[i] !== ' ' && (i === 0 || text[i - 1] === ' ');
    if (startsWord) words += 1;
  }
  return Math.round((words / WORDS_PER_SECOND) * 1000);
}

/** Spoken lengths as measured, in ms; estimated for words that are not among them. */
export function measured(lengths: ReadonlyMap<string, number>): SpokenMs {
  return (text) => lengths.get(text) ?? estimateSpokenMs(text);
}

/** The cues of a list of intervals, sorted by time; see `planCueSheet`. */
export function planCues(plan: CuePart, intervals: readonly Interval[], spokenMs?: SpokenMs): Cue[] {
  return planCueSheet(plan, intervals, spokenMs).cues;
}

/**
 * The cues of a list of intervals and what had to give way. The list may be a plan's timeline or the intervals of a
 * live run, count-in included; nothing but this function makes a cue. Spoken cues never overlap and never cover a
 * countdown. `spokenMs` gives measured lengths; without it they are estimated.
 */
export function planCueSheet(
  plan: CuePart,
  intervals: readonly Interval[],
  spokenMs: SpokenMs = estimateSpokenMs,
): CuePlan {
  const sheet: CuePlan = { cues: [], notes: [] };
  const shared: Shared = { levels: levelTables(plan), spoken: new Map(), forms: new Map(), spokenMs };
  const once = onceOnly(plan, intervals);
  const sets = new Map<string, number>();
  intervals.forEach((interval, i) => {
    const at = new IntervalCues(plan, interval, intervals[i - 1], intervals[i + 1], shared);
    const work = isWork(interval);
    at.boundary();
    at.countdowns();
    if (work) {
      const flows = interval.durationMs >= NEXT_IN_WORK_FROM_MS;
      at.duringWork(flows ? upcomingWork(intervals, i) : null, formCueOf(plan, interval, sets));
    } else if (i === 0 || interval.kind !== 'countIn') at.duringGap(upcomingWork(intervals, i));
    if (once.size > 0) for (const line of once.get(i) ?? []) at.once(line);
    at.finish(sheet.cues, sheet.notes);
  });
  const last = intervals[intervals.length - 1];
  if (last && sounds(levelOf(plan, last.blockIndex, null, 'starts')))
    sheet.cues.push(toneCue('end', last.startMs + last.durationMs, last.index));
  return sheet;
}

/** Milestones and the instructor's own lines. Their times count from the class's start, without the count-in. */
function onceOnly(plan: CuePart, intervals: readonly Interval[]): Map<number, OnceOnly[]> {
  const found = new Map<number, OnceOnly[]>();
  const lead = intervals[0]?.kind === 'countIn' ? intervals[0].durationMs : 0;
  const last = intervals[intervals.length - 1];
  const endMs = last ? last.startMs + last.durationMs : 0;
  const put = (kind: OnceOnly['kind'], text: string, atMs: number) => {
    const i = intervals.findIndex((x) => atMs >= x.startMs && atMs < x.startMs + x.durationMs);
    const interval = intervals[i];
    if (interval) found.set(i, [...(found.get(i) ?? []), { kind, text, offsetMs: atMs - interval.startMs }]);
  };
  for (const line of plan.lines ?? []) put(line.spoken ? 'own' : 'script', line.text, lead + line.atMs);
  if (speaks(levelOf(plan, -1, null, 'milestones'))) {
    put('milestone', phrase(plan, 'halfClass'), lead + Math.round((endMs - lead) / 2));
    if (endMs - lead > 2 * LAST_FIVE_MS) put('milestone', phrase(plan, 'lastFive'), endMs - LAST_FIVE_MS);
  }
  return found;
}

/** The form cue of this set: a station's own cues take turns, one a set. */
function formCueOf(plan: CuePart, interval: Interval, sets: Map<string, number>): string | null {
  if (interval.stationIndex === null) return null;
  const cues = stationAt(plan, interval)?.formCues;
  if (!cues || cues.length === 0) return null;
  const key = `${interval.blockIndex}:${interval.stationIndex}`;
  const turn = sets.get(key) ?? 0;
  sets.set(key, turn + 1);
  return cues[turn % cues.length] ?? null;
}
