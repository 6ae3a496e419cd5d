import { describe, expect, it } from 'vitest';
import { mulberry32 } from '../../core/judge/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { rounds } from '../support/attack.ts';
import { OwnServer } from '../support/server.ts';

const TIMES = rounds(50_000, 200);
const AT_ONCE = 8;
/** Longest answer; a machine that stalls in between is no failure, one that hangs is. */
const LONGEST_MS = 60_000;
const random = mulberry32(4313);
const int = (n: number) => Math.floor(random() * n);
const one = <T>(list: readonly T[]): T => list[int(list.length)] as T;

/** Texts that have broken programs before. */
const TEXTS = [
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud800',
  '\udfff tail',
  `${'x'.repeat(79)}\u{1F6A3}`,
  '\u{1F6A3}'.repeat(80),
  '\u202e\u2066\ufeff\u200d',
  'e\u0301'.repeat(50),
  "'; DROP TABLE plan; --",
  '<script>alert(1)</script>',
  '=cmd|/c calc',
  '../../etc/passwd',
  '%00%ff%',
  '{{7*7}}<%= 7*7 %>',
  'x'.repeat(5000),
  '\\u0000',
  '\r\n\r\nSet-Cookie: a=b',
  '__proto__',
  'constructor',
  'NaN',
] as const;
const NUMBERS = [0, -0, -1, 1, 1.5, 1e3, 99, 100, 2 ** 31, 2 ** 53, 1e308, -1e308, Number.MIN_VALUE, 8.64e15] as const;

function anything(depth = 0): unknown {
  switch (int(depth > 3 ? 4 : 7)) {
    case 0:
      return one(TEXTS);
    case 1:
      return one(NUMBERS);
    case 2:
      return one([true, false, null]);
    case 3:
      return String.fromCharCode(...Array.from({ length: int(12) }, () => int(65_536)));
    case 4:
      return Array.from({ length: int(4) }, () => anything(depth + 1));
    default:
      return Object.fromEntries(Array.from({ length: int(4) }, () => [one(TEXTS), anything(depth + 1)]));
  }
}

const PLAN = { ...planOf(circuit(stations(3), 30, 10, 2)), id: 'fuzzed', squads: ['Heron'] };

/** A sound document with one place in it replaced, taken away or added to. */
function bent(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || random() < 0.08) return anything();
  const copy: Record<string, unknown> | unknown[] = Array.isArray(value) ? [...value] : { ...value };
  const keys = Object.keys(copy);
  const key = one(keys.length > 0 ? keys : ['more']) as never;
  const way = random();
  if (way < 0.06) delete copy[key];
  else if (way < 0.12 && !Array.isArray(copy)) copy[one(TEXTS)] = anything();
  else copy[key] = bent(copy[key]) as never;
  return copy;
}

const event = () =>
  one([
    {
      id: `event-${int(1e6)}-fuzz`,
      type: 'reps',
      seq: int(1000),
      atMs: 1_790_000_000_000,
      stationId: null,
      round: 1,
      squad: 'Heron',
      count: 9,
    },
    {
      id: `event-${int(1e6)}-fuzz`,
      type: 'note',
      seq: int(1000),
      atMs: 1_790_000_000_000,
      stationId: null,
      round: null,
      text: 'tide',
    },
    { id: `event-${int(1e6)}-fuzz`, type: 'adjust', seq: int(1000), atMs: 1_790_000_000_000, deltaMs: 1000 },
  ]);

interface Ask {
  method: string;
  path: string;
  body?: unknown;
  raw?: string;
  type?: string;
}

const text = () => encodeURIComponent(one(TEXTS).replace(/[\ud800-\udfff]/g, 'x'));

/** Every address with a body, a path or a query that is nearly right or not at all. */
const ASKS: (() => Ask)[] = [
  () => ({ method: 'PUT', path: '/api/plans/fuzzed', body: { plan: bent(PLAN), baseVersion: one([0, 1, 2, -1]) } }),
  () => ({ method: 'PUT', path: `/api/plans/${text()}`, body: anything() }),
  () => ({ method: 'GET', path: `/api/plans/${text()}` }),
  () => ({ method: 'GET', path: `/api/plans?q=${text()}&after=${text()}&limit=${one(NUMBERS)}` }),
  () => ({ method: 'GET', path: `/api/plans/fuzzed/versions/${text()}` }),
  () => ({ method: 'GET', path: `/api/plans/fuzzed/versions?below=${one(NUMBERS)}` }),
  () => ({ method: 'GET', path: `/api/plans/${text()}/document` }),
  () => ({ method: 'DELETE', path: `/api/plans/${text()}` }),
  () => ({ method: 'POST', path: '/api/runs', body: bent({ id: 'run-fuzz-01', plan: PLAN }) }),
  () => ({ method: 'GET', path: `/api/runs?since=${text()}&q=${text()}&after=${text()}` }),
  () => ({
    method: 'POST',
    path: '/api/runs/run-fuzz-01/events',
    body: { events: [event(), bent(event()), anything()] },
  }),
  () => ({ method: 'POST', path: `/api/runs/${text()}/events`, body: { events: [event()] } }),
  () => ({ method: 'POST', path: '/api/runs/run-fuzz-01/clock', body: bent({ clockOffsetMs: 5 }) }),
  () => ({ method: 'GET', path: `/api/runs/${text()}` }),
  () => ({
    method: 'POST',
    path: `/api/live/${text()}/commands`,
    body: bent({ id: 'ask-12345678', command: { type: 'skip' } }),
  }),
  () => ({ method: 'GET', path: `/api/live/${text()}/clip?text=${text()}` }),
  () => ({
    method: 'POST',
    path: '/api/files/import',
    body: bent({ text: JSON.stringify([bent(PLAN)]), goodPart: true }),
  }),
  () => ({ method: 'GET', path: `/api/files/export?ids=${text()}` }),
  () => ({ method: 'PUT', path: '/api/moves', body: bent({ moves: [{ name: 'Tide hold', area: 'core' }] }) }),
  () => ({ method: 'POST', path: '/api/moves/hidden', body: bent({ names: ['Tide hold'], hidden: true }) }),
  () => ({ method: 'PUT', path: '/api/kit', body: bent({ items: [{ name: 'box', count: 1, sharedBy: 1 }] }) }),
  () => ({ method: 'PUT', path: '/api/thresholds', body: bent({ waterMin: 15 }) }),
  () => ({ method: 'GET', path: `/api/speech/recording?text=${text()}&plan=${text()}` }),
  () => ({ method: 'PUT', path: `/api/speech/recording?text=${text()}`, raw: one(TEXTS), type: 'audio/wav' }),
  () => ({ method: 'GET', path: `/api/backup/kept/${text()}` }),
  () => ({ method: 'POST', path: `/api/backup/restore/${text()}` }),
  () => ({
    method: 'PUT',
    path: '/api/plans/fuzzed',
    raw: one(['{', '[', '{"a":1e999}', '"x"', 'null', '\ufeff{}', '[[[[[[[[[[']),
    type: 'application/json',
  }),
  () => ({ method: one(['GET', 'POST', 'PATCH', 'OPTIONS', 'HEAD']), path: `/${text()}/${text()}?${text()}` }),
];

describe('hostile requests', () => {
  it(`${TIMES.toLocaleString('en')} of them: no answer of 500, none that hangs, memory steady`, async () => {
    const server = new OwnServer();
    await server.start();
    const counts = new Map<number, number>();
    const bad: unknown[] = [];
    const memory: number[] = [];
    const send = async () => {
      const ask = one(ASKS)();
      const body = ask.raw ?? (ask.body === undefined ? undefined : JSON.stringify(ask.body));
      const started = performance.now();
      const res = await fetch(server.url + ask.path, {
        method: ask.method,
        ...(body === undefined ? {} : { body, headers: { 'Content-Type': ask.type ?? 'application/json' } }),
      });
      await res.arrayBuffer();
      const ms = performance.now() - started;
      counts.set(res.status, (counts.get(res.status) ?? 0) + 1);
      if ((res.status >= 500 && res.status !== 503) || ms > LONGEST_MS) bad.push([res.status, Math.round(ms), ask]);
    };
    for (let done = 0; done < TIMES; done += 500) {
      const lanes = Array.from({ length: AT_ONCE }, async (_, lane) => {
        for (let k = lane; k < 500; k += AT_ONCE) await send();
      });
      await Promise.all(lanes);
      memory.push(((await (await fetch(`${server.url}/api/health`)).json()) as { memoryMiB: number }).memoryMiB);
    }
    process.stdout.write(
      `answers: ${JSON.stringify(Object.fromEntries([...counts].sort()))}; memory MiB: ${memory[1]} … ${memory.at(-1)}\n`,
    );
    expect(bad).toEqual([]);
    expect(counts.get(200)).toBeGreaterThan(0);
    // After its first thousand requests it has what it needs; what grows on is a leak.
    expect(memory.at(-1)! - Math.max(...memory.slice(0, 4))).toBeLessThan(120);
    expect((await fetch(`${server.url}/api/plans`)).status).toBe(200);
    expect(await server.stop()).toBe(0);
  });
});
