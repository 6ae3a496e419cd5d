import { describe, expect, it } from 'vitest';
import { mulberry32 } from '../../core/judge/index.ts';
import { writePlanFile } from '../../core/out/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { FULL, rounds } from '../support/attack.ts';
import { OwnServer } from '../support/server.ts';

const FILES = rounds(5000, 60);
const AT_ONCE = 6;
/** No file is read for longer than its deadline; what waits for its turn has some more. */
const LONGEST_MS = 120_000;
/** The longest that a stream may be without a sign of life: it gives one every three seconds. */
const LONGEST_SILENCE_MS = 4000;
const random = mulberry32(3214);
const int = (n: number) => Math.floor(random() * n);
const one = <T>(list: readonly T[]): T => list[int(list.length)] as T;
const many = (n: number, make: (k: number) => string) => Array.from({ length: n }, (_, k) => make(k)).join('\r\n');

/** A text with letters changed, left out, doubled, put elsewhere. */
function mangled(text: string): string {
  let all = text;
  for (let k = int(6); k >= 0; k--) {
    const [at, to] = [int(all.length), int(all.length)];
    const piece = all.slice(at, at + int(40));
    all = one([
      `${all.slice(0, at)}${all.slice(to)}`,
      `${all.slice(0, to)}${piece.repeat(1 + int(50))}${all.slice(to)}`,
      `${all.slice(0, at)}${String.fromCharCode(int(65_536))}${all.slice(at + 1)}`,
      all.replaceAll(one(['0', '1', '2', ';', ':', ',', '"']), one(['9', '', '""', '-', '\n', '99999999'])),
    ]);
  }
  return all;
}

const FREQS = ['SECONDLY', 'MINUTELY', 'HOURLY', 'DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'];
const rule = () =>
  [
    `FREQ=${one(FREQS)}`,
    one(['', ';INTERVAL=1', ';INTERVAL=999999999', ';INTERVAL=0']),
    one([
      '',
      ';BYMONTH=2;BYMONTHDAY=30',
      ';BYYEARDAY=366',
      ';BYWEEKNO=53',
      ';BYDAY=5MO',
      ';BYMONTHDAY=31',
      ';BYSETPOS=400',
    ]),
    one(['', ';BYHOUR=3;BYMINUTE=7;BYSECOND=59', ';COUNT=999999999', ';UNTIL=99991231T235959Z']),
  ].join('');
const event = (k: number) =>
  `BEGIN:VEVENT\r\nUID:u${k}\r\nSUMMARY:${'T'.repeat(int(200))}\r\nDTSTART:${one(['19700101T000000Z', '20261128T090000Z', '99991231T235959Z'])}\r\n${one(['RRULE', 'RRULE', 'X', 'EXRULE'])}:${rule()}\r\nEND:VEVENT`;
const zone = () =>
  `BEGIN:VTIMEZONE\r\nTZID:Z\r\nBEGIN:STANDARD\r\nDTSTART:19700101T000000\r\nRRULE:${rule()}\r\nTZOFFSETFROM:+0000\r\nTZOFFSETTO:+0100\r\nEND:STANDARD\r\nEND:VTIMEZONE`;
const calendar = () =>
  `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n${one(['', zone()])}\r\n${many(1 + int(one([3, 3, 3, 400])), event)}\r\nEND:VCALENDAR\r\n`;
const records = () =>
  `${one(['run,station,round,squad,reps,note', 'run;reps', 'run'])}\r\n${many(int(one([20, 20, 5000])), (k) => `run-hostile,s${int(4)},${int(120)},S${k},${one(['9', '-1', '1e9', 'NaN', ''])},"${'n'.repeat(int(300))}${one(['"', ''])}`)}`;
const recordsJson = () =>
  JSON.stringify({ format: 'odd-round/records', version: 1, people: [], runs: Array(int(50)).fill({}) });
const classes = () => writePlanFile(Array.from({ length: 1 + int(4) }, () => PLAN));

const base = planOf(circuit(stations(3), 600, 20, 3));
const PLAN = { ...base, id: 'hostile', squads: ['Heron'] };

type Attack = (url: string) => Promise<Response>;
const json =
  (path: string, text: () => string, more: object = {}): Attack =>
  (url) =>
    fetch(url + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ text: one([text, () => mangled(text())])(), ...more }),
    });
const zip: Attack = (url) =>
  fetch(`${url}/api/backup/restore`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/zip' },
    body: Buffer.from(Array.from({ length: int(4000) }, () => int(256))),
  });
/** Sheets of a class whose names are as long as they may be, without a blank. */
const paper: Attack = async (url) => {
  const long = stations(48, (s, k) => ({
    ...s,
    move: one(['x', 'W', '\u{1F6A3}', 'i\u0301']).repeat(40).slice(0, 76) + k,
  }));
  const plan = { ...planOf(circuit(long, 30, 10, 9)), id: 'long-names' };
  await fetch(`${url}/api/plans/long-names`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ plan, baseVersion: 0 }),
  });
  return fetch(`${url}/api/papers/plan/long-names/${one(['run', 'board', 'cards', 'tracking', 'kit', 'whom'])}`);
};
const ATTACKS: readonly (readonly [weight: number, name: string, attack: Attack])[] = [
  [40, 'calendar', json('/api/calendar/import', calendar)],
  [25, 'records', json('/api/records/import', records)],
  [10, 'records as JSON', json('/api/records/import', recordsJson)],
  [20, 'classes', json('/api/files/import', classes, { goodPart: true })],
  [3, 'zip', zip],
  [2, 'paper', paper],
];
const POOL = ATTACKS.flatMap((a) => Array<(typeof ATTACKS)[number]>(a[0]).fill(a));

/** Follows a run; gives what tells the longest time without a word. */
async function listen(url: string, code: string) {
  const stop = new AbortController();
  const res = await fetch(`${url}/api/live/${code}/stream?screen=wall`, { signal: stop.signal });
  let last = performance.now();
  let worst = 0;
  const heard = (async () => {
    for await (const _ of res.body as unknown as AsyncIterable<Uint8Array>) {
      const now = performance.now();
      worst = Math.max(worst, now - last);
      last = now;
    }
  })().catch(() => {});
  return {
    worst: () => Math.max(worst, performance.now() - last),
    end: async () => {
      stop.abort();
      await heard;
    },
  };
}

describe('files from elsewhere', () => {
  it(`${FILES} of every kind that can be read: each is read or refused, and a class that is led loses no beat`, async () => {
    const server = new OwnServer();
    await server.start();
    const { url } = server;
    const post = (path: string, body: unknown) =>
      fetch(url + path, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      });
    await post('/api/runs', { id: 'run-hostile', plan: PLAN });
    await post('/api/runs/run-hostile/events', {
      events: [{ id: 'start-hostile', type: 'start', seq: 1, atMs: Date.now() }],
    });
    const codes = (await (await post('/api/runs/run-hostile/codes', {})).json()) as Record<string, string>;
    const stream = await listen(url, codes.watch ?? '');
    const answers = new Map<string, number>();
    const wrong: string[] = [];
    const longest = new Map<string, number>();
    let sent = 0;
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (sent < FILES) {
          sent += 1;
          const [, name, attack] = one(POOL);
          const since = performance.now();
          const res = await attack(url);
          await res.arrayBuffer();
          const ms = performance.now() - since;
          longest.set(name, Math.max(longest.get(name) ?? 0, ms));
          const kind = `${name} ${res.status}`;
          answers.set(kind, (answers.get(kind) ?? 0) + 1);
          if (res.status >= 500 && res.status !== 503) wrong.push(kind);
          if (ms > LONGEST_MS) wrong.push(`${name} after ${Math.round(ms)} ms`);
        }
      }),
    );
    const worst = stream.worst();
    await stream.end();
    process.stdout.write(
      `${JSON.stringify(Object.fromEntries([...answers].sort()))}\nlongest: ${[...longest].map(([n, ms]) => `${n} ${Math.round(ms)} ms`).join(', ')}; longest silence of the stream ${Math.round(worst)} ms\n`,
    );
    expect(wrong).toEqual([]);
    // On a machine that is slow and busy a few files say nothing of it.
    if (FULL) expect(worst).toBeLessThan(LONGEST_SILENCE_MS);
    await server.kill();
  });
});
