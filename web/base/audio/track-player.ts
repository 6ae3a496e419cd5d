import type { Heard } from '../../../core/voice/index.ts';

/** A stretch of a track wanted at a moment; moments in ms since 1970 on the engine's own clock. */
export interface TimedTrack extends Heard {
  id: string;
  title: string;
}

/** Gives a track to be played, or null when it is not on this device. */
export type TrackLoader = (id: string, context: BaseAudioContext) => Promise<AudioBuffer | null>;

interface Going {
  track: TimedTrack;
  node: AudioBufferSourceNode;
  gain: GainNode;
}

/** A track is got ready so long before it is to be heard, and kept so long for the next time. */
const READY_MS = 20_000;
const KEPT_MS = 60_000;
/** A track that was late is heard from so much after it came. */
const LATE_MS = 60;
const CUT_S = 0.08;
/** Two plans of the same sound part by less than this. */
const SAME_MS = 3;

/** Where a track's own beginning lies, whatever part of it is heard: the same while it goes on as it was. */
const originOf = (t: TimedTrack) => t.atMs - t.offsetMs / t.rate;

const isSame = (a: TimedTrack, b: TimedTrack) =>
  a.id === b.id &&
  a.rate === b.rate &&
  Math.abs(originOf(a) - originOf(b)) < SAME_MS &&
  a.atMs < b.endMs &&
  b.atMs < a.endMs;

/**
 * Plays tracks at their moments on the audio clock. What is under way and still wanted goes on untouched when all is planned anew; a track that cannot be had
 * is passed over, and told.
 */
export class TrackPlayer {
  private wanted: readonly TimedTrack[] = [];
  private going: Going[] = [];
  /** What was told last to be heard, or to be missing. */
  private told = '';
  private readonly buffers = new Map<string, AudioBuffer | null | 'coming'>();

  constructor(
    private readonly context: BaseAudioContext & { currentTime: number },
    private readonly out: AudioNode,
    private readonly load: TrackLoader,
    /** The audio clock's time of a moment, s. */
    private readonly when: (atMs: number) => number,
    private readonly onChange: () => void,
  ) {}

  /** What is heard at a moment; null for none. */
  at(nowMs: number): TimedTrack | null {
    return this.going.find(({ track }) => track.atMs <= nowMs && nowMs < track.endMs)?.track ?? null;
  }

  /** What should be heard at a moment and cannot be had on this device; null for none. */
  missing(nowMs: number): TimedTrack | null {
    const due = this.wanted.find((t) => t.atMs <= nowMs && nowMs < t.endMs);
    return due && this.buffers.get(due.id) === null ? due : null;
  }

  /** Plays these from a moment on, and no others. */
  plan(wanted: readonly TimedTrack[], fromMs: number): void {
    this.wanted = wanted.filter((t) => t.endMs > fromMs);
    this.going = this.going.filter((g) => {
      const next = this.wanted.find((t) => isSame(t, g.track));
      if (next && next.atMs <= Math.max(fromMs, g.track.atMs) + SAME_MS) {
        if (Math.abs(next.endMs - g.track.endMs) > SAME_MS) this.setEnd(g, next);
        return true;
      }
      this.cut(g, fromMs);
      return false;
    });
  }

  /** Starts what is due until a moment, gets ready what comes after, and lets go of what is over. */
  tick(nowMs: number, untilMs: number): void {
    this.going = this.going.filter((g) => g.track.endMs > nowMs - 500);
    for (const track of this.wanted) {
      if (track.endMs <= nowMs + LATE_MS || track.atMs > nowMs + READY_MS) continue;
      const buffer = this.buffers.get(track.id);
      if (buffer === undefined) void this.fetch(track.id);
      else if (buffer !== 'coming' && buffer !== null && track.atMs < untilMs) this.start(track, buffer, nowMs);
    }
    for (const id of this.buffers.keys())
      if (!this.wanted.some((t) => t.id === id && t.endMs > nowMs && t.atMs < nowMs + KEPT_MS)) this.buffers.delete(id);
    const heard = `${this.at(nowMs)?.id} ${this.missing(nowMs)?.id}`;
    if (heard === this.told) return;
    this.told = heard;
    this.onChange();
  }

  private async fetch(id: string): Promise<void> {
    this.buffers.set(id, 'coming');
    const buffer = await this.load(id, this.context).catch(() => null);
    if (this.buffers.get(id) === 'coming') this.buffers.set(id, buffer);
  }

  private start(track: TimedTrack, buffer: AudioBuffer, nowMs: number): void {
    if (this.going.some((g) => isSame(g.track, track))) return;
    const atMs = Math.max(track.atMs, nowMs + (track.atMs < nowMs ? LATE_MS : 0));
    const offsetS = (track.offsetMs + (atMs - track.atMs) * track.rate) / 1000;
    if (offsetS >= buffer.duration) return;
    const gain = new GainNode(this.context, { gain: 0 });
    const node = new AudioBufferSourceNode(this.context, { buffer, playbackRate: track.rate });
    node.connect(gain).connect(this.out);
    const startS = Math.max(0, this.when(atMs));
    gain.gain.setValueAtTime(0, startS);
    gain.gain.linearRampToValueAtTime(1, startS + track.fadeInMs / 1000);
    node.start(startS, offsetS);
    const going = { track, node, gain };
    this.going.push(going);
    this.setEnd(going, track);
  }

  /** Fades a track out towards its end and ends it there; the end may be moved while it goes on. */
  private setEnd(g: Going, track: TimedTrack): void {
    const endS = this.when(track.endMs);
    const fadeS = Math.max(endS - track.fadeOutMs / 1000, this.context.currentTime);
    const startS = this.when(g.track.atMs) + g.track.fadeInMs / 1000;
    g.track = track;
    g.gain.gain.cancelScheduledValues(Math.max(startS, this.context.currentTime) + 0.001);
    g.gain.gain.setValueAtTime(1, Math.max(fadeS, startS));
    g.gain.gain.linearRampToValueAtTime(0, Math.max(endS, fadeS + 0.001));
    g.node.stop(endS);
  }

  private cut({ node, gain, track }: Going, fromMs: number): void {
    const at = Math.max(this.context.currentTime, this.when(fromMs));
    if (this.when(track.atMs) >= at) {
      node.stop();
      return;
    }
    gain.gain.cancelScheduledValues(at);
    gain.gain.setTargetAtTime(0, at, CUT_S / 4);
    node.stop(at + CUT_S);
  }
}
