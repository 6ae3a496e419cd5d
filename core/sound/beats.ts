import { type Block, moduleOf, type Plan } from '../plan/index.ts';
import { type Interval, isWork, stationAt } from '../timeline/index.ts';

/** A drum of the beat loop, or a step of the metronome. */
export type Drum = 'kick' | 'snare' | 'hat' | 'count' | 'down' | 'hold' | 'up';

/** A beat at a moment on the axis of the intervals it was made from, ms; not rounded, so that it never drifts. */
export interface Beat {
  atMs: number;
  drum: Drum;
}

const COUNT_IN_BEATS = 8;

/**
 * The music and metronome of some intervals: beat loops at the block's tempo, a count-in of eight before a beats block,
 * and the steps of a station's tempo while its reps are done. In a beats block the beats lie on the counts.
 */
export function beatsOf(plan: Pick<Plan, 'blocks'>, intervals: readonly Interval[]): Beat[] {
  const beats: Beat[] = [];
  let from = 0;
  while (from < intervals.length) {
    const first = intervals[from];
    if (!first) break;
    let to = from + 1;
    while (intervals[to]?.blockIndex === first.blockIndex && intervals[to]?.kind !== 'blockBreak') to++;
    const stretch = intervals.slice(from, to);
    const bpm = tempoOf(plan, first);
    if (bpm !== null) addLoop(beats, stretch, bpm, countedAt(plan.blocks[first.blockIndex]) !== null);
    for (const i of stretch) addTempo(beats, plan, i);
    from = to;
  }
  return beats.sort((a, b) => a.atMs - b.atMs);
}

/** The tempo of an interval's block: that of a beats block, else of its music; null for none, and for breaks after it. */
function tempoOf(plan: Pick<Plan, 'blocks'>, interval: Interval): number | null {
  const block = plan.blocks[interval.blockIndex];
  if (!block || interval.kind === 'blockBreak') return null;
  return countedAt(block) ?? block.musicBpm ?? null;
}

/** The tempo a block is counted in; null where it is counted in seconds. */
const countedAt = (block: Block | undefined) => (block ? moduleOf(block.format).traits.bpm(block.format) : null);

function addLoop(beats: Beat[], stretch: readonly Interval[], bpm: number, counts: boolean): void {
  const main = stretch.filter((i) => i.kind !== 'countIn');
  const [first] = main;
  const last = main.at(-1);
  if (!first || !last) return;
  const beatMs = 60_000 / bpm;
  const endMs = last.startMs + last.durationMs;
  for (let n = 0; first.startMs + n * beatMs < endMs - 1; n++) {
    const atMs = first.startMs + n * beatMs;
    beats.push({ atMs, drum: n % 2 === 0 ? 'kick' : 'snare' });
    if (atMs + beatMs / 2 < endMs) beats.push({ atMs: atMs + beatMs / 2, drum: 'hat' });
  }
  if (!counts) return;
  for (let n = COUNT_IN_BEATS; n > 0; n--) {
    const atMs = first.startMs - n * beatMs;
    if (atMs >= 0) beats.push({ atMs, drum: 'count' });
  }
}

/** Down, hold, up, hold: each step that takes time is struck, rep after rep. */
function addTempo(beats: Beat[], plan: Pick<Plan, 'blocks'>, interval: Interval): void {
  const tempo = isWork(interval) ? stationAt(plan, interval)?.tempo : undefined;
  if (!tempo) return;
  const steps: [Drum, number][] = [
    ['down', tempo.downMs],
    ['hold', tempo.holdMs],
    ['up', tempo.upMs],
    ['hold', tempo.topMs],
  ];
  const repMs = steps.reduce((sum, [, ms]) => sum + ms, 0);
  if (repMs < 500) return;
  for (let at = 0; at + repMs <= interval.durationMs; at += repMs) {
    let stepAt = at;
    for (const [drum, ms] of steps) {
      if (ms > 0) beats.push({ atMs: interval.startMs + stepAt, drum });
      stepAt += ms;
    }
  }
}

interface Voice {
  seconds: number;
  from: number;
  to: number;
  noise: number;
  level: number;
}

const DRUMS: Record<Drum, Voice> = {
  kick: { seconds: 0.22, from: 130, to: 45, noise: 0, level: 0.7 },
  snare: { seconds: 0.16, from: 210, to: 160, noise: 0.8, level: 0.4 },
  hat: { seconds: 0.05, from: 0, to: 0, noise: 1, level: 0.16 },
  count: { seconds: 0.06, from: 1100, to: 1100, noise: 0.1, level: 0.5 },
  down: { seconds: 0.09, from: 700, to: 480, noise: 0, level: 0.45 },
  hold: { seconds: 0.05, from: 560, to: 560, noise: 0, level: 0.3 },
  up: { seconds: 0.09, from: 480, to: 700, noise: 0, level: 0.45 },
};

/** Renders a drum as mono samples in −1…1, falling away; the noise is the same every time. */
export function renderDrum(drum: Drum, sampleRate: number): Float32Array<ArrayBuffer> {
  const { seconds, from, to, noise, level } = DRUMS[drum];
  const samples = new Float32Array(Math.ceil(seconds * sampleRate));
  let phase = Math.PI / 2;
  let seed = 22_222;
  for (let i = 0; i < samples.length; i++) {
    const t = i / samples.length;
    seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
    const hiss = (seed / 4_294_967_296) * 2 - 1;
    const body = from === 0 ? 0 : Math.sin(phase);
    samples[i] = level * (1 - t) ** 2 * ((1 - noise) * body + noise * hiss);
    phase += (2 * Math.PI * (from + (to - from) * t)) / sampleRate;
  }
  return samples;
}

export const DRUM_NAMES = Object.keys(DRUMS) as Drum[];
