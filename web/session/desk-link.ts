import type { RunEvent } from '../../core/run/index.ts';
import { openRunStream } from '../live/index.ts';
import { behindLeader, heedBeat, keepTime, offsetTo } from './desk-clock.ts';
import { eventUnder, readHead } from './run-storage.ts';

const TELL_EVERY_MS = 2000;
const ALIGN_EVERY_MS = 500;
/** A change of the offset worth telling the screens that follow. */
const WORTH_TELLING_MS = 25;

/** What a desk is told, and asked, over its link to the server and to other windows. */
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

/**
 * Links a desk to its run: news and commands come over the server's stream, and from windows beside this one through the
 * browser's storage, which needs no server. A leading desk tells how its clock stands; a following one goes by it.
 */
export function linkDesk(runId: string, end: DeskEnd): () => void {
  let leaderOffsetMs: number | null = null;
  let told: number | null = null;
  let closeStream: (() => void) | null = null;
  let known = false;
  const isKnown = () => {
    known ||= readHead(runId)?.created === true;
    return known;
  };

  const open = () => {
    // Before its first event is sent the server does not know the run.
    if (closeStream || !isKnown()) return;
    closeStream = openRunStream(`/api/runs/${runId}`, {
      onRun: (m) => {
        leaderOffsetMs = m.clockOffsetMs;
        told = null;
      },
      onEvent: (event) => end.onEvents([event], true),
      onClock: (ms) => {
        leaderOffsetMs = ms;
      },
      onBeat: heedBeat,
      onCommand: (id, command) => {
        if (end.leads()) end.onCommand(id, command);
      },
      onState: () => {},
    });
  };
  const tell = () => {
    const offsetMs = end.leads() && isKnown() ? offsetTo(end.now()) : null;
    if (offsetMs === null || (told !== null && Math.abs(offsetMs - told) < WORTH_TELLING_MS)) return;
    void fetch(`/api/runs/${runId}/clock`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ clockOffsetMs: offsetMs }),
    }).then(
      (res) => {
        if (res.ok) told = offsetMs;
      },
      () => {},
    );
  };
  const align = () => {
    if (end.leads() || leaderOffsetMs === null) return;
    const behind = behindLeader(leaderOffsetMs, end.now());
    if (behind !== 0) end.onBehind(behind);
  };
  const onStorage = (e: StorageEvent) => {
    const kept = e.key === null || e.newValue === null ? null : eventUnder(e.key, runId);
    if (kept) end.onEvents([kept], false);
  };

  open();
  window.addEventListener('odd-round:sent', open);
  window.addEventListener('storage', onStorage);
  const telling = setInterval(tell, TELL_EVERY_MS);
  const aligning = setInterval(align, ALIGN_EVERY_MS);
  const stopTime = keepTime();
  return () => {
    window.removeEventListener('odd-round:sent', open);
    window.removeEventListener('storage', onStorage);
    clearInterval(telling);
    clearInterval(aligning);
    stopTime();
    closeStream?.();
  };
}
