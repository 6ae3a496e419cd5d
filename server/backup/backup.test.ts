import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { ATTACK } from '../../core/test/runs.ts';
import type { Database } from '../db/database.ts';
import { openEmbedded } from '../db/embedded.ts';
import { migrate } from '../db/migrate.ts';
import { listPlans, savePlan } from '../db/plans.ts';
import { appendEvents } from '../db/runs.ts';
import { fill, plan } from '../test/filled.ts';
import { freshDatabase, freshDataDir } from '../test/fresh-database.ts';
import { checkDatabase, openBackup, restoreInto, verifyBackup, writeBackup } from './index.ts';
import { allRows } from './rows.ts';
import { LEFT_OUT, TABLES } from './tables.ts';

const NOW = new Date('2026-11-25T03:00:00Z');
const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-backups-'));
const at = (name: string) => path.join(folder, name);
let db: Database;
beforeAll(async () => {
  db = await freshDatabase();
  await migrate(db);
  await fill(db);
  await writeBackup(db, at('whole.zip'), { now: NOW });
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Every row that a backup is to hold, in a form that two databases can be compared by. */
async function everything(from: Database): Promise<Record<string, string[]>> {
  const all: Record<string, string[]> = {};
  for (const table of TABLES) {
    const lines: string[] = [];
    for await (const row of allRows(from, table))
      lines.push(row.line + (row.sound ? Buffer.from((await row.sound.fetch())!).toString('hex') : ''));
    all[table.name] = lines.sort();
  }
  return all;
}

/** Another database than the one under test, of the embedded kind: what came from one goes into the other. */
async function other(): Promise<Database> {
  return openEmbedded(path.join(await freshDataDir('other'), 'db'));
}

describe('a backup', () => {
  it('knows every table: what it does not hold is left out on purpose', async () => {
    const rows = await db.query<{ name: string }>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' AND table_type = 'BASE TABLE'",
    );
    const known = [...TABLES.map((t) => t.name), ...LEFT_OUT];
    expect(rows.map((r) => r.name).filter((n) => !known.includes(n))).toEqual([]);
  });

  it('brings everything back, row for row, into another database', async () => {
    const before = await everything(db);
    expect(Object.values(before).every((lines) => lines.length > 0)).toBe(true);
    const target = await other();
    const restored = await target.transaction((tx) => restoreInto(tx, at('whole.zip')));
    expect(restored).toMatchObject({
      plan: 16,
      plan_version: 2,
      recording: 2,
      run: 49,
      run_code: 3,
      person: 8,
      series: 1,
      calendar_item: 13,
      handout: 1,
      station_code: 2,
      waiting_entry: 1,
      track: 1,
    });
    expect(await everything(target)).toEqual(before);
    expect((await checkDatabase(target)).faults).toEqual([]);
    // And the way back: into the kind of database it came from.
    await writeBackup(target, at('again.zip'), { now: NOW });
    const back = await freshDatabase();
    await back.transaction((tx) => restoreInto(tx, at('again.zip')));
    expect(await everything(back)).toEqual(before);
    // What comes after it goes on where it was.
    await appendEvents(back, 'run-odd-0001', [{ id: 'event-after', type: 'pause', seq: 3, atMs: 1_790_000_009_000 }]);
    expect((await listPlans(back, { query: 'second', limit: 5 })).items).toEqual([]);
    expect((await listPlans(back, { query: 'ebb', limit: 5 })).items.length).toBeGreaterThan(0);
    await back.close();
    await target.close();
  });

  it.runIf(ATTACK)(
    'of an older database, made before it is brought up to date, comes back as one of today',
    async () => {
      const old = await other();
      await migrate(old, { upTo: '0009_ready_close_bin.sql' });
      await savePlan(old, plan('older', 'Older'), 0);
      await writeBackup(old, at('older.zip'), { now: NOW });
      await old.close();
      // As the program of then wrote it: no word of the tables that came later.
      const backup = await openBackup(at('older.zip'));
      expect(Object.keys(backup.manifest.tables)).not.toContain('person');
      const files: Record<string, string> = { 'manifest.json': JSON.stringify(backup.manifest) };
      for (const name of Object.keys(backup.manifest.tables)) {
        files[`tables/${name}.ndjson`] = '';
        for await (const line of backup.lines(name)) files[`tables/${name}.ndjson`] += `${line}\n`;
      }
      backup.close();
      writeFileSync(at('as-then.zip'), await zipOf(files));
      for (const name of ['older.zip', 'as-then.zip']) {
        expect((await verifyBackup(at(name))).faults).toEqual([]);
        const target = await other();
        await target.transaction((tx) => restoreInto(tx, at(name)));
        expect((await listPlans(target, { limit: 9 })).items.map((p) => p.plan.title)).toEqual(['Older']);
        expect(await checkDatabase(target)).toMatchObject({ faults: [], rows: { plan: 1, person: 0 } });
        await target.close();
      }
    },
  );

  it('does not carry what lets somebody in', async () => {
    await db.query(
      `INSERT INTO setting (name, value) VALUES ('gate', '{"salt": "secret"}'), ('feed', '{"secret": "secret"}') ON CONFLICT DO NOTHING`,
    );
    await writeBackup(db, at('secret.zip'), { now: NOW });
    const backup = await openBackup(at('secret.zip'));
    const lines: string[] = [];
    for await (const line of backup.lines('setting')) lines.push(line);
    backup.close();
    expect(lines.join('')).not.toContain('secret');
  });

  it('is whole while the database goes on being written to', async () => {
    let saving = true;
    const saves = (async () => {
      for (let k = 0; saving; k++) await savePlan(db, plan(`meanwhile-${k}`), 0);
    })();
    await writeBackup(db, at('meanwhile.zip'), { now: NOW });
    saving = false;
    await saves;
    expect((await verifyBackup(at('meanwhile.zip'))).faults).toEqual([]);
    const target = await other();
    await target.transaction((tx) => restoreInto(tx, at('meanwhile.zip')));
    expect((await checkDatabase(target)).faults).toEqual([]);
    await target.close();
  });

  it('names itself and nothing is there when it cannot be written', async () => {
    await expect(writeBackup(db, at('nowhere\0.zip'), { now: NOW })).rejects.toThrow();
    const { manifest, faults } = await verifyBackup(at('whole.zip'));
    expect(faults).toEqual([]);
    expect(manifest).toMatchObject({ format: 'odd-round/backup', version: 1, madeAt: NOW.toISOString() });
  });
});

describe('a backup that is damaged', () => {
  let target: Database;
  beforeAll(async () => {
    target = await other();
    await migrate(target);
    await savePlan(target, plan('mine', 'Mine'), 0);
  });
  afterAll(() => target.close());
  const restoring = (name: string) => target.transaction((tx) => restoreInto(tx, at(name)));
  const untouched = async () =>
    expect((await listPlans(target, { limit: 9 })).items.map((p) => p.plan.title)).toEqual(['Mine']);

  it('is refused with a plain sentence, wherever a byte is wrong; nothing is changed', async () => {
    const whole = readFileSync(at('whole.zip'));
    const places = ATTACK ? 13 : 6;
    for (let k = 1; k < places; k++) {
      const bytes = Buffer.from(whole);
      const place = Math.floor((k / places) * bytes.length);
      bytes[place] = (bytes[place] ?? 0) ^ 0x5a;
      writeFileSync(at('damaged.zip'), bytes);
      const { faults } = await verifyBackup(at('damaged.zip')).catch((e: Error) => ({ faults: [e.message] }));
      const restored = await restoring('damaged.zip').then(
        () => true,
        () => false,
      );
      // A byte may lie where nothing depends on it; then all must be there.
      expect([place, restored]).toEqual([place, faults.length === 0]);
      if (restored) {
        await target.script('DELETE FROM run; DELETE FROM plan; DELETE FROM setting');
        await savePlan(target, plan('mine', 'Mine'), 0);
      }
      await untouched();
    }
  });

  it('cut short, empty, no zip, or of something else', async () => {
    const whole = readFileSync(at('whole.zip'));
    const bad: Buffer[] = [
      whole.subarray(0, whole.length / 2),
      whole.subarray(0, whole.length - 30),
      Buffer.alloc(0),
      Buffer.from('low tide'),
      Buffer.from('PK\x03\x04 and then nothing'),
      await zipOf({ 'manifest.json': '{}' }),
      await zipOf({ 'manifest.json': '{"format": "odd-round/backup", "version": 9}' }),
      await zipOf({ 'other.txt': 'x' }),
    ];
    for (const bytes of bad) {
      writeFileSync(at('bad.zip'), bytes);
      await expect(restoring('bad.zip')).rejects.toThrow(/no backup of Odd Round|damaged|newer/);
      await untouched();
    }
  });

  it('says so when rows are missing, or others are there', async () => {
    for (const change of [
      (lines: string[]) => lines.slice(1),
      (lines: string[]) => [...lines, lines[0]!.replace('"first-light"', '"another-one"')],
      (lines: string[]) => lines.map((l) => l.replace('First Light', 'Last Light')),
      // Columns that no table has, and one that is no name.
      (lines: string[]) => lines.map((l) => l.replace('"title"', '"keel"')),
      (lines: string[]) => lines.map((l) => l.replace('"title"', '"x\\"; DROP TABLE plan; --"')),
    ]) {
      await retold('whole.zip', 'retold.zip', 'plan', change);
      expect((await verifyBackup(at('retold.zip'))).faults.join()).toMatch(/^plan: /);
      await expect(restoring('retold.zip')).rejects.toThrow('The backup is damaged');
      await untouched();
    }
  });

  it('one of a newer program is left alone', async () => {
    const backup = await openBackup(at('whole.zip'));
    const manifest = { ...backup.manifest, version: 2 };
    backup.close();
    writeFileSync(at('newer.zip'), await zipOf({ 'manifest.json': JSON.stringify(manifest) }));
    await expect(restoring('newer.zip')).rejects.toThrow('newer Odd Round; nothing was changed');
    await untouched();
  });
});

async function zipOf(files: Record<string, string>): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text), name);
  zip.end();
  const dir = await mkdtemp(path.join(folder, 'zip-'));
  await pipeline(zip.outputStream, createWriteStream(path.join(dir, 'made.zip')));
  return readFileSync(path.join(dir, 'made.zip'));
}

/** A backup with the lines of one table told otherwise, its manifest as it was. */
async function retold(from: string, to: string, table: string, change: (lines: string[]) => string[]): Promise<void> {
  const backup = await openBackup(at(from));
  const files: Record<string, string> = { 'manifest.json': JSON.stringify(backup.manifest) };
  for (const { name, sound } of TABLES) {
    const lines: string[] = [];
    for await (const line of backup.lines(name)) lines.push(line);
    if (sound)
      for (const l of lines)
        files[JSON.parse(l).sound] = Buffer.from(await backup.sound(JSON.parse(l).sound)).toString('latin1');
    files[`tables/${name}.ndjson`] = `${(name === table ? change(lines) : lines).join('\n')}\n`;
  }
  backup.close();
  writeFileSync(at(to), await zipOf(files));
}
