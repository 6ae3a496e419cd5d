import { afterAll, beforeAll, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { eventsOf, T0 } from '../../core/test/events.ts';
import { IDLE_MS } from '../../core/time/index.ts';
import type { Database } from '../db/database.ts';
import { goingRuns } from '../db/run-lists.ts';
import { appendEvents, createRun, findRun } from '../db/runs.ts';
import { emptyDatabase } from '../test/fresh-database.ts';
import { endIdle } from './end-idle.ts';
import { RunHub } from './hub.ts';

const plan = { ...planOf(circuit(stations(2), 30, 10, 2)), countInMs: 0 };
let db: Database;
beforeAll(async () => {
  db = await emptyDatabase();
  for (const id of ['run-left-0001', 'run-goes-0001']) {
    await createRun(db, id, plan);
    await appendEvents(db, id, eventsOf([0, { type: 'start' }], [20, { type: 'pause' }]));
  }
});
afterAll(() => db.close());

it('ends what nobody has touched for six hours once, whoever looks; its sums hold no night', async () => {
  const hub = new RunHub(db);
  const heard: string[] = [];
  hub.listen('run-left-0001', {
    desk: true,
    hear: (m) => m.kind === 'events' && heard.push(...m.events.map((e) => e.event?.type ?? '')),
  });
  hub.reached('run-left-0001', 0);
  const at = T0 + 20_000 + IDLE_MS;
  await appendEvents(db, 'run-goes-0001', [
    { id: 'note-at-last', type: 'note', seq: 3, atMs: at - 1000, stationId: null, round: null, text: 'back soon' },
  ]);
  expect(await endIdle(db, hub, at - 1)).toEqual([]);
  // It opens nothing from then on, whether or not anybody has looked.
  expect((await goingRuns(db, at)).map((r) => r.id)).toEqual(['run-goes-0001']);
  const both = await Promise.all([endIdle(db, hub, at), endIdle(db, hub, at)]);
  expect(both.flat()).toContain('run-left-0001');
  const run = await findRun(db, 'run-left-0001');
  expect(run?.events.map((e) => e.type)).toEqual(['start', 'pause', 'finish']);
  expect([run?.status, run?.actualMs, run?.endedAt]).toEqual(['finished', 20_000, new Date(T0 + 20_000).toISOString()]);
  await expect.poll(() => heard).toContain('finish');
  expect(await endIdle(db, hub, at)).toEqual([]);
});
