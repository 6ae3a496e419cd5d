import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { move } from '../../core/test/moves.ts';
import type { RunEvent } from '../../core/time/index.ts';
import type { Database } from '../db/database.ts';
import { saveMoves } from '../db/moves.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';
import { WRITES_AFTER_MS } from './live-code.ts';

const T0 = 1_790_000_000_000;
let nowMs = T0;
let db: Database;
beforeAll(async () => {
  db = await emptyDatabase();
});
afterAll(() => db.close());

const watched: string[] = [];
const make = () =>
  checkedApp({
    db,
    now: () => nowMs,
    steadyNow: () => nowMs,
    log: () => {},
    watch: (event) => watched.push(event),
    webDir: '/nowhere',
  });
const plan = { ...planOf(circuit(stations(2), 30, 10, 3)), id: 'plan-live', squads: ['Heron', 'Teal'] };
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

/** A phone that has been in with a code: the cookie it shows from then on. */
async function phone(url: string, code: string): Promise<string> {
  const stop = new AbortController();
  const res = await fetch(`${url}/api/live/${code}/stream`, { signal: stop.signal });
  const cookie = res.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  stop.abort();
  return cookie;
}

describe('the figures of a run', () => {
  it('are those of its moves and their other ways, by the names they are shown under; of what is swapped in too', async () => {
    const figure = '(side): stand → squat half';
    await saveMoves(db, [
      { ...move('Sea squat'), aliases: ['Move 1'], figure, easier: 'Half sea squat' },
      { ...move('Half sea squat'), figure: '(side): stand → squat quarter' },
      { ...move('Oar pull'), figure: '(side): plank' },
      move('Not drawn'),
    ]);
    const { server, url, post, codes } = await running('run-figures');
    const ask = async () => (await (await fetch(`${url}/api/live/${codes.watch}/figures`)).json()).figures;
    expect(await ask()).toEqual({ 'Move 1': figure });
    const station = plan.blocks[0]?.stations[1]?.id;
    await post('/api/runs/run-figures/events', {
      events: [
        event(2, { type: 'swap', stationId: station, scope: 'on', to: { move: 'Oar pull', easier: ['Sea squat'] } }),
      ],
    });
    expect(Object.keys(await ask()).sort()).toEqual(['Move 1', 'Oar pull', 'Sea squat']);
    expect((await fetch(`${url}/api/live/ZZZZZZ/figures`)).status).toBe(404);
    server.close();
  });
});

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
    const note = { type: 'note', stationId: 's1', round: 1, text: 'hips higher' };
    expect((await ask(codes.watch, { type: 'pause' })).status).toBe(403);
    expect((await ask(codes.squad, { type: 'skip' })).status).toBe(403);
    expect((await ask(codes.remote, { type: 'abandon' })).status).toBe(403);
    expect((await ask(codes.remote, note)).status).toBe(202);
    expect((await ask(codes.remote, { type: 'adjust', deltaMs: 10_000 }, 'ask-87654321')).status).toBe(202);
    expect((await heard).map((e) => [e.data.id, (e.data.command as { type: string }).type])).toEqual([
      ['ask-12345678', 'note'],
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
      ["/api/live/'; DROP TABLE run;--/commands", { id: 'ask-12345678', command: { type: 'pause' } }, 404],
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

  it('a squad writes down its own reps at the moves of the class, and nothing else; that needs no desk', async () => {
    const { server, url, post, codes } = await running('run-follow-6');
    const reps = { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: 12 };
    let n = 0;
    const ask = async (more: object) =>
      (await post(`/api/live/${codes.squad}/commands`, { id: `ask-squad-${n++}`, command: { ...reps, ...more } }))
        .status;
    expect(await ask({ squad: 'Bittern' })).toBe(422);
    expect(await ask({ squad: 'Her\0on' })).toBe(400);
    expect(await ask({ squad: '\ud800' })).toBe(400);
    expect(await ask({ squad: null })).toBe(422);
    expect(await ask({ stationId: 'elsewhere' })).toBe(422);
    // Nobody is named by an id, and no phone in another’s place.
    expect(await ask({ person: 'made-up-id' })).toBe(400);
    expect(await ask({ phone: 'made-up-id' })).toBe(400);
    const told = read(`${url}/api/runs/run-follow-6/stream`, 'event', 2);
    expect(await ask({})).toBe(202);
    expect((await told)[1]?.data).toMatchObject({ ...reps, seq: 2, phone: expect.stringMatching(/^[\w-]{12}$/) });
    server.closeAllConnections();
    server.close();
  });

  it('an entry is changed from the phone that made it, or at the desk; from another phone it is refused', async () => {
    const { server, url, post, codes } = await running('run-follow-10');
    const [own, other] = [await phone(url, codes.squad), await phone(url, codes.squad)];
    let n = 0;
    const enter = async (cookie: string, what: object) =>
      (
        await fetch(`${url}/api/live/${codes.squad}/commands`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', Cookie: cookie },
          body: JSON.stringify({ id: `ask-phone-${n++}`, command: what }),
        })
      ).status;
    const reps = { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: 12 };
    const felt = { type: 'felt', squad: 'Heron', effort: 7 };
    expect([await enter(own, reps), await enter(own, felt)]).toEqual([202, 202]);
    expect([await enter(other, { ...reps, count: 99 }), await enter(other, { ...felt, effort: 1 })]).toEqual([
      409, 409,
    ]);
    expect(await enter(own, { ...reps, count: 13 })).toBe(202);
    // Another set and another squad are free.
    expect([await enter(other, { ...reps, round: 2 }), await enter(other, { ...reps, squad: 'Teal' })]).toEqual([
      202, 202,
    ]);
    // The instructor corrects it: from then on it is theirs.
    await post('/api/runs/run-follow-10/events', { events: [event(20, { ...reps, count: 14 })] });
    expect(await enter(own, { ...reps, count: 15 })).toBe(409);
    const { events } = (await (await fetch(`${url}/api/runs/run-follow-10`)).json()) as { events: RunEvent[] };
    expect(events.flatMap((e) => (e.type === 'reps' && e.squad === 'Heron' && e.round === 1 ? [e.count] : []))).toEqual(
      [12, 13, 14],
    );
    server.closeAllConnections();
    server.close();
  });

  it('whether the club knows a name is told to nobody: what cannot be placed waits for the instructor', async () => {
    const { server, url, post, codes } = await running('run-follow-11');
    const put = (id: string, name: string, squad: string) =>
      fetch(`${url}/api/people/${id}`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ name, squad }),
      });
    await put('p-known', 'Marlo', 'Heron');
    await put('p-other', 'Sanna', 'Teal');
    const ids: string[] = [];
    const enter = async (personName: string, cookie: string, count = 12) => {
      ids.push(`ask-person-${ids.length}`);
      const res = await fetch(`${url}/api/live/${codes.squad}/commands`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Cookie: cookie },
        body: JSON.stringify({
          id: ids.at(-1),
          command: { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count, personName },
        }),
      });
      return [res.status, await res.text()];
    };
    const [own, other] = [await phone(url, codes.squad), await phone(url, codes.squad)];
    const answers = [
      await enter('marlo', own),
      await enter('Nobody at all', own),
      await enter('Sanna', own),
      await enter('Marlo', other, 99),
    ];
    expect(new Set(answers.map(String))).toEqual(new Set([`202,${JSON.stringify({ passedOn: true })}`]));
    const waiting = async () =>
      (await (await fetch(`${url}/api/runs/run-follow-11/waiting`)).json()) as { id: string; name: string }[];
    expect((await waiting()).map((w) => w.name)).toEqual(['Nobody at all', 'Sanna', 'Marlo']);
    // The same once more, since its answer was lost, is still one.
    ids.pop();
    await enter('Marlo', other, 99);
    expect(await waiting()).toHaveLength(3);
    const settle = async (entry: string | undefined, person: string | null) =>
      (await post(`/api/runs/run-follow-11/waiting/${entry}`, { person })).status;
    expect(await settle(ids[1], 'p-nobody')).toBe(422);
    expect([await settle(ids[1], null), await settle(ids[2], 'p-other')]).toEqual([204, 204]);
    expect(await settle(ids[2], 'p-other')).toBe(404);
    const { events } = (await (await fetch(`${url}/api/runs/run-follow-11`)).json()) as { events: RunEvent[] };
    expect(events.flatMap((e) => (e.type === 'reps' ? [[e.person, e.count]] : []))).toEqual([
      ['p-known', 12],
      ['p-other', 12],
    ]);
    expect((await waiting()).map((w) => w.name)).toEqual(['Marlo']);
    server.closeAllConnections();
    server.close();
  });

  it('a phone that asks without end is told to wait, before anything is looked up; another phone is not', async () => {
    const { server, url, codes } = await running('run-follow-7');
    const [own, other] = [await phone(url, codes.squad), await phone(url, codes.squad)];
    const ask = async (cookie: string, k: number) =>
      (
        await fetch(`${url}/api/live/${codes.squad}/commands`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', Cookie: cookie },
          body: JSON.stringify({ id: `ask-flood-${k}`, command: {} }),
        })
      ).status;
    const answers: number[] = [];
    for (let k = 0; k < 100; k++) answers.push(await ask(own, k));
    expect(answers.filter((status) => status === 429)).toHaveLength(40);
    expect(watched).toContain('asks from one phone');
    expect(await ask(other, 100)).toBe(400);
    server.closeAllConnections();
    server.close();
  });

  it('a right code counts against nobody: two hundred phones behind one address are all served at once', async () => {
    const { server, url, codes } = await running('run-follow-12');
    const all = await Promise.all(
      Array.from({ length: 200 }, async () => (await fetch(`${url}/api/live/${codes.squad}`)).status),
    );
    expect(all.filter((status) => status !== 200)).toEqual([]);
    server.closeAllConnections();
    server.close();
  });

  it('codes cannot be guessed fast, and who guesses shuts nobody out', async () => {
    const { server, url, codes } = await running('run-follow-8');
    const own = await phone(url, codes.watch);
    const guess = async (k: number) => (await fetch(`${url}/api/live/AAAA${100 + k}`)).status;
    watched.length = 0;
    const since = performance.now();
    const flood = Promise.all(Array.from({ length: 60 }, (_, k) => guess(k)));
    // A newcomer with the right code waits its turn, one that was in before does not.
    const known = fetch(`${url}/api/live/${codes.watch}`, { headers: { Cookie: own } }).then(async (res) => {
      await res.text();
      return [res.status, performance.now() - since < 2000];
    });
    expect(await known).toEqual([200, true]);
    expect((await fetch(`${url}/api/live/${codes.watch}`)).status).toBe(200);
    expect(new Set(await flood)).toEqual(new Set([404]));
    // Twenty at once, then one in a tenth of a second.
    expect(performance.now() - since).toBeGreaterThan(3500);
    expect(watched).toContain('codes guessed');
    server.closeAllConnections();
    server.close();
  });

  it('a phone has two streams of a screen and loses the oldest; others at its address keep theirs', async () => {
    const { server, url, codes } = await running('run-follow-9');
    const stop = new AbortController();
    const own = await phone(url, codes.squad);
    const open = async (cookie?: string) => {
      const res = await fetch(`${url}/api/live/${codes.squad}/stream`, {
        signal: stop.signal,
        ...(cookie ? { headers: { Cookie: cookie } } : {}),
      });
      const reader = res.body!.getReader();
      const stream = { status: res.status, ended: false };
      void (async () => {
        for (;;) if ((await reader.read()).done) break;
        stream.ended = true;
      })().catch(() => {});
      return stream;
    };
    const others = await Promise.all(Array.from({ length: 80 }, () => open()));
    const mine = [await open(own), await open(own), await open(own)];
    await expect.poll(() => mine.map((s) => s.ended)).toEqual([true, false, false]);
    expect(others.filter((s) => s.status !== 200 || s.ended)).toEqual([]);
    expect((await read(`${url}/api/live/${codes.watch}/stream`, 'run', 1)).length).toBe(1);
    expect((await read(`${url}/api/runs/run-follow-9/stream`, 'run', 1)).length).toBe(1);
    stop.abort();
    server.closeAllConnections();
    server.close();
  });

  it('codes end with a run that runs out by itself, on the desk’s clock', async () => {
    const { server, url, codes } = await running('run-follow-0');
    // Count-in 10 s, six times 30 s of work and five rests of 10 s; the start is at T0 + 1 s of the desk, 250 ms behind.
    nowMs = T0 + 1000 + 240_000 + 200;
    expect((await fetch(`${url}/api/live/${codes.watch}`)).status).toBe(200);
    nowMs += 100;
    expect((await fetch(`${url}/api/live/${codes.watch}`)).status).toBe(404);
    nowMs = T0;
    server.closeAllConnections();
    server.close();
  });

  it('after the end a squad still writes down its reps, without a desk, for an hour', async () => {
    const { server, url, post, codes } = await running('run-follow-8');
    await post('/api/runs/run-follow-8/events', { events: [event(9, { type: 'finish' })] });
    const reps = { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: 12 };
    const ask = (id: string, more: object = {}) =>
      post(`/api/live/${codes.squad}/commands`, { id, command: { ...reps, ...more } });
    // The desk is 250 ms behind: it ended at T0 + 9.25 s of the server.
    nowMs = T0 + 9250 + WRITES_AFTER_MS - 1;
    const late = await ask('ask-after-the-end');
    expect([late.status, await late.json()]).toEqual([202, { passedOn: true }]);
    expect((await ask('ask-somebody-else', { squad: 'Bittern' })).status).toBe(422);
    const { events } = (await (await fetch(`${url}/api/runs/run-follow-8`)).json()) as { events: RunEvent[] };
    expect(events.at(-1)).toMatchObject({ ...reps, atMs: T0 + 9000 + WRITES_AFTER_MS - 1 });
    nowMs += 1;
    expect((await ask('ask-far-too-late')).status).toBe(404);
    nowMs = T0;
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
