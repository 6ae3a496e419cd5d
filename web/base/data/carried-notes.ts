/** Notes on their way to their place, from wherever they were typed, pasted or dropped; and into which class, where it is not a new one. */
export interface Carried {
  text: string;
  into?: string;
  /** They were pasted whole: Enter makes the class at once. */
  whole?: boolean;
}

/** Where notes are read. */
export const NOTES_PLACE = '/notes';

/** What a page was given when it was gone to; null where that was nothing. */
export function notesFrom(state: unknown): Carried | null {
  if (typeof state !== 'object' || state === null || !('notes' in state)) return null;
  const { notes } = state as { notes: Carried };
  return typeof notes?.text === 'string' ? notes : null;
}
