// @vitest-environment jsdom
import { expose } from 'comlink';
import { afterEach, expect, it, vi } from 'vitest';
import { readAside } from './index.ts';

/** A worker that does what it is given, in the thread of the test; gives how many are open. */
function giveWorker(work: object) {
  const open = new Set<object>();
  vi.stubGlobal(
    'Worker',
    class {
      private readonly channel = new MessageChannel();
      readonly postMessage = this.channel.port1.postMessage.bind(this.channel.port1);
      readonly addEventListener = this.channel.port1.addEventListener.bind(this.channel.port1);
      readonly removeEventListener = this.channel.port1.removeEventListener.bind(this.channel.port1);
      constructor() {
        open.add(this);
        expose(work, this.channel.port2);
        this.channel.port1.start();
      }
      terminate() {
        open.delete(this);
        this.channel.port1.close();
        this.channel.port2.close();
      }
    },
  );
  return open;
}
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

it('gives what was read, and what was said of a file that cannot be', async () => {
  const open = giveWorker({
    table: (text: string) => ({ header: [text], rows: [] }),
    playlist: () => {
      throw new Error('no list');
    },
  });
  expect(await readAside('table', 'tide')).toEqual({ header: ['tide'], rows: [] });
  await expect(readAside('playlist', 'tide')).rejects.toThrow('no list');
  expect(open.size).toBe(0);
});

it('stops one that does not end, and says so', async () => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  const open = giveWorker({ table: () => new Promise(() => {}) });
  const reading = readAside('table', 'made to hurt');
  const said = expect(reading).rejects.toThrow('It took longer than 15 s to read and was stopped');
  expect(open.size).toBe(1);
  await vi.advanceTimersByTimeAsync(15_000);
  await said;
  expect(open.size).toBe(0);
});
