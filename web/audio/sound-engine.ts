import type { Tone } from '../../core/cues/index.ts';
import { renderTone } from '../../core/sound/index.ts';

/** A tone wanted at a moment, ms since 1970 on the engine's own clock. */
export interface TimedTone {
  atMs: number;
  tone: Tone;
}

/** Gives the tones wanted in [fromMs, toMs). */
export type ToneSource = (fromMs: number, toMs: number) => readonly TimedTone[];

const LOOK_AHEAD_MS = 2500;
/** The audio clock and the system clock may part by this much (a machine asleep) before the engine follows the latter. */
const MAX_DRIFT_MS = 1500;
const VOLUME_KEY = 'odd-round.volume';

interface Scheduled {
  node: AudioBufferSourceNode;
  atMs: number;
}

/**
 * The desk's sound. Once unlocked, the audio clock is the desk's clock: tones are handed to it ahead of time, so that a
 * busy page or a hidden tab moves none. A worker ticks; the audio clock decides.
 */
export class SoundEngine {
  private context: AudioContext | null = null;
  private gain: GainNode | null = null;
  /** ms since 1970 at audio time 0. */
  private anchorMs = 0;
  private buffers = new Map<Tone, AudioBuffer>();
  private scheduled: Scheduled[] = [];
  private source: ToneSource = () => [];
  private plannedUntilMs = 0;
  private ticker: Worker | null = null;
  private volumeValue = Number(localStorage.getItem(VOLUME_KEY) ?? 0.8);
  private onChange: () => void = () => {};

  /** Calls back when the engine falls silent or comes back. */
  watch(onChange: () => void): void {
    this.onChange = onChange;
  }

  get isOn(): boolean {
    return this.context?.state === 'running';
  }

  get volume(): number {
    return this.volumeValue;
  }

  set volume(value: number) {
    this.volumeValue = Math.min(1, Math.max(0, value));
    localStorage.setItem(VOLUME_KEY, String(this.volumeValue));
    if (this.gain && this.context) this.gain.gain.setValueAtTime(this.volumeValue, this.context.currentTime);
  }

  /** The time, in ms since 1970: the audio clock's when it runs, else the system's. */
  now(): number {
    return this.context && this.isOn ? this.anchorMs + this.context.currentTime * 1000 : Date.now();
  }

  /** Turns sound on; needs a gesture of the user on most browsers. Gives whether it runs; never waits over a second. */
  async unlock(): Promise<boolean> {
    if (!this.context) this.build();
    const context = this.context;
    if (!context) return false;
    if (context.state !== 'running') {
      await Promise.race([context.resume(), new Promise((done) => setTimeout(done, 1000))]).catch(() => {});
      if (this.isOn) this.anchor();
    }
    this.onChange();
    return this.isOn;
  }

  private build(): void {
    const context = new AudioContext({ latencyHint: 'interactive' });
    const limiter = context.createWaveShaper();
    limiter.curve = limiterCurve();
    this.gain = new GainNode(context, { gain: this.volumeValue });
    this.gain.connect(limiter).connect(context.destination);
    for (const tone of ['work', 'rest', 'break', 'tick', 'end'] as const) {
      const samples = renderTone(tone, context.sampleRate);
      const buffer = context.createBuffer(1, samples.length, context.sampleRate);
      buffer.copyToChannel(samples, 0);
      this.buffers.set(tone, buffer);
    }
    context.addEventListener('statechange', () => {
      if (this.isOn) this.anchor();
      this.onChange();
    });
    this.context = context;
    this.anchor();
    this.ticker = new Worker(new URL('../workers/ticker.ts', import.meta.url), { type: 'module' });
    this.ticker.onmessage = () => this.tick();
  }

  /** Ties the audio clock to the system clock and plans anew. */
  private anchor(): void {
    if (!this.context) return;
    this.anchorMs = Date.now() - this.context.currentTime * 1000;
    this.replan(this.now());
  }

  /** Sets where tones come from and plans anew from a moment on: what was planned after it is taken back. */
  play(source: ToneSource, fromMs: number): void {
    this.source = source;
    this.replan(fromMs);
  }

  silence(): void {
    this.play(() => [], this.now());
  }

  /** Sounds one tone now. */
  test(tone: Tone): void {
    if (this.isOn) this.start(tone, this.now() + 30);
  }

  private replan(fromMs: number): void {
    for (const { node, atMs } of this.scheduled) if (atMs >= fromMs) node.stop();
    this.scheduled = this.scheduled.filter((s) => s.atMs < fromMs);
    this.plannedUntilMs = fromMs;
    this.tick();
  }

  private tick(): void {
    if (!this.context || !this.isOn) return;
    const now = this.now();
    if (Math.abs(Date.now() - now) > MAX_DRIFT_MS) {
      this.anchor();
      return;
    }
    const untilMs = now + LOOK_AHEAD_MS;
    if (untilMs <= this.plannedUntilMs) return;
    for (const { tone, atMs } of this.source(this.plannedUntilMs, untilMs)) this.start(tone, atMs);
    this.plannedUntilMs = untilMs;
    this.scheduled = this.scheduled.filter((s) => s.atMs > now - 2000);
  }

  private start(tone: Tone, atMs: number): void {
    const { context, gain } = this;
    if (!context || !gain) return;
    const when = (atMs - this.anchorMs) / 1000;
    if (when < context.currentTime - 0.25) return;
    const node = new AudioBufferSourceNode(context, { buffer: this.buffers.get(tone) ?? null });
    node.connect(gain);
    node.start(Math.max(0, when));
    this.scheduled.push({ node, atMs });
  }

  async close(): Promise<void> {
    this.ticker?.terminate();
    this.ticker = null;
    await this.context?.close();
    this.context = null;
  }
}

/** A soft ceiling without delay: straight up to 0.8, bending to 1 above. */
function limiterCurve(): Float32Array<ArrayBuffer> {
  const points = 4097;
  const curve = new Float32Array(points);
  for (let i = 0; i < points; i++) {
    const x = (i / (points - 1)) * 2 - 1;
    const a = Math.abs(x);
    curve[i] = Math.sign(x) * (a <= 0.8 ? a : 0.8 + 0.2 * Math.tanh((a - 0.8) / 0.2));
  }
  return curve;
}
