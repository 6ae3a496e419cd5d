import { parseDuration, type TimesPatch } from '../../../core/class/index.ts';

/** Longer than any set or rest: what is typed beyond is a slip of the hand. */
const MOST_MS = 3_600_000;

/** `40` sets work, `40/20` work and rest, `/20` rest alone; no patch when it is none of these, with what is wrong. */
export function readEntry(text: string): { patch: TimesPatch | null; fault: string } {
  const usual = 'Work, work/rest or /rest: 40, 40/20, /20';
  const [work, rest, more] = text.split('/').map((t) => t.trim());
  const workMs = work ? parseDuration(work) : undefined;
  const restMs = rest ? parseDuration(rest) : undefined;
  if (more !== undefined || workMs === null || restMs === null) return { patch: null, fault: usual };
  if (workMs === undefined && restMs === undefined) return { patch: null, fault: usual };
  if (workMs === 0) return { patch: null, fault: 'Work is at least a second' };
  if (Math.max(workMs ?? 0, restMs ?? 0) > MOST_MS) return { patch: null, fault: 'A visit takes at most an hour' };
  const patch = { ...(workMs !== undefined ? { workMs } : {}), ...(restMs !== undefined ? { restMs } : {}) };
  return { patch, fault: '' };
}
