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
/** Ids of events the server will not take. */
let bad: Set<string>;

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
  for (const e of body.events as RunEvent[]) if (!bad.has(e.id)) stored.add(e.id);
  const refused = (body.events as RunEvent[])
    .filter((e) => bad.has(e.id))
    .map((e) => ({ id: e.id, problem: 'broken' }));
  return json({ stored: body.events.map((e: RunEvent) => e.id).filter((e: string) => !bad.has(e)), refused });
}

beforeEach(() => {
  away = false;
  runs = new Map();
  calls = [];
  bad = new Set();
  // Keys are the storage's own properties, its methods are not, as in a browser.
  const kept: Record<string, string> = {};
  Object.defineProperties(kept, {
    getItem: { value: (k: string) => kept[k] ?? null },
    setItem: { value: (k: string, v: string) => Object.assign(kept, { [k]: v }), configurable: true },
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
    const { beginRun, flush, keepWaiting, keptEvents, waitingEvents } = await load();
    const id = beginRun(plan);
    for (const e of [event(1), event(2)]) keepWaiting(id, e);
    expect(await flush(id)).toBe(true);
    expect(calls).toEqual(['/api/runs', `/api/runs/${id}/events`]);
    expect([...(runs.get(id) ?? [])]).toEqual(['event-1-x', 'event-2-x']);
    expect(waitingEvents(id)).toEqual([]);
    expect(keptEvents(id)).toHaveLength(2);
  });

  it('keeps everything while the server is away and sends only what is missing afterwards', async () => {
    const { beginRun, flush, keepWaiting, waitingEvents } = await load();
    const id = beginRun(plan);
    keepWaiting(id, event(1));
    await flush(id);
    away = true;
    for (const e of [event(3), event(2)]) keepWaiting(id, e);
    expect(await flush(id)).toBe(false);
    expect(waitingEvents(id).map((e) => e.id)).toEqual(['event-2-x', 'event-3-x']);
    away = false;
    expect(await flush(id)).toBe(true);
    expect([...(runs.get(id) ?? [])]).toEqual(['event-1-x', 'event-2-x', 'event-3-x']);
  });

  it('sets aside what the server will not take, tells it, and sends what comes after it', async () => {
    const { asideOf, beginRun, flush, keepWaiting, keptEvents } = await load();
    const id = beginRun(plan);
    const told: unknown[] = [];
    window.addEventListener('odd-round:sent', (e) => told.push((e as CustomEvent).detail));
    bad.add('event-2-x');
    for (const e of [event(1), event(2), event(3)]) keepWaiting(id, e);
    expect(await flush(id)).toBe(true);
    expect([...(runs.get(id) ?? [])]).toEqual(['event-1-x', 'event-3-x']);
    expect(asideOf(id)).toEqual([{ id: 'event-2-x', problem: 'broken' }]);
    expect(keptEvents(id).map((e) => e.id)).toEqual(['event-1-x', 'event-3-x']);
    expect(told.at(-1)).toMatchObject({ sent: ['event-1-x', 'event-3-x'], refused: [{ id: 'event-2-x' }] });
    calls = [];
    expect(await flush(id)).toBe(true);
    expect(calls).toEqual([]);
  });

  it('gives a server that has lost the run, as after a restore, all of it anew', async () => {
    const { beginRun, flush, keepWaiting } = await load();
    const id = beginRun(plan);
    keepWaiting(id, event(1));
    await flush(id);
    runs.clear();
    keepWaiting(id, event(2));
    expect(await flush(id)).toBe(false);
    expect(await flush(id)).toBe(true);
    expect([...(runs.get(id) ?? [])]).toEqual(['event-1-x', 'event-2-x']);
  });

  it('what comes while something is sent goes right after it, and none is left for later', async () => {
    const { beginRun, flush, keepWaiting, waitingEvents } = await load();
    const id = beginRun(plan);
    keepWaiting(id, event(1));
    const asked = [flush(id)];
    for (let k = 2; k <= 40; k++) {
      keepWaiting(id, event(k));
      asked.push(flush(id));
      await new Promise((done) => setTimeout(done, k % 3));
    }
    expect(new Set(await Promise.all(asked))).toEqual(new Set([true]));
    expect(waitingEvents(id)).toEqual([]);
    expect(runs.get(id)?.size).toBe(40);
  });

  it('sends nothing of a run that was never started', async () => {
    const { beginRun, flush } = await load();
    expect(await flush(beginRun(plan))).toBe(true);
    expect(calls).toEqual([]);
  });

  it('forgets a run that was opened and not started within a day', async () => {
    const { beginRun, flushLeftovers, readHead } = await load();
    const id = beginRun(plan);
    await flushLeftovers(Date.now() + 3_600_000);
    expect(readHead(id)).not.toBeNull();
    await flushLeftovers(Date.now() + 90_000_000);
    expect(readHead(id)).toBeNull();
  });

  it('says when this browser can keep no more, and sends what it could not keep all the same', async () => {
    const { beginRun, flush, keepWaiting, waitingEvents } = await load();
    const id = beginRun(plan);
    expect(keepWaiting(id, event(1))).toBe(true);
    Object.defineProperty(localStorage, 'setItem', {
      value: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    });
    expect(keepWaiting(id, event(2))).toBe(false);
    expect(waitingEvents(id).map((e) => e.id)).toEqual(['event-1-x', 'event-2-x']);
    expect(await flush(id)).toBe(true);
    expect([...(runs.get(id) ?? [])]).toEqual(['event-1-x', 'event-2-x']);
    expect(waitingEvents(id)).toEqual([]);
  });

  it('forgets a run that is over and safe, and keeps one under way', async () => {
    const { beginRun, flushLeftovers, keepWaiting, readHead } = await load();
    const over = beginRun(plan);
    keepWaiting(over, event(1));
    const live = beginRun(plan);
    const now = 1_790_000_000_000 + 86_400_000;
    keepWaiting(live, { ...event(1), atMs: now - 1000 });
    await flushLeftovers(now);
    expect(readHead(over)).toBeNull();
    expect(readHead(live)).not.toBeNull();
    expect(runs.size).toBe(2);
    expect(Object.keys(localStorage).filter((k) => k.includes(over))).toEqual([]);
  });

  it('takes over a run that an older version kept in one text; one damaged event costs only itself', async () => {
    const { keptEvents, readHead, restoreRuns, waitingEvents } = await load();
    const old = { id: 'old-run', plan, created: true, madeAtMs: 1, sent: ['event-1-x'] };
    const events = [event(1), event(2), { ...event(3), seq: 'third' }];
    localStorage.setItem('odd-round.run.old-run', JSON.stringify({ ...old, events }));
    await restoreRuns();
    expect(keptEvents('old-run').map((e) => e.id)).toEqual(['event-1-x', 'event-2-x']);
    expect(waitingEvents('old-run').map((e) => e.id)).toEqual(['event-2-x']);
    expect(readHead('old-run')).toEqual({ id: 'old-run', plan, created: true, madeAtMs: 1 });
  });
});
