import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { mulberry32 } from '../../core/judge/index.ts';
import { mixedClass } from '../../core/test/mixed.ts';
import { foldRun, type RunCommand } from '../../core/time/index.ts';
import { createApp } from '../../server/app.ts';
import type { Database } from '../../server/db/database.ts';
import { migrate } from '../../server/db/migrate.ts';
import { freshDatabase } from '../../server/test/fresh-database.ts';
import { api } from '../../web/base/index.ts';
import type { DeskEnd } from '../../web/lead/session/desk-link.ts';
import type { DeskSession } from '../../web/lead/session/desk-session.ts';
import type { RunStorage } from '../../web/lead/session/run-storage.ts';
import { memoryStorage, testDesk } from '../../web/test/desks.test.support.ts';
import { rounds } from '../support/attack.ts';

const T0 = 1_790_000_000_000;
const SEEDS = rounds(400, 4);
const CLASS_MS = 1_200_000;

let db: Database;
let server: Server | null = null;
let url = '';
const realFetch = globalThis.fetch;

async function startServer(): Promise<void> {
  const app = createApp({ db, now: () => T0, log: () => {}, webDir: '/nowhere' });
  const made = app.listen(0, '127.0.0.1');
  await new Promise((done) => made.once('listening', done));
  url = `http://127.0.0.1:${(made.address() as AddressInfo).port}`;
  server = made;
}

/** Ends the server as a crash would: nothing under way is answered. */
async function killServer(): Promise<void> {
  const gone = server;
  server = null;
  gone?.closeAllConnections();
  await new Promise((done) => (gone ? gone.close(done) : done(null)));
}

beforeAll(async () => {
  db = await freshDatabase();
  await migrate(db);
  await startServer();
});
afterAll(async () => {
  await killServer();
  await db.close();
  vi.unstubAllGlobals();
});

/** A network that loses questions, loses answers, says things twice, and says old things again. */
function badNetwork(random: () => number, faults: { on: boolean }): typeof fetch {
  const old: [string, RequestInit | undefined][] = [];
  const go = (path: string, init?: RequestInit) => {
    if (!server) throw new TypeError('no route');
    return realFetch(url + path, init);
  };
  return (async (input: string, init?: RequestInit) => {
    if (!faults.on) return go(input, init);
    old.push([input, init]);
    if (random() < 0.15) throw new TypeError('cut on the way out');
    const again = old[Math.floor(random() * old.length)];
    if (again && random() < 0.1) await go(...again).catch(() => null);
    const answer = await go(input, init);
    if (random() < 0.1) await go(input, init).catch(() => null);
    if (random() < 0.15) throw new TypeError('cut on the way back');
    return answer;
  }) as unknown as typeof fetch;
}

const COMMANDS: RunCommand[] = [
  { type: 'pause' },
  { type: 'resume' },
  { type: 'skip' },
  { type: 'back' },
  { type: 'adjust', deltaMs: 10_000 },
  { type: 'adjust', deltaMs: -10_000 },
  { type: 'rounds', delta: 1 },
  { type: 'hold' },
  { type: 'release' },
  { type: 'reps', stationId: null, round: 1, squad: 'Heron', count: 12 },
];

/** A browser with a desk in it; what outlives the browser is its storage. */
class Browser {
  readonly kept = memoryStorage();
  private desk: ReturnType<typeof testDesk>;
  private end: DeskEnd | null = null;

  constructor(private readonly name: string) {
    this.desk = this.fresh();
  }

  get session(): DeskSession {
    return this.desk.session;
  }

  get storage(): RunStorage {
    return this.desk.storage;
  }

  set nowMs(ms: number) {
    this.desk.sound.nowMs = ms;
  }

  passTime(ms: number): void {
    this.desk.timers.pass(ms);
  }

  /** What the stream tells: all that the server has, in whatever order, some of it twice. */
  async hear(random: () => number): Promise<void> {
    const { run } = this.session.state;
    const stored = run ? await api.run(run.id).catch(() => null) : null;
    if (!stored) return;
    const told = [...stored.events, ...stored.events.filter(() => random() < 0.1)];
    for (const event of told.sort(() => random() - 0.5)) this.end?.onEvents([event], true);
  }

  /** It is killed and opened again: what it knew is what its storage holds. What was under way still ends. */
  async kill(runId: string, nowMs: number): Promise<void> {
    const under = this.desk.outbox.flush(runId).catch(() => false);
    this.session.close();
    await under;
    this.desk = this.fresh();
    this.nowMs = nowMs;
    await this.session.open(runId);
  }

  /** Sends until nothing waits. */
  async flushPromises(runId: string): Promise<boolean> {
    return this.desk.outbox.flush(runId);
  }

  private fresh() {
    const link = (_: string, end: DeskEnd) => {
      this.end = end;
      return () => {
        this.end = null;
      };
    };
    const server = { createRun: api.createRun, appendEvents: api.appendEvents, fetchRun: api.run, link };
    return testDesk({ name: this.name, server, kept: this.kept });
  }
}

async function until(done: () => Promise<boolean>): Promise<void> {
  for (let k = 0; k < 20; k++) if (await done()) return;
  throw new Error('It does not settle');
}

describe('a run in a bad hall', () => {
  it(`${SEEDS} classes of 20 minutes with two desks: whatever is killed, cut or said twice, all agree on what the instructors did`, async () => {
    let changes = 0;
    for (let seed = 1; seed <= SEEDS; seed++) {
      const random = mulberry32(seed);
      const faults = { on: true };
      vi.stubGlobal('window', { location: { pathname: '/desk/' } });
      vi.stubGlobal('fetch', badNetwork(random, faults));
      const plan = mixedClass(`chaos-${seed}`);
      const id = `chaos-run-${seed}`;
      const [a, b] = [new Browser('desk-a'), new Browser('desk-b')];
      a.storage.storeHead({ id, plan, created: false, madeAtMs: T0 });
      await a.session.open(id);
      const desks = [a];
      const done: string[] = [];
      /** Commands a desk under an id of its own; noted only when the desk took it. */
      const does = async (desk: Browser, what: RunCommand) => {
        const eventId = `c${seed}-${done.length}-chaos`;
        await desk.session.command(what, eventId);
        if (desk.session.state.run?.events.some((e) => e.id === eventId)) done.push(eventId);
      };
      for (let atMs = T0; atMs < T0 + CLASS_MS; atMs += Math.floor(random() * 90_000)) {
        for (const desk of desks) desk.nowMs = atMs;
        // The second desk comes as soon as the server knows the run.
        if (desks.length === 1 && (await api.run(id).catch(() => null))) {
          b.nowMs = atMs;
          await b.session.open(id);
          if (b.session.state.run) desks.push(b);
        }
        const desk = desks[Math.floor(random() * desks.length)] ?? a;
        const changesHands = desks.length > 1 && random() < 0.15;
        if (changesHands) changes += 1;
        await does(
          desk,
          done.length === 0
            ? { type: 'start' }
            : changesHands
              ? { type: 'lead' }
              : COMMANDS[Math.floor(random() * COMMANDS.length)]!,
        );
        if (random() < 0.08) await killServer();
        else if (!server && random() < 0.6) await startServer();
        if (random() < 0.08) await desk.kill(id, atMs);
        for (const one of desks) {
          if (random() < 0.5) await one.hear(random);
          one.passTime(2000);
        }
      }
      if (!server) await startServer();
      faults.on = false;
      for (const desk of desks) await until(() => desk.flushPromises(id));
      for (const desk of desks) await desk.hear(random);
      const stored = await api.run(id);
      expect(new Set(stored.events.map((e) => e.id))).toEqual(new Set(done));
      const truth = foldRun(plan, stored.events);
      for (const desk of desks) expect(desk.session.state.folded).toEqual(truth);
      expect(desks.filter((d) => d.session.state.leads)).toHaveLength(1);
      for (const desk of desks) desk.session.close();
    }
    expect(changes).toBeGreaterThan(SEEDS / 2);
  });
});
