import { nanoid } from 'nanoid';
import { create } from 'zustand';
import { type Cue, planCues } from '../../core/cues/index.ts';
import { foldRun, type RunCommand, type RunEvent, type RunState } from '../../core/run/index.ts';
import { api } from '../app/api.ts';
import { SoundEngine, type ToneSource } from '../audio/sound-engine.ts';
import { keepSending } from './outbox.ts';
import { type LocalRun, readRun, storeRun, unsent } from './run-storage.ts';

/**
 * A command takes effect this much after the tap, so that the tone it calls for can start exactly on time.
 */
const COMMAND_LEAD_MS = 50;

interface DeskState {
  run: LocalRun | null;
  /** The fold of the run's events; screens move it on to their own moment. */
  folded: RunState | null;
  cues: readonly Cue[];
  soundOn: boolean;
  /** Events the server has not confirmed. */
  waiting: number;
  /** False when this browser's storage took no more: the run goes on, but a reload would lose what is not sent. */
  keptHere: boolean;
  failed: string | null;
}

export const useDesk = create<DeskState>(() => ({
  run: null,
  folded: null,
  cues: [],
  soundOn: false,
  waiting: 0,
  keptHere: true,
  failed: null,
}));

export const sound = new SoundEngine();
let sending: ReturnType<typeof keepSending> | null = null;

sound.watch(() => useDesk.setState({ soundOn: sound.isOn }));

/** Opens a run on this desk: from this browser, else from the server, else says that there is none. */
export async function openRun(id: string): Promise<void> {
  useDesk.setState({ run: null, folded: null, cues: [], failed: null });
  const local = readRun(id);
  const run = local ?? (await fetchRun(id));
  if (!run) {
    useDesk.setState({ failed: 'This run is neither in this browser nor on the server' });
    return;
  }
  show(run);
  sending?.stop();
  sending = keepSending(id);
  sound.play(toneSource(), sound.now());
}

export function closeRun(): void {
  sending?.stop();
  sending = null;
  sound.silence();
  useDesk.setState({ run: null, folded: null, cues: [] });
}

async function fetchRun(id: string): Promise<LocalRun | null> {
  try {
    const { plan, events } = await api.run(id);
    const run: LocalRun = { id, plan, events, sent: events.map((e) => e.id), created: true, madeAtMs: Date.now() };
    storeRun(run);
    return run;
  } catch {
    return null;
  }
}

function show(run: LocalRun): void {
  const folded = foldRun(run.plan, run.events);
  const { folded: before, cues } = useDesk.getState();
  const sameList = before?.intervals === folded.intervals;
  useDesk.setState({
    run,
    folded,
    cues: sameList ? cues : planCues(run.plan, folded.intervals),
    waiting: unsent(run).length,
  });
}

window.addEventListener('odd-round:sent', () => {
  const { run } = useDesk.getState();
  const stored = run && readRun(run.id);
  if (run && stored)
    useDesk.setState({ run: { ...run, sent: stored.sent }, waiting: unsent({ ...run, sent: stored.sent }).length });
});

/** Applies a command at once: it is kept in this browser, sounded, shown, and sent when the server is there. */
export async function command(what: RunCommand): Promise<void> {
  const { run } = useDesk.getState();
  if (!run) return;
  if (what.type === 'start' || what.type === 'resume') await sound.unlock();
  const last = run.events[run.events.length - 1];
  const event: RunEvent = {
    ...what,
    id: nanoid(16),
    seq: (last?.seq ?? 0) + 1,
    atMs: Math.round(Math.max(last?.atMs ?? 0, sound.now() + COMMAND_LEAD_MS)),
  };
  const current = readRun(run.id) ?? run;
  const next = { ...current, events: [...run.events, event] };
  const keptHere = storeRun(next);
  show(next);
  useDesk.setState({ keptHere });
  sound.play(toneSource(), event.atMs);
  sending?.poke();
}

/** The tones of the run from its events alone; none while it is not running, none past an interval that waits. */
function toneSource(): ToneSource {
  const { folded, cues } = useDesk.getState();
  if (folded?.status !== 'running') return () => [];
  const current = folded.intervals[folded.index];
  if (!current) return () => [];
  const zeroMs = folded.clockMs - current.startMs - folded.elapsedMs;
  const hold = folded.intervals.findIndex((i, k) => k >= folded.index && i.untilTap);
  const tones = cues.flatMap((cue) =>
    cue.tone !== null && (hold < 0 || cue.intervalIndex <= hold) && !(hold >= 0 && cue.tone === 'end')
      ? [{ atMs: zeroMs + cue.atMs, tone: cue.tone }]
      : [],
  );
  return (fromMs, toMs) => tones.filter((t) => t.atMs >= fromMs - 0.5 && t.atMs < toMs - 0.5);
}
