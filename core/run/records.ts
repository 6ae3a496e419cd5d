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
 * Where a complex goes on in its next window: the last place written down for the block, i.e. a move, how many of its reps were
 * done and on which side; null at its beginning. Each squad has its own place; one that wrote none down has that of all.
 */
export function placeInComplex(
  plan: Plan,
  events: readonly RunEvent[],
  blockIndex: number,
  squad: string | null = null,
): RepsRecord | null {
  const block = plan.blocks[blockIndex];
  if (!block || !moduleOf(block.format).traits.complex) return null;
  const ids = new Set(block.stations.map((s) => s.id));
  const own = effective(events).filter(
    (e): e is RepsRecord => e.type === 'reps' && e.stationId !== null && ids.has(e.stationId),
  );
  return own.findLast((e) => e.squad === squad) ?? own.findLast((e) => e.squad === null) ?? null;
}
