import { moduleOf, type Plan } from '../plan/index.ts';
import { effective, type RunEvent } from './events.ts';

export type RepsRecord = Extract<RunEvent, { type: 'reps' }>;
export type NoteRecord = Extract<RunEvent, { type: 'note' }>;

/** What was written down in a run: the last count of each set and squad, and the notes, in order. */
export function recordsOf(events: readonly RunEvent[]): { reps: RepsRecord[]; notes: NoteRecord[] } {
  const sets = new Map<string, RepsRecord>();
  const notes: NoteRecord[] = [];
  for (const e of effective(events)) {
    if (e.type === 'reps') sets.set(`${e.stationId}:${e.round}:${e.squad ?? ''}`, e);
    if (e.type === 'note') notes.push(e);
  }
  return { reps: [...sets.values()], notes };
}

/**
 * Where a complex goes on in its next window: the last place written down for the block, i.e. a move and how many of its
 * reps were done; null at its beginning.
 */
export function placeInComplex(plan: Plan, events: readonly RunEvent[], blockIndex: number): RepsRecord | null {
  const block = plan.blocks[blockIndex];
  if (!block || !moduleOf(block.format).traits.complex) return null;
  const ids = new Set(block.stations.map((s) => s.id));
  return (
    effective(events).findLast(
      (e): e is RepsRecord => e.type === 'reps' && e.stationId !== null && ids.has(e.stationId),
    ) ?? null
  );
}
