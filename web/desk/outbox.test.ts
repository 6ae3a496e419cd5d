import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { RunEvent } from '../../core/run/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2));
const event = (seq: number): RunEvent => ({
  id: `event-${seq}-x`,
  seq,
  atMs: 1_790_000_000_000 + seq,
  type: seq === 1 ? 'start' : 'pause',
});

/** A server that keeps what it is sent, and can be away. */
let away = false;
let runs: Map<string, Set<string>>;
let calls: string[];

async function fakeFetch(path: string, init?: { body?: string }): Promise<Response> {
  if (away) throw new TypeError('no route');
  calls.push(path);
  const body = JSON.parse(init?.body ?? '{}');
  const json = (value: object, status = 200) =>
    new Response(JSON.stringify(value), { status, headers: { 'Content-Type': 'application/json' } });
  if (path === '/api/runs') {
    if (!runs.has(body.id)) runs.set(body.id, new Set());
    return json({ id: body.id }, 201);
  }
  const id = path.split('/')[3] ?? '';
  const stored = runs.get(id);
  if (!stored) return json({ title: 'Run not found' }, 404);
  for (const e of body.events as RunEvent[]) stored.add(e.id);
  return json({ stored: body.events.map((e: RunEvent) => e.id) });
}

beforeEach(() => {
  away = false;
  runs = new Map();
  calls = [];
  // Keys are the storage's own properties, its methods are not, as in a browser.
  const kept: Record<string, string> = {};
  Object.defineProperties(kept, {
    getItem: { value: (k: string) => kept[k] ?? null },
    setItem: { value: (k: string, v: string) => Object.assign(kept, { [k]: v }) },
    removeItem: { value: (k: string) => delete kept[k] },
  });
  vi.stubGlobal('localStorage', kept);
  vi.stubGlobal('window', Object.assign(new EventTarget(), {}));
  vi.stubGlobal('fetch', fakeFetch);
});
afterEach(() => vi.unstubAllGlobals());

const load = async () => ({ ...(await import('./outbox.ts')), ...(await import('./run-storage.ts')) });

describe('the outbox', () => {
  it('sends the run, then its events, and notes what the server has', async () => {
    const { beginRun, flush, readRun, storeRun, unsent } = await load();
    const id = beginRun(plan);
    storeRun({ ...readRun(id)!, events: [event(1), event(2)] });
    expect(await flush(id)).toBe(true);
    expect(calls).toEqual(['/api/runs', `/api/runs/${id}/events`]);
    expect([...(runs.get(id) ?? [])]).toEqual(['event-1-x', 'event-2-x']);
    expect(unsent(readRun(id)!)).toEqual([]);
  });

  it('keeps everything while the server is away and sends only what is missing afterwards', async () => {
    const { beginRun, flush, readRun, storeRun, unsent } = await load();
    const id = beginRun(plan);
    storeRun({ ...readRun(id)!, events: [event(1)] });
    await flush(id);
    away = true;
    storeRun({ ...readRun(id)!, events: [event(1), event(2), event(3)] });
    expect(await flush(id)).toBe(false);
    expect(unsent(readRun(id)!).map((e) => e.id)).toEqual(['event-2-x', 'event-3-x']);
    away = false;
    expect(await flush(id)).toBe(true);
    expect([...(runs.get(id) ?? [])]).toEqual(['event-1-x', 'event-2-x', 'event-3-x']);
  });

  it('sends nothing of a run that was never started', async () => {
    const { beginRun, flush } = await load();
    expect(await flush(beginRun(plan))).toBe(true);
    expect(calls).toEqual([]);
  });

  it('forgets a run that was opened and not started within a day', async () => {
    const { beginRun, flushLeftovers, readRun } = await load();
    const id = beginRun(plan);
    await flushLeftovers(Date.now() + 3_600_000);
    expect(readRun(id)).not.toBeNull();
    await flushLeftovers(Date.now() + 90_000_000);
    expect(readRun(id)).toBeNull();
  });

  it('says when this browser can keep no more', async () => {
    const { beginRun, readRun, storeRun } = await load();
    const run = readRun(beginRun(plan))!;
    vi.stubGlobal('localStorage', {
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    });
    expect(storeRun(run)).toBe(false);
  });

  it('forgets a run that is over and safe, and keeps one under way', async () => {
    const { beginRun, flushLeftovers, readRun, storeRun } = await load();
    const over = beginRun(plan);
    storeRun({ ...readRun(over)!, events: [event(1)] });
    const live = beginRun(plan);
    const now = 1_790_000_000_000 + 86_400_000;
    storeRun({ ...readRun(live)!, events: [{ ...event(1), atMs: now - 1000 }] });
    await flushLeftovers(now);
    expect(readRun(over)).toBeNull();
    expect(readRun(live)).not.toBeNull();
    expect(runs.size).toBe(2);
  });
});
