import request from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../core/test/build.ts';
import type { Database } from '../db/database.ts';
import { migrate } from '../db/migrate.ts';
import { seedOnce } from '../demo/seed.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';

const T0 = 1_790_000_000_000;
let db: Database;
let now = T0;
const errors: unknown[] = [];
const app = () => checkedApp({ db, now: () => now, steadyNow: () => now, log: (e) => errors.push(e) });

beforeAll(async () => {
  db = await emptyDatabase();
});
afterAll(() => db.close());
beforeEach(async () => {
  now = T0;
  errors.length = 0;
  await db.script('DELETE FROM run; DELETE FROM plan; DELETE FROM move; DELETE FROM setting');
});

const plan = (title = 'Low tide') => ({
  ...planOf(circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) })),
  id: 'low-tide',
  title,
});
const put = (body: object, id = 'low-tide') => request(app()).put(`/api/plans/${id}`).send(body);

describe('plans', () => {
  it('are stored, listed and given back', async () => {
    const saved = await put({ plan: plan(), baseVersion: 0 });
    expect([saved.status, saved.body.version]).toEqual([200, 1]);
    const list = await request(app()).get('/api/plans');
    expect(list.body.items.map((p: { plan: { title: string } }) => p.plan.title)).toEqual(['Low tide']);
  });

  it('keep the text before every save', async () => {
    await put({ plan: plan('One'), baseVersion: 0 });
    await put({ plan: plan('Two'), baseVersion: 1 });
    await put({ plan: plan('Three'), baseVersion: 2 });
    const versions = await request(app()).get('/api/plans/low-tide/versions');
    expect(versions.body.items.map((v: { version: number; title: string }) => [v.version, v.title])).toEqual([
      [2, 'Two'],
      [1, 'One'],
    ]);
    expect((await request(app()).get('/api/plans/low-tide/versions/1')).body.title).toBe('One');
  });

  it('answer 409 with the newer text to a save made from an older version, and change nothing', async () => {
    await put({ plan: plan('One'), baseVersion: 0 });
    await put({ plan: plan('Theirs'), baseVersion: 1 });
    const late = await put({ plan: plan('Mine'), baseVersion: 1 });
    expect(late.status).toBe(409);
    expect(late.headers['content-type']).toContain('application/problem+json');
    expect([late.body.current.plan.title, late.body.current.version]).toEqual(['Theirs', 2]);
    expect((await request(app()).get('/api/plans/low-tide')).body.plan.title).toBe('Theirs');
  });

  it('take the same text twice without a conflict: a save whose answer was lost', async () => {
    const one = plan('One');
    await put({ plan: one, baseVersion: 0 });
    const again = await put({ plan: one, baseVersion: 0 });
    expect([again.status, again.body.version]).toEqual([200, 1]);
  });

  it('come back after a delete', async () => {
    await put({ plan: plan(), baseVersion: 0 });
    expect((await request(app()).delete('/api/plans/low-tide')).status).toBe(204);
    expect((await request(app()).get('/api/plans')).body.items).toEqual([]);
    expect((await request(app()).post('/api/plans/low-tide/undelete')).status).toBe(204);
    expect((await request(app()).get('/api/plans')).body.items).toHaveLength(1);
  });

  it('are refused with the place that is wrong', async () => {
    const broken = plan();
    (broken.blocks[0]!.format as { workMs: number }).workMs = -5;
    const answer = await put({ plan: broken, baseVersion: 0 });
    expect(answer.status).toBe(400);
    expect(answer.body.problems[0].path).toBe('plan.blocks[0].format.workMs');
  });

  it('are refused under another address, broken or too large, without an error in the log', async () => {
    expect((await put({ plan: plan(), baseVersion: 0 }, 'other')).status).toBe(400);
    const broken = await request(app()).put('/api/plans/x').set('Content-Type', 'application/json').send('{"plan": ');
    expect([broken.status, broken.headers['content-type']]).toEqual([400, 'application/problem+json; charset=utf-8']);
    expect((await put({ plan: plan(), baseVersion: 0, more: 'x'.repeat(3_000_000) })).status).toBe(413);
    expect((await request(app()).get('/api/plans/none')).status).toBe(404);
    expect((await request(app()).get('/api/none')).status).toBe(404);
    expect(errors).toEqual([]);
  });
});

describe('plan files', () => {
  const imports = (text: string, goodPart = false) => request(app()).post('/api/files/import').send({ text, goodPart });

  it('go out and come in again as copies', async () => {
    await put({ plan: plan(), baseVersion: 0 });
    const file = await request(app()).get('/api/files/export?ids=low-tide');
    expect(file.headers['content-disposition']).toBe('attachment; filename=low-tide.json');
    const answer = await imports(file.text);
    expect([answer.status, answer.body.imported[0].title]).toEqual([201, 'Low tide']);
    expect(answer.body.imported[0].id).not.toBe('low-tide');
    expect((await request(app()).get('/api/plans')).body.items).toHaveLength(2);
  });

  it('import nothing when a part is bad, or the good part when asked', async () => {
    const text = JSON.stringify([
      { ...plan(), id: 'sound' },
      { ...plan(), id: 'broken', countInMs: -1 },
    ]);
    const refused = await imports(text);
    expect([refused.status, refused.body.problems[0].path, refused.body.sound]).toEqual([
      422,
      '[1].countInMs',
      ['Low tide'],
    ]);
    expect((await request(app()).get('/api/plans')).body.items).toEqual([]);
    const taken = await imports(text, true);
    expect([taken.status, taken.body.imported]).toEqual([201, [{ id: 'sound', title: 'Low tide' }]]);
  });

  it('have a schema that is served', async () => {
    const answer = await request(app()).get('/api/files/plan.schema.json');
    expect(answer.status).toBe(200);
    expect(JSON.parse(answer.text).properties.blocks.items.properties.format.oneOf).toHaveLength(12);
  });
});

const event = (seq: number, seconds: number, type: string, more: object = {}) => ({
  id: `event-${seq}-x`,
  seq,
  atMs: T0 + s(seconds),
  type,
  ...more,
});

describe('runs', () => {
  const begin = async () => {
    await request(app()).post('/api/runs').send({ id: 'run-00001', plan: plan() }).expect(201);
    return (events: unknown[]) => request(app()).post('/api/runs/run-00001/events').send({ events });
  };

  it('keep each event once, however often and in whatever order it is sent', async () => {
    const send = await begin();
    const [a, b, c] = [event(1, 0, 'start'), event(2, 20, 'pause'), event(3, 65, 'resume')];
    await send([a, c]).expect(200);
    const second = await send([c, b, a]);
    expect(second.body.stored).toEqual(['event-3-x', 'event-2-x', 'event-1-x']);
    const run = await request(app()).get('/api/runs/run-00001');
    expect(run.body.events).toEqual([a, b, c]);
  });

  it('sum up as they go: 210 s with the count-in, 45 s paused', async () => {
    const send = await begin();
    await send([event(1, 0, 'start'), event(2, 20, 'pause'), event(3, 65, 'resume'), event(4, 255, 'finish')]);
    const [row] = await db.query('SELECT status, planned_ms, actual_ms FROM run');
    expect(row).toEqual({ status: 'finished', planned_ms: 200_000, actual_ms: 245_000 });
  });

  it('have finished when their time ran out and nobody looked', async () => {
    const send = await begin();
    await send([event(1, 0, 'start')]);
    now = T0 + s(209);
    expect((await request(app()).get('/api/runs/run-00001')).body.status).toBe('running');
    now = T0 + s(211);
    expect((await request(app()).get('/api/runs')).body.items[0]).toMatchObject({
      status: 'finished',
      actualMs: 200_000,
    });
  });

  it('refuse events that are none, and events of no run', async () => {
    const send = await begin();
    const none = await send([
      event(1, 0, 'explode'),
      event(2, 0, 'adjust'),
      'low tide',
      { ...event(3, 0, 'start'), seq: -1 },
    ]);
    expect([none.status, none.body.stored]).toEqual([200, []]);
    expect(none.body.refused.map((r: { id: string }) => r.id)).toEqual(['event-1-x', 'event-2-x', '[2]', 'event-3-x']);
    expect((await send([])).status).toBe(400);
    expect(
      (
        await request(app())
          .post('/api/runs/run-none1/events')
          .send({ events: [event(1, 0, 'start')] })
      ).status,
    ).toBe(404);
    expect((await request(app()).get('/api/runs/run-00001')).body.events).toEqual([]);
  });
});

describe('the server', () => {
  it('is healthy and sends its protections', async () => {
    const answer = await request(app()).get('/api/health');
    expect(answer.body).toMatchObject({ ok: true, nowMs: T0 });
    expect(answer.headers['content-security-policy']).toContain("script-src 'self'");
    expect(answer.headers['content-security-policy']).not.toMatch(/https:/);
    expect(answer.headers['x-powered-by']).toBeUndefined();
  });

  it('seeds once and leaves alone what was changed', async () => {
    expect(await seedOnce(db, T0)).toBe(true);
    const counts = async () =>
      (await db.query('SELECT (SELECT count(*)::int FROM plan) AS plans, (SELECT count(*)::int FROM run) AS runs'))[0];
    const seeded = await counts();
    // Twelve weeks of four classes, and nothing of the week that has begun.
    expect(seeded).toMatchObject({ plans: 15, runs: 48 });
    await request(app()).delete('/api/plans/slipway');
    expect(await seedOnce(db, T0)).toBe(false);
    expect((await request(app()).get('/api/plans')).body.items).toHaveLength(Number(seeded?.plans) - 1);
  });

  it('migrates once', async () => {
    expect(await migrate(db)).toEqual([]);
  });
});

describe('moves and kit', () => {
  const move = (name: string, more = {}) => ({
    name,
    use: ['main'],
    area: 'core',
    main: ['belly'],
    helpers: [],
    pattern: 'brace',
    position: 'prone',
    oneSided: false,
    impact: 'none',
    noise: 'quiet',
    kit: [],
    effort: 2,
    instead: {},
    cues: [],
    mistakes: [],
    explainMs: 5000,
    ...more,
  });
  const names = async () => (await request(app()).get('/api/moves')).body.map((m: { name: string }) => m.name);

  it('saves one’s own, over another spelling of the name, and puts away and brings back', async () => {
    await request(app())
      .put('/api/moves')
      .send({ moves: [move('Dock plank'), move('Tide hold')] })
      .expect(200);
    await request(app())
      .put('/api/moves')
      .send({ moves: [move('dock Plank', { effort: 4 })] })
      .expect(200);
    expect(await names()).toEqual(['dock Plank', 'Tide hold']);
    await request(app())
      .post('/api/moves/hidden')
      .send({ names: ['Tide hold'], hidden: true })
      .expect(200);
    expect(await names()).toEqual(['dock Plank']);
    await request(app())
      .post('/api/moves/hidden')
      .send({ names: ['Tide hold'], hidden: false })
      .expect(200);
    expect(await names()).toEqual(['dock Plank', 'Tide hold']);
  });

  it('ships moves again without touching one’s own or what was put away', async () => {
    await request(app())
      .put('/api/moves')
      .send({ moves: [move('Dock plank', { effort: 5 }), move('Tide hold')] });
    await request(app())
      .post('/api/moves/hidden')
      .send({ names: ['Tide hold'], hidden: true });
    const { shipMoves } = await import('../db/moves.ts');
    await shipMoves(db, [move('Dock plank'), move('Tide hold'), move('Oar hold')] as never);
    const { body } = await request(app()).get('/api/moves');
    expect(body.map((m: { name: string; effort: number }) => [m.name, m.effort])).toEqual([
      ['Dock plank', 5],
      ['Oar hold', 2],
    ]);
  });

  it('refuses what is no move and saves none of the list', async () => {
    const before = await names();
    const bad = await request(app())
      .put('/api/moves')
      .send({ moves: [move('Sound'), move('', { effort: 9 })] });
    expect(bad.status).toBe(400);
    expect(bad.body.problems.map((p: { path: string }) => p.path)).toEqual(['moves[1].name', 'moves[1].effort']);
    expect(await names()).toEqual(before);
  });

  it('keeps the kit room and refuses a name twice', async () => {
    const items = [{ name: 'box', count: 4, sharedBy: 2, standIn: 'a stair' }];
    await request(app()).put('/api/kit').send({ items }).expect(200);
    const twice = await request(app())
      .put('/api/kit')
      .send({ items: [...items, { name: 'Box', count: 1, sharedBy: 1 }] });
    expect([twice.status, twice.body.title]).toEqual([422, 'Box is listed twice']);
    const rooms = [...items, { name: 'box', count: 1, sharedBy: 1, room: 'Oar loft' }];
    await request(app()).put('/api/kit').send({ items: rooms }).expect(200);
    expect((await request(app()).get('/api/kit')).body).toEqual(rooms);
    const again = await request(app())
      .put('/api/kit')
      .send({ items: [...rooms, { name: 'Box', count: 1, sharedBy: 1, room: 'oar  LOFT' }] });
    expect([again.status, again.body.title]).toEqual([422, 'Box is listed twice in oar  LOFT']);
    await request(app()).put('/api/kit').send({ items }).expect(200);
    expect((await request(app()).get('/api/kit')).body).toEqual(items);
  });

  it('keeps thresholds within their ranges; those not named are as usual', async () => {
    await request(app()).put('/api/thresholds').send({ waterMin: 15 }).expect(200);
    const { body } = await request(app()).get('/api/thresholds');
    expect([body.waterMin, body.walkS]).toEqual([15, 4]);
    expect((await request(app()).put('/api/thresholds').send({ waterMin: 500 })).status).toBe(400);
  });
});
