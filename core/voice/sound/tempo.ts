/** The tempo of a track, and its first beat. */
export interface Tempo {
  bpm: number;
  /** ms from the start of what was listened to. */
  beatMs: number;
}

/** So much later than a beat the filters below tell of it, ms; measured with beats at known places. */
const ANSWER_MS = 12;
/** A beat is looked for so far around where it was heard, ms. */
const NEAR_MS = 30;
/** From this share of the loudest on something is heard in the bass. */
const HEARD = 0.02;
/** Where every second beat is struck less often than this, against the others, they are no beats. */
const SELDOM = 0.5;
/** Slower than this nobody would call it. */
const SLOWEST = 70;

/**
 * The tempo of heard beats, by least squares over their numbers: the times of all of them tell it far more exactly than the gap between two. Where every
 * second beat seldom has anything in the bass it was heard at double, and is halved. Null with fewer than eight beats.
 * @param samples what was listened to, −1…1
 * @param beats when a beat was heard, s
 */
export function tempoOf(samples: Float32Array, sampleRate: number, beats: readonly number[]): Tempo | null {
  if (beats.length < 8) return null;
  const bass = bassOnsets(samples, sampleRate);
  const line = fitLine(beats.map((s) => s * 1000));
  if (line.periodMs <= 0) return null;
  let { periodMs, firstMs } = line;
  const loudest = bass.reduce((most, x) => Math.max(most, x), 0);
  /** The share of every second beat that something is struck at in the bass. */
  const struck = (from: number) => {
    const times = Array.from(
      { length: Math.floor((beats.length - from) / 2) },
      (_, n) => firstMs + (from + n * 2) * periodMs,
    );
    return times.filter((t) => strongestNear(bass, t) > HEARD * loudest).length / Math.max(1, times.length);
  };
  const [even, odd] = [struck(0), struck(1)];
  if (Math.min(even, odd) < SELDOM * Math.max(even, odd) && 30_000 / periodMs >= SLOWEST) {
    if (odd > even) firstMs += periodMs;
    periodMs *= 2;
  }
  const moved = firstMs + shiftOf(bass, firstMs, periodMs) - ANSWER_MS;
  return { bpm: 60_000 / periodMs, beatMs: ((moved % periodMs) + periodMs) % periodMs };
}

/** The line through beats by their numbers; a beat that was missed counts as one by the usual gap. */
function fitLine(times: readonly number[]): { periodMs: number; firstMs: number } {
  const gaps = times
    .slice(1)
    .map((t, k) => t - (times[k] ?? 0))
    .sort((a, b) => a - b);
  const usual = gaps[Math.floor(gaps.length / 2)] ?? 0;
  let n = 0;
  const numbered = times.map((t, k) => {
    if (k > 0) n += Math.max(1, Math.round((t - (times[k - 1] ?? 0)) / usual));
    return { n, t };
  });
  const mean = (of: (x: { n: number; t: number }) => number) =>
    numbered.reduce((sum, x) => sum + of(x), 0) / numbered.length;
  const [meanN, meanT] = [mean((x) => x.n), mean((x) => x.t)];
  const periodMs = mean((x) => (x.n - meanN) * (x.t - meanT)) / mean((x) => (x.n - meanN) ** 2);
  return { periodMs, firstMs: meanT - periodMs * meanN };
}

/** How much the bass (below some 200 Hz) rises in each ms. */
function bassOnsets(samples: Float32Array, sampleRate: number): Float32Array {
  const hop = sampleRate / 1000;
  const keep = Math.exp((-2 * Math.PI * 200) / sampleRate);
  const energy = new Float32Array(Math.floor(samples.length / hop));
  let low = 0;
  let lower = 0;
  for (let k = 0; k < samples.length; k++) {
    low = keep * low + (1 - keep) * (samples[k] ?? 0);
    lower = keep * lower + (1 - keep) * low;
    const ms = Math.floor(k / hop);
    if (ms < energy.length) energy[ms] = (energy[ms] ?? 0) + lower * lower;
  }
  // Smoothed over some ms: a wave of the bass is longer than one.
  const smooth = new Float32Array(energy.length);
  let level = 0;
  for (let k = 0; k < energy.length; k++) {
    const before = level;
    level = 0.85 * level + 0.15 * (energy[k] ?? 0);
    smooth[k] = Math.max(0, level - before);
  }
  return smooth;
}

function strongestNear(onsets: Float32Array, ms: number): number {
  let most = 0;
  for (let k = Math.max(0, Math.round(ms) - NEAR_MS); k <= Math.min(onsets.length - 1, Math.round(ms) + NEAR_MS); k++)
    most = Math.max(most, onsets[k] ?? 0);
  return most;
}

/** By how many ms all beats are moved so that they lie where the bass rises most. */
function shiftOf(onsets: Float32Array, firstMs: number, periodMs: number): number {
  let best = 0;
  let most = -1;
  for (let shift = -NEAR_MS; shift <= NEAR_MS; shift++) {
    let sum = 0;
    for (let t = firstMs + shift; t < onsets.length; t += periodMs) sum += onsets[Math.round(t)] ?? 0;
    if (sum > most) [most, best] = [sum, shift];
  }
  return best;
}
