import type { RunEvent } from '../../../core/time/index.ts';
import type { StreamListener, Timers } from '../../base/index.ts';
import type { DeskClock } from './desk-clock.ts';
import type { Outbox } from './outbox.ts';
import type { RunStorage } from './run-storage.ts';

const TELL_EVERY_MS = 2000;
const ALIGN_EVERY_MS = 500;
/** A change of the offset worth telling the screens that follow. */
const WORTH_TELLING_MS = 25;

/** The desk as its link to the server and to other windows sees it. */
export interface DeskEnd {
  leads(): boolean;
  /** The run's time as this desk has it. */
  now(): number;
  /** Events that other desks or windows have added, or the server has confirmed. */
  onEvents(events: readonly RunEvent[], onServer: boolean): void;
  onCommand(id: string, command: { type: string }): void;
  /** The leading desk's time is this much ahead, ms. */
  onBehind(ms: number): void;
}

/** The ways a desk hears of the rest of the world. */
export interface LinkParts {
  storage: RunStorage;
  outbox: Outbox;
  clock: DeskClock;
  timers: Timers;
  /** Opens the server's stream of a run; gives what closes it. */
  openStream(runId: string, on: StreamListener): () => void;
  /** Something that phones entered waits for the instructor, or does so no more. */
  onWaiting(runId: string): void;
  /** Tells the server how the leading desk's clock stands to its own, ms; throws when it was not heard. */
  tellClock(runId: string, clockOffsetMs: number): Promise<unknown>;
  /** Calls back with the key of whatever another window writes to the storage; gives what ends that. */
  watchWindows(onWritten: (key: string) => void): () => void;
}

/**
 * Links a desk to its run: news and commands come over the server's stream, and from windows beside this one through the
 * browser's storage, which needs no server. A leading desk tells how its clock stands; a following one goes by it.
 */
export function linkDesk(runId: string, end: DeskEnd, parts: LinkParts): () => void {
  const { storage, outbox, clock, timers } = parts;
  let leaderOffsetMs: number | null = null;
  let told: number | null = null;
  let closeStream: (() => void) | null = null;
  let known = false;
  const isKnown = () => {
    known ||= storage.readHead(runId)?.created === true;
    return known;
  };

  const open = () => {
    // Before its first event is sent the server does not know the run.
    if (closeStream || !isKnown()) return;
    closeStream = parts.openStream(runId, {
      onRun: (m) => {
        leaderOffsetMs = m.clockOffsetMs;
        told = null;
      },
      onEvent: (event) => end.onEvents([event], true),
      onClock: (ms) => {
        leaderOffsetMs = ms;
      },
      onBeat: (serverMs) => clock.heedBeat(serverMs),
      onCommand: (id, command) => {
        if (end.leads()) end.onCommand(id, command);
      },
      onWaiting: () => parts.onWaiting(runId),
      onState: () => {},
    });
  };
  const tell = async () => {
    const offsetMs = end.leads() && isKnown() ? clock.offsetTo(end.now()) : null;
    if (offsetMs === null || (told !== null && Math.abs(offsetMs - told) < WORTH_TELLING_MS)) return;
    const heard = await parts.tellClock(runId, offsetMs).then(
      () => true,
      () => false,
    );
    if (heard) told = offsetMs;
  };
  const align = () => {
    if (end.leads() || leaderOffsetMs === null) return;
    const behind = clock.behindLeader(leaderOffsetMs, end.now());
    if (behind !== 0) end.onBehind(behind);
  };

  open();
  const stops = [
    outbox.watch(open),
    parts.watchWindows((key) => {
      const kept = storage.eventUnder(key, runId);
      if (kept) end.onEvents([kept], false);
    }),
    timers.every(TELL_EVERY_MS, () => void tell()),
    timers.every(ALIGN_EVERY_MS, align),
    clock.keep(),
  ];
  return () => {
    for (const stop of stops) stop();
    closeStream?.();
  };
}
