// Saves classes, and events of a run, one after the other and without end, and says of each save that was kept: what, which
// value, and the moment. Run over a data folder; ended from outside.
import path from 'node:path';
import { newPlan } from '../../dist/core/class/index.js';
import { openEmbedded } from '../../dist/server/db/embedded.js';
import { migrate } from '../../dist/server/db/migrate.js';
import { savePlan } from '../../dist/server/db/plans.js';
import { appendEvents, createRun } from '../../dist/server/db/runs.js';

const db = await openEmbedded(path.join(process.argv[2], 'db'));
await migrate(db);
const say = (what, value) => process.stdout.write(`${what} ${value} ${process.hrtime.bigint()}\n`);
const start = Number(process.env.START_AT ?? 0);
const run = 'run-power-1';
await createRun(db, run, newPlan('power', 'Power'));
const [had] = await db.query('SELECT count(*)::int AS n FROM run_event WHERE run_id = $1', [run]);
let events = had.n;
const versions = new Map((await db.query('SELECT id, version FROM plan')).map((r) => [r.id, r.version]));

for (let k = start; ; k++) {
  const id = `class-${k % 7}`;
  const base = versions.get(id) ?? 0;
  const saved = await savePlan(db, { ...newPlan(id, `Class ${k}`), notes: String(k) }, base);
  versions.set(id, saved.ok ? saved.stored.version : saved.current.version);
  if (saved.ok) say(id, k);
  const event = { id: `event-${k}-power`, type: 'pause', seq: events + 1, atMs: 1_790_000_000_000 };
  const { stored } = await appendEvents(db, run, [event]);
  if (stored.length === 0) continue;
  events += 1;
  say('events', events);
}
