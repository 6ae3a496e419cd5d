import { type Plan, same, voiceOf } from '../../../core/class/index.ts';
import type { Interval } from '../../../core/time/index.ts';
import { type Cue, type CuePlan, measured, planCueSheet, wordsOf } from '../../../core/voice/index.ts';
import { NO_VOICE, type Speaker, type VoiceState } from './voice.ts';

/**
 * The cues of a class and the voice that says them, for whatever sounds or shows them: desk, wall, rehearsal and builder. Nothing
 * ever waits for the voice: till it is there, and where there is none, cues are planned by estimated lengths, and tones and text
 * go on.
 */
export class VoicedCues {
  private voice: VoiceState = NO_VOICE;
  private load: AbortController | null = null;
  /** Whose voice the lengths are. */
  private of: { planId: string; voice: ReturnType<typeof voiceOf> } | null = null;

  /** @param onChange told of every change of what is had of the voice */
  constructor(
    private readonly speaker: Speaker,
    private readonly onChange: (voice: VoiceState) => void,
  ) {}

  get state(): VoiceState {
    return this.voice;
  }

  /** The cues of some intervals by the lengths that are known, and what had to give way. */
  sheet(plan: Plan, intervals: readonly Interval[]): CuePlan {
    return planCueSheet(plan, intervals, measured(this.voice.lengths));
  }

  /**
   * Has the words said that a class says and that are not had yet, those first that come next; breaks off what was under way.
   * What is had already stays. Nothing in silence.
   * @param from the interval that the class has come to, by its index
   */
  async want(plan: Plan, intervals: readonly Interval[], from = 0): Promise<void> {
    this.stop();
    if (plan.silent) return;
    const of = { planId: plan.id, voice: voiceOf(plan) };
    if (!same(of, this.of)) this.forget();
    this.of = of;
    const before = this.voice.lengths;
    const words = wordsOf(plan, intervals);
    const missing = inTurn(
      words.filter((w) => !before.has(w)),
      this.sheet(plan, intervals).cues.filter((c) => c.intervalIndex >= from),
    );
    const had = words.length - missing.length;
    const total = words.length;
    if (missing.length === 0) {
      if (this.voice.kind !== 'ready') this.set({ kind: 'ready', done: total, total, lengths: before });
      return;
    }
    const load = new AbortController();
    this.load = load;
    const withMore = (more: ReadonlyMap<string, number>) => new Map([...before, ...more]);
    // What is had already is said while more of it comes.
    this.set({ ...this.voice, kind: had > 0 && this.voice.kind === 'ready' ? 'ready' : 'loading', done: had, total });
    try {
      const lengths = await this.speaker(
        plan,
        missing,
        (done, sofar) => {
          if (!load.signal.aborted) this.set({ ...this.voice, done: had + done, lengths: withMore(sofar) });
        },
        load.signal,
      );
      if (!load.signal.aborted) this.set({ kind: 'ready', done: total, total, lengths: withMore(lengths) });
    } catch {
      if (!load.signal.aborted) this.set({ ...this.voice, kind: this.voice.kind === 'ready' ? 'ready' : 'none' });
    }
  }

  /** Forgets what is had: recordings or the voice are others now. */
  forget(): void {
    this.stop();
    this.voice = NO_VOICE;
  }

  stop(): void {
    this.load?.abort();
    this.load = null;
  }

  private set(voice: VoiceState): void {
    this.voice = voice;
    this.onChange(voice);
  }
}

/** Words in the order in which they are to be said; those that are said in no case yet come last. */
function inTurn(words: readonly string[], cues: readonly Cue[]): string[] {
  const left = new Set(words);
  const soon = cues.flatMap(({ text }) => (text !== null && left.delete(text) ? [text] : []));
  return [...soon, ...left];
}
