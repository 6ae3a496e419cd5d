import { CUE_KINDS, type CueKind } from '../../class/index.ts';
import type { Interval } from '../../time/index.ts';
import type { Cue, CueNote } from './types.ts';

/** A spoken cue that wants a place inside its interval; times in ms from the interval's start. */
export interface CueRequest {
  kind: CueKind;
  /** Forms of the words, the fullest first, each with its spoken length. */
  forms: readonly { text: string; ms: number }[];
  wantedMs: number;
  /** It may start as early and as late as this. */
  earliestMs: number;
  latestMs: number;
  /** Never dropped: it takes its place, and the ticks that sound there give way. */
  must?: boolean;
  /** Where it goes when it finds no place here, before it is given up. */
  otherwise?: (() => { index: number; request: CueRequest }) | undefined;
  /** Any moment of its window is as good as another: a shift is nothing to tell of. */
  loose?: boolean;
  /** What is told when it is dropped here: that it found no place where it was wanted first. */
  note?: CueNote;
  /** It is said elsewhere too: nothing is lost where it finds no place. */
  again?: boolean;
}

/** Silence kept between two spoken cues. */
export const BETWEEN_MS = 300;

/** A shift of up to this is nothing to tell of. */
const UNTOLD_MS = 1000;

/** What must be said where it is comes before all that can move. */
const rankOf = (request: CueRequest) => (request.must ? -1 : CUE_KINDS[request.kind].priority);

interface Taken {
  fromMs: number;
  toMs: number;
  kind: CueKind;
}

/** What an interval is called in a reason. */
const WORD: Record<Interval['kind'], string> = {
  work: 'work',
  rest: 'rest',
  roundBreak: 'break',
  groupBreak: 'break',
  blockBreak: 'break',
  countIn: 'count-in',
  demo: 'demo',
  open: 'open time',
};

/**
 * Places the requests of one interval so that no two overlap and none covers the countdown, the higher priority first. One that
 * cannot be where it wants moves within its window, is shortened, goes to where it may go otherwise, or is dropped; each of
 * these but the going is noted. Side calls and phases come before the countdown.
 * @param countdownFromMs where the ticks begin; null without any
 */
export function placeRequests(
  requests: readonly CueRequest[],
  countdownFromMs: number | null,
  interval: Interval,
): { cues: Cue[]; notes: CueNote[]; elsewhere: { index: number; request: CueRequest }[] } {
  const cues: Cue[] = [];
  const notes: CueNote[] = [];
  const elsewhere: { index: number; request: CueRequest }[] = [];
  const busy: Taken[] = [];
  const ticks: Taken[] =
    countdownFromMs === null
      ? []
      : [{ fromMs: countdownFromMs, toMs: interval.durationMs, kind: 'countdown' as const }];
  const order = requests.length === 1 ? requests : [...requests].sort((a, b) => rankOf(a) - rankOf(b));
  for (const request of order) {
    const full = request.forms[0];
    if (!full) continue;
    const taken = request.kind === 'phase' ? busy : ticks.concat(busy);
    const found =
      placeOf(request, taken, interval.durationMs) ?? (request.must ? forced(request, busy, interval) : null);
    const note = (what: CueNote['what'], byMs: number): CueNote => ({
      intervalIndex: interval.index,
      kind: request.kind,
      text: full.text,
      what,
      byMs,
      reason: reason(full.ms, interval, clash(request, full.ms, taken)),
      room: what === 'moved' ? null : roomFor(request, full.ms, interval, countdownFromMs, busy),
    });
    if (!found) {
      const lost = request.note ?? note('dropped', 0);
      const other = request.otherwise?.();
      if (other) elsewhere.push({ index: other.index, request: { ...other.request, note: lost } });
      else if (!request.again) notes.push(lost);
      continue;
    }
    const byMs = found.atMs - request.wantedMs;
    if (found.form !== full) notes.push(note('shortened', 0));
    else if (!request.loose && Math.abs(byMs) > UNTOLD_MS) notes.push(note('moved', byMs));
    busy.push({ fromMs: found.atMs, toMs: found.atMs + found.form.ms + BETWEEN_MS, kind: request.kind });
    cues.push({
      atMs: interval.startMs + found.atMs,
      kind: request.kind,
      tone: null,
      text: found.form.text,
      spokenMs: found.form.ms,
      intervalIndex: interval.index,
    });
  }
  return { cues, notes, elsewhere };
}

/** The fullest form that has a free place, as near to the wanted moment as can be. */
function placeOf(request: CueRequest, busy: readonly Taken[], durationMs: number) {
  for (const form of request.forms) {
    const latest = Math.min(request.latestMs, durationMs - form.ms);
    const atMs = nearestFree(request.wantedMs, request.earliestMs, latest, form.ms, busy);
    if (atMs !== null) return { atMs, form };
  }
  return null;
}

/** A place for what must be said: its fullest form anywhere in the interval, over the ticks if need be. */
function forced(request: CueRequest, busy: readonly Taken[], interval: Interval) {
  return placeOf({ ...request, earliestMs: 0, latestMs: interval.durationMs }, busy, interval.durationMs);
}

/** The free start nearest to the wanted one: itself, or the edge of something taken. */
function nearestFree(
  wanted: number,
  earliest: number,
  latest: number,
  ms: number,
  busy: readonly Taken[],
): number | null {
  let best: number | null = null;
  const consider = (at: number) => {
    if (at < earliest || at > latest) return;
    for (const b of busy) if (at < b.toMs && at + ms + spaceBefore(b) > b.fromMs) return;
    if (best === null || Math.abs(at - wanted) < Math.abs(best - wanted)) best = at;
  };
  consider(Math.min(latest, Math.max(earliest, wanted)));
  if (best === wanted) return best;
  for (const b of busy) {
    consider(b.toMs);
    consider(b.fromMs - ms - spaceBefore(b));
  }
  return best;
}

/** Words may end right at a countdown, and a moment before other words. */
const spaceBefore = (b: Taken) => (b.kind === 'countdown' ? 0 : BETWEEN_MS);

function clash(request: CueRequest, ms: number, busy: readonly Taken[]): CueKind | null {
  const end = request.wantedMs + ms;
  return busy.find((b) => request.wantedMs < b.toMs && end > b.fromMs)?.kind ?? null;
}

const seconds = (ms: number) => `${Math.round(ms / 100) / 10} s`;

function reason(ms: number, interval: Interval, with_: CueKind | null): string {
  const size = `takes ${seconds(ms)}, the ${WORD[interval.kind]} is ${seconds(interval.durationMs)}`;
  return with_ === null ? size : `${size}; ${CUE_KINDS[with_].words} is there`;
}

/** How long the interval would have to be, in whole seconds, for the words after all that is there before them. */
function roomFor(
  request: CueRequest,
  ms: number,
  interval: Interval,
  countdownFromMs: number | null,
  busy: readonly Taken[],
): string {
  const ticks = countdownFromMs === null ? 0 : interval.durationMs - countdownFromMs;
  const from = Math.max(Math.min(request.earliestMs, interval.durationMs), ...busy.map((b) => b.toMs));
  const needed = Math.ceil((from + ms + ticks) / 1000) * 1000;
  const word = WORD[interval.kind];
  return needed > interval.durationMs
    ? `a ${word} of ${needed / 1000} s`
    : `fewer words beside it, or a longer ${word}`;
}
