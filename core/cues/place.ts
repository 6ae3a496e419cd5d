import type { Cue, CueKind, CueNote } from './types.ts';

/** A spoken cue that wants a place inside its interval; times in ms from the interval's start. */
export interface Wish {
  kind: CueKind;
  /** Forms of the words, the fullest first, each with its spoken length. */
  forms: readonly { text: string; ms: number }[];
  wantedMs: number;
  /** It may start as early and as late as this. */
  earliestMs: number;
  latestMs: number;
  /** Never dropped: it takes its place, and what sounds there gives way. */
  must: boolean;
}

/** Which gives way: a lower number goes first. */
export const PRIORITY: Record<CueKind, number> = {
  tone: 0,
  sideSwitch: 0,
  phase: 0,
  own: 1,
  countdown: 1,
  nextUp: 2,
  round: 3,
  water: 3,
  half: 4,
  tenSeconds: 4,
  form: 5,
  options: 6,
  milestone: 7,
  script: 7,
};

/** Silence kept between two spoken cues. */
export const BETWEEN_MS = 300;

/** What must be said where it is comes before all that can move. */
const rankOf = (wish: Wish) => (wish.must ? -1 : PRIORITY[wish.kind]);

interface Taken {
  fromMs: number;
  toMs: number;
  kind: CueKind;
}

/**
 * Places the wishes of one interval so that no two overlap and none covers what is taken already (a countdown, a
 * tone), the higher priority first. One that cannot be where it wants moves within its window, is shortened, or is
 * dropped; each of these is noted.
 */
export function placeWishes(
  wishes: readonly Wish[],
  taken: readonly Taken[],
  interval: { index: number; startMs: number; durationMs: number },
  /** What the interval is called in a reason. */
  word: string,
): { cues: Cue[]; notes: CueNote[] } {
  const cues: Cue[] = [];
  const notes: CueNote[] = [];
  if (wishes.length === 0) return { cues, notes };
  const busy: Taken[] = [...taken];
  const order = wishes.length === 1 ? wishes : [...wishes].sort((a, b) => rankOf(a) - rankOf(b));
  for (const wish of order) {
    const full = wish.forms[0];
    if (!full) continue;
    const found = wish.must ? { atMs: wish.wantedMs, form: full } : placeOf(wish, busy, interval.durationMs);
    const note = (what: CueNote['what'], byMs: number) =>
      notes.push({
        intervalIndex: interval.index,
        kind: wish.kind,
        text: full.text,
        what,
        byMs,
        reason: reason(full.ms, interval.durationMs, word, clash(wish, full.ms, busy)),
      });
    if (!found) {
      note('dropped', 0);
      continue;
    }
    if (found.form !== full) note('shortened', 0);
    else if (Math.abs(found.atMs - wish.wantedMs) > 0) note('moved', found.atMs - wish.wantedMs);
    busy.push({ fromMs: found.atMs, toMs: found.atMs + found.form.ms + BETWEEN_MS, kind: wish.kind });
    cues.push({
      atMs: interval.startMs + found.atMs,
      kind: wish.kind,
      tone: null,
      text: found.form.text,
      spokenMs: found.form.ms,
      intervalIndex: interval.index,
    });
  }
  return { cues, notes };
}

/** The fullest form that has a free place, as near to the wanted moment as can be. */
function placeOf(wish: Wish, busy: readonly Taken[], durationMs: number) {
  for (const form of wish.forms) {
    const latest = Math.min(wish.latestMs, durationMs - form.ms);
    const atMs = nearestFree(wish.wantedMs, wish.earliestMs, latest, form.ms, busy);
    if (atMs !== null) return { atMs, form };
  }
  return null;
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

function clash(wish: Wish, ms: number, busy: readonly Taken[]): CueKind | null {
  const end = wish.wantedMs + ms;
  return busy.find((b) => wish.wantedMs < b.toMs && end > b.fromMs)?.kind ?? null;
}

const WORDS: Record<CueKind, string> = {
  tone: 'the tone',
  countdown: 'the countdown',
  sideSwitch: 'the side switch',
  phase: 'a phase',
  own: 'your own line',
  nextUp: 'next up',
  round: 'the round call',
  water: 'water',
  half: 'half way',
  tenSeconds: 'ten seconds',
  form: 'the form cue',
  options: 'the options',
  milestone: 'the milestone',
  script: 'your script',
};

function reason(ms: number, durationMs: number, word: string, with_: CueKind | null): string {
  const seconds = (x: number) => `${Math.round(x / 100) / 10} s`;
  const size = `takes ${seconds(ms)}, the ${word} is ${seconds(durationMs)}`;
  return with_ === null ? size : `${size}; ${WORDS[with_]} is there`;
}
