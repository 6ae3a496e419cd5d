import type { Interval } from '../../time/index.ts';
import { isWork } from '../../time/index.ts';
import { announce } from './announce.ts';
import { ClassCues, type CuePart } from './class-cues.ts';
import { duringWork } from './during.ts';
import { shownInDemo, water } from './gaps.ts';
import type { CueRequest } from './place.ts';
import { nameSaid } from './said.ts';
import { onceOnly } from './script.ts';
import { estimateSpokenMs } from './spoken.ts';
import { boundary, countdown } from './tones.ts';
import type { Cue, CuePlan, SpokenMs } from './types.ts';

/** The cues of a list of intervals, sorted by time; see `planCueSheet`. */
export function planCues(plan: CuePart, intervals: readonly Interval[], spokenMs?: SpokenMs): Cue[] {
  return planCueSheet(plan, intervals, spokenMs).cues;
}

/**
 * The cues of a list of intervals and what had to give way. The list may be a plan's timeline or the intervals of a
 * live run, count-in included; nothing but this function makes a cue. Spoken cues never overlap and never cover a
 * countdown, but for a call of the side or a phase, for which ticks give way; a call of the side is never dropped.
 * `spokenMs` gives measured lengths; without it they are estimated.
 */
export function planCueSheet(
  plan: CuePart,
  intervals: readonly Interval[],
  spokenMs: SpokenMs = estimateSpokenMs,
): CuePlan {
  const cues = new ClassCues(plan, intervals, spokenMs);
  for (const [k, here] of cues.perInterval.entries()) {
    boundary(cues, k, here);
    countdown(cues, k, here);
  }
  const formCues = new Map<string, number>();
  for (const [k, here] of cues.perInterval.entries()) {
    if (isWork(here.interval)) {
      duringWork(cues, k, here, formCueOf(cues, k, formCues));
      announce(cues, k);
    } else {
      shownInDemo(cues, k);
      water(cues, k);
    }
  }
  onceOnly(cues);
  placeAll(cues);
  const all: Cue[] = [];
  for (const here of cues.perInterval) for (const cue of here.cues()) all.push(cue);
  const last = intervals.at(-1);
  if (last && cues.sounds(intervals.length - 1, 'starts'))
    all.push({
      atMs: last.startMs + last.durationMs,
      kind: 'tone',
      tone: 'end',
      text: null,
      spokenMs: 0,
      intervalIndex: last.index,
    });
  return { cues: all, notes: cues.perInterval.flatMap((here) => here.notes) };
}

/** Gaps first: what finds no room in one goes into the set before it, or into the one it leads to. */
function placeAll(cues: ClassCues): void {
  const send = (moved: readonly { index: number; request: CueRequest }[]) => {
    for (const { index, request } of moved) cues.perInterval[index]?.requests.push(request);
  };
  for (const here of cues.perInterval) if (!isWork(here.interval)) send(here.place());
  for (const here of cues.perInterval) if (isWork(here.interval)) send(here.place());
}

/** The form cue of this set: a station's own cues take turns, one a set; named where groups are spread. */
function formCueOf(cues: ClassCues, k: number, sets: Map<string, number>): string | null {
  const station = cues.station(k);
  const texts = station?.formCues;
  if (!station || !texts || texts.length === 0) return null;
  const key = `${cues.at(k)?.blockIndex}:${station.id}`;
  const turn = sets.get(key) ?? 0;
  sets.set(key, turn + 1);
  const text = texts[turn % texts.length] ?? null;
  return text !== null && cues.isSpread(k) ? `${nameSaid(station)}: ${text}` : text;
}
