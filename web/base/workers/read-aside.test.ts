// @vitest-environment jsdom
import { afterEach, expect, it, vi } from 'vitest';
import { giveWorkers } from '../../test/workers.test.support.ts';
import { readAside } from './index.ts';

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

it('gives what was read, and what was said of a file that cannot be', async () => {
  const open = giveWorkers(() => ({
    table: (text: string) => ({ header: [text], rows: [] }),
    playlist: () => {
      throw new Error('no list');
    },
  }));
  expect(await readAside('table', 'tide')).toEqual({ header: ['tide'], rows: [] });
  await expect(readAside('playlist', 'tide')).rejects.toThrow('no list');
  expect(open.size).toBe(0);
});

it('stops one that does not end, and says so', async () => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  const open = giveWorkers(() => ({ table: () => new Promise(() => {}) }));
  const reading = readAside('table', 'made to hurt');
  const said = expect(reading).rejects.toThrow('It took longer than 15 s to read and was stopped');
  expect(open.size).toBe(1);
  await vi.advanceTimersByTimeAsync(15_000);
  await said;
  expect(open.size).toBe(0);
});
