import { capital, formatDuration, type Plan } from '../../class/index.ts';
import { doneOf } from '../../record/index.ts';
import {
  effective,
  type Interval,
  isWork,
  type Place,
  placesOf,
  type RunEvent,
  runIntervals,
  sidesAt,
  stationAt,
} from '../../time/index.ts';
import { type CuePlan, fieldOf, groupWord, kindWord, planCueSheet, type SpokenMs } from '../../voice/index.ts';
import type { TimedText } from './webvtt.ts';

/*
 * What is seen and said in a recording of a class, of a plan or as it was led: its captions and its chapters, from one list of stretches.
 */

/** A stretch of a recording: an interval, the class as it was just then, and when it ran. */
interface Stretch {
  plan: Plan;
  interval: Interval;
  startMs: number;
  endMs: number;
  /** The moment of the recording after so much of the interval had run; null when it never came so far. */
  at: (ranMs: number) => number | null;
}

/** A recorded class: the input of captions and chapters. */
export interface Recorded {
  stretches: readonly Stretch[];
  /** The words of the class, by the interval they fall in and how far into it. */
  cues: CuePlan['cues'];
  intervals: readonly Interval[];
}

/** A class as planned, recorded from its count-in on. */
export function plannedRecording(plan: Plan, spokenMs?: SpokenMs): Recorded {
  const intervals = runIntervals(plan);
  return {
    stretches: intervals.map((interval) => ({
      plan,
      interval,
      startMs: interval.startMs,
      endMs: interval.startMs + interval.durationMs,
      at: (ranMs) => (ranMs <= interval.durationMs ? interval.startMs + ranMs : null),
    })),
    cues: planCueSheet(plan, intervals, spokenMs).cues,
    intervals,
  };
}

/** A run as it was led; its times count from the tap that began it. */
export function ledRecording(plan: Plan, events: readonly RunEvent[], spokenMs?: SpokenMs): Recorded {
  const { state, stretches } = doneOf(plan, events);
  const zeroMs = state.startedAtMs ?? 0;
  const pauses = pausesOf(events);
  const all = stretches.map((s): Stretch => {
    // What was paused within a stretch puts off what came after.
    const at = (ranMs: number) => {
      let clockMs = s.startedAtMs + ranMs;
      for (const p of pauses)
        if (p.fromMs >= s.startedAtMs && p.fromMs < clockMs) clockMs += Math.max(0, p.toMs - p.fromMs);
      return ranMs <= s.ranMs ? clockMs - zeroMs : null;
    };
    const startMs = s.startedAtMs - zeroMs;
    return { plan: s.plan, interval: s.interval, startMs, endMs: startMs + s.ranMs + s.pausedMs, at };
  });
  return { stretches: all, cues: planCueSheet(state.plan, state.intervals, spokenMs).cues, intervals: state.intervals };
}

function pausesOf(events: readonly RunEvent[]): { fromMs: number; toMs: number }[] {
  const pauses: { fromMs: number; toMs: number }[] = [];
  let fromMs: number | null = null;
  for (const e of effective(events)) {
    if (e.type === 'pause') fromMs ??= e.atMs;
    else if (e.type === 'resume' && fromMs !== null) {
      pauses.push({ fromMs, toMs: e.atMs });
      fromMs = null;
    }
  }
  return pauses;
}

const LEAST_SHOWN_MS = 1200;

/** "Goblet squat, left side"; of what is no set, what it is. */
function setWords({ plan, interval }: Stretch): string {
  const move = isWork(interval) ? stationAt(plan, interval)?.move : undefined;
  if (move === undefined) {
    const block = plan.blocks[interval.blockIndex];
    return isWork(interval) && block ? block.title : kindWord(plan, interval);
  }
  const sides = sidesAt(plan, interval);
  return sides.length === 0 ? move : `${move}, ${sides.join(', then ')}`;
}

/** Moves a recording's texts to where the recording has them, and leaves out what lies before its start. */
const shifted = (texts: readonly TimedText[], offsetMs: number): TimedText[] =>
  texts
    .map((t) => ({ ...t, startMs: t.startMs + offsetMs, endMs: t.endMs + offsetMs }))
    .filter((t) => t.endMs > 0)
    .map((t) => ({ ...t, startMs: Math.max(0, t.startMs) }));

/**
 * The captions of a recording: at the head of the picture each set while it lasts, at its foot the words as they are said.
 * @param offsetMs how long the recording ran before the class was begun; below 0 when it came later
 */
export function captionsOf(recorded: Recorded, offsetMs = 0): TimedText[] {
  const sets = recorded.stretches
    .filter((s) => fieldOf(s.interval) === 'work')
    .map((s): TimedText => ({ startMs: s.startMs, endMs: s.endMs, text: setWords(s), atTop: true }));
  return shifted([...sets, ...wordsOf(recorded)], offsetMs);
}

function wordsOf({ stretches, cues, intervals }: Recorded): TimedText[] {
  const byInterval = new Map<number, Stretch[]>();
  for (const s of stretches) byInterval.set(s.interval.index, [...(byInterval.get(s.interval.index) ?? []), s]);
  const said = cues.flatMap(({ text, tone, atMs, spokenMs, intervalIndex }): TimedText[] => {
    const startMs = intervals[intervalIndex]?.startMs;
    if (text === null || tone !== null || startMs === undefined) return [];
    return (byInterval.get(intervalIndex) ?? []).flatMap((s) => {
      const at = s.at(atMs - startMs);
      return at === null ? [] : [{ startMs: at, endMs: at + Math.max(spokenMs, LEAST_SHOWN_MS), text }];
    });
  });
  said.sort((a, b) => a.startMs - b.startMs);
  // One is gone when the next comes.
  return said.map((t, k) => ({ ...t, endMs: Math.min(t.endMs, said[k + 1]?.startMs ?? t.endMs) }));
}

export const CHAPTERS_BY = ['block', 'round', 'set'] as const;
export type ChaptersBy = (typeof CHAPTERS_BY)[number];

/** The chapters of a recording, without gaps, the first from its very start: by block, by round or by set. */
export function chaptersOf(recorded: Recorded, by: ChaptersBy, offsetMs = 0): TimedText[] {
  const chapters: TimedText[] = [];
  const places = placesOf(recorded.stretches[0]?.plan ?? { blocks: [] }, recorded.intervals);
  let key = '';
  for (const s of recorded.stretches) {
    const next = chapterKey(s, by);
    const last = chapters.at(-1);
    if (last && next === key) last.endMs = s.endMs;
    else if (last && next === null) last.endMs = s.endMs;
    else {
      if (last) last.endMs = s.startMs;
      const group = places.get(s.interval.index)?.group ?? null;
      chapters.push({ startMs: s.startMs, endMs: s.endMs, text: chapterWords(s, by, group) });
      key = next ?? '';
    }
  }
  const moved = shifted(chapters, offsetMs);
  const [first] = moved;
  if (!first || first.startMs === 0) return moved;
  return [{ startMs: 0, endMs: first.startMs, text: 'Before the class' }, ...moved];
}

/** What a stretch is a chapter with; null for what belongs to the chapter before it. */
function chapterKey({ interval }: Stretch, by: ChaptersBy): string | null {
  if (interval.kind === 'blockBreak') return null;
  const block = String(interval.blockIndex);
  if (by === 'block') return block;
  if (by === 'round') return interval.kind === 'roundBreak' ? null : `${block} ${interval.round}`;
  return isWork(interval)
    ? `${block} ${interval.index}`
    : interval.kind === 'rest'
      ? null
      : `${block} ${interval.kind}`;
}

function chapterWords(s: Stretch, by: ChaptersBy, group: Place['group']): string {
  const block = s.plan.blocks[s.interval.blockIndex]?.title ?? '';
  if (by === 'set') return capital(setWords(s));
  if (by === 'block' || s.interval.round === null) return block;
  const which = group ? `, ${groupWord(group.size).toLowerCase()} ${group.n}` : '';
  return `${block}${which}, round ${s.interval.round}`;
}

/** Chapters as lines of text, a time and a name each: "0:00 Welcome and options". */
export const chapterLines = (chapters: readonly TimedText[]): string =>
  `${chapters.map((c) => `${formatDuration(Math.floor(c.startMs / 1000) * 1000)} ${c.text}`).join('\n')}\n`;
