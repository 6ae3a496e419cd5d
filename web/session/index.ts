export { goingRunOf, useGoing } from './going.ts';
export { makeReady, sendLeftovers, sendRun, type Today } from './kept-runs.ts';
export {
  closeRun,
  command,
  giveSound,
  keepSound,
  nextTrack,
  openRun,
  playMusic,
  sound,
  takeOver,
  undoLast,
  useDesk,
} from './this-desk.ts';
