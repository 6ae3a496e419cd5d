import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { type RunCommand, type RunEvent, SCREEN_KINDS, type ScreenKind } from '../../core/time/index.ts';
import type { Database } from '../db/database.ts';
import { savePlan } from '../db/plans.ts';
import { makeCardCodes } from '../db/station-codes.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';

const T0 = 1_790_000_000_000;
let db: Database;
let url: string;
const server = { close: () => {} };
beforeAll(async () => {
  db = await emptyDatabase();
  const listening = checkedApp({ db, now: () => T0, steadyNow: () => T0, log: () => {}, webDir: '/nowhere' }).listen(
    0,
    '127.0.0.1',
  );
  await new Promise((done) => listening.once('listening', done));
  url = `http://127.0.0.1:${(listening.address() as AddressInfo).port}`;
  server.close = () => {
    listening.closeAllConnections();
    listening.close();
  };
});
afterAll(async () => {
  server.close();
  await db.close();
});

const base = planOf({ ...circuit(stations(3), 30, 10, 9), use: 'stations' });
const plan: Plan = {
  ...base,
  id: 'plan-overheard',
  title: 'Slipway',
  notes: 'PRIVATE the key is under the mat',
  room: 'PRIVATE bay',
  heads: 14,
  squads: ['Heron', 'Teal'],
  audience: ['knees'],
  accepted: [{ key: 'PRIVATE', text: 'PRIVATE' }],
  lines: [{ at: { on: 'class', afterMs: 0 }, text: 'PRIVATE breathe', spoken: false }],
  kit: [{ name: 'PRIVATE', count: 3 }],
  blocks: base.blocks.map((b) => ({ ...b, notes: 'PRIVATE limps' })),
};
const SECRET = /PRIVATE|p-secret|strap-9|"(?:effort|weightKg|phone|person|note|next|came|audience|slot\.lengthMs)"/;
const SAID: RunCommand[] = [
  { type: 'note', stationId: 's1', round: 1, text: 'PRIVATE limps' },
  { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: 9, weightKg: 12, effort: 8, note: 'PRIVATE' },
  { type: 'reps', stationId: 's2', round: 1, squad: null, count: 7, note: 'PRIVATE' },
  { type: 'reps', stationId: 's1', round: 1, squad: 'Teal', count: 11, phone: 'phone-8' },
  { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', person: 'p-secret', count: 12 },
  { type: 'felt', squad: 'Heron', person: 'p-secret', effort: 9 },
  {
    type: 'pulse',
    stationId: 's1',
    round: 1,
    of: [{ strap: 'strap-9', person: 'p-secret', mean: 120, max: 141, zonesMs: [1, 2, 3, 4, 5] }],
  },
  { type: 'close', came: 12, effort: 6, next: 'PRIVATE fewer' },
  { type: 'pause' },
  { type: 'resume' },
  { type: 'heads', heads: 12 },
  { type: 'swap', stationId: 's1', scope: 'on', to: { move: 'Rope slam' } },
  { type: 'adjust', deltaMs: 5000 },
];

const post = (path: string, body: unknown) =>
  fetch(url + path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });

/** All messages of a stream until an event of an id has come. */
async function heard(path: string, untilId: string): Promise<{ name: string; data: Record<string, unknown> }[]> {
  const stop = new AbortController();
  const res = await fetch(url + path, { signal: stop.signal });
  expect([path, res.status]).toEqual([path, 200]);
  let text = '';
  const decoder = new TextDecoder();
  for await (const part of res.body!) {
    text += decoder.decode(part as Uint8Array, { stream: true });
    if (text.includes(`"id":"${untilId}"`) && text.endsWith('\n\n')) break;
  }
  stop.abort();
  return text.split('\n\n').flatMap((block) => {
    const [, name] = /^event: (\w+)$/m.exec(block) ?? [];
    const [, data] = /^data: (.*)$/m.exec(block) ?? [];
    return name && data ? [{ name, data: JSON.parse(data) as Record<string, unknown> }] : [];
  });
}

function pathsOf(value: unknown, at: string): string[] {
  if (Array.isArray(value)) return value.flatMap((x) => pathsOf(x, `${at}[]`));
  if (typeof value !== 'object' || value === null) return [at];
  return Object.entries(value).flatMap(([key, x]) => pathsOf(x, at.endsWith(' ') ? at + key : `${at}.${key}`));
}

/** What a kind of screen may be told: the list that is kept beside the rows of who sees what. */
const ALLOWED = Object.fromEntries(
  SCREEN_KINDS.map((kind) => [
    kind,
    new Set(readFileSync(new URL(`../../core/time/run/seen/${kind}.txt`, import.meta.url), 'utf8').split('\n')),
  ]),
) as Record<ScreenKind, Set<string>>;

let made = 0;

describe('whoever has a code', () => {
  it('is told what its screen shows and no more, of any run, in its stream and in all answers', async () => {
    await savePlan(db, plan, 0);
    await makeCardCodes(db, plan.id, ['s1', 's2', 's3'], { now: new Date(T0), endsAt: new Date(T0 + 1e9) });
    const cards = await db.query<{ code: string; station_id: string }>('SELECT code, station_id FROM station_code');
    await fc.assert(
      fc.asyncProperty(fc.array(fc.constantFrom(...SAID), { maxLength: 20 }), async (said) => {
        const id = `run-overheard-${made++}`;
        await post('/api/runs', { id, plan });
        const events = [{ type: 'start' } as RunCommand, ...said, { type: 'resume' } as RunCommand].map(
          (what, k) => ({ ...what, id: `${id}-e${k}`, seq: k + 1, atMs: T0 - 9000 + k, by: 'desk-1234' }) as RunEvent,
        );
        const last = events.at(-1)!.id;
        await post(`/api/runs/${id}/events`, { events });
        const codes = (await (await post(`/api/runs/${id}/codes`, {})).json()) as Record<string, string>;
        const card = cards.find((c) => c.station_id === 's2')!.code;
        const screens: [string, ScreenKind, string?][] = [
          [codes.watch!, 'wall'],
          [codes.watch!, 'camera'],
          [codes.watch!, 'station', '2'],
          [card, 'station'],
          [codes.squad!, 'squad', 'Heron'],
          [codes.squad!, 'squad'],
          [codes.remote!, 'remote'],
        ];
        for (const [code, screen, part] of screens) {
          const query = `?screen=${screen}${part ? `&part=${part}` : ''}`;
          const messages = await heard(`/api/live/${code}/stream${query}`, last);
          const figures = await (await fetch(`${url}/api/live/${code}/figures${query}`)).json();
          const whole = JSON.stringify([messages, figures, await (await fetch(`${url}/api/live/${code}`)).json()]);
          expect([screen, SECRET.exec(whole)?.[0]]).toEqual([screen, undefined]);
          const told = messages.flatMap(({ name, data }) => {
            if (name === 'run') return pathsOf(data.plan, 'class ');
            return name === 'event' ? pathsOf(data, `${data.type} `) : [];
          });
          expect([screen, told.filter((path) => !ALLOWED[screen].has(path))]).toEqual([screen, []]);
          expect([screen, messages.map((m) => m.name).filter((n) => !['run', 'event', 'beat'].includes(n))]).toEqual([
            screen,
            [],
          ]);
          const squads = messages.flatMap(({ data }) => (data.type === 'reps' ? [data.squad] : []));
          expect(squads.filter((s) => s !== null && s !== part)).toEqual([]);
          if (screen === 'station') expect(whole).not.toMatch(/Move [13]"|Rope slam/);
        }
        await post(`/api/runs/${id}/events`, { events: [{ ...events[0], id: `${id}-end`, type: 'abandon', seq: 90 }] });
      }),
      { numRuns: 12 },
    );
  });

  it('may be no other screen than its code opens', async () => {
    const id = 'run-overheard-x';
    await post('/api/runs', { id, plan });
    await post(`/api/runs/${id}/events`, { events: [{ id: 'start-x-1', type: 'start', seq: 1, atMs: T0 }] });
    const codes = (await (await post(`/api/runs/${id}/codes`, {})).json()) as Record<string, string>;
    const status = async (code: string, screen: string) => {
      const stop = new AbortController();
      const res = await fetch(`${url}/api/live/${code}/stream?screen=${screen}`, { signal: stop.signal });
      stop.abort();
      return res.status;
    };
    for (const [code, screens] of [
      ['watch', ['squad', 'remote']],
      ['squad', ['wall', 'camera', 'station', 'remote']],
      ['remote', ['wall', 'camera', 'station', 'squad']],
    ] as const)
      for (const screen of screens)
        expect([code, screen, await status(codes[code]!, screen)]).toEqual([code, screen, 403]);
    expect(await status(codes.watch!, 'desk')).toBe(400);
    const clip = (code: string) => fetch(`${url}/api/live/${code}/clip?text=Rest`);
    expect([(await clip(codes.squad!)).status, (await clip(codes.remote!)).status]).toEqual([404, 404]);
  });
});
