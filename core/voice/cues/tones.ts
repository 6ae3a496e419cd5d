import { type Interval, isBreak, isWork } from '../../time/index.ts';
import { AFTER_TONE_MS, type ClassCues } from './class-cues.ts';
import type { IntervalCues } from './interval-cues.ts';
import { sounds } from './phrases.ts';

const COUNTED_MS = 3000;
/** The beats ticked before the end of a set that is counted in beats. */
const BEATS_TICKED = 3;

/** The tone that opens an interval, and the word for it where it is said. */
export function boundary(cues: ClassCues, k: number, here: IntervalCues): void {
  const { interval } = here;
  const tone = toneOf(interval);
  // The run's own count-in has none, nor has what opens a class but the work.
  if (interval.kind === 'countIn' || (k === 0 && (tone === 'rest' || tone === 'break'))) return;
  here.opensWithTone = cues.sounds(k, 'starts');
  if (here.opensWithTone) here.tone(tone, 0);
  if (!cues.speaks(k, 'starts') || tone === 'talk') return;
  const at = here.opensWithTone ? AFTER_TONE_MS : 0;
  const word = tone === 'work' ? 'go' : tone;
  cues.say(k, 'tone', [cues.phrase(word)], { wantedMs: at, earliestMs: at, latestMs: at + 500 });
}

function toneOf(interval: Interval): 'work' | 'rest' | 'break' | 'talk' {
  if (isWork(interval)) return 'work';
  if (interval.kind === 'open' || interval.kind === 'demo') return 'talk';
  return isBreak(interval) ? 'break' : 'rest';
}

/** The last seconds of an interval, or its last beats; where work follows work they sound once. */
export function countdown(cues: ClassCues, k: number, here: IntervalCues): void {
  const { interval } = here;
  const level = cues.level(k, 'countdown');
  if (interval.untilTap || level === 'off') return;
  const beforeWork = cues.isSet(k + 1) ? cues.plan.cues.countdownBeforeWork : 0;
  const beforeEnd = isWork(interval) ? cues.plan.cues.countdownBeforeEnd : 0;
  const asked = Math.max(beforeWork, beforeEnd);
  if (asked === 0) return;
  const end = interval.durationMs;
  if (sounds(level)) tick(cues, k, here, asked);
  if (level === 'voice' && end > COUNTED_MS) {
    const at = end - COUNTED_MS;
    cues.say(k, 'countdown', [cues.phrase('countdown')], { wantedMs: at, earliestMs: at, latestMs: at });
  }
}

/** The ticks before the end of an interval, those that fall in it: a second apart, or a beat where it is counted in beats. */
function tick(cues: ClassCues, k: number, here: IntervalCues, asked: number): void {
  const { durationMs } = here.interval;
  const beatMs = cues.beatMs(k) ?? (cues.isSet(k + 1) ? cues.beatMs(k + 1) : null);
  for (let left = beatMs === null ? fitting(asked, here) : BEATS_TICKED; left > 0; left--) {
    const atMs = durationMs - Math.round(left * (beatMs ?? 1000));
    if (atMs <= 0) continue;
    here.tone('tick', atMs);
    here.countdownFromMs ??= atMs;
  }
}

/** A long countdown in a short interval would leave no room for a word: it runs from three, and that is told. */
function fitting(asked: number, { interval, notes }: IntervalCues): number {
  const needsMs = asked * 2000;
  if (asked <= 3 || interval.durationMs >= needsMs) return asked;
  notes.push({
    intervalIndex: interval.index,
    kind: 'countdown',
    text: `${asked} seconds`,
    what: 'shortened',
    byMs: 0,
    reason: `it is ${interval.durationMs / 1000} s long: the countdown runs from three`,
    room: `${needsMs / 1000} s`,
  });
  return 3;
}
