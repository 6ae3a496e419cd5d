import request from 'supertest';
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import type { Database } from '../db/database.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';
import { makeGate } from './session.ts';

const T0 = 1_790_000_000_000;
let nowMs = T0;
let db: Database;
const watched: string[] = [];
beforeAll(async () => {
  db = await emptyDatabase();
});
afterAll(() => db.close());
beforeEach(async () => {
  nowMs = T0;
  watched.length = 0;
  await db.script('DELETE FROM session; DELETE FROM setting');
});

const gated = async (passphrase = 'spring tide', secure = false) => {
  const watch = (event: string) => watched.push(event);
  const gate = await makeGate({ db, passphrase, now: () => nowMs, watch, secure });
  // What stands before the server says where a request comes from.
  return checkedApp({ db, now: () => nowMs, log: () => {}, watch, webDir: '/nowhere', gate, trustProxy: 1 });
};
type App = Awaited<ReturnType<typeof gated>>;
const say = (app: App, passphrase: string, from = '10.0.0.1', cookies: string[] = []) =>
  request(app).post('/api/session').set('X-Forwarded-For', from).set('Cookie', cookies).send({ passphrase });
const cookiesOf = (res: request.Response) =>
  (res.headers['set-cookie'] as unknown as string[]).map((c) => c.split(';')[0]!);
const isIn = async (app: App, cookies: string[]) =>
  (await request(app).get('/api/plans').set('Cookie', cookies)).status === 200;

it('lets nobody in without the passphrase, but for the following screens', async () => {
  const app = await gated();
  for (const path of ['/api/plans', '/api/moves', '/api/runs', '/api/kit', '/api/speech/recordings', '/api/sessions'])
    expect([path, (await request(app).get(path)).status]).toEqual([path, 401]);
  expect((await request(app).get('/api/health')).status).toBe(200);
  expect((await request(app).get('/api/live/ZZZZZZ')).status).toBe(404);
  const entered = await say(app, 'spring tide');
  const set = (entered.headers['set-cookie'] as unknown as string[])[0];
  expect(set).toMatch(/HttpOnly/);
  expect(set).toMatch(/SameSite=Strict/);
  const cookies = cookiesOf(entered);
  expect(await isIn(app, cookies)).toBe(true);
  expect(
    await isIn(
      app,
      cookies.map((c) => c.replace(/.$/, (last) => (last === 'A' ? 'B' : 'A'))),
    ),
  ).toBe(false);
  // A restart logs nobody out; a month does.
  expect(await isIn(await gated(), cookies)).toBe(true);
  nowMs += 31 * 86_400_000;
  expect(await isIn(app, cookies)).toBe(false);
});

it('reads nothing of a stranger before it knows who it is', async () => {
  const app = await gated();
  const broken = await request(app).put('/api/plans/x').set('Content-Type', 'application/json').send('{"plan": ');
  expect(broken.status).toBe(401);
  expect(
    (
      await request(app)
        .put('/api/moves')
        .send({ moves: 'x'.repeat(1_000_000) })
    ).status,
  ).toBe(401);
});

it('behind https its cookies are for https alone', async () => {
  const [set] = (await say(await gated('spring tide', true), 'spring tide')).headers[
    'set-cookie'
  ] as unknown as string[];
  expect(set).toMatch(/Secure/);
});

it('signing out ends it, and a session can be ended from another one', async () => {
  const app = await gated();
  const [mine, theirs] = [
    cookiesOf(await say(app, 'spring tide')),
    cookiesOf(await say(app, 'spring tide', '10.0.0.2')),
  ];
  const list = (await request(app).get('/api/sessions').set('Cookie', mine)).body as { id: string; mine: boolean }[];
  expect(list.map((s) => s.mine).sort()).toEqual([false, true]);
  const other = list.find((s) => !s.mine)!;
  expect((await request(app).delete(`/api/sessions/${other.id}`).set('Cookie', mine)).status).toBe(204);
  expect([await isIn(app, mine), await isIn(app, theirs)]).toEqual([true, false]);
  expect((await request(app).delete('/api/session').set('Cookie', mine)).status).toBe(204);
  expect(await isIn(app, mine)).toBe(false);
  expect(watched).toContain('session ended');
});

it('another passphrase ends every session', async () => {
  const cookies = cookiesOf(await say(await gated(), 'spring tide'));
  const other = await gated('neap tide');
  expect(await isIn(other, cookies)).toBe(false);
  expect(await db.query('SELECT 1 AS left FROM session')).toEqual([]);
});

it('slows wrong passphrases down, and forgets them by and by', async () => {
  const app = await gated();
  for (let k = 0; k < 4; k++) expect((await say(app, `wrong ${k}`)).status).toBe(401);
  expect((await say(app, 'spring tide')).status).toBe(429);
  nowMs += 1500;
  expect((await say(app, 'wrong again')).status).toBe(401);
  expect((await say(app, 'spring tide')).headers['retry-after']).toBe('2');
  nowMs += 2500;
  expect((await say(app, 'spring tide')).status).toBe(200);
  for (let k = 0; k < 5; k++) {
    await say(app, `wrong ${k}`, '10.0.0.7');
    nowMs += 60_000;
  }
  // Half are forgotten in ten minutes: after an hour a try costs nothing again.
  nowMs += 3_600_000;
  for (let k = 0; k < 3; k++) expect((await say(app, `wrong ${k}`, '10.0.0.7')).status).toBe(401);
  expect((await say(app, 'spring tide', '10.0.0.7')).status).toBe(200);
});

it('300 guesses at once from one address: one is tested', async () => {
  const app = await gated();
  const answers = await Promise.all(Array.from({ length: 300 }, (_, k) => say(app, `guess ${k}`)));
  expect(answers.filter((a) => a.status === 401)).toHaveLength(1);
  expect(answers.filter((a) => a.status === 429)).toHaveLength(299);
  expect(watched.filter((w) => w === 'passphrase wrong')).toHaveLength(1);
});

it('guesses from 200 addresses do not keep the instructor’s browser out', async () => {
  const app = await gated();
  const known = cookiesOf(await say(app, 'spring tide', '10.9.9.9')).filter((c) => c.startsWith('odd_round_known'));
  const guesses = Array.from({ length: 200 }, (_, k) => say(app, 'guess', `10.1.${k}.1`));
  const [entered, ...answers] = await Promise.all([say(app, 'spring tide', '10.1.5.1', known), ...guesses]);
  expect(entered!.status).toBe(200);
  expect(answers.filter((a) => a.status === 401).length).toBeLessThanOrEqual(60);
  // Who was turned away unchecked has used nothing up.
  expect((await say(app, 'spring tide', '10.2.2.2')).status).toBe(200);
});
