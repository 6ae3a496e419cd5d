import { mkdtempSync, utimesSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Database } from '../db/database.ts';
import { DiskSpace } from '../db/disk.ts';
import { migrate } from '../db/migrate.ts';
import { freshDatabase } from '../test/fresh-database.ts';
import { Keeper, type KeptBackup, tooMany } from './keep.ts';

const DAY_MS = 86_400_000;
/** A Wednesday, at noon where the tests run. */
const NOON = new Date(2026, 10, 25, 12).getTime();
let db: Database;
beforeAll(async () => {
  db = await freshDatabase();
  await migrate(db);
});
afterAll(() => db.close());

const backup = (why: string, ageDays: number): KeptBackup => ({
  file: `odd-round-${why}-${1000 - ageDays}.zip`,
  bytes: 1,
  madeAt: new Date(NOON - ageDays * DAY_MS).toISOString(),
});

it('keeps a week of nights and eight weeks of one each, six of those made before something, all made by hand', () => {
  const nights = Array.from({ length: 100 }, (_, k) => backup('nightly', k));
  const others = [0, 5, 9, 20, 40, 80, 200].flatMap((d) => [backup('before-restore', d), backup('by-hand', d)]);
  const gone = new Set(tooMany([...nights, ...others], NOON).map((b) => b.file));
  const kept = nights.filter((b) => !gone.has(b.file));
  expect(kept.slice(0, 7)).toEqual(nights.slice(0, 7));
  // One a week from the eighth day to the fifty-sixth.
  expect([kept.length >= 14, kept.length <= 15]).toEqual([true, true]);
  expect(others.filter((b) => gone.has(b.file)).map((b) => b.file)).toEqual(['odd-round-before-restore-800.zip']);
});

it('makes one a night, or as soon as the machine is on again, and not when the disk has no room', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-kept-'));
  let now = NOON;
  const keeper = new Keeper(db, folder, null, () => now);
  const night = async () => {
    const made = await keeper.tonight();
    if (made) utimesSync(path.join(folder, made), now / 1000, now / 1000);
    return made !== null;
  };
  expect(await night()).toBe(true);
  expect(await night()).toBe(false);
  now = new Date(2026, 10, 26, 3, 5).getTime();
  expect(await night()).toBe(true);
  now += 30 * 60_000;
  expect(await night()).toBe(false);
  // Off for two nights.
  now = new Date(2026, 10, 28, 18).getTime();
  expect(await night()).toBe(true);
  expect(await keeper.list()).toHaveLength(3);
  now += 2 * DAY_MS;
  const full = new Keeper(db, folder, new DiskSpace(folder, Number.MAX_SAFE_INTEGER), () => now);
  await expect(full.tonight()).rejects.toThrow('no room');
  expect(await keeper.list()).toHaveLength(3);
});

it('lets go of the oldest made before something, but not of the one that is about to be restored', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-kept-'));
  let now = NOON;
  const keeper = new Keeper(db, folder, null, () => now);
  const make = async (spare?: string) => {
    now += 60_000;
    const made = await keeper.make('before-restore', spare);
    utimesSync(path.join(folder, made), now / 1000, now / 1000);
    return made;
  };
  const made: string[] = [];
  for (let k = 0; k < 6; k++) made.push(await make());
  const names = async () => (await keeper.list()).map((b) => b.file).sort();
  const seventh = await make(made[0]);
  expect(await names()).toEqual([...made, seventh].sort());
  const eighth = await make();
  expect(await names()).toEqual([...made.slice(2), seventh, eighth].sort());
});
