import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import request from 'supertest';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { ATTACK } from '../../core/test/runs.ts';
import { Keeper } from '../backup/index.ts';
import type { Database } from '../db/database.ts';
import { DiskSpace } from '../db/disk.ts';
import { migrate } from '../db/migrate.ts';
import { savePlan } from '../db/plans.ts';
import { RunHub } from '../live/hub.ts';
import { bringUpToDate } from '../start/up-to-date.ts';
import { checkedApp } from '../test/checked-app.ts';
import { fill, plan } from '../test/filled.ts';
import { freshDatabase } from '../test/fresh-database.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-kept-'));
let now = Date.parse('2026-11-25T10:00:00Z');
let db: Database;
beforeAll(async () => {
  db = await freshDatabase();
  await migrate(db);
  await fill(db);
});
afterAll(() => db.close());

const make = (disk: DiskSpace | null = null) => {
  const keeper = new Keeper(db, folder, disk, () => now);
  const hub = new RunHub(db);
  const parts = {
    db,
    keeper,
    disk,
    now: () => now,
    watch: () => {},
    hub,
    bringUpToDate: () => bringUpToDate(db, keeper),
    durable: true,
  };
  return { app: checkedApp({ db, now: () => now, log: () => {}, webDir: '/nowhere', hub, disk, backups: parts }), hub };
};
const titles = async (app = make().app) =>
  (await request(app).get('/api/plans?limit=200')).body.items
    .map((i: { plan: { title: string } }) => i.plan.title)
    .sort();
const zip = (answer: request.Test) =>
  answer.buffer(true).parse((res, done) => {
    const pieces: Buffer[] = [];
    res.on('data', (piece: Buffer) => pieces.push(piece));
    res.on('end', () => done(null, Buffer.concat(pieces)));
  });

it.runIf(ATTACK)('is made, listed, fetched and restored; what was there before is kept', async () => {
  const { app } = make();
  const before = await titles();
  const { file } = (await request(app).post('/api/backup').expect(201)).body;
  expect(file).toMatch(/^odd-round-by-hand-\d{8}-\d{6}\.zip$/);
  const fetched = await zip(request(app).get(`/api/backup/kept/${file}`));
  now += 60_000;
  await savePlan(db, plan('later', 'Later'), 0);
  expect(await titles()).toEqual([...before, 'Later'].sort());

  const kept = await request(app).post(`/api/backup/restore/${file}`);
  expect([kept.status, kept.body.restored.plan]).toEqual([200, before.length]);
  expect(await titles()).toEqual(before);
  // What was undone by it can be had back: as a file from this device.
  const undo = await zip(request(app).get(`/api/backup/kept/${kept.body.before}`));
  now += 60_000;
  const restored = await request(app)
    .post('/api/backup/restore')
    .set('Content-Type', 'application/zip')
    .send(undo.body as Buffer);
  expect([restored.status, (await titles()).includes('Later')]).toEqual([200, true]);
  expect((fetched.body as Buffer).length).toBeGreaterThan(1000);
  const list = (await request(app).get('/api/backup')).body;
  expect(list.kept.length).toBeGreaterThanOrEqual(3);
  expect((await request(app).get('/api/backup/check')).body.faults).toEqual([]);
});

it('gives what is kept by its name, and nothing else that lies in the folder', async () => {
  const { app } = make();
  for (const name of ['odd-round-by-hand-20261125-100000.zip', 'keys.zip', 'odd-round-.zip'])
    writeFileSync(path.join(folder, name), 'PK');
  const kept = await zip(request(app).get('/api/backup/kept/odd-round-by-hand-20261125-100000.zip'));
  expect([kept.status, String(kept.body)]).toEqual([200, 'PK']);
  for (const name of ['keys.zip', 'odd-round-.zip', 'odd-round-by-hand-20261125-100001.zip', '..%2Fkeys.zip'])
    expect([name, (await request(app).get(`/api/backup/kept/${name}`)).status]).toEqual([name, 404]);
});

it('refuses what is no backup, and changes nothing', async () => {
  const { app } = make();
  const before = await titles();
  const send = (body: Buffer | string, type = 'application/zip') =>
    request(app).post('/api/backup/restore').set('Content-Type', type).send(body);
  const answer = await send(Buffer.from('low tide'));
  expect([answer.status, answer.body.title]).toEqual([422, expect.stringContaining('Nothing was changed')]);
  expect((await send('{}', 'application/json')).status).toBe(415);
  for (const name of ['none.zip', '..%2Fdb%2FPG_VERSION', 'odd-round-none-1.zip', '%2Fetc%2Fpasswd']) {
    expect([name, (await request(app).get(`/api/backup/kept/${name}`)).status]).toEqual([name, 404]);
    expect([name, (await request(app).post(`/api/backup/restore/${name}`)).status]).toEqual([name, 404]);
  }
  expect(await titles()).toEqual(before);
});

it('waits while a desk is open, and while another one is under way', async () => {
  const { app, hub } = make();
  const leave = hub.listen('run-odd-0001', { desk: true, hear: () => {} });
  const { file } = (await request(app).post('/api/backup')).body;
  expect((await request(app).post(`/api/backup/restore/${file}`)).status).toBe(409);
  leave();
  const both = await Promise.all([request(app).post('/api/backup'), request(app).post('/api/backup')]);
  expect(both.map((b) => b.status).sort()).toEqual([201, 409]);
  // One that is fetched is made, too.
  const twelve = await Promise.all(Array.from({ length: 12 }, () => zip(request(app).get('/api/backup/now'))));
  expect(twelve.map((b) => b.status).sort()).toEqual([200, ...Array(11).fill(409)]);
});

it('with a full disk nothing is saved, everything is shown, and it goes on when there is room', async () => {
  let free = 10 * 1_048_576;
  const disk = new (class extends DiskSpace {
    override freeBytes = async () => free;
  })(folder);
  const { app } = make(disk);
  const save = () =>
    request(app)
      .put('/api/plans/full')
      .send({ plan: plan('full'), baseVersion: 0 });
  const refused = await save();
  expect([refused.status, refused.body.title]).toEqual([507, expect.stringContaining('disk of the server is full')]);
  expect((await request(app).get('/api/plans')).status).toBe(200);
  expect((await request(app).get('/api/backup')).body).toMatchObject({ diskFull: true, freeBytes: free });
  const noRoom = await request(app).post('/api/backup');
  expect([noRoom.status, noRoom.body.title]).toEqual([507, 'The disk has no room for a backup']);
  free = 1024 ** 3;
  expect((await save()).status).toBe(200);
});
