import { type Interval, isBreak, isWork } from '../../time/index.ts';
import { AFTER_TONE_MS, type ClassCues } from './class-cues.ts';
import type { Slot } from './slot.ts';

const COUNTED_MS = 3000;
/** The beats ticked before the end of a set that is counted in beats. */
const BEATS_TICKED = 3;

/** The tone that opens an interval, and the word for it where it is said. */
export function boundary(cues: ClassCues, k: number, slot: Slot): void {
  const { interval } = slot;
  const tone = toneOf(interval);
  // The run's own count-in has none, nor has what opens a class but the work.
  if (interval.kind === 'countIn' || (k === 0 && (tone === 'rest' || tone === 'break'))) return;
  slot.opensWithTone = cues.sounds(k, 'starts');
  if (slot.opensWithTone) slot.tone(tone, 0);
  if (!cues.speaks(k, 'starts') || tone === 'talk') return;
  const at = slot.opensWithTone ? AFTER_TONE_MS : 0;
  const word = tone === 'work' ? 'go' : tone;
  cues.say(k, 'tone', [cues.phrase(word)], { wantedMs: at, earliestMs: at, latestMs: at + 500 });
}

function toneOf(interval: Interval): 'work' | 'rest' | 'break' | 'talk' {
  if (isWork(interval)) return 'work';
  if (interval.kind === 'open' || interval.kind === 'demo') return 'talk';
  return isBreak(interval) ? 'break' : 'rest';
}

/** The last seconds of an interval, or its last beats; where work follows work they sound once. */
export function countdown(cues: ClassCues, k: number, slot: Slot): void {
  const { interval } = slot;
  const level = cues.level(k, 'countdown');
  if (interval.untilTap || level === 'off') return;
  const beforeWork = cues.isSet(k + 1) ? cues.plan.cues.countdownBeforeWork : 0;
  const beforeEnd = isWork(interval) ? cues.plan.cues.countdownBeforeEnd : 0;
  const asked = Math.max(beforeWork, beforeEnd);
  if (asked === 0) return;
  const end = interval.durationMs;
  if (cues.sounds(k, 'countdown'))
    for (const lead of leadsOf(cues, k, slot, asked)) {
      if (lead >= end) continue;
      slot.tone('tick', end - lead);
      slot.countdownFromMs ??= end - lead;
    }
  if (level === 'voice' && end > COUNTED_MS) {
    const at = end - COUNTED_MS;
    cues.say(k, 'countdown', [cues.phrase('countdown')], { wantedMs: at, earliestMs: at, latestMs: at });
  }
}

/** How long before the end each tick sounds, ms; the longest first. */
function leadsOf(cues: ClassCues, k: number, slot: Slot, asked: number): number[] {
  const beatMs = cues.beatMs(k) ?? (cues.isSet(k + 1) ? cues.beatMs(k + 1) : null);
  if (beatMs !== null) return Array.from({ length: BEATS_TICKED }, (_, i) => Math.round((BEATS_TICKED - i) * beatMs));
  const seconds = fitting(asked, slot);
  return Array.from({ length: seconds }, (_, i) => (seconds - i) * 1000);
}

/** A long countdown in a short interval would leave no room for a word: it runs from three, and that is told. */
function fitting(asked: number, { interval, notes }: Slot): number {
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
