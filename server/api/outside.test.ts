import { JSDOM } from 'jsdom';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import { readHomePage } from '../../core/out/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { eventsOf, T0 } from '../../core/test/events.ts';
import { move } from '../../core/test/moves.ts';
import { toPcm16, wavHeader } from '../../core/voice/index.ts';
import { createApp } from '../app.ts';
import type { Database } from '../db/database.ts';
import { saveMoves } from '../db/moves.ts';
import { savePerson } from '../db/people.ts';
import { savePlan } from '../db/plans.ts';
import { appendEvents, createRun, findRun, setRunDeleted } from '../db/runs.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';

let db: Database;
const wav = new Uint8Array([...wavHeader(1600, 16_000), ...toPcm16(new Float32Array(1600).fill(0.2))]);
const speech: SpeechEngine = { speak: async () => wav, close: async () => {} };
let nowMs = T0;
const parts = () => ({ db, now: () => nowMs, steadyNow: () => nowMs, log: () => {}, speech, webDir: '/nowhere' });
const agent = () => request(checkedApp(parts()));
/** Pages for people are no part of the described interface. */
const visitor = () => request(createApp(parts()));

const plan: Plan = {
  ...planOf({ ...circuit(stations(3), 30, 10, 2), use: 'stations' }),
  id: 'low-tide',
  title: 'Low </script> tide',
  notes: 'the key is under the mat',
  squads: ['Heron'],
  audience: ['knees'],
};
const RUN = 'run-low-tide-01';

beforeAll(async () => {
  db = await emptyDatabase();
  await savePlan(db, plan, 0);
  await createRun(db, RUN, plan);
  await appendEvents(db, RUN, eventsOf([0, { type: 'start' }], [60, { type: 'pause' }]));
});
afterAll(() => db.close());

describe('paper', () => {
  it.each(['plan/low-tide/run', 'plan/low-tide/cards', 'week/2026-11-04', `run/${RUN}`])(
    '%s is a PDF',
    async (address) => {
      const res = await agent()
        .get(`/api/papers/${address}?size=Letter&perPage=4`)
        .buffer()
        .parse((r, done) => {
          const parts: Buffer[] = [];
          r.on('data', (d: Buffer) => parts.push(d));
          r.on('end', () => done(null, Buffer.concat(parts)));
        });
      expect([res.status, res.headers['content-type']]).toEqual([200, 'application/pdf']);
      expect((res.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
    },
  );

  it('is none of what is not there, nor of another size or a strange address', async () => {
    const status = async (address: string) => (await agent().get(`/api/papers/${address}`)).status;
    expect(
      await Promise.all(
        [
          'plan/nobody/run',
          'plan/low-tide/poster',
          'series/none',
          'run/nobody-0000',
          'week/soon',
          'plan/low-tide/run?size=A9',
          'plan/low-tide/cards?code=ACDEFHJKLM&origin=javascript:x',
        ].map(status),
      ),
    ).toEqual([404, 404, 404, 404, 400, 400, 400]);
  });
});

const homeIn = (html: string) => readHomePage(new JSDOM(html).window.document as never);

describe('a class for home', () => {
  it('is one page that holds the class and its voice, and nothing of the instructor’s own', async () => {
    const res = await agent().get('/api/home/plan/low-tide');
    expect(res.headers['content-disposition']).toMatch(/^attachment; filename=.*low-script-tide.html/);
    const home = homeIn(res.text);
    expect(home?.plan).toMatchObject({ title: 'Low </script> tide', notes: '', heads: null, slot: { start: null } });
    expect([home?.plan.squads, home?.plan.audience]).toEqual([undefined, undefined]);
    expect(res.text).not.toContain('under the mat');
    expect(Object.keys(home?.clips ?? {})).toContain('Half way');
    // Nothing is fetched from anywhere.
    expect(res.text).not.toMatch(/(?:src|href)="(?:https?:)?\//);
    const quiet = await agent().get('/api/home/plan/low-tide?voice=0');
    expect(homeIn(quiet.text)?.clips).toEqual({});
    expect(homeIn(quiet.text)?.figures).toEqual({});
    const [first] = plan.blocks[0]?.stations ?? [];
    const figure = '(side): stand → squat half';
    await saveMoves(db, [{ ...move('Sea squat'), aliases: [first?.move ?? ''], figure }]);
    const drawn = homeIn((await agent().get('/api/home/plan/low-tide?voice=0')).text);
    expect(drawn?.figures).toEqual({ [first?.move ?? '']: figure });
    expect((await agent().get('/api/home/poster/low-tide')).status).toBe(404);
  });

  it('is given out by a code that outlives the run, until it is taken back or the class goes', async () => {
    const given = (await agent().post('/api/handouts').send({ kind: 'plan', targetId: 'low-tide' })).body;
    expect(given).toMatchObject({
      kind: 'plan',
      title: 'Low </script> tide',
      code: expect.stringMatching(/^[A-Z0-9]{10}$/),
    });
    // The same class keeps its code.
    expect((await agent().post('/api/handouts').send({ kind: 'plan', targetId: 'low-tide' })).body.code).toBe(
      given.code,
    );
    const page = await visitor().get(`/h/${given.code.toLowerCase()}`);
    expect([page.status, page.headers['content-type']]).toEqual([200, 'text/html; charset=utf-8']);
    expect(page.headers['content-security-policy']).toMatch(/default-src 'none'; script-src 'sha256-/);
    expect(homeIn(page.text)?.led).toBeNull();
    expect((await visitor().get('/h/ZZZZZZZZZZ')).text).toBe(
      'This code opens nothing: it was taken back, or it is mistyped.',
    );
    const run = (await agent().post('/api/handouts').send({ kind: 'run', targetId: RUN })).body;
    expect(homeIn((await visitor().get(`/h/${run.code}`)).text)?.led).toBe('2026-09-21');
    expect((await agent().get('/api/handouts')).body.map((h: { code: string }) => h.code).sort()).toEqual(
      [given.code, run.code].sort(),
    );
    await setRunDeleted(db, RUN, true);
    expect((await visitor().get(`/h/${run.code}`)).status).toBe(404);
    await setRunDeleted(db, RUN, false);
    expect((await agent().delete(`/api/handouts/${run.code}`)).status).toBe(204);
    expect((await agent().delete(`/api/handouts/${run.code}`)).status).toBe(404);
    expect((await agent().post('/api/handouts').send({ kind: 'plan', targetId: 'nobody' })).status).toBe(404);
  });

  it('a card’s code opens its own station while the class is led, and nothing else of it', async () => {
    const { code } = (await agent().post('/api/handouts').send({ kind: 'plan', targetId: 'low-tide' })).body;
    // A card that was printed with the code of the page for home opens no live class.
    expect((await visitor().get(`/h/${code}/s2`)).headers.location).toBe(`/h/${code}#s2`);

    expect((await agent().post('/api/card-codes').send({ planId: 'nothing' })).status).toBe(404);
    const made = (await agent().post('/api/card-codes').send({ planId: 'low-tide' })).body;
    expect(made).toMatchObject({ planId: 'low-tide', cards: 3 });
    // A season, counted from now.
    expect(Date.parse(made.endsAt) - nowMs).toBe(13 * 7 * 86_400_000);
    const [card] = await db.query<{ code: string }>("SELECT code FROM station_code WHERE station_id = 's2'");
    const open = (path: string) => visitor().get(`/api/live/${card!.code}${path}`);
    expect((await open('')).body).toEqual({ kind: 'station' });
    const figures = await open('/figures?screen=station&part=1');
    expect(figures.status).toBe(200);
    expect((await open('/figures?screen=wall')).status).toBe(403);
    expect((await open('/clip?text=Rest')).status).toBe(404);
    const asked = await visitor()
      .post(`/api/live/${card!.code}/commands`)
      .send({ id: 'ask-card-0001', command: { type: 'pause' } });
    expect(asked.status).toBe(403);

    // Printed again it is the same code; taken back it opens nothing; after a season neither.
    await agent().post('/api/card-codes').send({ planId: 'low-tide', weeks: 1 });
    expect((await db.query("SELECT code FROM station_code WHERE station_id = 's2'"))[0]).toEqual(card);
    expect((await agent().get('/api/card-codes')).body).toMatchObject([{ planId: 'low-tide', cards: 3 }]);
    nowMs += 7 * 86_400_000;
    expect([(await open('')).status, (await agent().get('/api/card-codes')).body]).toEqual([404, []]);
    nowMs -= 7 * 86_400_000;
    expect((await open('')).status).toBe(200);
    expect((await agent().delete('/api/card-codes/low-tide')).status).toBe(204);
    expect([(await open('')).status, (await agent().delete('/api/card-codes/low-tide')).status]).toEqual([404, 404]);

    // Nor does one of a class that is not led.
    await agent().post('/api/card-codes').send({ planId: 'low-tide' });
    const [again] = await db.query<{ code: string }>("SELECT code FROM station_code WHERE station_id = 's2'");
    await appendEvents(
      db,
      RUN,
      eventsOf([0, { type: 'start' }], [60, { type: 'pause' }], [70, { type: 'finish' }]).slice(2),
    );
    expect((await visitor().get(`/api/live/${again!.code}`)).status).toBe(404);
  });

  it('is opened by a whole class at once: the page is made one time and shared', async () => {
    const { code } = (await agent().post('/api/handouts').send({ kind: 'plan', targetId: 'low-tide' })).body;
    const one = createApp(parts());
    const pages = await Promise.all(Array.from({ length: 12 }, () => request(one).get(`/h/${code}`)));
    expect(pages.map((p) => p.status)).toEqual(Array(12).fill(200));
    expect(new Set(pages.map((p) => p.text)).size).toBe(1);
    // A class that was changed since is seen as it is now.
    await savePlan(db, { ...plan, title: 'High tide' }, 1);
    expect(homeIn((await request(one).get(`/h/${code}`)).text)?.plan.title).toBe('High tide');
  });

  it('codes are not to be guessed fast: after twenty wrong ones they go one by one, a right one too', async () => {
    const one = createApp(parts());
    const { code } = (await agent().post('/api/handouts').send({ kind: 'plan', targetId: 'low-tide' })).body;
    const wrong = Array.from({ length: 30 }, (_, k) => `ZZZZZZZ${String(k).padStart(3, 'A')}`);
    const since = performance.now();
    for (const guess of wrong) expect((await request(one).get(`/h/${guess}`)).status).toBe(404);
    expect(performance.now() - since).toBeGreaterThan(900);
    expect((await request(one).get(`/h/${code}`)).status).toBe(200);
  });
});

describe('heart rates', () => {
  const pulse = {
    type: 'pulse' as const,
    stationId: 's1',
    round: 1,
    of: [
      { strap: '1', person: 'p-marit', mean: 140, max: 150, zonesMs: [0, 0, 60_000, 0, 0] },
      { strap: '2', mean: 120, max: 130, zonesMs: [0, 60_000, 0, 0, 0] },
    ],
  };

  it('go to the run, and with a person who is erased they go', async () => {
    await savePerson(db, { id: 'p-marit', name: 'Marit', squad: '' });
    await createRun(db, 'run-pulse-0001', plan);
    await appendEvents(db, 'run-pulse-0001', eventsOf([0, { type: 'start' }], [45, pulse]));
    expect((await agent().post('/api/people/p-marit/erase').send({ traces: [] })).status).toBe(200);
    const kept = (await findRun(db, 'run-pulse-0001'))?.events.find((e) => e.type === 'pulse');
    expect(kept?.type === 'pulse' && kept.of.map((o) => o.strap)).toEqual(['2']);
  });

  it('for walls are checked and kept nowhere', async () => {
    const shown = { zones: [0, 1, 2, 0, 0, 0], unknown: 1, people: [] };
    expect((await agent().post(`/api/runs/${RUN}/pulse`).send({ pulse: shown })).status).toBe(204);
    expect(
      (
        await agent()
          .post(`/api/runs/${RUN}/pulse`)
          .send({ pulse: { ...shown, zones: [1] } })
      ).status,
    ).toBe(400);
    expect((await agent().post('/api/runs/nobody-0000/pulse').send({ pulse: null })).status).toBe(404);
    expect((await findRun(db, RUN))?.events.some((e) => e.type === 'pulse')).toBe(false);
  });
});

describe('music on the server', () => {
  const info = {
    id: 't-1',
    title: 'Keel',
    lengthMs: 40_000,
    bpm: 126,
    beatMs: 12,
    artist: '',
    file: 'keel.wav',
    bytes: 4,
    tempoBy: 'heard',
  };
  const put = (id: string, body: Buffer, said: object = info) =>
    agent()
      .put(`/api/music/${id}/file`)
      .query({ info: JSON.stringify(said) })
      .set('Content-Type', 'application/octet-stream')
      .send(body);

  it('is kept with what is known of it, handed out as it came, corrected, and taken away', async () => {
    expect((await put('t-1', Buffer.from([1, 2, 3, 250]))).status).toBe(204);
    expect((await put('t-2', Buffer.from([1]))).status).toBe(400);
    expect((await put('t-1', Buffer.from([]))).status).toBe(422);
    expect((await put('t-1', Buffer.from([1]), { ...info, bpm: 9 })).status).toBe(400);
    expect((await agent().get('/api/music')).body).toEqual([info]);
    const file = await agent()
      .get('/api/music/t-1/file')
      .buffer()
      .parse((r, done) => r.on('data', (d: Buffer) => done(null, d)));
    expect([...(file.body as Buffer)]).toEqual([1, 2, 3, 250]);
    expect(
      (
        await agent()
          .put('/api/music/t-1')
          .send({ ...info, bpm: 63, tempoBy: 'hand' })
      ).status,
    ).toBe(204);
    expect(
      (
        await agent()
          .put('/api/music/t-9')
          .send({ ...info, id: 't-9' })
      ).status,
    ).toBe(404);
    expect((await agent().get('/api/music')).body[0].bpm).toBe(63);
    expect((await agent().delete('/api/music/t-1')).status).toBe(204);
    expect([
      (await agent().delete('/api/music/t-1')).status,
      (await agent().get('/api/music/t-1/file')).status,
    ]).toEqual([404, 404]);
  });
});
