// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { live, plans, speech } from '../../../core/wire/index.ts';
import { api, conflictOf } from './api.ts';
import { ApiError, addressOf, ask, firstProblem, standingOf } from './client.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2));
const stored = { plan, version: 3, updatedAt: '2026-11-26T07:00:00.000Z', lastLedAt: null };

let asked: { url: string; init: RequestInit }[];
let answer: () => Response | Promise<Response>;

const json = (body: unknown, status = 200) =>
  new Response(status === 204 ? null : JSON.stringify(body), {
    status,
    headers: { 'Content-Type': status < 300 ? 'application/json' : 'application/problem+json' },
  });

beforeEach(() => {
  asked = [];
  answer = () => json(stored);
  vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
    asked.push({ url, init });
    return answer();
  });
});
afterEach(() => vi.unstubAllGlobals());

describe('asking the server', () => {
  it('puts the parts of an address and its query where they belong, sound for any text', () => {
    expect(addressOf(plans.getVersion, { path: { id: 'low/tide', version: 4 } })).toBe(
      '/api/plans/low%2Ftide/versions/4',
    );
    expect(addressOf(speech.getRecording, { query: { plan: '', text: 'Ready? Go & row' } })).toBe(
      '/api/speech/recording?text=Ready%3F+Go+%26+row',
    );
    expect(addressOf(live.deskStream, { path: { id: 'r' }, query: { after: undefined } })).toBe('/api/runs/r/stream');
  });

  it('sends a body as JSON and reads the answer by its schema', async () => {
    const saved = await api.savePlan(plan, 2);
    expect(saved).toEqual({ ...stored, deletedAt: null, told: [] });
    expect(asked[0]).toMatchObject({
      url: '/api/plans/plan-1',
      init: { method: 'PUT', headers: { 'Content-Type': 'application/json' } },
    });
    expect(JSON.parse(String(asked[0]!.init.body))).toEqual({ plan, baseVersion: 2 });
  });

  it('gives nothing where nothing is answered', async () => {
    answer = () => json(null, 204);
    expect(await api.deletePlan('plan-1')).toBeNull();
  });

  it('throws what the server says, with its status; an answer that does not fit is a fault of its own', async () => {
    answer = () => json({ status: 422, title: 'The class was not saved: too long' }, 422);
    await expect(api.savePlan(plan, 2)).rejects.toMatchObject({
      status: 422,
      message: 'The class was not saved: too long',
    });
    answer = () => new Response('<html>', { status: 502 });
    await expect(api.plan('plan-1')).rejects.toMatchObject({ status: 502, message: 'Error 502' });
    answer = () => json({ plan: 'none' });
    await expect(api.plan('plan-1')).rejects.not.toBeInstanceOf(ApiError);
  });

  it('says with status 0 that nobody answers; what was broken off from outside stays so', async () => {
    answer = () => {
      throw new TypeError('no route');
    };
    await expect(api.plan('plan-1')).rejects.toMatchObject({ status: 0, message: 'The server cannot be reached' });
    const stop = new AbortController();
    stop.abort(new Error('left'));
    await expect(ask(plans.getPlan, { path: { id: 'x' }, signal: stop.signal })).rejects.not.toBeInstanceOf(ApiError);
  });

  it('knows what is not there from what cannot be reached, and how long it is to wait', async () => {
    answer = () => json({ status: 404, title: 'Run not found' }, 404);
    expect(await standingOf(api.run('r'))).toEqual({ gone: true, waitMs: 0 });
    answer = () => {
      const busy = json({ status: 503, title: 'Too many screens follow already' }, 503);
      busy.headers.set('Retry-After', '10');
      return busy;
    };
    expect(await standingOf(api.run('r'))).toEqual({ gone: false, waitMs: 10_000 });
    answer = () => {
      throw new TypeError('no route');
    };
    expect(await standingOf(api.run('r'))).toEqual({ gone: false, waitMs: 0 });
  });

  it('finds the other text in a conflict, also one that an older program wrote', async () => {
    answer = () => json({ status: 409, title: 'A newer version has been saved', current: stored }, 409);
    const conflict = await api.savePlan(plan, 1).catch(conflictOf);
    expect(conflict).toMatchObject({ version: 3, plan: { id: 'plan-1' } });
    expect(conflictOf(new ApiError(422, 'x'))).toBeNull();
    expect(conflictOf(new Error('x'))).toBeNull();
  });

  it('asks for lists in pages of 50, and for a week of work from its beginning', async () => {
    answer = () => json({ items: [stored], next: null, faults: [], total: 1 });
    expect((await api.plans({ q: 'tide', after: null })).total).toBe(1);
    expect(asked[0]!.url).toBe('/api/plans?q=tide&limit=50');
    answer = () => json({ runs: 0, work: [] });
    await api.workSince(new Date('2026-11-19T07:00:00.000Z'));
    expect(asked[1]!.url).toBe('/api/runs/work?since=2026-11-19T07%3A00%3A00.000Z');
  });
});

describe('what the server found fault with', () => {
  it('is the first place it names', () => {
    const problems = [
      { path: 'line 3', message: 'names no run' },
      { path: 'line 9', message: 'names no run' },
    ];
    const body = { status: 422, title: 'Nothing was brought in', problems };
    expect(firstProblem(new ApiError(422, body.title, body))).toEqual({ path: 'line 3', message: 'names no run' });
  });

  it('is none where it names none, where the answer is no problem, and of another error', () => {
    expect(firstProblem(new ApiError(422, 'No', { status: 422, title: 'No', problems: [] }))).toBeNull();
    expect(firstProblem(new ApiError(502, 'Bad gateway', '<html>'))).toBeNull();
    expect(firstProblem(new ApiError(0, 'out of reach'))).toBeNull();
    expect(firstProblem(new TypeError('a bug'))).toBeNull();
  });
});
