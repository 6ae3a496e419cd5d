import { nanoid } from 'nanoid';
import * as v from 'valibot';
import {
  advance,
  isRecord,
  type RunCommand,
  type RunEvent,
  RunEventSchema,
  RunLog,
  viewOf,
} from '../../../core/time/index.ts';
import type { JudgedOffset } from '../../base/index.ts';
import { runSounds, runTracks, VoicedCues, type VoiceState } from '../../base/index.ts';
import { AskLimit } from './ask-limit.ts';
import { CLOSED_DESK, type DeskParts, type DeskState } from './desk-state.ts';
import type { Outbox, Settled } from './outbox.ts';
import type { RunHead } from './run-storage.ts';

/**
 * A command takes effect this much after the tap, so that the tone it calls for can start exactly on time.
 */
const COMMAND_LEAD_MS = 50;
/** A jump of the device's clock that a class would notice. */
const WORTH_TELLING_MS = 2000;
/** While words come one by one, the cues are planned anew this often. */
const PLAN_EVERY_MS = 500;

/**
 * A desk that leads a run, or follows it while another leads. A command takes effect here at once, is kept in the browser, and is
 * sent when the server can be reached: no class ever waits for a network. Whatever comes from outside, late or twice, counts once,
 * and the state is always the fold of the events.
 */
export class DeskSession {
  private current: DeskState = CLOSED_DESK;
  private readonly watchers = new Set<(state: DeskState) => void>();
  private me = '';
  private log: RunLog | null = null;
  private asks = new AskLimit();
  private sending: ReturnType<Outbox['keepSending']> | null = null;
  private end: () => void = () => {};
  /** Ids of the events that the server has not confirmed. */
  private readonly unconfirmed = new Set<string>();
  /** Screens that were told no: they do not ask twice. */
  private readonly refused = new Set<string>();
  /** When the next track was asked for, on the axis of the run's intervals, ms. */
  private skips: number[] = [];
  private readonly voiced: VoicedCues;
  /** When the cues were last planned for words that came, on the steady clock. */
  private plannedAtMs = 0;

  constructor(private readonly parts: DeskParts) {
    this.voiced = new VoicedCues(parts.speaker, (voice) => this.onVoice(voice));
  }

  get state(): DeskState {
    return this.current;
  }

  /** Calls back with every new state, until the function it gives is called. */
  watch(onState: (state: DeskState) => void): () => void {
    this.watchers.add(onState);
    return () => this.watchers.delete(onState);
  }

  /** Opens a run on this desk: from this browser, else from the server, else says that there is none. */
  async open(id: string): Promise<void> {
    this.close();
    const { storage, outbox, clock, sound } = this.parts;
    let closed = false;
    this.end = () => {
      closed = true;
    };
    this.me = await this.parts.name();
    const head = storage.readHead(id) ?? (await this.fetch(id));
    if (closed) return;
    if (!head) {
      this.set({ failed: 'This run is neither in this browser nor on the server' });
      return;
    }
    clock.shiftMs = head.shiftMs ?? 0;
    sound.shiftBy(0);
    clock.watch((shiftMs) => this.keepShift(id, shiftMs));
    clock.watchJumps((jump) => this.heedJump(jump));
    const log = new RunLog(head.plan, storage.keptEvents(id));
    this.log = log;
    this.asks = new AskLimit();
    this.skips = [];
    this.unconfirmed.clear();
    for (const event of storage.waitingEvents(id)) this.unconfirmed.add(event.id);
    this.set({ aside: storage.asideOf(id) });
    this.show(id, log);
    const unwatch = outbox.watch((settled) => this.onSettled(settled));
    this.sending = outbox.keepSending(id);
    const unlink = this.parts.link(id, {
      leads: () => this.current.leads,
      now: () => sound.now(),
      onEvents: (events, onServer) => this.takeIn(events, onServer),
      onCommand: (askId, asked) => this.obey(askId, asked),
      onBehind: (ms) => sound.shiftBy(ms),
    });
    this.end = () => {
      unlink();
      unwatch();
      this.sending?.stop();
      this.sending = null;
      this.log = null;
      this.voiced.forget();
    };
    sound.silent = head.plan.silent ?? false;
    this.soundFrom(sound.now());
    const { folded } = this.current;
    if (folded) void this.voiced.want(folded.plan, folded.intervals, folded.index);
  }

  close(): void {
    this.end();
    this.end = () => {};
    this.parts.sound.silence();
    this.current = CLOSED_DESK;
    this.set({});
  }

  /** Applies a command at once: it is kept in this browser, sounded, shown, and sent when the server is there. */
  async command(what: RunCommand, id: string = nanoid(16)): Promise<void> {
    const { run } = this.current;
    const { sound, storage } = this.parts;
    if (!run || !this.mayDo(what)) return;
    if (what.type === 'start' || what.type === 'resume' || what.type === 'lead') await sound.unlock();
    const { log } = this;
    if (!log || this.current.run?.id !== run.id) return;
    const made = v.safeParse(RunEventSchema, {
      ...what,
      id,
      seq: log.lastSeq + 1,
      atMs: Math.round(Math.max(this.current.folded?.clockMs ?? 0, sound.now() + COMMAND_LEAD_MS)),
      by: this.me,
    });
    // What no server would take is not begun with: a phone may ask for anything.
    if (!made.success) return;
    const event = made.output;
    const keptHere = storage.keepWaiting(run.id, event);
    this.unconfirmed.add(event.id);
    log.add([event]);
    this.show(run.id, log);
    this.set({ keptHere });
    this.soundFrom(event.atMs, CUTS.includes(what.type));
    this.sending?.flushNow();
  }

  /** Makes this desk the one that leads; the other follows as soon as it hears of it. */
  takeOver(): Promise<void> {
    return this.command({ type: 'lead' });
  }

  /** Takes the last live edit back. */
  async undoLast(): Promise<void> {
    const last = this.log?.lastUndoable;
    if (last) await this.command({ type: 'undo', of: last.id });
  }

  /** Plays the class's tracks, or lets beats and cues go on alone. */
  playMusic(musicOn: boolean): void {
    this.set({ musicOn });
    this.soundFrom(this.parts.sound.now() + COMMAND_LEAD_MS);
  }

  /** Goes on with the next track of what plays now. */
  nextTrack(): void {
    const { folded } = this.current;
    if (folded?.status !== 'running') return;
    const atMs = this.parts.sound.now() + COMMAND_LEAD_MS;
    this.skips.push(viewOf(advance(folded, atMs)).positionMs);
    this.set({ musicOn: true });
    this.soundFrom(atMs);
  }

  /** Gives the sound to a following screen, or back to this desk (null). */
  async giveSound(screen: string | null): Promise<void> {
    this.set({ soundAsked: null });
    if (this.current.folded?.soundAt !== screen) await this.command({ type: 'sound', screen });
  }

  /** Leaves the sound where it is; the screen that asked is not heard again. */
  keepSound(): void {
    const { soundAsked } = this.current;
    if (soundAsked !== null) this.refused.add(soundAsked);
    this.set({ soundAsked: null });
  }

  /** The device's clock has jumped otherwise than it was taken: the run's time is put where it belongs. */
  rejudgeJump(): void {
    const { jump } = this.current;
    if (!jump) return;
    const { clock, sound } = this.parts;
    sound.shiftBy(jump.what === 'slept' ? -jump.jumpMs : jump.jumpMs);
    if (this.current.run) this.keepShift(this.current.run.id, clock.shiftMs);
    this.set({ jump: null });
    this.soundFrom(sound.now(), true);
  }

  /** What the jump was taken for is as it was. */
  acceptJump(): void {
    this.set({ jump: null });
  }

  /** Sends at once what waits: the network is back. */
  flushNow(): void {
    this.sending?.flushNow();
  }

  private set(change: Partial<DeskState>): void {
    this.current = { ...this.current, ...change };
    for (const watcher of this.watchers) watcher(this.current);
  }

  private async fetch(id: string): Promise<RunHead | null> {
    try {
      const { plan, events } = await this.parts.fetchRun(id);
      const head = { id, plan, created: true, madeAtMs: this.parts.systemNow() };
      this.parts.storage.storeHead(head);
      for (const event of events) this.parts.storage.keepSent(id, event);
      return head;
    } catch {
      return null;
    }
  }

  /** A jump in the middle of a class is told: it may have been taken for what it was not. */
  private heedJump(jump: JudgedOffset): void {
    const { folded, leads } = this.current;
    const goesOn = folded?.status === 'running' && folded.endedAtMs === null;
    if (goesOn && leads && Math.abs(jump.jumpMs) >= WORTH_TELLING_MS) this.set({ jump });
  }

  private keepShift(id: string, shiftMs: number): void {
    const { run, leads } = this.current;
    const head = run?.id === id && leads ? this.parts.storage.readHead(id) : null;
    if (head) this.parts.storage.storeHead({ ...head, shiftMs });
  }

  /** Shows a run as its log has it by now. */
  private show(id: string, { plan, events, state, leader }: RunLog): void {
    const { folded: before, cues } = this.current;
    const isSame = before?.intervals === state.intervals && before.plan === state.plan;
    this.set({
      run: { id, plan, events },
      folded: state,
      leads: leader === null || leader === this.me,
      cues: isSame ? cues : this.voiced.sheet(state.plan, state.intervals).cues,
      waiting: this.unconfirmed.size,
    });
    if (before && !isSame) void this.voiced.want(state.plan, state.intervals, state.index);
  }

  private onVoice(voice: VoiceState): void {
    const { folded, voice: before, cues } = this.current;
    const now = this.parts.steadyNow();
    const isDone = voice.kind === 'ready' && (before.kind !== 'ready' || voice.lengths !== before.lengths);
    // Words that have come are said at once; all the class is not planned anew for each of them.
    const isNew = isDone || (voice.lengths !== before.lengths && now - this.plannedAtMs > PLAN_EVERY_MS);
    if (isNew) this.plannedAtMs = now;
    this.set({ voice, cues: isNew && folded ? this.voiced.sheet(folded.plan, folded.intervals).cues : cues });
    if (isNew) this.soundFrom(this.parts.sound.now() + COMMAND_LEAD_MS);
  }

  /** Sounds the run from a moment on, if it is for this desk to sound: it leads, and no other screen has the sound. */
  private soundFrom(atMs: number, cut = false): void {
    const { folded, cues, voice, leads, musicOn } = this.current;
    const here = leads && folded !== null && folded.soundAt === null;
    const tracks = here && musicOn ? runTracks(folded, this.skips) : [];
    this.parts.sound.play(here ? runSounds(folded, cues, voice) : () => [], atMs, cut, tracks);
  }

  /** Takes in what other desks or windows did, or the server has confirmed; each event counts once. */
  private takeIn(events: readonly RunEvent[], onServer: boolean): void {
    const { log } = this;
    const { run, leads } = this.current;
    if (!run || !log) return;
    const news = log.add(events);
    const confirmed = onServer && events.filter((e) => this.unconfirmed.delete(e.id)).length > 0;
    if (news.length === 0 && !confirmed) return;
    if (onServer) for (const event of events) this.parts.storage.keepSent(run.id, event);
    else for (const event of news) this.unconfirmed.add(event.id);
    this.show(run.id, log);
    if (news.length > 0) this.soundFrom(this.parts.sound.now() + COMMAND_LEAD_MS, leads !== this.current.leads);
  }

  /**
   * Does what a remote or a squad asked: the leading desk is the authority. Each ask has an id, which becomes the event's:
   * asked twice, it counts once. A screen that asks for the sound must be given it by hand. More than a hall can mean is left
   * out, and told.
   */
  private obey(id: string, asked: { type: string }): void {
    const what = asked as RunCommand;
    if (this.log?.has(id)) return;
    if (!this.asks.heeds(this.parts.steadyNow())) {
      this.set({ asksDropped: this.asks.dropped });
      return;
    }
    if (what.type !== 'sound') void this.command(what, id);
    else if (what.screen !== null && !this.refused.has(what.screen)) this.set({ soundAsked: what.screen });
  }

  private onSettled({ runId, sent, refused, blocked }: Settled): void {
    const { run } = this.current;
    if (!run || runId !== run.id || !this.log) return;
    for (const id of sent) this.unconfirmed.delete(id);
    for (const { id } of refused) this.unconfirmed.delete(id);
    this.set({ blocked, waiting: this.unconfirmed.size });
    if (refused.length === 0) return;
    // What the server has not taken no screen has seen: it does not count here either.
    const out = new Set(refused.map((r) => r.id));
    this.log = new RunLog(
      run.plan,
      this.log.events.filter((event) => !out.has(event.id)),
    );
    this.set({ aside: this.parts.storage.asideOf(run.id) });
    this.show(run.id, this.log);
    this.soundFrom(this.parts.sound.now() + COMMAND_LEAD_MS);
  }

  /** What leads the run may be done only by the desk that leads, another must take over first; any may write something down. */
  private mayDo(what: RunCommand): boolean {
    return what.type === 'lead' || this.current.leads || isRecord(what);
  }
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
