import { DRUM_NAMES, DUCK, limit, renderDrum, renderTone, TONES } from '../../../core/voice/index.ts';
import { keepText, local } from '../device/index.ts';
import type { SteadyClock } from '../live/index.ts';
import { type TimedTrack, type TrackLoader, TrackPlayer } from './track-player.ts';

/** A sound wanted at a moment, ms since 1970 on the engine's own clock. */
export interface TimedSound {
  atMs: number;
  bus: Bus;
  /** A tone or drum by name, or the key of a clip. */
  name: string;
}

export type Bus = 'tones' | 'voice' | 'music';
export const BUSES: readonly Bus[] = ['tones', 'voice', 'music'];

/** Gives the sounds wanted in [fromMs, toMs). */
export type SoundSource = (fromMs: number, toMs: number) => readonly TimedSound[];

const LOOK_AHEAD_MS = 2500;
/** The audio clock and the steady one may part by this much (a machine asleep, or too slow) before the engine follows the latter. */
const MAX_DRIFT_MS = 300;
const VOLUME_KEY = 'odd-round.volumes';
const USUAL_VOLUME: Record<Bus, number> = { tones: 0.8, voice: 0.9, music: 0.5 };

interface Scheduled {
  node: AudioBufferSourceNode;
  bus: Bus;
  atMs: number;
  endMs: number;
}

interface Volume {
  level: number;
  muted: boolean;
}

/**
 * The desk's sound. Once unlocked, the audio clock is the desk's clock: sounds are handed to it ahead of time, so that a
 * busy page or a hidden tab moves none. A worker ticks; the audio clock decides. Tones, voice and music have a gain each,
 * music is turned down under the voice, and a limiter stands at the end.
 */
export class SoundEngine {
  constructor(
    private readonly clock: SteadyClock,
    /** Calls back some times a second until it is ended: by a worker, where there may be one. */
    private readonly ticker: (tick: () => void) => () => void,
    /** Where tracks come from; none are played without. */
    private readonly loadTrack: TrackLoader | null = null,
  ) {}

  private context: AudioContext | null = null;
  private readonly gains = new Map<Bus, GainNode>();
  private duck: GainNode | null = null;
  private tracks: TrackPlayer | null = null;
  private wantedTracks: readonly TimedTrack[] = [];
  /** The run's time at audio time 0, ms since 1970. */
  private anchorMs = 0;
  /** Tones and drums, for as long as there is sound. */
  private readonly tones = new Map<string, AudioBuffer>();
  /** What is spoken, for as long as its class is open. */
  private readonly clips = new Map<string, AudioBuffer>();
  private scheduled: Scheduled[] = [];
  private source: SoundSource = () => [];
  private plannedUntilMs = 0;
  private stopTicker: () => void = () => {};
  private volumes = readVolumes();
  private onChange: () => void = () => {};
  /** No sound at all: the screen flashes and the device shakes instead. */
  private silentMode = false;

  /** Calls back when the engine falls silent or comes back. */
  watch(onChange: () => void): void {
    this.onChange = onChange;
  }

  get isOn(): boolean {
    return this.context?.state === 'running';
  }

  volume(bus: Bus): Volume {
    return this.volumes[bus];
  }

  setVolume(bus: Bus, change: Partial<Volume>): void {
    const next = { ...this.volumes[bus], ...change };
    this.volumes = { ...this.volumes, [bus]: { ...next, level: Math.min(1, Math.max(0, next.level)) } };
    keepText(local, VOLUME_KEY, JSON.stringify(this.volumes));
    this.setGains();
  }

  set silent(on: boolean) {
    this.silentMode = on;
    this.setGains();
  }

  private setGains(): void {
    for (const [bus, gain] of this.gains)
      gain.gain.setValueAtTime(this.silentMode ? 0 : loudness(this.volumes[bus]), this.context?.currentTime ?? 0);
  }

  /** The run's time, in ms since 1970: by the audio clock when it runs, else by the steady one. */
  now(): number {
    return this.context && this.isOn ? this.anchorMs + this.context.currentTime * 1000 : this.clock.now();
  }

  /** Moves the run's time on or back, as another device tells it, and plans the sound anew. */
  shiftBy(ms: number): void {
    this.clock.shiftMs += ms;
    this.anchor();
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
    limiter.connect(context.destination);
    for (const bus of BUSES) {
      const gain = new GainNode(context, { gain: this.silentMode ? 0 : loudness(this.volumes[bus]) });
      this.gains.set(bus, gain);
      if (bus === 'music') {
        this.duck = new GainNode(context, { gain: 1 });
        gain.connect(this.duck).connect(limiter);
      } else gain.connect(limiter);
    }
    const music = this.gains.get('music');
    if (music && this.loadTrack)
      this.tracks = new TrackPlayer(
        context,
        music,
        this.loadTrack,
        (ms) => this.when(ms),
        () => this.onChange(),
      );
    const { sampleRate } = context;
    for (const tone of TONES) this.tones.set(tone, bufferOf(renderTone(tone, sampleRate), sampleRate));
    for (const drum of DRUM_NAMES) this.tones.set(drum, bufferOf(renderDrum(drum, sampleRate), sampleRate));
    context.addEventListener('statechange', () => {
      if (this.isOn) this.anchor();
      this.onChange();
    });
    this.context = context;
    this.anchor();
    this.stopTicker = this.ticker(() => this.tick());
  }

  /** Keeps a clip to be played by its key; may be called before sound is unlocked. */
  addClip(key: string, samples: Float32Array<ArrayBuffer>, sampleRate: number): void {
    this.clips.set(key, bufferOf(samples, sampleRate));
  }

  /** Lets go of all clips: the class they are of is over. */
  dropClips(): void {
    this.clips.clear();
  }

  /** Ties the audio clock to the steady clock and plans anew. */
  private anchor(): void {
    if (!this.context) return;
    this.anchorMs = this.clock.now() - this.context.currentTime * 1000;
    this.replan(this.now(), false);
  }

  /**
   * Sets where sounds come from and plans anew from a moment on: what was planned after it is taken back. With `cut`,
   * words and music under way stop at that moment too. Tracks under way go on where they are among those wanted.
   */
  play(source: SoundSource, fromMs: number, cut = false, tracks: readonly TimedTrack[] = []): void {
    this.source = source;
    this.wantedTracks = tracks;
    this.replan(fromMs, cut);
  }

  silence(): void {
    this.play(() => [], this.now(), true);
  }

  /** Sounds one thing now. */
  test(bus: Bus, name: string): void {
    if (this.isOn) this.start({ bus, name, atMs: this.now() + 30 });
  }

  private replan(fromMs: number, cut: boolean): void {
    const when = this.when(fromMs);
    for (const s of this.scheduled) {
      if (s.atMs >= fromMs) s.node.stop();
      else if (cut && s.bus !== 'tones' && s.endMs > fromMs) s.node.stop(Math.max(0, when));
    }
    this.scheduled = this.scheduled.filter((s) => s.atMs < fromMs);
    if (this.duck && this.context) {
      const from = Math.max(this.context.currentTime, when);
      this.duck.gain.cancelScheduledValues(from);
      // The music comes up again at once, or at the end of the words that are being said.
      const spoken = cut ? [] : this.scheduled.filter((s) => s.bus === 'voice').map((s) => this.when(s.endMs));
      this.duck.gain.setTargetAtTime(1, Math.max(from, ...spoken), DUCK.releaseS / 3);
    }
    this.tracks?.plan(this.wantedTracks, fromMs);
    this.plannedUntilMs = fromMs;
    this.tick();
  }

  private tick(): void {
    if (!this.context || !this.isOn) return;
    void this.clock.check();
    const now = this.now();
    if (Math.abs(this.clock.now() - now) > MAX_DRIFT_MS) {
      this.anchor();
      return;
    }
    const untilMs = now + LOOK_AHEAD_MS;
    this.tracks?.tick(now, untilMs);
    if (untilMs <= this.plannedUntilMs) return;
    for (const sound of this.source(this.plannedUntilMs, untilMs)) this.start(sound);
    this.plannedUntilMs = untilMs;
    this.scheduled = this.scheduled.filter((s) => s.endMs > now - 2000);
  }

  /** The track that is heard now, or should be and is not on this device; null for none. */
  get track(): { title: string; isMissing: boolean } | null {
    const now = this.now();
    const heard = this.tracks?.at(now);
    const missing = heard ? null : this.tracks?.missing(now);
    const track = heard ?? missing;
    return track ? { title: track.title, isMissing: !heard } : null;
  }

  private when(atMs: number): number {
    return (atMs - this.anchorMs) / 1000;
  }

  private start({ bus, name, atMs }: TimedSound): void {
    const gain = this.gains.get(bus);
    const buffer = this.tones.get(name) ?? this.clips.get(name);
    const { context } = this;
    if (!context || !gain || !buffer) return;
    const when = this.when(atMs);
    if (when < context.currentTime - 0.25) return;
    const node = new AudioBufferSourceNode(context, { buffer });
    node.connect(gain);
    node.start(Math.max(0, when));
    if (bus === 'voice') this.duckUnder(when, buffer.duration);
    this.scheduled.push({ node, bus, atMs, endMs: atMs + buffer.duration * 1000 });
  }

  private duckUnder(when: number, seconds: number): void {
    if (!this.duck || !this.context) return;
    const from = Math.max(this.context.currentTime, when - DUCK.attackS);
    this.duck.gain.setTargetAtTime(DUCK.to, from, DUCK.attackS / 3);
    this.duck.gain.setTargetAtTime(1, when + seconds, DUCK.releaseS / 3);
  }

  async close(): Promise<void> {
    this.stopTicker();
    await this.context?.close();
    this.context = null;
  }
}

function bufferOf(samples: Float32Array<ArrayBuffer>, sampleRate: number): AudioBuffer {
  const made = new AudioBuffer({ length: Math.max(1, samples.length), sampleRate, numberOfChannels: 1 });
  made.copyToChannel(samples, 0);
  return made;
}

const loudness = (v: Volume) => (v.muted ? 0 : v.level);

function readVolumes(): Record<Bus, Volume> {
  const usual = Object.fromEntries(BUSES.map((b) => [b, { level: USUAL_VOLUME[b], muted: false }])) as Record<
    Bus,
    Volume
  >;
  try {
    const kept = JSON.parse(local.getItem(VOLUME_KEY) ?? '{}') as Partial<Record<Bus, Partial<Volume>>>;
    for (const bus of BUSES) {
      const level = kept[bus]?.level;
      if (typeof level === 'number' && level >= 0 && level <= 1)
        usual[bus] = { level, muted: kept[bus]?.muted === true };
    }
  } catch {
    // What was kept cannot be read: the usual volumes serve.
  }
  return usual;
}

/** The limiter as a wave shaper's curve. */
function limiterCurve(): Float32Array<ArrayBuffer> {
  const points = 4097;
  return Float32Array.from({ length: points }, (_, i) => limit((i / (points - 1)) * 2 - 1));
}
