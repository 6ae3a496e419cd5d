/** A soft ceiling without delay for a sample: straight up to 0.8, bending to 1 above. */
export function limit(x: number): number {
  const a = Math.abs(x);
  return a <= 0.8 ? x : Math.sign(x) * (0.8 + 0.2 * Math.tanh((a - 0.8) / 0.2));
}

/** How far music is turned down under a voice, and how fast it fades (seconds). */
export const DUCK = { to: 0.3, attackS: 0.08, releaseS: 0.35 };
