import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { foldRun, type RunCommand, type RunEvent } from '../core/run/index.ts';
import { mulberry32 } from '../core/sequence/index.ts';
import { mixedClass } from '../core/test/mixed.ts';
import { createApp } from '../server/app.ts';
import type { Database } from '../server/db/database.ts';
import { migrate } from '../server/db/migrate.ts';
import { freshDatabase } from '../server/test/fresh-database.ts';

const T0 = 1_790_000_000_000;
const SEEDS = 100;
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

/** The browser's storage: it outlives the page. */
function storage(): Storage {
  const kept: Record<string, string> = {};
  return Object.defineProperties(kept, {
    getItem: { value: (k: string) => kept[k] ?? null },
    setItem: { value: (k: string, v: string) => Object.assign(kept, { [k]: v }) },
    removeItem: { value: (k: string) => delete kept[k] },
  }) as unknown as Storage;
}

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

describe('a run in a bad hall', () => {
  it(`${SEEDS} classes of 20 minutes: whatever is killed, cut or said twice, the log is what the instructor did`, async () => {
    for (let seed = 1; seed <= SEEDS; seed++) {
      const random = mulberry32(seed);
      const faults = { on: true };
      vi.stubGlobal('localStorage', storage());
      vi.stubGlobal('window', Object.assign(new EventTarget(), { location: { pathname: '/desk' } }));
      vi.stubGlobal('fetch', badNetwork(random, faults));
      vi.resetModules();
      let desk = { ...(await import('../web/session/outbox.ts')), ...(await import('../web/session/run-storage.ts')) };
      const plan = mixedClass(`chaos-${seed}`);
      const id = desk.beginRun(plan);
      const done: RunEvent[] = [];
      let atMs = T0;
      const sends: Promise<unknown>[] = [];
      while (atMs < T0 + CLASS_MS) {
        const what = done.length === 0 ? { type: 'start' as const } : COMMANDS[Math.floor(random() * COMMANDS.length)]!;
        const event = { ...what, id: `c${seed}-${done.length}-chaos`, seq: done.length + 1, atMs } as RunEvent;
        done.push(event);
        desk.keepWaiting(id, event);
        sends.push(desk.flush(id).catch(() => false));
        if (random() < 0.08) await killServer();
        else if (!server && random() < 0.6) await startServer();
        if (random() < 0.08) {
          // The browser is killed and opened again: what it knew is what its storage holds.
          await Promise.all(sends);
          vi.resetModules();
          desk = { ...(await import('../web/session/outbox.ts')), ...(await import('../web/session/run-storage.ts')) };
        }
        atMs += Math.floor(random() * 90_000);
      }
      await Promise.all(sends);
      if (!server) await startServer();
      faults.on = false;
      expect(await desk.flush(id)).toBe(true);
      const stored = (await (await realFetch(`${url}/api/runs/${id}`)).json()) as { events: RunEvent[] };
      expect(stored.events.map((e) => e.id)).toEqual(done.map((e) => e.id));
      expect(foldRun(plan, stored.events)).toEqual(foldRun(plan, done));
    }
  }, 240_000);
});
