export { makeReady } from './facts.ts';
export { namesChosen } from './names.ts';
export { readNotes } from './read.ts';
export type { Choices, NoteRole, NotesRead, Reading } from './types.ts';
