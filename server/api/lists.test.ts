import request from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { newStation, type Plan } from '../../core/class/index.ts';
import { plainMove } from '../../core/moves/index.ts';
import { block, circuit, format, planOf, stations } from '../../core/test/build.ts';
import { outlineOf } from '../../core/time/index.ts';
import type { StoredVersion } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { listMoves, saveMoves, setHidden } from '../db/moves.ts';
import { savePlan } from '../db/plans.ts';
import { appendEvents, createRun } from '../db/runs.ts';
import { thinHistory } from '../db/versions.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';

const T0 = 1_790_000_000_000;
let db: Database;
const errors: unknown[] = [];
const app = () =>
  checkedApp({ db, now: () => T0, steadyNow: () => T0, log: (e) => errors.push(e), webDir: '/nowhere' });
beforeAll(async () => {
  db = await emptyDatabase();
});
afterAll(() => db.close());
beforeEach(async () => {
  errors.length = 0;
  await db.script('DELETE FROM run; DELETE FROM plan');
});

const plan = (id: string, title = id): Plan => ({ ...planOf(circuit(stations(2), 30, 10, 2)), id, title });
const get = async (path: string) => (await request(app()).get(path)).body;

/** Every page of a list, one after the other. */
async function walk(path: string): Promise<string[][]> {
  const pages: string[][] = [];
  for (let next: string | null = ''; next !== null && pages.length < 99; ) {
    const page = await get(`${path}${next && `&after=${next}`}`);
    pages.push(page.items.map((i: { id?: string; plan: Plan }) => i.id ?? i.plan.id));
    next = page.next;
  }
  return pages;
}

describe('long lists', () => {
  it('give every class once, page by page, also those that were saved at the same instant', async () => {
    for (let k = 0; k < 23; k++) await savePlan(db, plan(`class-${k}`), 0);
    await db.query("UPDATE plan SET updated_at = '2026-01-01 10:00:00.123456Z'");
    const pages = await walk('/api/plans?limit=5');
    expect(pages.map((p) => p.length)).toEqual([5, 5, 5, 5, 3]);
    expect(new Set(pages.flat()).size).toBe(23);
    expect((await get('/api/plans?limit=5')).total).toBe(23);
  });

  it('give the shapes of some classes, of those that there are and that can be read', async () => {
    await savePlan(db, plan('low-tide'), 0);
    await savePlan(db, plan('torn'), 0);
    await db.query("UPDATE plan SET document = '{}' WHERE id = 'torn'");
    const shapes = await get('/api/plans/outlines?ids=low-tide,torn,nobody');
    expect(shapes).toEqual([{ id: 'low-tide', outline: outlineOf(plan('low-tide')) }]);
    expect(shapes[0].outline[0].rows).toBe(plan('low-tide').blocks[0]!.stations.length);
    expect(await get('/api/plans/outlines?ids=')).toEqual([]);
  });

  it('find a class by its title, its format and its moves, whatever stands in the words', async () => {
    const named: Plan = {
      ...planOf(
        block(
          format('emom'),
          stations(1, (x) => ({ ...x, move: 'Rope 100%_slam' })),
        ),
      ),
      id: 'tide-clock',
      title: 'Tide Clock',
    };
    await savePlan(db, named, 0);
    await savePlan(db, plan('low-tide', 'Low tide'), 0);
    const found = async (q: string) =>
      (await get(`/api/plans?q=${encodeURIComponent(q)}`)).items.map((i: { plan: Plan }) => i.plan.id);
    expect((await found('tide')).sort()).toEqual(['low-tide', 'tide-clock']);
    expect(await found('EVERY minute')).toEqual(['tide-clock']);
    expect(await found('slam tide')).toEqual(['tide-clock']);
    expect(await found('100%_s')).toEqual(['tide-clock']);
    for (const none of ['100%s', '__', 'storm', "'; DROP TABLE plan;--"]) expect(await found(none)).toEqual([]);
  });

  it('reach every run of the log, by its words and since a time', async () => {
    for (let k = 0; k < 250; k++) {
      const id = `run-${String(k).padStart(5, '0')}`;
      await createRun(db, id, plan('low-tide', k % 50 === 0 ? 'Neap' : 'Spring'));
      await appendEvents(db, id, [{ id: 'event-start', type: 'start', seq: 1, atMs: T0 + k * 60_000 }]);
    }
    const all = (await walk('/api/runs?limit=100')).flat();
    expect([all.length, all[0], all.at(-1)]).toEqual([250, 'run-00249', 'run-00000']);
    expect((await walk('/api/runs?limit=3&q=neap')).flat()).toEqual([
      'run-00200',
      'run-00150',
      'run-00100',
      'run-00050',
      'run-00000',
    ]);
    const since = new Date(T0 + 248 * 60_000).toISOString();
    expect((await walk(`/api/runs?since=${since}`)).flat()).toEqual(['run-00249', 'run-00248']);
  });

  it('give the history page by page', async () => {
    for (let v = 0; v < 12; v++) {
      await savePlan(db, plan('low-tide', `Text ${v + 1}`), v);
      await db.query("UPDATE plan SET updated_at = now() - (12 - $1::int) * interval '1 hour'", [v]);
    }
    const first = await get('/api/plans/low-tide/versions?limit=5');
    expect(first.items.map((i: { title: string }) => i.title)).toEqual([
      'Text 11',
      'Text 10',
      'Text 9',
      'Text 8',
      'Text 7',
    ]);
    const last = await get('/api/plans/low-tide/versions?limit=50&below=7');
    expect([first.next, last.items.length, last.next]).toEqual([7, 6, null]);
  });

  it('make one version of a sitting: what it began and ended with, one text in ten minutes, and the named ones', async () => {
    const at = (minutes: number) =>
      db.query("UPDATE plan SET updated_at = now() - (100 - $1::int) * interval '1 minute'", [minutes]);
    const versions = async () => (await get('/api/plans/low-tide/versions')).items as StoredVersion[];
    // Every minute for half an hour; the third text is given a name.
    for (let v = 0; v < 30; v++) {
      await savePlan(db, plan('low-tide', `Text ${v + 1}`), v);
      await at(v);
      if (v === 2)
        await request(app())
          .put('/api/plans/low-tide/versions/3/name')
          .send({ name: 'As at the boathouse' })
          .expect(204);
    }
    expect((await versions()).map((x) => [x.title, x.name])).toEqual([
      ['Text 29', null],
      ['Text 21', null],
      ['Text 11', null],
      ['Text 3', 'As at the boathouse'],
      ['Text 1', null],
    ]);
    // An hour later the text the sitting ended with is kept too.
    await savePlan(db, plan('low-tide', 'Next day'), 30);
    const [newest] = await versions();
    expect([newest?.title, newest?.changes]).toEqual(['Text 30', { told: ['Title Text 30 \u2192 Next day'], more: 0 }]);
    await request(app()).put('/api/plans/low-tide/versions/99/name').send({ name: 'None' }).expect(404);
    await request(app()).put('/api/plans/low-tide/versions/3/name').send({ name: null }).expect(204);
    expect((await versions()).map((x) => x.name)).toEqual([null, null, null, null, null]);
  });
});

describe('a document that cannot be read', () => {
  it('is named and does not take the list along', async () => {
    await savePlan(db, plan('sound', 'Sound'), 0);
    for (const id of ['newer', 'odd', 'torn']) await savePlan(db, plan(id, `The ${id} one`), 0);
    await db.script(`UPDATE plan SET document = document || '{"version": 7}' WHERE id = 'newer';
      UPDATE plan SET document = document || '{"colour": "tar"}' WHERE id = 'odd';
      UPDATE plan SET document = '[]' WHERE id = 'torn'`);
    const list = await get('/api/plans');
    expect(list.items.map((i: { plan: Plan }) => i.plan.id)).toEqual(['sound']);
    expect(list.faults.map((f: { id: string; title: string }) => [f.id, f.title]).sort()).toEqual([
      ['newer', 'The newer one'],
      ['odd', 'The odd one'],
      ['torn', 'The torn one'],
    ]);
    const one = await request(app()).get('/api/plans/odd');
    expect([one.status, one.body.title]).toEqual([422, expect.stringContaining('colour')]);
    const file = await request(app()).get('/api/plans/odd/document');
    expect(JSON.parse(file.text)).toMatchObject({ id: 'odd', colour: 'tar' });
    expect((await request(app()).get('/api/files/export')).status).toBe(200);
    expect(errors).toEqual([]);
  });

  it('an older one is brought up to date', async () => {
    await savePlan(db, plan('old'), 0);
    const old = {
      version: 0,
      id: 'old',
      title: 'Old',
      slotMinutes: 40,
      blocks: [{ moves: ['Row'], work: 40, rest: 20, rounds: 2 }],
    };
    await db.query("UPDATE plan SET document = $1 WHERE id = 'old'", [JSON.stringify(old)]);
    const stored = await get('/api/plans/old');
    expect(stored.plan).toMatchObject({ version: 4, title: 'Old', slot: { lengthMs: 2_400_000 } });
  });

  it('one event of a run that cannot be read costs the run that event', async () => {
    await createRun(db, 'run-00001', plan('low-tide'));
    await appendEvents(db, 'run-00001', [
      { id: 'event-start', type: 'start', seq: 1, atMs: T0 - 30_000 },
      { id: 'event-pause', type: 'pause', seq: 2, atMs: T0 - 20_000 },
    ]);
    await db.query("UPDATE run_event SET event = $1 WHERE event_id = 'event-pause'", [
      JSON.stringify({ type: 'drift' }),
    ]);
    const run = await get('/api/runs/run-00001');
    expect([run.status, run.events.length, run.faults.length]).toEqual(['running', 1, 1]);
    const next = { id: 'event-skip1', type: 'skip', seq: 3, atMs: T0 };
    expect(
      (
        await request(app())
          .post('/api/runs/run-00001/events')
          .send({ events: [next] })
      ).body.stored,
    ).toEqual(['event-skip1']);
    expect((await get('/api/runs')).items).toHaveLength(1);
    expect(errors).toEqual([]);
  });
});

describe('what a class may be', () => {
  const put = (p: Plan, baseVersion = 0) => request(app()).put(`/api/plans/${p.id}`).send({ plan: p, baseVersion });

  it('a title whose 80th character is an emoji is saved, and saved again', async () => {
    const title = `${'x'.repeat(79)}\u{1F6A3}`;
    expect((await put(plan('emoji', title))).status).toBe(200);
    const again = await put({ ...plan('emoji', title), notes: 'again' }, 1);
    expect([again.status, again.body.plan.title]).toEqual([200, title]);
    expect((await put(plan('long', `${title}y`))).status).toBe(400);
  });

  it('half a character, or none at all, is refused with its place', async () => {
    for (const title of ['half \ud83d', 'nul \0', '\udea3 half']) {
      const answer = await put({ ...plan('half'), title });
      expect([answer.status, answer.body.problems[0].path]).toEqual([400, 'plan.title']);
    }
    const deep = plan('deep');
    deep.blocks[0]!.stations[0]!.kit = ['rope', 'b\0x'];
    expect((await put(deep)).body.problems[0].path).toBe('plan.blocks[0].stations[0].kit[1]');
  });

  it('two things under one id are refused as by validate', async () => {
    const twice = plan('twice');
    twice.blocks = [twice.blocks[0]!, { ...twice.blocks[0]!, title: 'Again' }];
    const answer = await put(twice);
    expect([answer.status, answer.body.problems[0].path]).toEqual([422, 'blocks[1].id']);
  });

  it('24 KB that would compile to hundreds of thousands of intervals are refused before they do', async () => {
    const rounds = 99;
    const blocks = Array.from({ length: 12 }, (_, k) => ({ ...circuit(stations(20), 1, 1, rounds), id: `block-${k}` }));
    const huge = { ...planOf(...blocks), id: 'huge' };
    const answer = await put(huge);
    expect([answer.status, answer.body.title]).toEqual([422, expect.stringContaining('more than 10000 intervals')]);
    expect((await request(app()).post('/api/runs').send({ id: 'run-huge1', plan: huge })).status).toBe(422);
  });

  it('a total beyond 24.8 days is a number like any other', async () => {
    const long = { ...planOf(circuit(stations(10), 14_400, 0, 20)), id: 'long' };
    expect((await put(long)).status).toBe(200);
    // 200 times four hours
    expect(await db.query('SELECT total_ms FROM plan')).toEqual([{ total_ms: 2_880_000_000 }]);
    await put({ ...long, title: 'Longer' }, 1);
    expect((await get('/api/plans/long/versions')).items[0].totalMs).toBe(2_880_000_000);
    expect((await request(app()).post('/api/runs').send({ id: 'run-long1', plan: long })).status).toBe(201);
  });
});

describe('what was counted the last time', () => {
  it('is that of the last run of the class that came to its end, other than the one under way', async () => {
    const lead = async (id: string, minute: number, count: number, end: boolean) => {
      const event = (seq: number, more: object) => ({
        id: `event-of-${seq}`,
        seq,
        atMs: T0 + minute * 60_000 + seq,
        ...more,
      });
      await createRun(db, id, plan('low-tide'));
      await appendEvents(db, id, [
        event(1, { type: 'start' }),
        event(2, { type: 'reps', stationId: 's1', round: 1, squad: null, side: 'left', count }),
        ...(end ? [event(3, { type: 'finish' })] : []),
      ] as never);
    };
    const last = async (not = '') => (await get(`/api/records/past?plan=low-tide&limit=1&not=${not}`))[0];
    expect(await last()).toBeUndefined();
    await lead('run-of-may', 1, 12, true);
    await lead('run-of-june', 2, 14, true);
    await lead('run-under-way', 3, 99, false);
    const counted = (run: { sets: { reps: number | null }[] }) => run.sets.flatMap((x) => x.reps ?? []);
    expect([(await last()).id, counted(await last())]).toEqual(['run-of-june', [14]]);
    expect(counted(await last('run-of-june'))).toEqual([12]);
  });
});

describe('a batch of events', () => {
  it('keeps the sound ones and names the bad: none holds the others up', async () => {
    await createRun(db, 'run-00002', plan('low-tide'));
    const reps = (k: number, squad: string) => ({
      id: `event-reps-${k}`,
      type: 'reps',
      seq: k,
      atMs: T0,
      stationId: null,
      round: null,
      squad,
      count: 9,
    });
    const events = [
      { id: 'event-start', type: 'start', seq: 1, atMs: T0 },
      reps(2, 'Heron'),
      reps(3, 'He\0ron'),
      reps(4, '\udc00'),
      reps(5, 'Teal'),
    ];
    const answer = await request(app()).post('/api/runs/run-00002/events').send({ events });
    expect([answer.status, answer.body.stored]).toEqual([200, ['event-start', 'event-reps-2', 'event-reps-5']]);
    expect(answer.body.refused.map((r: { id: string }) => r.id)).toEqual(['event-reps-3', 'event-reps-4']);
    expect(errors).toEqual([]);
  });
});

describe('plan files', () => {
  const importing = (text: string) => request(app()).post('/api/files/import').send({ text, goodPart: true });

  it('an export of 300 classes comes in again, part by part as the page sends it', async () => {
    for (let k = 0; k < 300; k++) await savePlan(db, plan(`class-${k}`), 0);
    const file = JSON.parse((await request(app()).get('/api/files/export')).text);
    expect(file.classes).toHaveLength(300);
    await db.script('DELETE FROM plan');
    for (let from = 0; from < 300; from += 100) {
      const part = { ...file, classes: file.classes.slice(from, from + 100) };
      expect((await importing(JSON.stringify(part))).status).toBe(201);
    }
    expect((await get('/api/plans')).total).toBe(300);
  });

  it('carry their moves: a library gets those it does not have, and not those it has put away', async () => {
    await db.script('DELETE FROM move');
    const own = ['Goblet squat', 'Oar pull', 'Dock plank'].map((name) => ({ ...plainMove(name), kit: ['rope'] }));
    await saveMoves(db, own);
    const used: Plan = {
      ...plan('carried'),
      blocks: [
        circuit(
          own.map((m, k) => newStation(`s${k}`, m.name)),
          40,
          20,
          2,
        ),
      ],
    };
    await savePlan(db, used, 0);
    const file = (await request(app()).get('/api/files/export?ids=carried')).text;
    expect(JSON.parse(file).moves.map((m: { name: string }) => m.name)).toEqual([
      'Dock plank',
      'Goblet squat',
      'Oar pull',
    ]);
    expect(JSON.parse((await request(app()).get('/api/files/export')).text).moves).toHaveLength(3);
    await db.script("DELETE FROM plan; DELETE FROM move WHERE name = 'Oar pull'");
    await setHidden(db, ['Dock plank'], true);
    const answer = await importing(file);
    expect([answer.status, answer.body.moves, answer.body.told]).toEqual([201, ['Oar pull'], []]);
    expect((await listMoves(db)).map((m) => [m.name, m.kit])).toEqual([
      ['Goblet squat', ['rope']],
      ['Oar pull', ['rope']],
    ]);
  });

  it('of an older version say what was changed', async () => {
    const { getReadyMs: _, ...bare } = plan('older');
    const waits = {
      ...bare,
      version: 1,
      blocks: bare.blocks.map((b) => ({ ...b, breakAfter: { ms: 30_000, untilTap: true } })),
    };
    const v1 = JSON.stringify(waits, (key, value) => (/Held$/.test(key) ? undefined : value));
    const answer = await importing(v1);
    expect([answer.status, answer.body.told]).toEqual([201, ['After a wait there are 5 s to get ready.']]);
  });

  it('300,000 empty classes are refused at once, with few words', async () => {
    const text = `[${'{},'.repeat(299_999)}{}]`;
    const answer = await importing(text);
    expect([answer.status, answer.text.length < 2000]).toEqual([422, true]);
    const many = await importing(`[${'{},'.repeat(199)}{}]`);
    expect([many.status, many.body.problems.length]).toEqual([422, 201]);
  });
});

it('history is thinned by age: all of two days and fifty, then hourly, then daily', async () => {
  await savePlan(db, plan('low-tide'), 0);
  await db.script(`INSERT INTO plan_version (plan_id, version, document, total_ms)
    SELECT 'low-tide', n, p.document, 0 FROM plan p, generate_series(1, 399) n`);
  // One text every half hour, back from now: 399 of them reach over eight days.
  await db.query(`UPDATE plan_version SET saved_at = $1::timestamptz - (400 - version) * interval '30 minutes'`, [
    new Date(T0),
  ]);
  const gone = await thinHistory(db, new Date(T0));
  const [kept] = await db.query<{ n: number; recent: number }>(
    `SELECT count(*)::int AS n, (count(*) FILTER (WHERE saved_at >= $1::timestamptz - interval '2 days'))::int AS recent
     FROM plan_version`,
    [new Date(T0)],
  );
  expect(kept!.recent).toBe(96);
  // Of the 303 older ones, two an hour, one an hour stays.
  expect([gone + kept!.n, Math.abs(gone - 151) <= 1]).toEqual([399, true]);
  expect(await thinHistory(db, new Date(T0))).toBe(0);
});

it('a text with a name outlives every thinning, others two years', async () => {
  await savePlan(db, plan('low-tide'), 0);
  await db.script(`INSERT INTO plan_version (plan_id, version, document, total_ms, saved_at, name)
    SELECT 'low-tide', n, p.document, 0, timestamptz '2020-01-01' + n * interval '1 hour',
      CASE WHEN n % 50 = 0 THEN 'Named' END FROM plan p, generate_series(1, 200) n`);
  await thinHistory(db, new Date(T0));
  const left = await db.query<{ version: number }>('SELECT version FROM plan_version ORDER BY version');
  // The newest fifty and the named ones before them.
  expect(left.map((r) => r.version)).toEqual([50, 100, 150, ...Array.from({ length: 50 }, (_, k) => 151 + k)]);
});

describe('the bin', () => {
  it('holds classes apart; one in it takes no save, and comes back as it was', async () => {
    await savePlan(db, plan('low-tide'), 0);
    await savePlan(db, plan('high-tide'), 0);
    await request(app()).delete('/api/plans/low-tide').expect(204);
    const ids = async (path: string) => (await get(path)).items.map((i: { plan: Plan }) => i.plan.id);
    expect([await ids('/api/plans'), await ids('/api/plans?bin=1')]).toEqual([['high-tide'], ['low-tide']]);
    expect((await get('/api/plans')).total).toBe(1);
    const changed = { plan: plan('low-tide', 'Ebb'), baseVersion: 1 };
    const refused = await request(app()).put('/api/plans/low-tide').send(changed).expect(410);
    expect(refused.body.title).toBe('This class is in the bin: bring it back to save it');
    expect((await get('/api/plans/low-tide')).plan.title).toBe('low-tide');
    await request(app()).post('/api/plans/low-tide/undelete').expect(204);
    await request(app()).put('/api/plans/low-tide').send(changed).expect(200);
    expect(await ids('/api/plans?bin=1')).toEqual([]);
  });

  const start = (at = T0 - 60_000) => ({ id: 'event-0001', seq: 1, type: 'start', atMs: at }) as const;
  const begin = async (id: string, more: object[] = []) => {
    await createRun(db, id, plan('low-tide'));
    await request(app())
      .post(`/api/runs/${id}/events`)
      .send({ events: [start(), ...more] })
      .expect(200);
  };
  const since = new Date(T0 - 3_600_000).toISOString();

  it('holds runs apart, and neither they nor trials count', async () => {
    await savePlan(db, plan('low-tide'), 0);
    await begin('run-00001');
    await begin('run-00002', [{ id: 'event-0002', seq: 2, type: 'close', atMs: T0, trial: true, came: 9, effort: 7 }]);
    const work = async () => (await get(`/api/runs/work?since=${since}`)).runs;
    const listed = async (bin = '') =>
      (await get(`/api/runs${bin}`)).items.map((r: { id: string; trial: boolean; came: number | null }) => [
        r.id,
        r.trial,
        r.came,
      ]);
    expect(await work()).toBe(1);
    expect(await listed()).toEqual([
      ['run-00002', true, 9],
      ['run-00001', false, null],
    ]);
    await request(app()).delete('/api/runs/run-00001').expect(204);
    expect([await work(), (await listed()).length, (await listed('?bin=1')).length]).toEqual([0, 1, 1]);
    expect((await get('/api/plans')).items[0].lastLedAt).toBeNull();
    expect((await get('/api/runs/run-00001')).deletedAt).not.toBeNull();
    await request(app()).post('/api/runs/run-00001/undelete').expect(204);
    expect(await work()).toBe(1);
    await request(app()).delete('/api/runs/nobody-at-all').expect(404);
  });

  it('tells which runs go on: neither ended, nor run out, nor in the bin', async () => {
    await begin('run-00001');
    await begin('run-00002', [{ id: 'event-0002', seq: 2, type: 'pause', atMs: T0 - 50_000 }]);
    await begin('run-00003', [{ id: 'event-0002', seq: 2, type: 'finish', atMs: T0 - 40_000 }]);
    await createRun(db, 'run-00004', plan('low-tide'));
    await request(app())
      .post('/api/runs/run-00004/events')
      .send({ events: [start(T0 - 3_600_000)] });
    // 10 s count-in, 30 + 10 + 30, no break, 30 + 10 + 30: 150 s, of which 60 and 10 are over.
    const going = async () =>
      (await get('/api/runs/going')).map((r: { id: string; status: string; toEndMs: number }) => [
        r.id,
        r.status,
        r.toEndMs,
      ]);
    expect(new Set(await going())).toEqual(
      new Set([
        ['run-00001', 'running', 100_000],
        ['run-00002', 'paused', 150_000],
      ]),
    );
    await request(app()).delete('/api/runs/run-00002');
    expect((await going()).map((r: unknown[]) => r[0])).toEqual(['run-00001']);
  });
});

describe('a run that was made ready', () => {
  it('takes the class as it is now till it begins, and is found by its class', async () => {
    const make = (title: string) =>
      request(app())
        .post('/api/runs')
        .send({ id: 'run-00001', plan: plan('low-tide', title) })
        .expect(201);
    const prepared = async () => (await get('/api/runs/prepared?plan=low-tide')).id;
    expect(await prepared()).toBeNull();
    await make('Ebb');
    await make('Flow');
    expect([await prepared(), (await get('/api/runs/run-00001')).title]).toEqual(['run-00001', 'Flow']);
    const start = { id: 'event-0001', seq: 1, type: 'start', atMs: T0 };
    await request(app())
      .post('/api/runs/run-00001/events')
      .send({ events: [start] });
    await make('Slack');
    expect([await prepared(), (await get('/api/runs/run-00001')).title]).toEqual([null, 'Flow']);
  });
});
