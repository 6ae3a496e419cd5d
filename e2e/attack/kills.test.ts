import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mulberry32 } from '../../core/judge/index.ts';
import { checkDatabase, verifyBackup, writeBackup } from '../../server/backup/index.ts';
import { openEmbedded } from '../../server/db/embedded.ts';
import { migrate } from '../../server/db/migrate.ts';
import { listPlans } from '../../server/db/plans.ts';
import { fill } from '../../server/test/filled.ts';
import { freshDataDir } from '../../server/test/fresh-database.ts';
import { FULL, rounds } from '../support/attack.ts';
import { OwnServer } from '../support/server.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-kills-'));
const filled = path.join(folder, 'filled');
const random = mulberry32(4312);
let classes = 0;

beforeAll(async () => {
  const dir = await freshDataDir('kills');
  const db = await openEmbedded(path.join(dir, 'db'));
  await migrate(db);
  await fill(db);
  await writeBackup(db, path.join(folder, 'backup.zip'), { now: new Date() });
  classes = (await listPlans(db, { limit: 200 })).items.length;
  await db.close();
  cpSync(dir, filled, { recursive: true });
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const copy = () => {
  const dir = mkdtempSync(path.join(folder, 'copy-'));
  cpSync(filled, dir, { recursive: true });
  return dir;
};

/** Runs a program and kills it, if it has not ended by then, after a while or when it has said so many lines. */
async function killed(
  args: string[],
  env: Record<string, string>,
  after: { ms: number } | { lines: number },
): Promise<{ said: string }> {
  const child = spawn(process.execPath, args, { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'ignore'] });
  let said = '';
  child.stdout.on('data', (piece) => {
    said += String(piece);
    if ('lines' in after && said.split('\n').length > after.lines) child.kill('SIGKILL');
  });
  const gone = new Promise((done) => child.once('close', done));
  const timer = 'ms' in after ? setTimeout(() => child.kill('SIGKILL'), after.ms) : undefined;
  await gone;
  clearTimeout(timer);
  return { said };
}

/** What is wrong with the database of a folder. */
async function faults(dir: string, atLeast: number): Promise<string[]> {
  const db = await openEmbedded(path.join(dir, 'db'));
  await migrate(db);
  const { rows, faults: found } = await checkDatabase(db);
  await db.close();
  return (rows.plan ?? 0) < atLeast ? [...found, `${rows.plan} classes of ${atLeast}`] : found;
}

const main = ['dist/server/main.js'];
const cli = (command: string, ...more: string[]) => [
  '--input-type=module',
  '-e',
  `import { main } from '${path.resolve('dist/bin/cli.js')}'; process.exitCode = await main(${JSON.stringify([command, ...more])});`,
];

describe('killed', () => {
  it(`${rounds(40, 1)} times while it saves and takes events: all that was acknowledged is there`, async () => {
    const dir = await freshDataDir('kills');
    const had = new Map<string, number>();
    for (let k = 0; k < rounds(40, 1); k++) {
      const { said } = await killed(
        ['e2e/support/saver.mjs', dir],
        { START_AT: String(k * 1_000_000) },
        // All seven classes and the events have been said once by then.
        { lines: 16 + Math.floor(random() * 200) },
      );
      for (const line of said.split('\n').slice(0, -1)) {
        const [what = '', value] = line.split(' ');
        had.set(what, Math.max(Number(value), had.get(what) ?? 0));
      }
      const db = await openEmbedded(path.join(dir, 'db'));
      const rows = await db.query<{ id: string; n: number }>("SELECT id, (document->>'notes')::int AS n FROM plan");
      const [events] = await db.query<{ n: number }>('SELECT count(*)::int AS n FROM run_event');
      const now = new Map([...rows.map((r) => [r.id, r.n] as const), ['events', events?.n ?? 0] as const]);
      await db.close();
      for (const [what, value] of had) expect([k, what, (now.get(what) ?? -1) >= value]).toEqual([k, what, true]);
    }
    expect(had.size).toBe(8);
  });

  it.runIf(FULL)(`${rounds(10, 1)} times in its first start: the next one is a first start, or goes on`, async () => {
    for (let k = 0; k < rounds(10, 1); k++) {
      const dir = mkdtempSync(path.join(folder, 'first-'));
      await killed(main, { PORT: '0', DATA_DIR: dir, LOG_LEVEL: 'silent' }, { ms: 500 + random() * 9000 });
      const server = new OwnServer();
      server.dataDir = dir;
      await server.start();
      const { total } = (await (await fetch(`${server.url}/api/plans`)).json()) as { total: number };
      expect(total).toBe(15);
      await server.stop();
      rmSync(dir, { recursive: true });
    }
  });

  it.runIf(FULL)(`${rounds(20, 1)} times while it brings an older database up to date`, async () => {
    for (let k = 0; k < rounds(20, 1); k++) {
      const dir = await freshDataDir('old');
      const db = await openEmbedded(path.join(dir, 'db'));
      await migrate(db, { upTo: '0004_live.sql' });
      await db.query(
        `INSERT INTO plan (id, title, version, document, total_ms)
         SELECT 'old-' || n, 'Old ' || n, 1, jsonb_build_object('version', 0, 'id', 'old-' || n, 'title', 'Old ' || n, 'blocks', '[]'::jsonb), 0
         FROM generate_series(1, 200) n`,
      );
      await db.query("INSERT INTO setting (name, value) VALUES ('demoSeededAt', '1')");
      await db.close();
      await killed(main, { PORT: '0', DATA_DIR: dir, LOG_LEVEL: 'silent' }, { ms: 600 + random() * 2500 });
      const server = new OwnServer();
      server.dataDir = dir;
      await server.start();
      const { total } = (await (await fetch(`${server.url}/api/plans?q=old`)).json()) as { total: number };
      expect([k, total]).toEqual([k, 200]);
      await server.stop();
      // Before it was brought up to date what there was was kept.
      expect(readdirSync(path.join(dir, 'backups')).some((f) => f.startsWith('odd-round-before-0005'))).toBe(true);
    }
  });

  it.runIf(FULL)(`${rounds(15, 1)} times while it makes a backup: there is a whole one or none`, async () => {
    const dir = copy();
    for (let k = 0; k < rounds(15, 1); k++) {
      const file = path.join(dir, `made-${k}.zip`);
      await killed(cli('backup', file), { DATA_DIR: dir }, { ms: 700 + random() * 1500 });
      if (existsSync(file)) expect((await verifyBackup(file)).faults).toEqual([]);
      expect(await faults(dir, classes)).toEqual([]);
    }
  });

  it(`${rounds(15, 1)} times while it restores: what was there is there, or what came`, async () => {
    const dir = copy();
    for (let k = 0; k < rounds(15, 1); k++) {
      await killed(cli('restore', path.join(folder, 'backup.zip')), { DATA_DIR: dir }, { ms: 700 + random() * 9000 });
      const server = new OwnServer();
      server.dataDir = dir;
      await server.start();
      await server.stop();
      expect([k, await faults(dir, classes)]).toEqual([k, []]);
    }
  });
});
