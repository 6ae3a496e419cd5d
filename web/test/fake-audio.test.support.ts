import { vi } from 'vitest';

class FakeNode {
  connect = <T>(to: T) => to;
}

/** A sound that was handed to the audio clock: when it begins, in seconds of that clock. */
export interface Started {
  when: number;
  seconds: number;
  samples: Float32Array;
  sampleRate: number;
  /** The moment from which it is silent; null when it plays to its end. */
  stoppedAt: number | null;
}

/**
 * An audio clock set by hand, a steady clock and the system's beside it, and a record of what was started and stopped. It takes
 * the place of the browser's until `vi.unstubAllGlobals`.
 */
export class FakeAudio {
  readonly started: Started[] = [];
  /** The levels that a gain goes to, each from a moment on, s: only that of the music goes anywhere. */
  levels: { to: number; at: number }[] = [];
  currentTime = 0;
  /** The device's steady time, ms; it stands still while the machine sleeps. */
  steadyMs = 0;
  private tickNow: () => void = () => {};

  constructor(private systemMs: number) {
    const audio = this;
    const kept = new Map<string, string>();
    vi.useFakeTimers({ now: systemMs, toFake: ['Date'] });
    vi.stubGlobal('localStorage', {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => kept.set(k, v),
    });
    vi.stubGlobal(
      'AudioContext',
      class extends EventTarget {
        state = 'suspended';
        sampleRate = 48_000;
        destination = new FakeNode();
        get currentTime() {
          return audio.currentTime;
        }
        createWaveShaper = () => Object.assign(new FakeNode(), { curve: null });
        resume = async () => {
          this.state = 'running';
        };
        close = async () => {};
      },
    );
    const gain = {
      value: 1,
      setValueAtTime: () => {},
      setTargetAtTime: (to: number, at: number) => this.levels.push({ to, at }),
      cancelScheduledValues: (from: number) => {
        this.levels = this.levels.filter(({ at }) => at < from);
      },
    };
    vi.stubGlobal(
      'GainNode',
      class extends FakeNode {
        gain = gain;
      },
    );
    vi.stubGlobal(
      'AudioBufferSourceNode',
      class extends FakeNode {
        private entry: Started | null = null;
        constructor(
          _context: unknown,
          private readonly options: { buffer: Pick<Started, 'samples' | 'sampleRate'> & { duration: number } },
        ) {
          super();
        }
        start(when: number) {
          const { duration: seconds, samples, sampleRate } = this.options.buffer;
          this.entry = { when, seconds, samples, sampleRate, stoppedAt: null };
          audio.started.push(this.entry);
        }
        stop(when = 0) {
          if (this.entry) this.entry.stoppedAt = Math.max(when, audio.currentTime);
        }
      },
    );
    vi.stubGlobal(
      'AudioBuffer',
      class {
        duration: number;
        samples = new Float32Array(0);
        sampleRate: number;
        constructor({ length, sampleRate }: { length: number; sampleRate: number }) {
          this.duration = length / sampleRate;
          this.sampleRate = sampleRate;
        }
        copyToChannel(samples: Float32Array<ArrayBuffer>) {
          this.samples = samples;
        }
      },
    );
  }

  /** The ticker of a sound engine: it ticks when the test says so. */
  readonly ticker = (tick: () => void) => {
    this.tickNow = tick;
    return () => {};
  };

  tick(): void {
    this.tickNow();
  }

  /** All clocks go on together. */
  pass(ms: number): void {
    this.currentTime += ms / 1000;
    this.steadyMs += ms;
    this.shiftSystem(ms);
  }

  /** The device's clock alone is set, or goes on while the machine sleeps. */
  shiftSystem(ms: number): void {
    this.systemMs += ms;
    vi.setSystemTime(this.systemMs);
  }

  /** All that was started, mixed to the sample it begins at, as a context that renders without a clock would. */
  rendered(seconds: number, rate = 48_000): Float32Array {
    const out = new Float32Array(Math.ceil(seconds * rate));
    for (const { when, samples, sampleRate, stoppedAt } of this.started) {
      const first = Math.round(when * rate);
      const last = stoppedAt === null ? out.length : Math.min(out.length, Math.round(stoppedAt * rate));
      const length = Math.ceil((samples.length * rate) / sampleRate);
      for (let k = 0; k < length && first + k < last; k++)
        out[first + k] = (out[first + k] ?? 0) + (samples[Math.floor((k * sampleRate) / rate)] ?? 0);
    }
    return out;
  }

  /** When what was started is heard, ms of the audio clock; what was stopped before it began is not. */
  heard(): number[] {
    return this.started
      .filter((s) => s.stoppedAt === null || s.stoppedAt > s.when)
      .map((s) => s.when * 1000)
      .sort((a, b) => a - b);
  }
}

/** Puts the browser's own things back. */
export function endFakeAudio(): void {
  vi.unstubAllGlobals();
  vi.useRealTimers();
}
