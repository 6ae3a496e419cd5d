import type { Figure } from './motion.ts';

/** A figure is not hurried or held back more than this to meet the beat. */
const MOST = 1.5;

/**
 * Where in its own time a figure is when it goes with a beat: its cycle takes a whole number of beats. Where that would be another speed
 * altogether, and where something is in the air, which no beat makes fall faster, it keeps its own time.
 * @param ms since it began
 */
export function pacedMs({ text, ways, cycleMs }: Figure, ms: number, beatMs: number | null): number {
  if (beatMs === null || cycleMs === 0 || (text.beats === null && ways.some((w) => w.kind !== 'ground'))) return ms;
  const beats = text.beats ?? Math.max(1, Math.round(cycleMs / beatMs));
  const speed = cycleMs / (beats * beatMs);
  return text.beats === null && (speed > MOST || speed < 1 / MOST) ? ms : ms * speed;
}
