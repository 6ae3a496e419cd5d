import type { Station } from '../station/index.ts';

/** Seconds one rep takes: the sum of the station's tempo, or the block's estimate. */
export function secondsPerRep(station: Station, blockSeconds: number): number {
  const t = station.tempo;
  const tempoMs = t ? t.downMs + t.holdMs + t.upMs + t.topMs : 0;
  return tempoMs > 0 ? tempoMs / 1000 : blockSeconds;
}

/** The estimated length of a set of reps, integer ms ≥ 1; reps per side are done twice. */
export function repsEstimateMs(station: Station, count: number, blockSeconds: number): number {
  const sides = station.reps?.per === 'side' ? 2 : 1;
  return Math.max(1, Math.round(count * sides * secondsPerRep(station, blockSeconds) * 1000));
}
