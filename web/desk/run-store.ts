import { nanoid } from 'nanoid';
import * as v from 'valibot';
import { create } from 'zustand';
import { type Cue, planCues, wordsOf } from '../../core/cues/index.ts';
import { foldRun, lastUndoable, type RunCommand, type RunEvent, type RunState } from '../../core/run/index.ts';
import { beatsOf } from '../../core/sound/index.ts';
import { api } from '../app/api.ts';
import { SoundEngine, type SoundSource, type TimedSound } from '../audio/sound-engine.ts';
import { clipKey, fetchClips, measured, measureWords, NO_VOICE, type VoiceState } from '../audio/voice.ts';
import { deskClock } from './desk-clock.ts';
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
  voice: VoiceState;
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
  voice: NO_VOICE,
  waiting: 0,
  keptHere: true,
  failed: null,
}));

export const sound = new SoundEngine();
deskClock.follow(() => sound.now());
let sending: ReturnType<typeof keepSending> | null = null;

sound.watch(() => useDesk.setState({ soundOn: sound.isOn }));

/** Opens a run on this desk: from this browser, else from the server, else says that there is none. */
export async function openRun(id: string): Promise<void> {
  useDesk.setState({ run: null, folded: null, cues: [], failed: null, voice: NO_VOICE });
  const local = readRun(id);
  const run = local ?? (await fetchRun(id));
  if (!run) {
    useDesk.setState({ failed: 'This run is neither in this browser nor on the server' });
    return;
  }
  show(run);
  sending?.stop();
  sending = keepSending(id);
  commands?.close();
  commands = listenForCommands(id);
  stopTelling();
  stopTelling = deskClock.tell(id, () => readRun(id)?.created === true);
  sound.silent = run.plan.silent ?? false;
  sound.play(soundSource(), sound.now());
  void loadVoice();
}

export function closeRun(): void {
  sending?.stop();
  sending = null;
  commands?.close();
  commands = null;
  stopTelling();
  voiceLoad?.abort();
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
  const { folded: before, cues, voice } = useDesk.getState();
  const same = before?.intervals === folded.intervals && before.plan === folded.plan;
  useDesk.setState({
    run,
    folded,
    cues: same ? cues : planCues(folded.plan, folded.intervals, measured(voice.lengths)),
    waiting: unsent(run).length,
  });
  if (before && before.plan !== folded.plan) void loadVoice();
}

let voiceLoad: AbortController | null = null;

/**
 * Measures and fetches all the words of the run, and plans the cues by their true lengths. A run never waits for it: till
 * then, and when there is no voice to be had, tones and text go on.
 */
async function loadVoice(): Promise<void> {
  const { folded } = useDesk.getState();
  if (!folded || folded.plan.silent) return;
  voiceLoad?.abort();
  const load = new AbortController();
  voiceLoad = load;
  const { plan, intervals } = folded;
  const words = wordsOf(plan, intervals);
  const set = (change: Partial<VoiceState>) =>
    !load.signal.aborted && useDesk.setState((s) => ({ voice: { ...s.voice, ...change } }));
  set({ kind: 'loading', done: 0, total: words.length });
  try {
    const lengths = await measureWords(plan, words, (_, done) => set({ done }), load.signal);
    await fetchClips(plan, [...lengths.keys()], sound, load.signal);
    if (load.signal.aborted) return;
    useDesk.setState((s) => ({
      voice: { kind: lengths.size > 0 ? 'ready' : 'none', done: words.length, total: words.length, lengths },
      cues: s.folded ? planCues(s.folded.plan, s.folded.intervals, measured(lengths)) : s.cues,
    }));
    sound.play(soundSource(), sound.now() + COMMAND_LEAD_MS);
  } catch {
    set({ kind: 'none' });
  }
}

window.addEventListener('odd-round:sent', () => {
  const { run } = useDesk.getState();
  const stored = run && readRun(run.id);
  if (run && stored)
    useDesk.setState({ run: { ...run, sent: stored.sent }, waiting: unsent({ ...run, sent: stored.sent }).length });
});

const CommandMessage = v.object({ id: v.string(), command: v.looseObject({ type: v.string() }) });
let commands: { close: () => void } | null = null;
let stopTelling: () => void = () => {};

/**
 * Hears what remotes and squads ask for and does it here: the desk is the authority. Each ask has an id, which becomes the
 * event's: asked twice, it counts once.
 */
function listenForCommands(id: string): { close: () => void } {
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    // Before its first event is sent the server does not know the run.
    if (readRun(id)?.created !== true) {
      timer = setTimeout(open, 1000);
      return;
    }
    source = new EventSource(`/api/runs/${id}/commands`);
    source.addEventListener('command', (e) => {
      const message = v.safeParse(CommandMessage, JSON.parse(e.data));
      const known = useDesk.getState().run?.events.some((x) => message.success && x.id === message.output.id);
      if (message.success && !known) void command(message.output.command as RunCommand, message.output.id);
    });
    source.onerror = () => {
      if (source?.readyState === EventSource.CLOSED) timer = setTimeout(open, 3000);
    };
  };
  open();
  return {
    close: () => {
      clearTimeout(timer);
      source?.close();
    },
  };
}

/** Applies a command at once: it is kept in this browser, sounded, shown, and sent when the server is there. */
export async function command(what: RunCommand, id: string = nanoid(16)): Promise<void> {
  const { run } = useDesk.getState();
  if (!run) return;
  if (what.type === 'start' || what.type === 'resume') await sound.unlock();
  const last = run.events[run.events.length - 1];
  const event: RunEvent = {
    ...what,
    id,
    seq: (last?.seq ?? 0) + 1,
    atMs: Math.round(Math.max(last?.atMs ?? 0, sound.now() + COMMAND_LEAD_MS)),
  };
  const current = readRun(run.id) ?? run;
  const next = { ...current, events: [...run.events, event] };
  const keptHere = storeRun(next);
  show(next);
  useDesk.setState({ keptHere });
  sound.play(soundSource(), event.atMs, CUTS.includes(what.type));
  sending?.poke();
}

/** What leaves the moment: words under way stop with it. All else lets them end. */
const CUTS: readonly RunCommand['type'][] = [
  'pause',
  'skip',
  'back',
  'restart',
  'release',
  'undo',
  'finish',
  'abandon',
];

/** Takes the last live edit back. */
export async function undoLast(): Promise<void> {
  const last = lastUndoable(useDesk.getState().run?.events ?? []);
  if (last) await command({ type: 'undo', of: last.id });
}

/** The sounds of the run from its events alone; none while it is not running, none past an interval that waits. */
function soundSource(): SoundSource {
  const { folded, cues, voice } = useDesk.getState();
  if (folded?.status !== 'running') return () => [];
  const current = folded.intervals[folded.index];
  if (!current) return () => [];
  const zeroMs = folded.clockMs - current.startMs - folded.elapsedMs;
  const hold = folded.intervals.findIndex((i, k) => k >= folded.index && i.untilTap);
  const held = hold < 0 ? null : folded.intervals[hold];
  const endMs = held ? held.startMs + held.durationMs : Number.POSITIVE_INFINITY;
  const second = folded.plan.voice?.second !== undefined;
  let spoken = 0;
  const sounds = cues.flatMap((cue): TimedSound[] => {
    const says = cue.tone === null && cue.spokenMs > 0 && cue.text !== null;
    const nth = says ? spoken++ : 0;
    if (cue.atMs > endMs || (held && (cue.tone === 'end' || cue.intervalIndex > hold))) return [];
    const atMs = zeroMs + cue.atMs;
    if (cue.tone !== null) return [{ atMs, bus: 'tones', name: cue.tone }];
    if (!says || voice.kind !== 'ready') return [];
    return [{ atMs, bus: 'voice', name: clipKey(cue.text ?? '', second && nth % 2 === 1) }];
  });
  const beats = beatsOf(folded.plan, folded.intervals)
    .filter((b) => b.atMs < endMs)
    .map((b): TimedSound => ({ atMs: zeroMs + b.atMs, bus: 'music', name: b.drum }));
  return (fromMs, toMs) => [...within(sounds, fromMs, toMs), ...within(beats, fromMs, toMs)];
}

/** The part of a list in order of time that lies in [fromMs, toMs). */
function within<T extends { atMs: number }>(list: readonly T[], fromMs: number, toMs: number): T[] {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((list[middle]?.atMs ?? 0) < fromMs - 0.5) low = middle + 1;
    else high = middle;
  }
  const found: T[] = [];
  for (let k = low; k < list.length; k++) {
    const item = list[k];
    if (!item || item.atMs >= toMs - 0.5) break;
    found.push(item);
  }
  return found;
}
