import { readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import type { Plan } from '../core/class/index.ts';
import type { RunEvent } from '../core/time/index.ts';
import { readPlanFile } from '../dist/core/out/index.js';
import { createApp } from '../dist/server/app.js';
import { openEmbedded } from '../dist/server/db/embedded.js';
import { migrate } from '../dist/server/db/migrate.js';
import { savePerson } from '../dist/server/db/people.js';
import { savePlan } from '../dist/server/db/plans.js';
import { rebuild } from '../dist/server/db/record-rows.js';
import { appendEvents, createRun } from '../dist/server/db/runs.js';
import { freshDataDir } from '../server/test/fresh-database.ts';
import { chromiumFor } from './first-visit.ts';
import type { Told } from './keeping.ts';

/** A year of a club: so many runs, so many people, each counted in two moves of every round. */
const RUNS = 250;
const PEOPLE = 40;
const DAY_MS = 86_400_000;
const TIMES = 15;
const LATEST = Date.parse('2026-11-25T18:30:00Z');

/** The events of a run, `k` from the earliest: 40 people, two moves, three rounds are 240 counts. */
function eventsOf(k: number, plan: Plan): RunEvent[] {
  const at = LATEST - Math.round(((RUNS - 1 - k) * 364 * DAY_MS) / RUNS);
  const block = plan.blocks.find((b) => b.role === 'main');
  const [a, , c] = block?.stations ?? [];
  const counted = [a, c].flatMap((s) => (s ? [s.id] : []));
  const what: object[] = [{ type: 'start' }];
  for (const stationId of counted)
    for (const round of [1, 2, 3])
      for (let p = 0; p < PEOPLE; p++)
        what.push({
          type: 'reps',
          stationId,
          round,
          squad: null,
          person: `person-${p}`,
          count: 8 + ((k + p * round) % 9),
          weightKg: 8 + (k % 4) * 4,
        });
  what.push({ type: 'finish' }, { type: 'close', came: PEOPLE, effort: 4 + (k % 5), next: 'Bring the rope' });
  return what.map((w, n) => ({ ...w, id: `event-${k}-${n}`, seq: n + 1, atMs: at + n * 9000 }) as RunEvent);
}

/** What a year of records costs: made once, then each list and sum over HTTP, and each page till its chart is drawn. */
export async function records(tell: Told): Promise<void> {
  const plan = readPlanFile(readFileSync('server/demo/classes.json', 'utf8')).plans.find((p) => p.id === 'slack-water');
  if (!plan) throw new Error('No class to lead');
  const dir = await freshDataDir('bench-records');
  const db = await openEmbedded(path.join(dir, 'db'));
  await migrate(db);
  await savePlan(db, plan, 0);
  for (let p = 0; p < PEOPLE; p++) await savePerson(db, { id: `person-${p}`, name: `No. ${p}`, squad: 'Heron' });
  for (let k = 0; k < RUNS; k++) {
    const id = `run-of-bench-${k}`;
    await createRun(db, id, plan);
    await appendEvents(db, id, eventsOf(k, plan));
  }
  const from = performance.now();
  await rebuild(db);
  tell(
    'records of 250 runs made from their events',
    [performance.now() - from],
    `${RUNS * 240} counts of ${PEOPLE} people`,
  );

  const server = createApp({ db, now: () => LATEST, log: console.error }).listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const year = `since=${new Date(LATEST - 365 * DAY_MS).toISOString()}&until=${new Date(LATEST + DAY_MS).toISOString()}`;
  const asked = [
    ['moves counted', '/records/moves'],
    ['course of a move, a person', '/records/trend?move=Goblet%20squat&person=person-7'],
    ['course of a move, all', '/records/trend?move=Goblet%20squat'],
    ['sessions of a year', `/records/sessions?${year}`],
    ['a person', '/people/person-7/records'],
    ['last runs of a class', '/records/past?plan=slack-water&limit=4'],
    ['log, searched in notes', '/runs?q=rope'],
    ['log, by move', '/runs?move=Goblet%20squat'],
    ['month of the calendar', '/calendar?from=2026-11-01&to=2026-11-30'],
    ['a run', `/runs/run-of-bench-${RUNS - 1}`],
  ] as const;
  for (const [what, address] of asked) {
    const times: number[] = [];
    let bytes = 0;
    for (let k = 0; k < TIMES; k++) {
      const start = performance.now();
      bytes = (await (await fetch(`${base}/api${address}`)).text()).length;
      times.push(performance.now() - start);
    }
    tell(`${what}, a year of records`, times, `over HTTP, ${Math.round(bytes / 1024)} KiB`);
  }

  const browser = await chromiumFor();
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  // Each page once for its code, then others of its kind: what it takes to ask, reckon and draw.
  const drawn = [
    [
      'course of a move',
      (k: number) => `/records/moves/Goblet%20squat?person=person-${k}`,
      '[aria-label="Session by session"] svg',
    ],
    ['a person', (k: number) => `/people/person-${k}`, '[aria-label="Best and last"] td'],
    ['month of the calendar', (k: number) => `/calendar?day=2026-0${k + 1}-10`, '[aria-label^="A class on"]'],
    ['a run', (k: number) => `/log/run-of-bench-${RUNS - 1 - k}`, '[aria-label="Reps, set by set"] svg'],
  ] as const;
  // The loader names functions by a helper that is not there.
  await page.addInitScript('globalThis.__name = (f) => f');
  // The year ends on a fixed day, whatever the day is here.
  await page.clock.setFixedTime(LATEST);
  await page.goto(`${base}/help`);
  const shown = (to: string, selector: string) =>
    page.evaluate(
      async ([address, wanted]) => {
        const go = (path: string) => {
          history.pushState(null, '', path);
          dispatchEvent(new PopStateEvent('popstate'));
        };
        const until = async (done: () => boolean) => {
          while (!done()) await new Promise((next) => requestAnimationFrame(next));
        };
        go('/help');
        await until(() => document.querySelector(wanted ?? '') === null);
        const start = performance.now();
        go(address ?? '');
        await until(() => document.querySelector(wanted ?? '') !== null);
        return performance.now() - start;
      },
      [to, selector],
    );
  for (const [what, address, ready] of drawn) {
    const times: number[] = [];
    for (let k = 0; k < 8; k++) {
      const ms = await shown(address(k), ready);
      if (k > 0) times.push(ms);
    }
    tell(`${what}, shown`, times, 'from the tap till drawn, its code there');
  }
  // Weeks are asked anew for another span.
  await shown('/records', '[aria-label="Load"] svg');
  const spans: number[] = [];
  for (const span of ['26', '52']) {
    const from = performance.now();
    await page.getByRole('combobox', { name: 'in', exact: true }).selectOption(span);
    await page.getByText(`The numbers: ${span} rows`).first().waitFor();
    spans.push(performance.now() - from);
  }
  tell('weeks of half a year and a year, shown', spans, 'from the choice till drawn');
  await browser.close();
  server.close();
  await db.close();
  rmSync(dir, { recursive: true, force: true });
}
