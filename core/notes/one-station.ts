import type { Station } from '../class/index.ts';
import type { Library } from '../moves/index.ts';
import { readNotes } from './read.ts';

/**
 * One station as it is typed: "goblet squat 16kg", "8 step-ups each side", "rower 12 cal", "plank 45s"; null where the words are none
 * or more than one.
 */
export function stationSaid(words: string, library: Library): Station | null {
  const { plan, left, told, readings } = readNotes(words, library);
  const [block, ...more] = plan.blocks;
  const [station, ...others] = block?.stations ?? [];
  if (!block || !station || more.length + others.length + left.length + told.length > 0) return null;
  const { format } = block;
  if (format.kind !== 'circuit' && format.kind !== 'reps' && format.kind !== 'holds') return null;
  const isTimed = readings.some((r) => r.sure === 'said' && (r.role === 'length' || r.role === 'work'));
  const workMs = format.kind === 'circuit' ? format.workMs : format.kind === 'holds' ? format.holdMs : undefined;
  return isTimed && workMs !== undefined ? { workMs, ...station } : station;
}
