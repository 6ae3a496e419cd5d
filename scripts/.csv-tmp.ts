import request from 'supertest';
import { createApp } from '/work/main/server/app.ts';
import { freshDatabase } from '/work/main/server/test/fresh-database.ts';
import { migrate } from '/work/main/server/db/migrate.ts';
import { createRun, appendEvents } from '/work/main/server/db/runs.ts';
import { circuit, planOf, stations } from '/work/main/core/test/build.ts';
import { eventsOf } from '/work/main/core/test/events.ts';
import { endPool } from '/work/main/server/pool/index.ts';
const db = await freshDatabase(); await migrate(db);
const plan = { ...planOf(circuit(stations(2), 30, 10, 2)), id: 'low-tide' };
for (const n of [1, 20]) for (let k = 0; k < n; k++) { const id = `run-csv-${n}-${k}`; await createRun(db, id, plan); await appendEvents(db, id, eventsOf([0, { type: 'start' }], [200, { type: 'finish' }])); }
const app = createApp({ db, now: Date.now, log: console.error, webDir: '/nowhere' });
for (const [rows, runs] of [[20000, 1], [20000, 20], [40000, 20]] as const) {
  const lines = ['run,station,round,squad,reps'];
  for (let k = 0; k < rows; k++) lines.push(`run-csv-${runs}-${k % runs},s${1 + (k % 2)},${1 + (k % 90)},S${rows}-${k},${k % 50}`);
  let worst = 0, last = performance.now(); const tick = setInterval(() => { const t = performance.now(); worst = Math.max(worst, t - last - 20); last = t; }, 20);
  const t = performance.now();
  const res = await request(app).post('/api/records/import').send({ text: lines.join('\n') });
  clearInterval(tick);
  console.log(rows, runs, res.status, JSON.stringify(res.body).slice(0, 120), Math.round(performance.now() - t) + ' ms', 'worst block', Math.round(worst));
}
await endPool(); await db.close(); process.exit(0);
