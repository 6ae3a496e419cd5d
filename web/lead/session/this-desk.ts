import { create } from 'zustand';
import type { RunCommand } from '../../../core/time/index.ts';
import { backups, live } from '../../../core/wire/index.ts';
import {
  addressOf,
  api,
  ask,
  askClock,
  fetchAnew,
  loadTrack,
  openRunStream,
  SoundEngine,
  type StreamSource,
  speakingTo,
  standingOf,
  startTicker,
  TIMERS,
} from '../../base/index.ts';
import { DeskClock } from './desk-clock.ts';
import { deskId } from './desk-id.ts';
import { linkDesk } from './desk-link.ts';
import { DeskSession } from './desk-session.ts';
import { CLOSED_DESK } from './desk-state.ts';
import { keptRuns, outbox, restoreRuns } from './kept-runs.ts';

/*
 * The desk of this window: a session on the browser's own clock, storage, sound and server, and its state for React.
 */

const clock = new DeskClock({
  ask: (estimate, signal) => askClock(estimate, (s) => ask(backups.getHealth, { signal: s }), signal),
  serverIsHere: ['localhost', '127.0.0.1', '[::1]'].includes(window.location.hostname),
});

/** The sound of this desk, and the time of its run. */
export const sound = new SoundEngine(clock.run, startTicker, loadTrack);

const session = new DeskSession({
  name: deskId,
  storage: keptRuns,
  outbox,
  sound,
  clock: clock.run,
  speaker: speakingTo(sound),
  fetchRun: api.run,
  link: (runId, end) =>
    linkDesk(runId, end, {
      storage: keptRuns,
      outbox,
      clock,
      timers: TIMERS,
      openStream: (id, on) => openRunStream(streamOf(id), on),
      onWaiting: (id) => void fetchAnew(['waiting', id]),
      tellClock: api.tellClock,
      watchWindows,
    }),
  steadyNow: () => performance.now(),
  systemNow: Date.now,
});

/** The state of this desk, for React. */
export const useDesk = create(() => ({ ...CLOSED_DESK, soundOn: false, track: null as SoundEngine['track'] }));
session.watch((state) => useDesk.setState(state));
sound.watch(() => useDesk.setState({ soundOn: sound.isOn, track: sound.track }));
window.addEventListener('online', () => session.flushNow());

const streamOf = (id: string): StreamSource => ({
  address: (after) => addressOf(live.deskStream, { path: { id }, query: { after } }),
  standing: () => standingOf(api.run(id)),
});

function watchWindows(onWritten: (key: string) => void): () => void {
  const heard = (e: StorageEvent) => {
    if (e.key !== null && e.newValue !== null) onWritten(e.key);
  };
  window.addEventListener('storage', heard);
  return () => window.removeEventListener('storage', heard);
}

/** So long the voice of a class that was left is kept, in case it was left by mistake. */
const KEEP_VOICE_MS = 60_000;
let lastRun: string | null = null;
let isClosing = false;
let dropping: ReturnType<typeof setTimeout> | undefined;

/** Opens a run on this desk; one that the page before has just let go of, as Ready does, stays open as it is. */
export async function openRun(id: string): Promise<void> {
  const stays = isClosing && session.state.run?.id === id;
  isClosing = false;
  clearTimeout(dropping);
  if (stays) return;
  if (id !== lastRun) sound.dropClips();
  lastRun = id;
  await restoreRuns();
  await session.open(id);
}

/** Lets go of the run that is open, unless the page that comes in the same moment opens it again. */
export function closeRun(): void {
  isClosing = true;
  queueMicrotask(() => {
    if (!isClosing) return;
    isClosing = false;
    session.close();
    dropping = setTimeout(() => sound.dropClips(), KEEP_VOICE_MS);
  });
}
export const command = (what: RunCommand) => session.command(what);
export const takeOver = () => session.takeOver();
export const undoLast = () => session.undoLast();
export const giveSound = (screen: string | null) => session.giveSound(screen);
export const playMusic = (on: boolean) => session.playMusic(on);
export const nextTrack = () => session.nextTrack();
export const keepSound = () => session.keepSound();
export const rejudgeJump = () => session.rejudgeJump();
export const acceptJump = () => session.acceptJump();
