export { goingRunOf, useGoing } from './going.ts';
export { makeReady, sendLeftovers, sendRun, type Today } from './kept-runs.ts';
export {
  acceptJump,
  closeRun,
  command,
  giveSound,
  keepSound,
  nextTrack,
  openRun,
  playMusic,
  rejudgeJump,
  sound,
  takeOver,
  undoLast,
  useDesk,
} from './this-desk.ts';
