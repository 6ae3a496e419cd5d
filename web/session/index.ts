export { beginRun, sendLeftovers } from './kept-runs.ts';
export {
  closeRun,
  command,
  giveSound,
  keepSound,
  openRun,
  sound,
  takeOver,
  undoLast,
  useDesk,
} from './this-desk.ts';
