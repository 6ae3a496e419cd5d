import type { Block, Plan } from '../../class/index.ts';
import { type Interval, isWork, stationAt } from '../../time/index.ts';
import { bpmOf, countedAt, sourceAt } from './music-source.ts';

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
    const block = plan.blocks[first.blockIndex];
    const bpm = block && first.kind !== 'blockBreak' ? bpmOf(block) : null;
    if (bpm !== null && block) addLoop(beats, stretch, bpm, block);
    for (const i of stretch) addTempo(beats, plan, i);
    from = to;
  }
  return beats.sort((a, b) => a.atMs - b.atMs);
}

function addLoop(beats: Beat[], stretch: readonly Interval[], bpm: number, block: Block): void {
  const main = stretch.filter((i) => i.kind !== 'countIn');
  const [first] = main;
  const last = main.at(-1);
  if (!first || !last) return;
  const lengthMs = last.startMs + last.durationMs - first.startMs;
  const counts = countedAt(block) !== null;
  const to = counts ? bpm : (block.music?.risesTo ?? bpm);
  let at = 0;
  // Off the beat between two of them, where the tempo is steady half a beat on.
  for (let n = 0; ; n += 0.5) {
    const intoMs = beatAt(n, bpm, to, lengthMs);
    if (intoMs >= lengthMs - (n % 1 === 0 ? 1 : 0)) break;
    const atMs = first.startMs + intoMs;
    while (at < main.length - 1 && atMs >= (main[at + 1]?.startMs ?? 0) - 0.5) at++;
    if (sourceAt(block, main[at] ?? last)?.from === 'beats')
      beats.push({ atMs, drum: n % 1 !== 0 ? 'hat' : n % 2 === 0 ? 'kick' : 'snare' });
  }
  if (!counts) return;
  const beatMs = 60_000 / bpm;
  for (let n = COUNT_IN_BEATS; n > 0; n--) {
    const atMs = first.startMs - n * beatMs;
    if (atMs >= 0) beats.push({ atMs, drum: 'count' });
  }
}

/**
 * When the n-th beat of a stretch comes, ms from its start, where the tempo goes evenly from one to another over its length L: the beats till t are
 * (a·t + (b − a)·t² / 2L) / 60 s, solved for t. A tempo that stays gives n beats' length, exactly.
 */
function beatAt(n: number, from: number, to: number, lengthMs: number): number {
  if (from === to) return (n * 60_000) / from;
  const rise = (to - from) / lengthMs;
  const under = from ** 2 + 2 * rise * n * 60_000;
  return under < 0 ? Number.POSITIVE_INFINITY : (Math.sqrt(under) - from) / rise;
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
