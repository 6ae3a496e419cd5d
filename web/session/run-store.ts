import { nanoid } from 'nanoid';
import * as v from 'valibot';
import { create } from 'zustand';
import { type Cue, planCues, wordsOf } from '../../core/cues/index.ts';
import type { Plan } from '../../core/plan/index.ts';
import { type RunCommand, type RunEvent, RunEventSchema, RunLog, type RunState } from '../../core/run/index.ts';
import { fetchVoice, measured, NO_VOICE, runSounds, SoundEngine, type VoiceState } from '../audio/index.ts';
import { api } from '../data/index.ts';

import { AskLimit } from './ask-limit.ts';
import { runClock } from './desk-clock.ts';
import { deskId } from './desk-id.ts';
import { linkDesk } from './desk-link.ts';
import { keepSending, type Settled } from './outbox.ts';
import { asideOf, keepSent, keepWaiting, keptEvents, readHead, storeHead, waitingEvents } from './run-storage.ts';

/**
 * A command takes effect this much after the tap, so that the tone it calls for can start exactly on time.
 */
const COMMAND_LEAD_MS = 50;

/** The run this desk shows: its plan as begun, and its events. */
export interface DeskRun {
  id: string;
  plan: Plan;
  events: readonly RunEvent[];
}

interface DeskState {
  run: DeskRun | null;
  /** The fold of the run's events; screens move it on to their own moment. */
  folded: RunState | null;
  /** False while another desk leads: this one shows the run, silent, and may take over. */
  leads: boolean;
  cues: readonly Cue[];
  soundOn: boolean;
  voice: VoiceState;
  /** Events the server has not confirmed. */
  waiting: number;
  /** What the server will not take, with what it said of each: it is kept here and does not count. */
  aside: readonly { id: string; problem: string }[];
  /** Why the server takes nothing of this run; null when it does, or is only out of reach. */
  blocked: string | null;
  /** Asks of phones that came too often and were left out. */
  asksDropped: number;
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
  aside: [],
  blocked: null,
  asksDropped: 0,
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
let log: RunLog | null = null;
let asks = new AskLimit();
/** Ids of the events that the server has not confirmed. */
const unconfirmed = new Set<string>();

/** Opens a run on this desk: from this browser, else from the server, else says that there is none. */
export async function openRun(id: string): Promise<void> {
  closeRun();
  let closed = false;
  closeOpen = () => {
    closed = true;
  };
  me = await deskId();
  const head = readHead(id) ?? (await fetchRun(id));
  if (closed) return;
  if (!head) {
    useDesk.setState({ failed: 'This run is neither in this browser nor on the server' });
    return;
  }
  runClock.shiftMs = head.shiftMs ?? 0;
  sound.shiftBy(0);
  runClock.watch((shiftMs) => keepShift(id, shiftMs));
  log = new RunLog(head.plan, keptEvents(id));
  asks = new AskLimit();
  unconfirmed.clear();
  for (const event of waitingEvents(id)) unconfirmed.add(event.id);
  useDesk.setState({ aside: asideOf(id) });
  show(id, log);
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
    log = null;
    voiceLoad?.abort();
  };
  sound.silent = head.plan.silent ?? false;
  soundFrom(sound.now());
  void loadVoice();
}

export function closeRun(): void {
  closeOpen?.();
  closeOpen = null;
  sound.silence();
  useDesk.setState(CLOSED);
}

async function fetchRun(id: string): Promise<ReturnType<typeof readHead>> {
  try {
    const { plan, events } = await api.run(id);
    const head = { id, plan, created: true, madeAtMs: Date.now() };
    storeHead(head);
    for (const event of events) keepSent(id, event);
    return head;
  } catch {
    return null;
  }
}

function keepShift(id: string, shiftMs: number): void {
  const { run, leads } = useDesk.getState();
  const head = run?.id === id && leads ? readHead(id) : null;
  if (head) storeHead({ ...head, shiftMs });
}

/** Shows a run as its log has it by now. */
function show(id: string, { plan, events, state, leader }: RunLog): void {
  const { folded: before, cues, voice } = useDesk.getState();
  const same = before?.intervals === state.intervals && before.plan === state.plan;
  useDesk.setState({
    run: { id, plan, events },
    folded: state,
    leads: leader === null || leader === me,
    cues: same ? cues : planCues(state.plan, state.intervals, measured(voice.lengths)),
    waiting: unconfirmed.size,
  });
  if (before && before.plan !== state.plan) void loadVoice();
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
  if (!run || !log) return;
  const news = log.add(events);
  const confirmed = onServer && events.some((e) => unconfirmed.delete(e.id));
  if (news.length === 0 && !confirmed) return;
  if (onServer) for (const event of events) keepSent(run.id, event);
  else for (const event of news) unconfirmed.add(event.id);
  show(run.id, log);
  if (news.length > 0) soundFrom(sound.now() + COMMAND_LEAD_MS, leads !== useDesk.getState().leads);
}

/**
 * Does what a remote or a squad asked: the leading desk is the authority. Each ask has an id, which becomes the event's:
 * asked twice, it counts once. A screen that asks for the sound must be given it by hand. More than a hall can mean is left out,
 * and told.
 */
function obey(id: string, asked: { type: string }): void {
  const what = asked as RunCommand;
  if (log?.has(id)) return;
  if (!asks.heeds(performance.now())) {
    useDesk.setState({ asksDropped: asks.dropped });
    return;
  }
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

window.addEventListener('odd-round:sent', (e) => {
  const { run } = useDesk.getState();
  const { runId, sent, refused, blocked } = (e as CustomEvent<Settled>).detail;
  if (!run || runId !== run.id || !log) return;
  useDesk.setState({ blocked });
  for (const id of sent) unconfirmed.delete(id);
  for (const { id } of refused) unconfirmed.delete(id);
  if (refused.length === 0) {
    useDesk.setState({ waiting: unconfirmed.size });
    return;
  }
  // What the server has not taken no screen has seen: it does not count here either.
  const out = new Set(refused.map((r) => r.id));
  log = new RunLog(
    run.plan,
    log.events.filter((event) => !out.has(event.id)),
  );
  useDesk.setState({ aside: asideOf(run.id) });
  show(run.id, log);
  soundFrom(sound.now() + COMMAND_LEAD_MS);
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
  if (!log || useDesk.getState().run?.id !== run.id) return;
  const made = v.safeParse(RunEventSchema, {
    ...what,
    id,
    seq: log.lastSeq + 1,
    atMs: Math.round(Math.max(useDesk.getState().folded?.clockMs ?? 0, sound.now() + COMMAND_LEAD_MS)),
    by: me,
  });
  // What no server would take is not begun with: a phone may ask for anything.
  if (!made.success) return;
  const event = made.output;
  const keptHere = keepWaiting(run.id, event);
  unconfirmed.add(event.id);
  log.add([event]);
  show(run.id, log);
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
  const last = log?.lastUndoable;
  if (last) await command({ type: 'undo', of: last.id });
}
