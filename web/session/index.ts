export {
  beginRun,
  closeRun,
  command,
  giveSound,
  keepSound,
  openRun,
  restoreRuns,
  sendLeftovers,
  sound,
  takeOver,
  undoLast,
  useDesk,
} from './this-desk.ts';
