import { mkdtempSync, rmSync, statSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import type { Plan } from '../core/class/index.ts';
import type { RunEvent } from '../core/time/index.ts';
import { createApp } from '../dist/server/app.js';
import { restoreInto, writeBackup } from '../dist/server/backup/index.js';
import { TableSum } from '../dist/server/backup/manifest.js';
import { allRows } from '../dist/server/backup/rows.js';
import { TABLES } from '../dist/server/backup/tables.js';
import { openEmbedded } from '../dist/server/db/embedded.js';
import { migrate } from '../dist/server/db/migrate.js';
import { savePlan } from '../dist/server/db/plans.js';
import { openPostgres } from '../dist/server/db/postgres.js';
import { appendEvents, createRun } from '../dist/server/db/runs.js';
import type { Database, Queryable } from '../server/db/database.ts';
import { freshDataDir } from '../server/test/fresh-database.ts';
import { startPostgres } from '../server/test/postgres-server.ts';

const T0 = 1_790_000_000_000;
const SAVES = 200;
const CLASSES = 2000;
const RUNS = 5000;
const EVENTS = 12;

export type Told = (what: string, times: number[], note?: string) => void;

const event = (run: number, seq: number): RunEvent =>
  ({
    id: `event-${run}-${seq}`,
    seq,
    atMs: T0 + run * 3_600_000 + seq * 20_000,
    ...(seq === 1
      ? { type: 'start' }
      : seq === EVENTS && run % 50 !== 0
        ? { type: 'finish' }
        : { type: 'reps', stationId: null, round: seq, squad: 'Heron', count: seq * 3 }),
  }) as RunEvent;

/** Saves and events, with and without an fsync: the package as it comes, in this thread, and the database as it is used. */
async function latency(plan: Plan, tell: Told): Promise<void> {
  const measure = async (name: string, db: Database) => {
    await migrate(db);
    const saves: number[] = [];
    for (let version = 0; version < SAVES; version++) {
      const from = performance.now();
      await savePlan(db, { ...plan, notes: `save ${version}` }, version);
      saves.push(performance.now() - from);
    }
    tell(`save, ${name}`, saves, 'the long class');
    await createRun(db, 'run-bench-1', plan);
    const events: number[] = [];
    for (let seq = 1; seq <= SAVES; seq++) {
      const from = performance.now();
      await appendEvents(db, 'run-bench-1', [event(0, seq)]);
      events.push(performance.now() - from);
    }
    tell(`event, ${name}`, events);
    await db.close();
  };
  const bare = path.join(await freshDataDir('bench'), 'db');
  await measure('no fsync, in the main thread', withoutSync(await PGlite.create(bare)));
  const synced = path.join(await freshDataDir('bench'), 'db');
  await measure('on the disk, in its thread', await openEmbedded(synced));
}

/** The package as it comes, behind the same interface. */
function withoutSync(pg: PGlite): Database {
  const on = (target: Pick<PGlite, 'query' | 'exec'>): Queryable => ({
    query: async <R>(sql: string, params: readonly unknown[] = []) => (await target.query<R>(sql, [...params])).rows,
    script: async (sql) => {
      await target.exec(sql);
    },
  });
  return {
    ...on(pg),
    kind: 'embedded',
    transaction: (work) => pg.transaction((tx) => work(on(tx as unknown as PGlite))),
    notify: async () => {},
    listen: async () => () => {},
    close: () => pg.close(),
  };
}

async function sums(db: Database): Promise<string> {
  const all: string[] = [];
  for (const table of TABLES) {
    const sum = new TableSum();
    for await (const row of allRows(db, table)) sum.add(row.line);
    all.push(`${table.name} ${sum.sum.rows} ${sum.sum.hash}`);
  }
  return all.join('\n');
}

/** What a page of each long list takes over HTTP, as the browser asks for it. */
async function lists(db: Database, tell: Told, size: string): Promise<void> {
  const app = createApp({ db, now: Date.now, log: () => {}, webDir: '/nowhere' });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const { port } = server.address() as AddressInfo;
  const pages: [string, string][] = [
    ['classes, first page', '/plans?limit=50'],
    ['classes, search', '/plans?limit=50&q=tide+1999'],
    ['log, first page', '/runs?limit=50'],
    ['log, search', '/runs?limit=50&q=slack'],
    ['work of a year', `/runs/work?since=${new Date(T0).toISOString()}`],
    ['page of a run', `/runs/run-years-${RUNS - 1}`],
  ];
  for (const [what, path] of pages) {
    const times: number[] = [];
    let bytes = 0;
    for (let k = 0; k < 20; k++) {
      const from = performance.now();
      bytes = (await (await fetch(`http://127.0.0.1:${port}/api${path}`)).arrayBuffer()).byteLength;
      times.push(performance.now() - from);
    }
    tell(what, times, `${(bytes / 1024).toFixed(0)} KiB; ${size}`);
  }
  server.close();
}

/** A club's many years: backed up, and restored into the embedded database and into PostgreSQL. */
async function years(plan: Plan, tell: Told): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-bench-'));
  const file = path.join(folder, 'years.zip');
  const db = await openEmbedded(path.join(await freshDataDir('bench'), 'db'));
  await migrate(db);
  for (let k = 0; k < CLASSES; k++)
    await savePlan(db, { ...plan, id: `class-${k}`, title: `Tide ${k}`, notes: `Class ${k}` }, 0);
  for (let k = 0; k < RUNS; k++) {
    await createRun(db, `run-years-${k}`, { ...plan, id: `class-${k % CLASSES}` });
    await appendEvents(
      db,
      `run-years-${k}`,
      Array.from({ length: EVENTS }, (_, e) => event(k, e + 1)),
    );
  }
  const timed = async <T>(what: string, work: () => Promise<T>, note = '') => {
    const from = performance.now();
    const done = await work();
    tell(what, [performance.now() - from], note);
    return done;
  };
  const size = `${CLASSES} classes, ${RUNS} runs, ${RUNS * EVENTS} events`;
  await lists(db, tell, size);
  await timed('backup', () => writeBackup(db, file, { now: new Date() }), size);
  tell('backup, size', [], `${(statSync(file).size / 1_048_576).toFixed(1)} MiB`);
  const before = await sums(db);
  await db.close();
  const embedded = await openEmbedded(path.join(await freshDataDir('bench'), 'db'));
  await timed('restore, embedded', () => embedded.transaction((tx) => restoreInto(tx, file)));
  tell('restored, embedded', [], (await sums(embedded)) === before ? 'equal, row for row' : 'DIFFERENT');
  await embedded.close();
  const postgres = await startPostgres();
  const server = await openPostgres(await postgres.database('bench'));
  await timed('restore, PostgreSQL', () => server.transaction((tx) => restoreInto(tx, file)));
  tell('restored, PostgreSQL', [], (await sums(server)) === before ? 'equal, row for row' : 'DIFFERENT');
  await server.close();
  await postgres.stop();
  rmSync(folder, { recursive: true, force: true });
}

/** @param large a class of a thousand intervals @param usual one as clubs have */
export async function keeping(large: Plan, usual: Plan, tell: Told): Promise<void> {
  await latency(large, tell);
  await years(usual, tell);
}
