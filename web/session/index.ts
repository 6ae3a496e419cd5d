export { beginRun } from './run-storage.ts';
export { closeRun, command, giveSound, keepSound, openRun, sound, takeOver, undoLast, useDesk } from './run-store.ts';
