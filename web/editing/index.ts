export { useAutosave } from './autosave.ts';
export { pastedFrom, rememberCopied } from './clipboard-memory.ts';
export { HeadsField } from './heads-field.tsx';
export { MOST_STATIONS, tellLeftOut } from './left-out.ts';
export { ConflictBar, SaveWord } from './save-note.tsx';
export { edit, redo, undo, useBuilder, useUndoKeys } from './store.ts';
export { useOpenedPlan } from './use-opened-plan.ts';
