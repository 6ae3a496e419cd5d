import { proxy, type Remote, wrap } from 'comlink';
import type { ChecksWork } from './checks-worker.ts';
import type { FitterWork } from './fitter-worker.ts';
import type { OrderWork } from './order-worker.ts';
import type { TempoWork } from './tempo-worker.ts';
import type { TickerWork } from './ticker-worker.ts';

export type { PricedFinding } from './checks-worker.ts';
export type { Ordered } from './order-worker.ts';

/** A worker that has been started: what it does, and its end, which breaks off what is under way. */
export interface Started<Work> {
  does: Remote<Work>;
  end: () => void;
}

function started<Work>(worker: Worker): Started<Work> {
  return { does: wrap<Work>(worker), end: () => worker.terminate() };
}

export const startChecks = (): Started<ChecksWork> =>
  started(new Worker(new URL('./checks-worker.ts', import.meta.url), { type: 'module' }));

/** A long piece of work that tells how far it is; null when it was broken off. */
export type Task<Ask, Result> = (ask: Ask, onProgress: (far: number) => void) => Promise<Result | null>;

export function startFitter() {
  const { does, end } = started<FitterWork>(
    new Worker(new URL('./fitter-worker.ts', import.meta.url), { type: 'module' }),
  );
  const run: Task<Parameters<FitterWork['run']>[0], NonNullable<ReturnType<FitterWork['run']>>> = (ask, onProgress) =>
    does.run(ask, proxy(onProgress));
  return { run, end };
}

export function startOrderSearch() {
  const { does, end } = started<OrderWork>(
    new Worker(new URL('./order-worker.ts', import.meta.url), { type: 'module' }),
  );
  const run: Task<Parameters<OrderWork['run']>[0], NonNullable<ReturnType<OrderWork['run']>>> = (ask, onProgress) =>
    does.run(ask, proxy(onProgress));
  return { run, end };
}

/** Listens to music. */
export const startTempo = (): Started<TempoWork> =>
  started(new Worker(new URL('./tempo-worker.ts', import.meta.url), { type: 'module' }));

/** Calls back every 50 ms until it is ended, also while the page is hidden. */
export function startTicker(tick: () => void): () => void {
  const { does, end } = started<TickerWork>(
    new Worker(new URL('./ticker-worker.ts', import.meta.url), { type: 'module' }),
  );
  void does.start(proxy(tick));
  return end;
}
