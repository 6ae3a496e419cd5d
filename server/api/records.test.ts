import request from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { eventsOf, T0 } from '../../core/test/events.ts';
import type { RunCommand } from '../../core/time/index.ts';
import type { Database } from '../db/database.ts';
import { saveMoves } from '../db/moves.ts';
import { savePlan } from '../db/plans.ts';
import { appendEvents, createRun } from '../db/runs.ts';
import { shippedLibrary } from '../library/read.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';

let db: Database;
const app = () => checkedApp({ db, now: () => T0, steadyNow: () => T0, log: () => {}, webDir: '/nowhere' });
beforeAll(async () => {
  db = await emptyDatabase();
});
afterAll(() => db.close());
beforeEach(() =>
  db.script('DELETE FROM run; DELETE FROM plan; DELETE FROM person; DELETE FROM calendar_item; DELETE FROM series'),
);

const plan: Plan = {
  ...planOf(circuit(stations(2), 30, 10, 2)),
  id: 'low-tide',
  title: 'Low tide',
  squads: ['Heron', 'Teal'],
};
const DAY_S = 86_400;
const reps = (round: number, count: number, more: object = {}): RunCommand =>
  ({ type: 'reps', stationId: 's1', round, squad: null, count, ...more }) as RunCommand;

/** A run of the class on a day after the first, with what was said in it. */
async function led(id: string, day: number, ...more: RunCommand[]): Promise<void> {
  await ledAs(plan, id, day, ...more);
}
async function ledAs(of: Plan, id: string, day: number, ...more: RunCommand[]): Promise<void> {
  const at = day * DAY_S;
  await createRun(db, id, of);
  const said = more.map((what, k): [number, RunCommand] => [at + 300 + k, what]);
  await appendEvents(db, id, eventsOf([at, { type: 'start' }], [at + 200, { type: 'finish' }], ...said));
}
const get = async (path: string) => (await request(app()).get(`/api${path}`)).body;
const add = (path: string, body: object) => request(app()).post(`/api${path}`).send(body);

describe('what was done, put together from all runs', () => {
  it('a move session by session, for a squad and for a person, with what was corrected the day after', async () => {
    await led(
      'run-00001',
      0,
      reps(1, 20, { squad: 'Heron', weightKg: 12 }),
      reps(2, 16, { squad: 'Heron', weightKg: 12 }),
    );
    await led('run-00002', 7, reps(1, 22, { squad: 'Heron', weightKg: 16 }), reps(1, 9, { squad: 'Teal' }));
    const trend = (await get('/records/trend?move=Move%201&squad=Heron')).points;
    expect(trend).toMatchObject([
      { runId: 'run-00001', sets: 2, reps: 36, bestReps: 20, firstReps: 20, lastReps: 16, weightKg: 12, volumeKg: 432 },
      { runId: 'run-00002', sets: 1, reps: 22, volumeKg: 352 },
    ]);
    const [late] = eventsOf([9 * DAY_S, reps(2, 19, { squad: 'Heron', weightKg: 12 })]);
    await appendEvents(db, 'run-00001', [{ ...late!, id: 'event-late', seq: 90 }]);
    expect((await get('/records/trend?move=MOVE%20%201&squad=Heron')).points[0]).toMatchObject({
      reps: 39,
      lastReps: 19,
    });
    expect((await get('/records/trend?move=Move%201')).points).toEqual([]);
    expect((await get('/records/trend?move=Move%201')).by).toEqual({
      all: false,
      squads: ['Heron', 'Teal'],
      people: [],
    });
    expect(await get('/records/moves')).toMatchObject([{ move: 'Move 1', sessions: 2, mostReps: 22, mostKg: 16 }]);
  });

  it('a person: sessions with their sets, the best set of each move and the last, ties to the heavier', async () => {
    await request(app()).put('/api/people/p1').send({ name: 'Sedge', squad: 'Heron' });
    const own = (round: number, count: number, weightKg: number) => reps(round, count, { person: 'p1', weightKg });
    await led('run-00001', 0, own(1, 14, 12), own(2, 14, 16));
    await led('run-00002', 7, own(1, 11, 16), reps(1, 40, { squad: 'Heron' }));
    const found = await get('/people/p1/records');
    expect(found.sessions.map((s: { runId: string; sets: unknown[] }) => [s.runId, s.sets.length])).toEqual([
      ['run-00002', 1],
      ['run-00001', 2],
    ]);
    expect(found.more).toBe(0);
    expect(found.bests).toMatchObject([
      { move: 'Move 1', best: { reps: 14, weightKg: 16 }, last: { reps: 11, weightKg: 16 } },
    ]);
  });

  it('a move by any of its spellings is one move, as it was typed last', async () => {
    await saveMoves(
      db,
      shippedLibrary().moves.filter((m) => m.name === 'Press-up'),
    );
    const typed = (move: string): Plan => ({
      ...plan,
      blocks: plan.blocks.map((b) => ({ ...b, stations: b.stations.map((s, k) => (k === 0 ? { ...s, move } : s)) })),
    });
    await request(app()).put('/api/people/p1').send({ name: 'Sedge', squad: 'Heron' });
    await ledAs(typed('Push-ups'), 'run-00001', 0, reps(1, 20), reps(2, 14, { person: 'p1' }));
    await ledAs(typed('press ups (10)'), 'run-00002', 1, reps(1, 25), reps(2, 12, { person: 'p1' }));
    await ledAs(typed('Press-up'), 'run-00003', 2, reps(1, 22));
    expect(await get('/records/moves')).toMatchObject([
      { move: 'Press-up', names: ['Push-ups', 'press ups (10)'], sessions: 3, mostReps: 25 },
    ]);
    const { points } = await get('/records/trend?move=push-up');
    expect(points.map((p: { bestReps: number }) => p.bestReps)).toEqual([20, 25, 22]);
    expect((await get('/people/p1/records')).bests).toMatchObject([
      { move: 'press ups (10)', best: { reps: 14 }, last: { reps: 12 } },
    ]);
    await db.script('DELETE FROM move');
  });

  it('trials, abandoned runs and those in the bin count in nothing', async () => {
    await led('run-00001', 0, reps(1, 20));
    await led('run-00002', 1, reps(1, 30), { type: 'close', trial: true });
    await led('run-00003', 2, reps(1, 40));
    await request(app()).delete('/api/runs/run-00003');
    expect((await get('/records/trend?move=Move%201')).points).toHaveLength(1);
    expect(await get('/records/moves')).toMatchObject([{ mostReps: 20 }]);
    // Marked anew, from the log.
    expect((await add('/runs/marks', { ids: ['run-00002'], trial: false })).body).toEqual({ changed: 1 });
    expect(await get('/records/moves')).toMatchObject([{ mostReps: 30, sessions: 2 }]);
    expect((await add('/runs/marks', { ids: ['run-00001', 'run-00002'], binned: true })).body).toEqual({ changed: 2 });
    expect(await get('/records/moves')).toEqual([]);
  });

  it('sessions with how hard they were for whom, and their work as it was done', async () => {
    await led(
      'run-00001',
      0,
      { type: 'close', effort: 9 },
      { type: 'felt', squad: 'Heron', effort: 6 },
      { type: 'felt', squad: 'Teal', effort: 7 },
    );
    const since = new Date(T0 - 1000).toISOString();
    const until = new Date(T0 + DAY_S * 1000).toISOString();
    // Count-in 10; 4 sets of 30 s with 3 rests of 10.
    expect(await get(`/records/sessions?since=${since}&until=${until}`)).toMatchObject([
      {
        effort: 6.5,
        effortBy: 'squads',
        totalMs: 150_000,
        workMs: 120_000,
        squads: ['Heron', 'Teal'],
        work: [
          { move: 'Move 1', side: null, ms: 60_000 },
          { move: 'Move 2', side: null, ms: 60_000 },
        ],
      },
    ]);
    expect(await get(`/records/sessions?since=${since}&until=${until}&squad=Plover`)).toEqual([]);
  });

  it('the last runs of a class, with what each did otherwise', async () => {
    await createRun(db, 'run-00001', plan);
    const longer = eventsOf(
      [0, { type: 'start' }],
      [45, { type: 'adjust', deltaMs: 6000 }],
      [300, { type: 'finish' }],
      [301, { type: 'close', came: 9, next: 'Mats first' }],
    );
    await appendEvents(db, 'run-00001', longer);
    const [past] = await get('/records/past?plan=low-tide');
    expect(past).toMatchObject({ id: 'run-00001', next: 'Mats first', came: 9, effort: null });
    expect(past.changes.map((c: { kind: string }) => c.kind)).toEqual(['time', 'heads', 'note']);
    expect(await get('/records/past?plan=low-tide&not=run-00001')).toEqual([]);
  });

  it('the log is narrowed by squad, move, day, trials, and words in notes', async () => {
    await led('run-00001', 0, { type: 'note', stationId: null, round: null, text: 'The rope came too LATE' });
    await led('run-00002', 3, { type: 'close', trial: true, next: 'Bring mats' });
    const found = async (query: string) => (await get(`/runs?${query}`)).items.map((r: { id: string }) => r.id);
    expect(await found('q=too%20late')).toEqual(['run-00001']);
    expect(await found('q=mats%20tide')).toEqual(['run-00002']);
    expect(await found('squad=Heron')).toHaveLength(2);
    expect(await found('squad=Plover')).toEqual([]);
    expect(await found('move=move%202')).toHaveLength(2);
    expect(await found('move=Rope%20slam')).toEqual([]);
    expect([await found('trial=only'), await found('trial=none')]).toEqual([['run-00002'], ['run-00001']]);
    expect(await found(`until=${new Date(T0 + DAY_S * 1000).toISOString()}`)).toEqual(['run-00001']);
    expect(await found('plan=high-tide')).toEqual([]);
  });

  it('go out as JSON and CSV and come in again: nothing twice, what is missing from a table named', async () => {
    await request(app()).put('/api/people/p1').send({ name: 'Sedge', squad: 'Heron' });
    await led('run-00001', 0, reps(1, 20, { person: 'p1' }), reps(1, 12, { squad: 'Heron', weightKg: 7.5 }));
    const json = (await request(app()).get('/api/records/export').buffer(true)).text;
    const csv = (await request(app()).get('/api/records/sets.csv')).text;
    expect(csv.split('\r\n')).toHaveLength(1 + 6 + 1);
    const before = await get('/records/trend?move=Move%201&person=p1');

    const again = { runs: 0, entries: 0, people: 0, problems: [] };
    expect((await add('/records/import', { text: json })).body).toEqual(again);
    expect((await add('/records/import', { text: csv })).body).toEqual(again);

    await db.script('DELETE FROM run; DELETE FROM person');
    // A table alone cannot make a run.
    const alone = await add('/records/import', { text: csv });
    expect([alone.status, alone.body.problems[0].message]).toEqual([
      422,
      'There is no such run here: bring it in as JSON first',
    ]);
    expect((await add('/records/import', { text: json })).body).toEqual({
      runs: 1,
      entries: 4,
      people: 1,
      problems: [],
    });
    expect(await get('/records/trend?move=Move%201&person=p1')).toEqual(before);

    // What was written into the table, and not yet here.
    await db.query("DELETE FROM run_event WHERE event->>'type' = 'reps'");
    await db.query('DELETE FROM run_record');
    expect((await add('/records/import', { text: csv })).body).toMatchObject({ entries: 2, problems: [] });
    expect((await get('/records/trend?move=Move%201&person=p1')).points).toEqual(before.points);
    expect((await add('/records/import', { text: 'a,b\n1,2' })).status).toBe(422);
  });
});

describe('the people of the club', () => {
  it('are there once by their name, however it is written', async () => {
    const put = (id: string, name: string) => request(app()).put(`/api/people/${id}`).send({ name, squad: '' });
    expect((await put('p1', 'Sedge')).status).toBe(200);
    expect((await put('p2', 'sedge')).status).toBe(422);
    expect((await put('p1', 'SEDGE')).status).toBe(200);
    await put('p3', '12');
    await put('p4', '9');
    expect((await get('/people')).map((p: { name: string }) => p.name)).toEqual(['9', '12', 'SEDGE']);
  });

  it('erased, leave their sums, and the name in the notes that were not chosen alone; undone, all is as it was', async () => {
    const name = 'Will';
    await request(app()).put('/api/people/p1').send({ name, squad: 'Heron' });
    const known: Plan = {
      ...plan,
      title: 'Low tide for Will',
      notes: 'Will: mind the knee. Willow boat. It will do.',
      blocks: plan.blocks.map((b) => ({ ...b, notes: 'Will counts' })),
    };
    await savePlan(db, known, 0);
    await savePlan(db, { ...known, notes: 'nothing' }, 1);
    await led(
      'run-00001',
      0,
      reps(1, 20, { person: 'p1', note: `${name} shallow` }),
      { type: 'note', stationId: null, round: null, text: `"${name}": knees` },
      { type: 'close', next: 'Ask WILL about the knee' },
    );
    await get('/records/moves');
    const sums = await get('/records/trend?move=Move%201&person=p1');
    const whole = async () => {
      const tables = await db.query<{ name: string }>(
        "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' AND table_name NOT IN ('run_record', 'set_record', 'move_record') ORDER BY 1",
      );
      const all: string[] = [];
      for (const { name: table } of tables)
        all.push(...(await db.query<{ t: string }>(`SELECT t::text AS t FROM ${table} t ORDER BY 1`)).map((r) => r.t));
      return all;
    };
    const before = await whole();

    const { traces } = await get('/people/p1/traces');
    // As it is written and as a word: neither WILL nor will nor Willow, and no title.
    expect(traces.map((t: { where: string; text: string }) => [t.where, t.text])).toEqual([
      ['Low tide, 21 Sep 2026: a note of a set', 'Will shallow'],
      ['Low tide, 21 Sep 2026: a note while leading', '"Will": knees'],
      ['Low tide for Will: notes of Main', 'Will counts'],
      [expect.stringMatching(/^Low tide for Will, as it was /), 'Will: mind the knee. Willow boat. It will do.'],
      [expect.stringMatching(/^Low tide for Will, as it was .*: notes of Main$/), 'Will counts'],
    ]);
    const chosen = traces.filter((_: unknown, k: number) => k !== 1).map((t: { id: string }) => t.id);
    const { body: erased } = await request(app()).post('/api/people/p1/erase').send({ traces: chosen });
    expect([erased.person.name, erased.texts.length]).toEqual(['Will', 4]);
    const { plan: now } = await get('/plans/low-tide');
    expect([now.title, now.notes, now.blocks[0].notes]).toEqual(['Low tide for Will', 'nothing', 'someone counts']);
    const run = await get('/runs/run-00001');
    expect(
      run.events.flatMap((e: { note?: string; text?: string; next?: string }) => e.note ?? e.text ?? e.next ?? []),
    ).toEqual(['someone shallow', '"Will": knees', 'Ask WILL about the knee']);
    // What they did stays, of nobody.
    expect(await get('/records/trend?move=Move%201&person=p1')).toEqual(sums);
    expect(await get('/people')).toEqual([]);
    for (const path of ['traces', 'erase'])
      expect(
        (await request(app())[path === 'erase' ? 'post' : 'get'](`/api/people/p1/${path}`).send({ traces: [] })).status,
      ).toBe(404);

    expect((await request(app()).post('/api/people/p2/unerase').send(erased)).status).toBe(400);
    expect((await request(app()).post('/api/people/p1/unerase').send(erased)).status).toBe(204);
    const back = await whole();
    expect(back.filter((line) => !before.includes(line)).map((line) => line.slice(0, 4))).toEqual(['(p1,']);
  });

  it('an undo leaves alone what was changed since, and what it has no right to', async () => {
    await savePlan(db, { ...plan, notes: 'Will' }, 0);
    await request(app()).put('/api/people/p1').send({ name: 'Will', squad: '' });
    const { traces } = await get('/people/p1/traces');
    const { body: erased } = await request(app())
      .post('/api/people/p1/erase')
      .send({ traces: traces.map((t: { id: string }) => t.id) });
    await savePlan(db, { ...plan, notes: 'someone else' }, 1);
    const forged = [
      { id: JSON.stringify(['plan', ['low-tide'], ['title']]), was: 'Will' },
      { id: JSON.stringify(['session', ['x'], ['id']]), was: 'Will' },
      { id: JSON.stringify(['plan', ['low-tide', 'more'], ['notes']]), was: 'Will' },
      { id: 'nothing', was: 'Will' },
    ];
    const texts = [...erased.texts, ...forged];
    expect(
      (
        await request(app())
          .post('/api/people/p1/unerase')
          .send({ ...erased, texts })
      ).status,
    ).toBe(204);
    const { plan: kept } = await get('/plans/low-tide');
    expect([kept.title, kept.notes]).toEqual(['Low tide', 'someone else']);
    await request(app()).post('/api/people/p1/erase').send({ traces: [] });
    await request(app()).put('/api/people/p9').send({ name: 'will', squad: '' });
    expect((await request(app()).post('/api/people/p1/unerase').send(erased)).status).toBe(422);
  });

  it.each([
    ['12', '12 bells'],
    ['W', 'W rows'],
  ])('%s is no word: it is looked for in nothing', async (name, notes) => {
    await savePlan(db, { ...plan, notes }, 0);
    await request(app()).put('/api/people/p1').send({ name, squad: '' });
    expect(await get('/people/p1/traces')).toEqual({ traces: [] });
  });

  it('the erasing makes the records of its own runs anew, and no others', async () => {
    await request(app()).put('/api/people/p1').send({ name: 'Sedge', squad: '' });
    await led('run-00001', 0, reps(1, 20, { person: 'p1', note: 'Sedge shallow' }));
    await led('run-00002', 1, reps(1, 20));
    await get('/records/moves');
    const { traces } = await get('/people/p1/traces');
    await request(app())
      .post('/api/people/p1/erase')
      .send({ traces: traces.map((t: { id: string }) => t.id) });
    const left = await db.query<{ run_id: string }>('SELECT run_id FROM run_record');
    expect(left.map((r) => r.run_id)).toEqual(['run-00002']);
  });
});

describe('records of very many runs', () => {
  it('are made behind what is asked, which goes by those that are there; how many are left is told', async () => {
    await savePlan(db, plan, 0);
    await led('run-00001', 0, reps(1, 20));
    await get('/records/moves');
    // As after a restore: runs with their events, and no records.
    await db.script(`
      INSERT INTO run SELECT (jsonb_populate_record(r, jsonb_build_object('id', 'many-' || g))).* FROM run r, generate_series(1, 150) g;
      INSERT INTO run_event (run_id, event_id, seq, at_ms, event)
        SELECT 'many-' || g, e.event_id, e.seq, e.at_ms, e.event FROM run_event e, generate_series(1, 150) g;`);
    expect((await get('/records/moves'))[0].sessions).toBeLessThan(151);
    expect((await get('/records/unread')).runs).toBeGreaterThan(0);
    expect((await get('/runs?q=low')).items.length).toBeGreaterThan(0);
    await expect.poll(async () => (await get('/records/unread')).runs).toBe(0);
    expect((await get('/records/moves'))[0].sessions).toBe(151);
  });
});
