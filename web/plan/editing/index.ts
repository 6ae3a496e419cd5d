export { addTo, foldBlocks, isOpenBlock, showBlock, useFoldsSet } from './folds.ts';
export { HeadsField } from './heads-field.tsx';
export { BinnedBar, ConflictBar, SaveWord } from './save-note.tsx';
export { edit, redo, undo, useBuilder, useUndoKeys } from './store.ts';
export { claimWindow, saveNow, useAutosave } from './this-window.ts';
export { useOpenedPlan } from './use-opened-plan.ts';
