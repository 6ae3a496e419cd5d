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
