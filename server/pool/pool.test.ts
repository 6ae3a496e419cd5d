import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { ROOT } from '../shared/root.ts';
import { doJob, JobPool, JobStopped, PoolFull } from './pool.ts';

type Work = {
  add: (a: number, b: number) => number;
  loop: () => void;
  fill: () => void;
  fail: () => void;
  wait: (ms: number) => Promise<string>;
};

let dir: string;
let pool: JobPool<Work>;
beforeAll(() => {
  dir = mkdtempSync(path.join(tmpdir(), 'odd-round-pool-'));
  const script = path.join(dir, 'thread.mjs');
  const library = pathToFileURL(path.join(ROOT, 'node_modules/workerpool/src/index.js')).href;
  writeFileSync(
    script,
    `import workerpool from '${library}';
     workerpool.worker({
       add: (a, b) => a + b,
       loop: () => { for (;;); },
       fill: () => { const all = []; for (;;) all.push(new Array(1e5).fill('tide')); },
       fail: () => { throw new Error('the tide is out'); },
       wait: (ms) => new Promise((done) => setTimeout(() => done('waited'), ms)),
     });`,
  );
  const job = { what: 'Rowing', deadlineMs: 60_000 };
  const jobs = { add: job, loop: { what: 'Rowing in a ring', deadlineMs: 300 }, fill: job, fail: job, wait: job };
  pool = new JobPool<Work>(script, jobs, 64, 3);
});
afterAll(async () => {
  await pool.end();
  rmSync(dir, { recursive: true });
});

it('does a job in another thread, and says what it said of its fault', async () => {
  expect(await pool.do('add', [2, 3])).toBe(5);
  await expect(pool.do('fail', [])).rejects.toThrow('the tide is out');
});

it('stops one that does not end, by name, and goes on with the next', async () => {
  const stopped = pool.do('loop', []);
  await expect(stopped).rejects.toBeInstanceOf(JobStopped);
  await expect(stopped).rejects.toThrow('Rowing in a ring took longer than 0.3 s and was stopped');
  expect(await pool.do('add', [1, 1])).toBe(2);
});

it('stops one that takes more memory than a thread may; the process lives', async () => {
  await expect(pool.do('fill', [])).rejects.toBeInstanceOf(JobStopped);
  expect(await pool.do('add', [1, 1])).toBe(2);
});

it('stops one that nobody waits for any more', async () => {
  const stop = new AbortController();
  const doing = pool.do('wait', [600_000], stop.signal);
  stop.abort(new Error('they left'));
  await expect(doing).rejects.toThrow('they left');
  await expect(pool.do('add', [1, 1], stop.signal)).rejects.toThrow('they left');
});

it('refuses more than may wait, and none of those that do', async () => {
  const all = Array.from({ length: 40 }, () => pool.do('wait', [300]));
  const ends = await Promise.allSettled(all);
  const refused = ends.filter((e) => e.status === 'rejected');
  expect(refused.length).toBeGreaterThan(30);
  for (const one of refused) expect(one.reason).toBeInstanceOf(PoolFull);
  expect(ends.filter((e) => e.status === 'fulfilled').length).toBeGreaterThanOrEqual(4);
});

it('reads a calendar that would hold a server up for good', async () => {
  const file = [
    'BEGIN:VCALENDAR\nVERSION:2.0\nPRODID:x\nBEGIN:VEVENT\nUID:t\nSUMMARY:Tide\nDTSTART:20260101T000000Z',
    'RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30\nEND:VEVENT\nEND:VCALENDAR\n',
  ].join('\n');
  const { problems } = await doJob('calendar', [file, 'Europe/London', '2026-01-01', '2027-12-31']);
  expect(problems.map((p) => p.path)).toEqual(['Tide']);
});
