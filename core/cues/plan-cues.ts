import type { CueSettings, Plan, Station } from '../plan/index.ts';
import { type Interval, isBreak, isWork, stationAt } from '../timeline/index.ts';
import type { Cue, CueKind, Tone } from './types.ts';

const WORDS_PER_SECOND = 2.5;
/** A voice cue at the start of a gap waits until the boundary tone has sounded. */
const AFTER_TONE_MS = 700;
const TICKS_MS = [3000, 2000, 1000];
const HALF_FROM_MS = 30_000;
const TEN_FROM_MS = 25_000;
const WATER_FROM_MS = 30_000;

/** The estimated spoken length of some words, in ms. */
export function estimateSpokenMs(text: string): number {
  let words = 0;
  for (let i = 0; i < text.length; i++) {
    const startsWord = text[i] !== ' ' && (i === 0 || text[i - 1] === ' ');
    if (startsWord) words += 1;
  }
  return Math.round((words / WORDS_PER_SECOND) * 1000);
}

/**
 * The cues of a list of intervals, sorted by time. The list may be a plan's timeline or the intervals of a live run,
 * count-in included; nothing but this function makes a cue.
 */
export function planCues(plan: Pick<Plan, 'blocks' | 'cues'>, intervals: readonly Interval[]): Cue[] {
  const cues: Cue[] = [];
  intervals.forEach((interval, i) => {
    const at = new IntervalCues(plan, interval, intervals[i - 1], intervals[i + 1], cues);
    at.boundary();
    at.countdowns();
    if (isWork(interval)) at.duringWork();
    else at.duringGap(upcomingWork(intervals, i));
  });
  const last = intervals[intervals.length - 1];
  if (last && plan.cues.tones) cues.push(toneCue('end', last.startMs + last.durationMs, last.index));
  return cues.sort((a, b) => a.atMs - b.atMs);
}

/** What comes after a gap: the next work, and the work before the gap. */
interface Upcoming {
  work: Interval;
  before: Interval | null;
  isLast: boolean;
}

function upcomingWork(intervals: readonly Interval[], i: number): Upcoming | null {
  const next = intervals[i + 1];
  if (!next || !isWork(next)) return null;
  let before: Interval | null = null;
  for (let j = i; j >= 0 && !before; j--) {
    const candidate = intervals[j];
    if (candidate && isWork(candidate)) before = candidate;
  }
  return { work: next, before, isLast: !hasWorkFrom(intervals, i + 2) };
}

function hasWorkFrom(intervals: readonly Interval[], from: number): boolean {
  for (let i = from; i < intervals.length; i++) {
    const interval = intervals[i];
    if (interval && isWork(interval)) return true;
  }
  return false;
}

function toneCue(tone: Tone, atMs: number, intervalIndex: number): Cue {
  return { atMs, kind: tone === 'tick' ? 'countdown' : 'tone', tone, text: null, spokenMs: 0, intervalIndex };
}

/** Adds the cues of one interval to a list. */
class IntervalCues {
  private readonly set: CueSettings;
  constructor(
    private readonly plan: Pick<Plan, 'blocks' | 'cues'>,
    private readonly interval: Interval,
    private readonly previous: Interval | undefined,
    private readonly next: Interval | undefined,
    private readonly out: Cue[],
  ) {
    this.set = plan.cues;
  }

  boundary(): void {
    const { interval, set } = this;
    if (!set.tones || interval.kind === 'countIn') return;
    if (isWork(interval) || interval.kind === 'open' || interval.kind === 'demo') this.tone('work', interval.startMs);
    else if (this.previous) this.tone(isBreak(interval) ? 'break' : 'rest', interval.startMs);
  }

  /** Ticks run in the last three seconds of an interval; where work follows work they sound once. */
  countdowns(): void {
    const { interval, next, set } = this;
    if (interval.untilTap) return;
    const beforeWork = set.countdownBeforeWork && next !== undefined && isWork(next);
    if (!beforeWork && !(set.countdownBeforeEnd && isWork(interval))) return;
    const end = interval.startMs + interval.durationMs;
    for (const lead of TICKS_MS) if (lead < interval.durationMs) this.tone('tick', end - lead);
  }

  duringWork(): void {
    const { interval, set } = this;
    const splits = stationAt(this.plan, interval)?.sides.mode === 'split';
    const halfMs = Math.round(interval.durationMs / 2);
    for (const phase of interval.phases) {
      const switches = splits && phase.atMs === halfMs && phase.say === 'Switch sides';
      if (switches || set.phases) this.voice(switches ? 'sideSwitch' : 'phase', phase.atMs, phase.say);
    }
    if (interval.untilTap) return;
    if (set.half && !splits && interval.durationMs >= HALF_FROM_MS) this.voice('half', halfMs, 'Half way');
    if (set.tenSeconds && interval.durationMs >= TEN_FROM_MS)
      this.voice('tenSeconds', interval.durationMs - 10_000, 'Ten seconds');
  }

  duringGap(upcoming: Upcoming | null): void {
    if (!upcoming) return;
    const { interval, set } = this;
    let offsetMs = AFTER_TONE_MS;
    const say = (kind: CueKind, text: string) => {
      offsetMs += this.voice(kind, offsetMs, text) + 300;
    };
    const call = set.rounds ? roundCall(this.plan, upcoming) : null;
    if (call) say('round', call);
    const station = stationAt(this.plan, upcoming.work);
    if (set.nextUp && station) say('nextUp', nextUpText(station, upcoming.work, this.rotates(upcoming)));
    if (set.water && isBreak(interval) && interval.durationMs >= WATER_FROM_MS) say('water', 'Water');
  }

  private rotates({ work, before }: Upcoming): boolean {
    const block = this.plan.blocks[work.blockIndex];
    return block?.use === 'stations' && before !== null && before.blockIndex === work.blockIndex;
  }

  private tone(tone: Tone, atMs: number): void {
    this.out.push(toneCue(tone, atMs, this.interval.index));
  }

  /** Adds a spoken cue; gives its length in ms. */
  private voice(kind: CueKind, offsetMs: number, text: string): number {
    const { startMs, index: intervalIndex } = this.interval;
    const spokenMs = estimateSpokenMs(text);
    this.out.push({ atMs: startMs + offsetMs, kind, tone: null, text, spokenMs, intervalIndex });
    return spokenMs;
  }
}

/** "Round 2 of 3", "Last round" or "Last one", or null when the gap leads to no new round. */
function roundCall(plan: Pick<Plan, 'blocks'>, { work, before, isLast }: Upcoming): string | null {
  if (isLast && before) return 'Last one';
  const format = plan.blocks[work.blockIndex]?.format;
  const total = format && 'rounds' in format ? format.rounds : format?.kind === 'windows' ? format.count : null;
  if (work.round === null || total === null || total === 1) return null;
  if (before && before.blockIndex === work.blockIndex && before.round === work.round) return null;
  return work.round === total ? 'Last round' : `Round ${work.round} of ${total}`;
}

function nextUpText(station: Station, work: Interval, rotate: boolean): string {
  const parts = [rotate ? 'Rotate. Next' : 'Next', station.move];
  if (work.side) parts.push(`${work.side} side`);
  const kit = station.kit?.length ? `. ${station.kit.join(', ')}` : '';
  return `${parts[0]}: ${parts.slice(1).join(', ')}${kit}`;
}
