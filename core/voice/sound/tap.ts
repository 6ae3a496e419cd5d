/** Taps farther apart than this begin anew, ms. */
const BREAK_MS = 2500;
/** So many taps tell a tempo, and no more of them are looked at. */
export const LEAST_TAPS = 4;
const MOST_TAPS = 24;

/** The taps after one more, ms on any clock that only goes on: a pause begins anew. */
export const withTap = (taps: readonly number[], atMs: number): number[] =>
  atMs - (taps.at(-1) ?? atMs) > BREAK_MS ? [atMs] : [...taps, atMs].slice(-MOST_TAPS);

/** The tempo of taps in beats a minute, by least squares over their numbers; null with too few. */
export function tappedBpm(taps: readonly number[]): number | null {
  const n = taps.length;
  if (n < LEAST_TAPS) return null;
  const meanN = (n - 1) / 2;
  const meanT = taps.reduce((sum, t) => sum + t, 0) / n;
  let over = 0;
  let under = 0;
  taps.forEach((t, k) => {
    over += (k - meanN) * (t - meanT);
    under += (k - meanN) ** 2;
  });
  return over > 0 ? (60_000 * under) / over : null;
}
