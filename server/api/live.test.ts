import type { AddressInfo } from 'node:net';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunEvent } from '../../core/run/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { createApp } from '../app.ts';
import type { Database } from '../db/database.ts';
import { migrate } from '../db/migrate.ts';
import { freshDatabase } from '../test/fresh-database.ts';
import { isLoopback, makeGate } from './session.ts';

const T0 = 1_790_000_000_000;
let nowMs = T0;
let db: Database;
beforeAll(async () => {
  db = await freshDatabase();
  await migrate(db);
});
afterAll(() => db.close());

const make = () => createApp({ db, now: () => nowMs, log: () => {}, webDir: '/nowhere' });
const plan = { ...planOf(circuit(stations(2), 30, 10, 3)), id: 'plan-live' };
const event = (seq: number, what: object): RunEvent =>
  ({ ...what, id: `event-${seq}-live`, seq, atMs: T0 + seq * 1000 }) as RunEvent;

/** A server on loopback with a run that has begun; gives its address and codes. */
async function running(id: string) {
  const server = make().listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const post = (path: string, body: unknown) =>
    fetch(url + path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
  await post('/api/runs', { id, plan });
  const start = { ...event(1, { type: 'start' }), id: `${id}-start` };
  await post(`/api/runs/${id}/events`, { events: [start] });
  await post(`/api/runs/${id}/clock`, { clockOffsetMs: 250 });
  const codes = (await (await post(`/api/runs/${id}/codes`, {})).json()) as Record<
    'watch' | 'squad' | 'remote',
    string
  >;
  return { server, url, post, codes };
}

/** Reads a stream of server-sent events until `count` of one name have come. */
async function read(url: string, name: string, count: number, headers: Record<string, string> = {}) {
  const stop = new AbortController();
  const res = await fetch(url, { headers, signal: stop.signal });
  const found: { id: number; data: { id: string; type: string } & Record<string, unknown> }[] = [];
  let text = '';
  const decoder = new TextDecoder();
  for await (const part of res.body!) {
    text += decoder.decode(part as Uint8Array, { stream: true });
    const blocks = text.split('\n\n');
    text = blocks.pop() ?? '';
    for (const block of blocks) {
      const field = (key: string) =>
        block
          .split('\n')
          .find((l) => l.startsWith(`${key}: `))
          ?.slice(key.length + 2);
      if (field('event') === name) found.push({ id: Number(field('id')), data: JSON.parse(field('data') ?? 'null') });
    }
    if (found.length >= count) break;
  }
  stop.abort();
  return found;
}

describe('following a run', () => {
  it('gives the plan with the desk’s clock, what has been, and what comes, each once', async () => {
    const { server, url, post, codes } = await running('run-follow-1');
    const [run] = await read(`${url}/api/live/${codes.watch}/stream`, 'run', 1);
    expect(run?.data).toMatchObject({ kind: 'watch', clockOffsetMs: 250 });
    const coming = read(`${url}/api/live/${codes.watch}/stream`, 'event', 3);
    await post('/api/runs/run-follow-1/events', { events: [event(2, { type: 'pause' })] });
    await post('/api/runs/run-follow-1/events', {
      events: [event(2, { type: 'pause' }), event(3, { type: 'resume' })],
    });
    const events = await coming;
    expect(events.map((e) => e.data.type)).toEqual(['start', 'pause', 'resume']);
    const after = await read(`${url}/api/live/${codes.watch}/stream`, 'event', 1, {
      'Last-Event-ID': String(events[1]!.id),
    });
    expect(after.map((e) => e.data.type)).toEqual(['resume']);
    server.closeAllConnections();
    server.close();
  });

  it('passes commands on to the desk, each code only its own', async () => {
    const { server, url, post, codes } = await running('run-follow-2');
    const ask = (code: string, command: object, id = 'ask-12345678') =>
      post(`/api/live/${code}/commands`, { id, command });
    expect((await ask(codes.remote, { type: 'skip' })).status).toBe(503);
    const heard = read(`${url}/api/runs/run-follow-2/stream`, 'command', 2);
    await read(`${url}/api/runs/run-follow-2/stream`, 'event', 1);
    const reps = { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: 12 };
    expect((await ask(codes.watch, { type: 'pause' })).status).toBe(403);
    expect((await ask(codes.squad, { type: 'skip' })).status).toBe(403);
    expect((await ask(codes.remote, { type: 'abandon' })).status).toBe(403);
    expect((await ask(codes.squad, reps)).status).toBe(202);
    expect((await ask(codes.remote, { type: 'adjust', deltaMs: 10_000 }, 'ask-87654321')).status).toBe(202);
    expect((await heard).map((e) => [e.data.id, (e.data.command as { type: string }).type])).toEqual([
      ['ask-12345678', 'reps'],
      ['ask-87654321', 'adjust'],
    ]);
    server.closeAllConnections();
    server.close();
  });

  it('answers what is malformed, unknown or hostile with a 4xx, and nothing is changed', async () => {
    const { server, url, post, codes } = await running('run-follow-3');
    const before = await db.query('SELECT count(*)::int AS n FROM run_event');
    const bad: [string, unknown, number][] = [
      [`/api/live/${codes.remote}/commands`, { id: 'x', command: { type: 'pause' } }, 400],
      [`/api/live/${codes.remote}/commands`, { id: 'ask-12345678', command: { type: 'adjust', deltaMs: 'lots' } }, 400],
      [`/api/live/${codes.remote}/commands`, { id: 'ask-12345678', command: { type: 'rm -rf' } }, 400],
      [`/api/live/${codes.remote}/commands`, [], 400],
      ['/api/live/ZZZZZZ/commands', { id: 'ask-12345678', command: { type: 'pause' } }, 404],
      ["/api/live/'; DROP TABLE run;--/commands", {}, 404],
      [
        `/api/live/${codes.remote}/commands`,
        { id: 'ask-12345678', command: { type: 'note', text: 'x'.repeat(3_000_000) } },
        413,
      ],
    ];
    for (const [path, body, status] of bad) expect([path, (await post(path, body)).status]).toEqual([path, status]);
    const foreign = await fetch(`${url}/api/live/${codes.remote}/commands`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: 'http://elsewhere.example' },
      body: JSON.stringify({ id: 'ask-12345678', command: { type: 'pause' } }),
    });
    expect(foreign.status).toBe(403);
    expect(await db.query('SELECT count(*)::int AS n FROM run_event')).toEqual(before);
    server.closeAllConnections();
    server.close();
  });

  it('a wall may ask for the sound, and gets the words of its own run alone', async () => {
    const { server, url, post, codes } = await running('run-follow-5');
    const heard = read(`${url}/api/runs/run-follow-5/stream`, 'command', 1);
    await read(`${url}/api/runs/run-follow-5/stream`, 'event', 1);
    const asked = await post(`/api/live/${codes.watch}/commands`, {
      id: 'ask-sound-1',
      command: { type: 'sound', screen: 'wall-1' },
    });
    expect(asked.status).toBe(202);
    expect((await heard)[0]?.data).toMatchObject({ command: { type: 'sound', screen: 'wall-1' } });
    const clip = async (code: string, text: string, more = '') =>
      (await fetch(`${url}/api/live/${code}/clip?text=${encodeURIComponent(text)}${more}`)).status;
    // There is no speech in this test: a word of the run would be spoken, any other is not to be had.
    expect(await clip(codes.watch, 'Ten seconds')).toBe(503);
    expect(await clip(codes.watch, 'Something else')).toBe(404);
    expect(await clip(codes.watch, 'Ten seconds', '&turn=3')).toBe(400);
    expect(await clip(codes.watch, 'x'.repeat(400))).toBe(400);
    expect(await clip('ZZZZZZ', 'Ten seconds')).toBe(404);
    server.closeAllConnections();
    server.close();
  });

  it('codes are random, differ by kind, and end with the run', async () => {
    const { server, url, post, codes } = await running('run-follow-4');
    expect(new Set(Object.values(codes)).size).toBe(3);
    expect(codes.remote).toMatch(/^[A-Z0-9]{8}$/);
    expect(await (await post('/api/runs/run-follow-4/codes', {})).json()).toEqual(codes);
    expect((await fetch(`${url}/api/live/${codes.watch.toLowerCase()}`)).status).toBe(200);
    await post('/api/runs/run-follow-4/events', { events: [event(9, { type: 'finish' })] });
    expect((await fetch(`${url}/api/live/${codes.watch}`)).status).toBe(404);
    server.closeAllConnections();
    server.close();
  });
});

describe('the gate', () => {
  const gated = async () =>
    createApp({
      db,
      now: () => nowMs,
      log: () => {},
      webDir: '/nowhere',
      gate: await makeGate(db, 'spring tide', () => nowMs),
    });
  const say = (server: ReturnType<typeof createApp>, passphrase: string) =>
    request(server).post('/api/session').send({ passphrase });

  it('lets nobody in without the passphrase, but for the following screens', async () => {
    const server = await gated();
    for (const path of ['/api/plans', '/api/moves', '/api/runs', '/api/kit', '/api/speech/recordings'])
      expect([path, (await request(server).get(path)).status]).toEqual([path, 401]);
    expect((await request(server).get('/api/health')).status).toBe(200);
    expect((await request(server).get('/api/live/ZZZZZZ')).status).toBe(404);
    const cookie = (await say(server, 'spring tide').expect(200)).headers['set-cookie']![0]!;
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    await request(server).get('/api/plans').set('Cookie', cookie).expect(200);
    await request(server)
      .get('/api/plans')
      .set('Cookie', cookie.replace(/\.[0-9a-f]{8}/, '.00000000'))
      .expect(401);
    // A restart logs nobody out; a month does.
    await request(await gated())
      .get('/api/plans')
      .set('Cookie', cookie)
      .expect(200);
    nowMs += 31 * 86_400_000;
    await request(server).get('/api/plans').set('Cookie', cookie).expect(401);
    nowMs = T0;
  });

  it('slows wrong passphrases down', async () => {
    const server = await gated();
    for (let k = 0; k < 4; k++) expect((await say(server, `wrong ${k}`)).status).toBe(401);
    expect((await say(server, 'spring tide')).status).toBe(429);
    nowMs += 1500;
    expect((await say(server, 'wrong again')).status).toBe(401);
    expect((await say(server, 'spring tide')).headers['retry-after']).toBe('2');
    nowMs += 2500;
    expect((await say(server, 'spring tide')).status).toBe(200);
    nowMs = T0;
  });

  it('knows which addresses only this machine can reach', () => {
    expect(['127.0.0.1', 'localhost', '::1', '127.8.8.8'].map(isLoopback)).toEqual([true, true, true, true]);
    expect(['0.0.0.0', '192.168.1.5', '::', 'boathouse.local'].map(isLoopback)).toEqual([false, false, false, false]);
  });
});
