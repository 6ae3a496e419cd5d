import * as v from 'valibot';
import type { Plan } from '../../core/class/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/time/index.ts';
import type { JudgedOffset, SoundSource, Speaker, Timers } from '../base/index.ts';
import { ApiError } from '../base/index.ts';
import type { DeskEnd } from '../lead/session/desk-link.ts';
import { DeskSession } from '../lead/session/desk-session.ts';
import type { DeskSound } from '../lead/session/desk-state.ts';
import { Outbox, type RunServer } from '../lead/session/outbox.ts';
import { RunStorage } from '../lead/session/run-storage.ts';

/** A browser's storage in memory: keys are its own properties, its methods are not, as in a browser. */
export function memoryStorage(): Storage {
  const kept: Record<string, string> = {};
  return Object.defineProperties(kept, {
    getItem: { value: (k: string) => kept[k] ?? null, configurable: true },
    setItem: { value: (k: string, text: string) => Object.assign(kept, { [k]: text }), configurable: true },
    key: { value: (k: number) => Object.keys(kept)[k] ?? null, configurable: true },
    length: { get: () => Object.keys(kept).length, configurable: true },
    removeItem: { value: (k: string) => delete kept[k], configurable: true },
  }) as unknown as Storage;
}

/** Makes a storage take nothing more, as a full one. */
export function fill(storage: Storage): void {
  Object.defineProperty(storage, 'setItem', {
    value: () => {
      throw new DOMException('full', 'QuotaExceededError');
    },
  });
}

/** Timers that go on only as `pass` says. */
export class ManualTimers implements Timers {
  private nowMs = 0;
  private waiting: { atMs: number; everyMs: number | null; act: () => void }[] = [];

  every(ms: number, act: () => void): () => void {
    return this.add({ atMs: this.nowMs + ms, everyMs: ms, act });
  }

  after(ms: number, act: () => void): () => void {
    return this.add({ atMs: this.nowMs + ms, everyMs: null, act });
  }

  /** Lets so much time pass, doing all that falls due in it, in order. */
  pass(ms: number): void {
    const untilMs = this.nowMs + ms;
    for (;;) {
      const due = this.waiting.filter((w) => w.atMs <= untilMs).sort((a, b) => a.atMs - b.atMs)[0];
      if (!due) break;
      this.nowMs = due.atMs;
      if (due.everyMs === null) this.waiting = this.waiting.filter((w) => w !== due);
      else due.atMs += due.everyMs;
      due.act();
    }
    this.nowMs = untilMs;
  }

  private add(one: { atMs: number; everyMs: number | null; act: () => void }): () => void {
    this.waiting.push(one);
    return () => {
      this.waiting = this.waiting.filter((w) => w !== one);
    };
  }
}

/** A server that keeps runs, tells desks what has come, and can be away or refuse. */
export class TestServer implements RunServer {
  away = false;
  /** Ids of events it will not take. */
  readonly bad = new Set<string>();
  readonly calls: string[] = [];
  readonly runs = new Map<string, { plan: Plan; events: RunEvent[] }>();
  private readonly ends = new Map<string, Set<DeskEnd>>();

  async createRun(id: string, plan: Plan): Promise<void> {
    this.hear('create');
    if (!this.runs.has(id)) this.runs.set(id, { plan, events: [] });
  }

  async appendEvents(id: string, events: readonly RunEvent[]) {
    this.hear('append');
    const run = this.known(id);
    const sound = events.filter((e) => !this.bad.has(e.id) && v.is(RunEventSchema, e));
    const news = sound.filter((e) => !run.events.some((x) => x.id === e.id));
    run.events.push(...news);
    for (const end of this.ends.get(id) ?? []) end.onEvents(news, true);
    const refused = events.filter((e) => !sound.includes(e)).map((e) => ({ id: e.id, problem: 'broken' }));
    return { stored: sound.map((e) => e.id), refused };
  }

  async fetchRun(id: string): Promise<{ plan: Plan; events: readonly RunEvent[] }> {
    this.hear('fetch');
    return this.known(id);
  }

  /** Ids of the events it has of a run. */
  idsOf(id: string): string[] {
    return this.runs.get(id)?.events.map((e) => e.id) ?? [];
  }

  link(id: string, end: DeskEnd): () => void {
    const ends = this.ends.get(id) ?? new Set();
    this.ends.set(id, ends.add(end));
    return () => ends.delete(end);
  }

  /** A phone asks the desk that leads. */
  ask(runId: string, id: string, command: { type: string; [more: string]: unknown }): void {
    for (const end of this.ends.get(runId) ?? []) if (end.leads()) end.onCommand(id, command);
  }

  private hear(what: string): void {
    if (this.away) throw new ApiError(0, 'The server cannot be reached');
    this.calls.push(what);
  }

  private known(id: string): { plan: Plan; events: RunEvent[] } {
    const run = this.runs.get(id);
    if (!run) throw new ApiError(404, 'Run not found');
    return run;
  }
}

/** A sound that only notes what it is given, on a time that is set by hand. */
export class TestSound implements DeskSound {
  nowMs = 1_790_000_000_000;
  silent = false;
  unlocked = 0;
  cuts: boolean[] = [];
  source: SoundSource = () => [];

  now(): number {
    return this.nowMs;
  }

  async unlock(): Promise<boolean> {
    this.unlocked += 1;
    return true;
  }

  play(source: SoundSource, _fromMs: number, cut = false): void {
    this.source = source;
    this.cuts.push(cut);
  }

  silence(): void {
    this.play(() => [], this.nowMs, true);
  }

  shiftBy(ms: number): void {
    this.nowMs += ms;
  }

  /** Names of the sounds planned in the next so many ms, with their time from now. */
  next(ms: number): [name: string, inMs: number][] {
    return this.source(this.nowMs, this.nowMs + ms).map((s) => [s.name, s.atMs - this.nowMs]);
  }
}

/** Lets everything that has been promised happen. */
export const flushPromises = () => new Promise((done) => setImmediate(done));

interface DeskOptions {
  name: string;
  server: RunServer & Pick<TestServer, 'fetchRun' | 'link'>;
  kept?: Storage;
  timers?: ManualTimers;
  /** Lengths of the words there is a voice for; none without. */
  words?: ReadonlyMap<string, number>;
  /** In place of the sound that only notes what it is given. */
  sound?: DeskSound;
  speaker?: Speaker;
}

/** A desk with all it stands on. */
export function testDesk({
  name,
  server,
  kept = memoryStorage(),
  timers = new ManualTimers(),
  words,
  sound: own,
  speaker,
}: DeskOptions) {
  const storage = new RunStorage(kept);
  const outbox = new Outbox(storage, server, timers);
  const sound = new TestSound();
  const clock = {
    shiftMs: 0,
    tell: (_: number) => {},
    jump: (_: JudgedOffset) => {},
    watch: (on: (ms: number) => void) => {
      clock.tell = on;
    },
    watchJumps: (on: (judged: JudgedOffset) => void) => {
      clock.jump = on;
    },
  };
  const session = new DeskSession({
    name: async () => name,
    storage,
    outbox,
    sound: own ?? sound,
    clock,
    speaker:
      speaker ??
      (async () => {
        if (!words) throw new Error('no voice');
        return words;
      }),
    fetchRun: (id) => server.fetchRun(id),
    link: (id, end) => server.link(id, end),
    steadyNow: () => sound.nowMs,
    systemNow: () => sound.nowMs,
  });
  return { session, storage, outbox, sound, clock, timers, kept };
}
