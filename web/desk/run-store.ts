import { nanoid } from 'nanoid';
import { create } from 'zustand';
import { type Cue, planCues, wordsOf } from '../../core/cues/index.ts';
import {
  foldRun,
  lastUndoable,
  leaderOf,
  type RunCommand,
  type RunEvent,
  type RunState,
} from '../../core/run/index.ts';
import { api } from '../app/api.ts';
import { runSounds } from '../audio/run-sounds.ts';
import { SoundEngine } from '../audio/sound-engine.ts';
import { fetchVoice, measured, NO_VOICE, type VoiceState } from '../audio/voice.ts';
import { runClock } from './desk-clock.ts';
import { deskId } from './desk-id.ts';
import { linkDesk } from './desk-link.ts';
import { keepSending } from './outbox.ts';
import { joined, type LocalRun, readRun, storeRun, unsent } from './run-storage.ts';

/**
 * A command takes effect this much after the tap, so that the tone it calls for can start exactly on time.
 */
const COMMAND_LEAD_MS = 50;

interface DeskState {
  run: LocalRun | null;
  /** The fold of the run's events; screens move it on to their own moment. */
  folded: RunState | null;
  /** False while another desk leads: this one shows the run, silent, and may take over. */
  leads: boolean;
  cues: readonly Cue[];
  soundOn: boolean;
  voice: VoiceState;
  /** Events the server has not confirmed. */
  waiting: number;
  /** False when this browser's storage took no more: the run goes on, but a reload would lose what is not sent. */
  keptHere: boolean;
  /** A following screen that asks for the sound. */
  soundAsked: string | null;
  failed: string | null;
}

const CLOSED = {
  run: null,
  folded: null,
  leads: true,
  cues: [],
  voice: NO_VOICE,
  waiting: 0,
  keptHere: true,
  soundAsked: null,
  failed: null,
} satisfies Partial<DeskState>;

export const useDesk = create<DeskState>(() => ({ ...CLOSED, soundOn: false }));

export const sound = new SoundEngine(runClock);
sound.watch(() => useDesk.setState({ soundOn: sound.isOn }));

let me = '';
let closeOpen: (() => void) | null = null;
let sending: ReturnType<typeof keepSending> | null = null;

/** Opens a run on this desk: from this browser, else from the server, else says that there is none. */
export async function openRun(id: string): Promise<void> {
  closeRun();
  let closed = false;
  closeOpen = () => {
    closed = true;
  };
  me = await deskId();
  const run = readRun(id) ?? (await fetchRun(id));
  if (closed) return;
  if (!run) {
    useDesk.setState({ failed: 'This run is neither in this browser nor on the server' });
    return;
  }
  runClock.shiftMs = run.shiftMs ?? 0;
  sound.shiftBy(0);
  runClock.watch((shiftMs) => keepShift(id, shiftMs));
  show(run);
  sending = keepSending(id);
  const unlink = linkDesk(id, {
    leads: () => useDesk.getState().leads,
    now: () => sound.now(),
    onEvents: takeIn,
    onCommand: obey,
    onBehind: (ms) => sound.shiftBy(ms),
  });
  closeOpen = () => {
    unlink();
    sending?.stop();
    sending = null;
    voiceLoad?.abort();
  };
  sound.silent = run.plan.silent ?? false;
  soundFrom(sound.now());
  void loadVoice();
}

export function closeRun(): void {
  closeOpen?.();
  closeOpen = null;
  sound.silence();
  useDesk.setState(CLOSED);
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

function keepShift(id: string, shiftMs: number): void {
  const { run, leads } = useDesk.getState();
  if (run?.id !== id || !leads) return;
  storeRun({ ...run, shiftMs });
  useDesk.setState({ run: { ...run, shiftMs } });
}

function show(run: LocalRun): void {
  const folded = foldRun(run.plan, run.events);
  const { folded: before, cues, voice } = useDesk.getState();
  const same = before?.intervals === folded.intervals && before.plan === folded.plan;
  const leader = leaderOf(run.events);
  useDesk.setState({
    run,
    folded,
    leads: leader === null || leader === me,
    cues: same ? cues : planCues(folded.plan, folded.intervals, measured(voice.lengths)),
    waiting: unsent(run).length,
  });
  if (before && before.plan !== folded.plan) void loadVoice();
}

/** Sounds the run from a moment on, if it is for this desk to sound: it leads, and no other screen has the sound. */
function soundFrom(atMs: number, cut = false): void {
  const { folded, cues, voice, leads } = useDesk.getState();
  const here = leads && folded !== null && folded.soundAt === null;
  sound.play(here ? runSounds(folded, cues, voice) : () => [], atMs, cut);
}

/** Takes in what other desks or windows did, or the server has confirmed; each event counts once. */
function takeIn(events: readonly RunEvent[], onServer: boolean): void {
  const { run, leads } = useDesk.getState();
  if (!run) return;
  const known = new Set(run.events.map((e) => e.id));
  const news = events.filter((e) => !known.has(e.id));
  const confirmed = onServer ? events.filter((e) => !run.sent.includes(e.id)).map((e) => e.id) : [];
  if (news.length === 0 && confirmed.length === 0) return;
  const next = { ...run, events: [...run.events, ...news], sent: [...run.sent, ...confirmed] };
  if (onServer) storeRun(next);
  show(next);
  if (news.length > 0) soundFrom(sound.now() + COMMAND_LEAD_MS, leads !== useDesk.getState().leads);
}

/**
 * Does what a remote or a squad asked: the leading desk is the authority. Each ask has an id, which becomes the event's:
 * asked twice, it counts once. A screen that asks for the sound must be given it by hand.
 */
function obey(id: string, asked: { type: string }): void {
  const what = asked as RunCommand;
  if (useDesk.getState().run?.events.some((e) => e.id === id)) return;
  if (what.type !== 'sound') void command(what, id);
  else if (what.screen !== null && !refused.has(what.screen)) useDesk.setState({ soundAsked: what.screen });
}

/** Gives the sound to a following screen, or back to this desk (null). */
export async function giveSound(screen: string | null): Promise<void> {
  useDesk.setState({ soundAsked: null });
  if (useDesk.getState().folded?.soundAt !== screen) await command({ type: 'sound', screen });
}

/** Screens that were told no: they do not ask twice. */
const refused = new Set<string>();

/** Leaves the sound where it is; the screen that asked is not heard again. */
export function keepSound(): void {
  const { soundAsked } = useDesk.getState();
  if (soundAsked !== null) refused.add(soundAsked);
  useDesk.setState({ soundAsked: null });
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
    const lengths = await fetchVoice(plan, words, sound, (done) => set({ done }), load.signal);
    if (load.signal.aborted) return;
    useDesk.setState((s) => ({
      voice: { kind: 'ready', done: words.length, total: words.length, lengths },
      cues: s.folded ? planCues(s.folded.plan, s.folded.intervals, measured(lengths)) : s.cues,
    }));
    soundFrom(sound.now() + COMMAND_LEAD_MS);
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

/** Makes this desk the one that leads; the other follows as soon as it hears of it. */
export const takeOver = () => command({ type: 'lead' });

/** What may be done only by the desk that leads; another must take over first. */
const mayDo = (what: RunCommand) => what.type === 'lead' || useDesk.getState().leads;

/** Applies a command at once: it is kept in this browser, sounded, shown, and sent when the server is there. */
export async function command(what: RunCommand, id: string = nanoid(16)): Promise<void> {
  const { run } = useDesk.getState();
  if (!run || !mayDo(what)) return;
  if (what.type === 'start' || what.type === 'resume' || what.type === 'lead') await sound.unlock();
  const now = joined(readRun(run.id), useDesk.getState().run ?? run);
  const event: RunEvent = {
    ...what,
    id,
    seq: Math.max(0, ...now.events.map((e) => e.seq)) + 1,
    atMs: Math.round(Math.max(useDesk.getState().folded?.clockMs ?? 0, sound.now() + COMMAND_LEAD_MS)),
    by: me,
  };
  const next = { ...now, events: [...now.events, event], shiftMs: runClock.shiftMs };
  const keptHere = storeRun(next);
  show(next);
  useDesk.setState({ keptHere });
  soundFrom(event.atMs, CUTS.includes(what.type));
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
  'sound',
  'finish',
  'abandon',
];

/** Takes the last live edit back. */
export async function undoLast(): Promise<void> {
  const last = lastUndoable(useDesk.getState().run?.events ?? []);
  if (last) await command({ type: 'undo', of: last.id });
}
