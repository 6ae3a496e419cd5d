import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { ROOT } from '../shared/root.ts';
import type { PaperRequest } from './paper-thread.ts';

/**
 * Draws paper as PDF in a thread of its own: the search for the largest type takes a while.
 * @param stop ends the work when nobody waits any more
 */
export function makePaper(request: PaperRequest, stop: AbortSignal): Promise<Uint8Array> {
  // The built file also when the sources run: a thread loads plain JavaScript only.
  const worker = new Worker(path.join(ROOT, 'dist/server/paper/paper-thread.js'));
  const end = () => void worker.terminate();
  stop.addEventListener('abort', end);
  return new Promise<Uint8Array>((done, fail) => {
    worker.once('message', done);
    worker.once('error', fail);
    worker.once('exit', () => fail(new Error('The paper was broken off')));
    worker.postMessage(request);
  }).finally(() => {
    stop.removeEventListener('abort', end);
    end();
  });
}
