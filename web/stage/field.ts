import type { CSSProperties } from 'react';
import { type Interval, isBreak, isWork } from '../../core/timeline/index.ts';

/** The field an interval is shown on, on desk, wall and phone alike. */
export type Phase = 'work' | 'rest' | 'break' | 'count';

/** Which field an interval is shown on. */
export function phaseOf(interval: Interval | null): Phase {
  if (!interval) return 'rest';
  if (interval.kind === 'countIn') return 'count';
  if (isWork(interval) || interval.kind === 'demo' || interval.kind === 'open') return 'work';
  return isBreak(interval) ? 'break' : 'rest';
}

/** The colours of a field; textures laid over it read `--field`. */
export const fieldStyle = (phase: Phase): CSSProperties => ({
  ['--field' as string]: `var(--field-${phase})`,
  backgroundColor: `var(--field-${phase})`,
  color: `var(--field-${phase}-ink)`,
});
