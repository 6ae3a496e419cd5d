import { afterAll, beforeAll, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { eventsOf, T0 } from '../../core/test/events.ts';
import type { RunEvent } from '../../core/time/index.ts';
import type { Database } from '../db/database.ts';
import { appendEvents, createRun } from '../db/runs.ts';
import { emptyDatabase } from '../test/fresh-database.ts';
import { KnownRuns, stateNow } from './known-runs.ts';

const plan = { ...planOf(circuit(stations(2), 30, 10, 2)), countInMs: 0 };
const longer = { ...planOf(circuit(stations(2), 45, 10, 2)), countInMs: 0 };

let db: Database;
beforeAll(async () => {
  db = await emptyDatabase();
  for (const id of ['run-known-1', 'run-known-2', 'run-known-3']) await createRun(db, id, plan);
});
afterAll(() => db.close());

/** How often whole runs are read. */
function counted() {
  let reads = 0;
  const query: Database['query'] = (sql, values) => {
    if (/ document, .* FROM run WHERE id = \$1$/.test(sql)) reads += 1;
    return db.query(sql, values);
  };
  return { known: new KnownRuns({ ...db, query }, 2), reads: () => reads };
}

it('reads what is new alone, of two runs at a time; what it is told to forget it reads again', async () => {
  const { known, reads } = counted();
  const first = await known.get('run-known-1');
  expect(stateNow(first!, T0).status).toBe('ready');
  await appendEvents(db, 'run-known-1', eventsOf([0, { type: 'start' }]));
  const again = await known.get('run-known-1');
  expect([again, stateNow(again!, T0 + 35_000).index]).toEqual([first, 1]);
  await known.get('run-known-2');
  await known.get('run-known-1');
  const before = reads();
  // The second was asked for longest ago.
  await known.get('run-known-3');
  await known.get('run-known-1');
  expect(reads() - before).toBe(1);
  await known.get('run-known-2');
  expect(reads() - before).toBe(2);
  known.forget();
  await known.get('run-known-2');
  expect(reads() - before).toBe(3);
  expect(await known.get('nobody')).toBeNull();
});

it('a run that takes another plan is known by that one', async () => {
  const { known } = counted();
  expect((await known.get('run-known-2'))?.plan.blocks[0]?.format).toMatchObject({ workMs: 30_000 });
  await db.query('UPDATE run SET document = $2 WHERE id = $1', ['run-known-2', JSON.stringify(longer)]);
  known.drop('run-known-2');
  expect((await known.get('run-known-2'))?.plan.blocks[0]?.format).toMatchObject({ workMs: 45_000 });
});

it('has all events of a run that has more than are read at once, and the clock of its desk', async () => {
  const many: RunEvent[] = Array.from({ length: 1002 }, (_, k) => ({
    id: `event-many-${k}`,
    seq: k + 1,
    atMs: T0 + k,
    type: k === 0 ? 'start' : k % 2 === 1 ? 'pause' : 'resume',
  }));
  await appendEvents(db, 'run-known-3', many);
  await db.query('UPDATE run SET clock_offset_ms = 250 WHERE id = $1', ['run-known-3']);
  const run = await counted().known.get('run-known-3');
  // The last of them pauses.
  expect([stateNow(run!, T0 + 5000).status, run!.clockOffsetMs]).toEqual(['paused', 250]);
});
