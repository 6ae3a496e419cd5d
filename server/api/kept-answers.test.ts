import request, { type Response } from 'supertest';
import { afterAll, beforeAll, it } from 'vitest';
import { createApp } from '../app.ts';
import type { Database } from '../db/database.ts';
import { seedOnce } from '../demo/seed.ts';
import { emptyDatabase } from '../test/fresh-database.ts';
import { kept, sumOfLetters } from '../test/kept.ts';
import { ENDPOINTS } from './openapi.ts';

/*
 * What every endpoint answers over the demo data: to what is asked of it, to nothing, to what is no such thing, to what is wrong.
 * As it was when it was last read; where it is meant to be another, read the difference and keep it with
 * `npx vitest run server/api/kept-answers -u`.
 */

/** Wednesday 25 November 2026, 10:00 in London. */
const NOW = Date.UTC(2026, 10, 25, 10);

let db: Database;
beforeAll(async () => {
  db = await emptyDatabase();
  await seedOnce(db, NOW);
});
afterAll(() => db.close());

const app = () => createApp({ db, now: () => NOW, steadyNow: () => NOW, log: () => {}, webDir: '/nowhere' });

/** Without what is drawn by lot or is of the moment. */
const steady = (words: string) =>
  words
    .replace(
      /"(updatedAt|savedAt|at|createdAt|madeAt|nowMs|serverMs|steadyMs|bytes|version|uptimeS|since)":("[^"]*"|[\d.]+)/g,
      '"$1":…',
    )
    .replace(/"next":"[^"]*"/g, '"next":…')
    .replace(/\b[ACDEFHJKLMNPRTUVWXY34679]{6,10}\b/g, 'CODE');

/** What is answered: status and media type, a problem in its words, else how long it is and a sum of it. */
function told({ status, type, text = '', body }: Response): string {
  if (status >= 400) return `${status} ${body?.title ?? text.slice(0, 120)}`;
  const words = steady(text);
  return `${status} ${type} ${words.length} ${sumOfLetters(words)}`;
}

/** What could be asked for besides, by the name of its part of the address or the query. */
const GIVEN: Record<string, string[]> = {
  id: ['slipway', 'nobody', 'a b'],
  planId: ['slipway', 'nobody'],
  kind: ['run', 'board', 'tracking', 'kit', 'whom', 'cards', 'nothing'],
  version: ['1', '99', 'x'],
  limit: ['2', '0', 'many'],
  q: ['tide', '%_'],
  sort: ['title', 'led', 'nothing'],
  since: ['2026-11-01T00:00:00.000Z', 'yesterday'],
  until: ['2026-11-01T00:00:00.000Z'],
  from: ['2026-11-01', 'x'],
  to: ['2026-11-30'],
  day: ['2026-11-25', '2026-13-99'],
  week: ['2026-11-23', 'x'],
  weeks: ['4', '-1'],
  squad: ['Heron', 'Nobody'],
  move: ['Kettlebell swing', 'Nothing'],
  trial: ['only', 'none', 'x'],
  bin: ['1', '2'],
  plan: ['first-light'],
  size: ['Letter', 'A3'],
  perPage: ['4', '3'],
};

/** What must be asked for, by endpoint. */
const NEEDED: Record<string, Record<string, string>> = {
  moveTrend: { move: 'Goblet squat', who: 'squad Heron' },
  sessionsDone: { since: '2026-11-01T00:00:00.000Z', until: '2026-11-30T00:00:00.000Z', zone: 'Europe/London' },
  pastRuns: { plan: 'slack-water', limit: '3' },
  getCalendar: { from: '2026-11-01', to: '2026-11-30' },
  sumWork: { since: '2026-11-01T00:00:00.000Z' },
  preparedRun: { plan: 'first-light' },
};
/** Who is in an address, by the first word of it. */
const OWN: Record<string, string> = { people: 'person-1', series: 'series-lunchtime' };

it('every GET, as it is and with each thing that can be asked for', async () => {
  const { items } = (await request(app()).get('/api/runs?limit=1')).body;
  const runId: string = items[0].id;
  const lines: string[] = [];
  for (const [id, endpoint] of Object.values(ENDPOINTS).flatMap(Object.entries)) {
    // Streams go on for ever, files take long and have tests of their own; some tells of the machine.
    const isApart = /stream|speech|voice|backup|health|origins|openapi|feed|address|papers|tracks|home/;
    if (endpoint.method !== 'GET' || isApart.test(endpoint.path)) continue;
    const own = OWN[endpoint.path.split('/')[1] ?? ''] ?? (endpoint.path.startsWith('/runs') ? runId : 'slipway');
    const filled = (first: string) =>
      endpoint.path
        .replace(/\{\w+\}/, encodeURIComponent(first))
        .replace(/\{(\w+)\}/g, (_: string, name: string) => GIVEN[name]?.[0] ?? 'x');
    const addresses = endpoint.path.includes('{') ? [own, 'nobody', 'a b'].map(filled) : [endpoint.path];
    const needed = NEEDED[id] ?? {};
    for (const address of addresses) {
      const res = await request(app()).get(`/api${address}`).query(needed);
      lines.push(`${id} ${address}: ${told(res)}`);
    }
    for (const name of Object.keys(endpoint.query?.entries ?? {}))
      for (const value of GIVEN[name] ?? ['x', '1']) {
        const res = await request(app())
          .get(`/api${addresses[0]}`)
          .query({ ...needed, [name]: value });
        lines.push(`  ${name}=${value}: ${told(res)}`);
      }
  }
  await kept(
    lines.map((line) => line.replaceAll(runId, 'RUN')),
    'kept-answers.txt',
  );
});

it('everything that is sent, with nothing in it, with a list, with what is no JSON', async () => {
  const lines: string[] = [];
  for (const endpoint of Object.values(ENDPOINTS).flatMap(Object.values)) {
    if (endpoint.method === 'GET' || /restore|backup|reset|session|erase|feed/.test(endpoint.path)) continue;
    const address = `/api${endpoint.path.replace(/\{\w+\}/g, 'nobody')}`;
    const method = endpoint.method.toLowerCase() as 'post' | 'put' | 'delete';
    const answers = [
      await request(app())[method](address),
      await request(app())[method](address).send({}),
      await request(app())[method](address).send([1]),
      await request(app())[method](address).set('Content-Type', 'application/json').send('{'),
    ];
    lines.push(`${endpoint.method} ${endpoint.path}: ${answers.map(told).join(' | ')}`);
  }
  await kept(lines, 'kept-refusals.txt');
});
