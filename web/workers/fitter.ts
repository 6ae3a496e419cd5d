import { type FitRequest, type FitResult, fitSlot } from '../../core/fit/index.ts';

/** What the worker answers: how far it is, and at last what it found and how long that took. */
export type FitterMessage = { kind: 'progress'; tried: number } | { kind: 'done'; result: FitResult; tookMs: number };

self.addEventListener('message', (e: MessageEvent<FitRequest>) => {
  const from = performance.now();
  const send = (message: FitterMessage) => postMessage(message);
  const result = fitSlot(e.data, (tried) => {
    send({ kind: 'progress', tried });
    return true;
  });
  if (result) send({ kind: 'done', result, tookMs: performance.now() - from });
});
