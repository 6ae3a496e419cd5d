import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import { libraryOf } from '../../core/moves/index.ts';
import { makeSeries } from '../../core/record/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { eventsOf, T0 } from '../../core/test/events.ts';
import type { Database } from '../db/database.ts';
import { appendEvents, createRun } from '../db/runs.ts';
import { writeSetting } from '../db/settings.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';

let db: Database;
const agent = () => request(checkedApp({ db, now: () => T0, steadyNow: () => T0, log: () => {}, webDir: '/nowhere' }));
beforeAll(async () => {
  db = await emptyDatabase();
  await writeSetting(db, 'habits', { zone: 'Europe/London' });
});
afterAll(() => db.close());

const plan: Plan = { ...planOf(circuit(stations(2), 30, 10, 3)), id: 'low-tide', title: 'Low tide' };
const items = async (from: string, to: string) => (await agent().get(`/api/calendar?from=${from}&to=${to}`)).body.items;
const slot = {
  kind: 'slot',
  id: 's1',
  title: 'First Light',
  weekday: 2,
  time: '06:15',
  lengthMs: 2_400_000,
  planId: null,
  from: '2026-11-01',
  until: null,
};

describe('the calendar', () => {
  it('keeps what is put into it, finds it by its days, and takes it out', async () => {
    await agent()
      .post('/api/calendar')
      .send({ put: [slot], remove: [] });
    expect(await items('2027-03-01', '2027-03-31')).toMatchObject([slot]);
    expect(await items('2026-10-01', '2026-10-31')).toEqual([]);
    const odd = await agent()
      .post('/api/calendar')
      .send({ put: [{ ...slot, id: 's2', time: '25:00' }], remove: ['s1'] });
    // All or none.
    expect([odd.status, (await items('2027-03-01', '2027-03-31')).length]).toEqual([400, 1]);
    await agent()
      .post('/api/calendar')
      .send({ put: [], remove: ['s1'] });
    expect(await items('2027-03-01', '2027-03-31')).toEqual([]);
  });

  it('makes a series of eight weeks, one of it eased, one moved; out and in again it is the same', async () => {
    let n = 0;
    const series = {
      id: 'autumn',
      title: 'Autumn',
      template: 'rise' as const,
      start: '2026-09-24',
      weeks: 8,
      slots: [{ weekday: 4, time: '18:30' }],
      planIds: ['low-tide'],
      room: 'Boat bay',
      leader: '',
      effort: 6,
    };
    const { classes } = makeSeries(series, [plan], libraryOf([]), [], () => `id-${++n}`);
    expect(classes.filter((c) => c.dated.eased)).toHaveLength(2);
    const made = await agent()
      .put('/api/series/autumn')
      .send({ series, classes: classes.map(({ dated, plan }) => ({ dated, plan })) });
    expect([made.status, made.body.classes.length]).toEqual([200, 8]);
    expect((await agent().get('/api/plans')).body.items).toHaveLength(8);
    expect((await agent().get('/api/plans?series=0')).body.items).toEqual([]);

    // One of them is another by now: nothing of it is kept.
    const [first] = classes;
    const other = { ...series, title: 'Another' };
    const taken = { dated: first!.dated, plan: { ...first!.plan, title: 'Taken' } };
    const refused = await agent()
      .put('/api/series/autumn')
      .send({ series: other, classes: [taken] });
    expect([refused.status, (await agent().get('/api/series/autumn')).body.series.title]).toEqual([409, 'Autumn']);

    const [, second] = made.body.classes;
    await agent()
      .post('/api/calendar')
      .send({ put: [{ ...second, day: '2026-10-02', time: '19:00' }], remove: [] });
    const file = (await agent().get('/api/calendar/export?series=autumn').buffer(true)).text;
    // 18:30 in London is 17:30 UTC before the clocks go back on 25 October, and 18:30 after.
    expect(file.match(/DTSTART:\S+/g)?.slice(0, 6)).toEqual([
      'DTSTART:20260924T173000Z',
      'DTSTART:20261002T180000Z',
      'DTSTART:20261008T173000Z',
      'DTSTART:20261015T173000Z',
      'DTSTART:20261022T173000Z',
      'DTSTART:20261029T183000Z',
    ]);
    const before = (await agent().get('/api/series/autumn')).body.classes;
    expect((await agent().post('/api/calendar/import').send({ text: file })).body).toEqual({
      classes: 0,
      problems: [],
    });
    await db.script('DELETE FROM calendar_item');
    expect((await agent().post('/api/calendar/import').send({ text: file })).body).toEqual({
      classes: 8,
      problems: [],
    });
    expect((await agent().get('/api/series/autumn')).body.classes).toEqual(before);
  });

  it('a series with a class that nobody could lead is kept not at all', async () => {
    const { series } = (await agent().get('/api/series/autumn')).body;
    let n = 0;
    const [one] = makeSeries(series, [plan], libraryOf([]), [], () => `broken-${++n}`).classes;
    const broken = { ...one!.plan, blocks: [...plan.blocks, ...plan.blocks] };
    const refused = await agent()
      .put('/api/series/other')
      .send({ series: { ...series, id: 'other' }, classes: [{ dated: one!.dated, plan: broken }] });
    expect([refused.status, refused.body.title]).toMatchObject([
      422,
      expect.stringMatching(/^A class of the series cannot be kept: ./),
    ]);
    expect((await agent().get('/api/series/other')).status).toBe(404);
  });

  it('ends a series: what was led of it stays, the rest goes into the bin', async () => {
    const { classes } = (await agent().get('/api/series/autumn')).body;
    const [first] = classes;
    const { plan: led } = (await agent().get(`/api/plans/${first.planId}`)).body;
    await createRun(db, 'run-00001', led);
    await appendEvents(db, 'run-00001', eventsOf([0, { type: 'start' }]));
    expect((await agent().delete('/api/series/autumn')).body).toEqual({ removed: 7 });
    expect((await items('2026-09-01', '2026-12-31')).map((c: { id: string }) => c.id)).toEqual([first.id]);
    expect((await agent().get('/api/plans?bin=1')).body.items).toHaveLength(7);
    expect((await agent().get('/api/series/autumn')).status).toBe(404);
  });

  it('a class of another calendar keeps the class it was given when it is brought in again', async () => {
    const file = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//x//y//EN',
      'BEGIN:VEVENT',
      'UID:a@x',
      'SUMMARY:Guest class',
      'DTSTART:20261201T183000Z',
      'DTEND:20261201T191500Z',
      'END:VEVENT',
      'END:VCALENDAR',
      '',
    ].join('\r\n');
    await agent().post('/api/calendar/import').send({ text: file });
    const [guest] = await items('2026-12-01', '2026-12-01');
    expect(guest).toMatchObject({ title: 'Guest class', time: '18:30', lengthMs: 2_700_000, planId: null, uid: 'a@x' });
    await agent()
      .post('/api/calendar')
      .send({ put: [{ ...guest, planId: 'low-tide' }], remove: [] });
    await agent()
      .post('/api/calendar/import')
      .send({ text: file.replace('183000', '180000') });
    expect(await items('2026-12-01', '2026-12-01')).toMatchObject([
      { id: guest.id, time: '18:00', planId: 'low-tide' },
    ]);
  });

  it('is followed by a secret address, which can be changed and taken back', async () => {
    const { secret } = (await agent().post('/api/calendar/feed')).body;
    const read = (s: string) => agent().get(`/api/feeds/${s}`);
    const feed = await read(`${secret}.ics`);
    expect([feed.status, feed.type, feed.text.includes('Guest class')]).toEqual([200, 'text/calendar', true]);
    const next = (await agent().post('/api/calendar/feed')).body.secret;
    expect([(await read(secret)).status, (await read(next)).status]).toEqual([404, 200]);
    await agent().delete('/api/calendar/feed');
    expect((await read(next)).status).toBe(404);
    expect(secret).not.toBe(next);
    expect(secret.length).toBeGreaterThanOrEqual(32);
  });
});
