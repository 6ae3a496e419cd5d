import type { Interval } from '../../time/index.ts';
import { type CueRequest, placeRequests } from './place.ts';
import type { Cue, CueNote, Tone } from './types.ts';

/** The cues of one interval; its words are placed when all of them are known. */
export class IntervalCues {
  private tones: Cue[] = [];
  private readonly counts: Cue[] = [];
  private readonly placed: Cue[] = [];
  readonly notes: CueNote[] = [];
  readonly requests: CueRequest[] = [];
  /** Where the ticks at its end begin, ms from its start; null without any. */
  countdownFromMs: number | null = null;
  /** The boundary tone sounds: words wait for it. */
  opensWithTone = false;

  constructor(readonly interval: Interval) {}

  /** To here there is room for words. */
  get roomEndMs(): number {
    return this.countdownFromMs ?? this.interval.durationMs;
  }

  tone(tone: Tone, offsetMs: number): void {
    const { startMs, index } = this.interval;
    const kind = tone === 'tick' ? 'countdown' : 'tone';
    this.tones.push({ atMs: startMs + offsetMs, kind, tone, text: null, spokenMs: 0, intervalIndex: index });
  }

  /** A count on its beat, in place of the tick there. */
  count(word: string, offsetMs: number, spokenMs: number): void {
    const { startMs, index } = this.interval;
    const cue: Cue = {
      atMs: startMs + offsetMs,
      kind: 'count',
      tone: null,
      text: word,
      spokenMs,
      intervalIndex: index,
    };
    this.counts.push(cue);
    this.tones = this.tones.filter((tick) => tick.kind !== 'countdown' || !isUnder(tick, cue));
    this.countdownFromMs = Math.min(this.roomEndMs, offsetMs);
  }

  /** A line that is shown and not said. */
  show(text: string, offsetMs: number): void {
    const { startMs, index } = this.interval;
    this.placed.push({ atMs: startMs + offsetMs, kind: 'script', tone: null, text, spokenMs: 0, intervalIndex: index });
  }

  /** Places what is to be said; gives what must go elsewhere. */
  place(): { index: number; request: CueRequest }[] {
    if (this.requests.length === 0) return [];
    const { cues, notes, elsewhere } = placeRequests(this.requests, this.countdownFromMs, this.interval);
    this.placed.push(...cues);
    this.notes.push(...notes);
    return elsewhere;
  }

  /** All cues of the interval by time; ticks and counts that what must be said covers give way to it. */
  cues(): Cue[] {
    const from = this.countdownFromMs;
    const { startMs } = this.interval;
    const covering =
      from === null ? [] : this.placed.filter((c) => c.spokenMs > 0 && c.atMs - startMs + c.spokenMs > from);
    const counted = this.tones.concat(this.counts);
    const kept = covering.length === 0 ? counted : counted.filter((c) => !this.givesWay(c, covering));
    return byTime(kept.concat(this.placed));
  }

  private givesWay(cue: Cue, covering: readonly Cue[]): boolean {
    const isCount = cue.kind === 'countdown' || cue.kind === 'count';
    if (!isCount || !covering.some((c) => isUnder(cue, c))) return false;
    this.notes.push({
      intervalIndex: this.interval.index,
      kind: cue.kind,
      text: cue.text ?? 'tick',
      what: 'dropped',
      byMs: 0,
      reason: 'the side call or phase is said over it',
      room: null,
    });
    return true;
  }
}

/** Sorts a few cues in place: most of them are in order, and a sort by a function costs more than they do. */
function byTime(cues: Cue[]): Cue[] {
  for (let k = 1; k < cues.length; k++) {
    const cue = cues[k] as Cue;
    let at = k;
    for (let before = cues[at - 1]; before && before.atMs > cue.atMs; before = cues[at - 1]) cues[at--] = before;
    cues[at] = cue;
  }
  return cues;
}

const TICK_MS = 70;
const isUnder = (count: Cue, words: Cue) =>
  count.atMs + Math.max(count.spokenMs, TICK_MS) > words.atMs && count.atMs < words.atMs + words.spokenMs;
