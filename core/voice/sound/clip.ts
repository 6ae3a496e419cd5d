const SILENT = 0.012;
const KEEP_S = 0.01;
const TARGET_RMS = 0.14;
const PEAK = 0.95;

/**
 * Takes the silence off both ends of a clip: its first sample is the first that sounds, so that it begins on its cue; a
 * hundredth of a second stays at the end. A clip of silence alone is left empty.
 */
export function trimSilence(samples: Float32Array<ArrayBuffer>, sampleRate: number): Float32Array<ArrayBuffer> {
  const isLoud = (x: number) => Math.abs(x) > SILENT;
  const first = samples.findIndex(isLoud);
  if (first < 0) return samples.slice(0, 0);
  const last = samples.findLastIndex(isLoud);
  const keep = Math.round(KEEP_S * sampleRate);
  return samples.slice(first, Math.min(samples.length, last + 1 + keep));
}

/** Brings clips to one loudness (RMS over what sounds), never past the peak that would clip. */
export function levelLoudness(samples: Float32Array<ArrayBuffer>): Float32Array<ArrayBuffer> {
  let sum = 0;
  let sounding = 0;
  let peak = 0;
  for (const x of samples) {
    const a = Math.abs(x);
    if (a > SILENT) {
      sum += x * x;
      sounding += 1;
    }
    if (a > peak) peak = a;
  }
  if (sounding === 0) return samples;
  const gain = Math.min(TARGET_RMS / Math.sqrt(sum / sounding), PEAK / peak);
  return samples.map((x) => x * gain);
}

/** Samples at another rate, by straight lines between the old ones: enough for speech going up in rate. */
export function resample(samples: Float32Array<ArrayBuffer>, from: number, to: number): Float32Array<ArrayBuffer> {
  if (from === to) return samples;
  const count = Math.round((samples.length * to) / from);
  const out = new Float32Array(count);
  for (let i = 0; i < count; i++) {
    const at = (i * from) / to;
    const k = Math.floor(at);
    const a = samples[k] ?? 0;
    out[i] = a + ((samples[k + 1] ?? a) - a) * (at - k);
  }
  return out;
}
