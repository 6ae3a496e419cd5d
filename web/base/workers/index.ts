import { proxy, type Remote, wrap } from 'comlink';
import type { ChecksWork } from './checks-worker.ts';
import type { FitterWork } from './fitter-worker.ts';
import type { OrderWork } from './order-worker.ts';
import type { ReadingWork } from './reading-worker.ts';
import type { TempoWork } from './tempo-worker.ts';
import type { TickerWork } from './ticker-worker.ts';

export type { PricedFinding } from './checks-worker.ts';
export type { Ordered } from './order-worker.ts';
export { readTable } from './read-table.ts';

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

/** A file that takes longer to read was made to hurt, or is too large. */
const READS_FOR_MS = 15_000;

/** Reads a file from elsewhere beside the page; one that takes too long is stopped, and says so. */
export async function readAside<K extends keyof ReadingWork>(
  what: K,
  from: Parameters<ReadingWork[K]>[0],
): Promise<Awaited<ReturnType<ReadingWork[K]>>> {
  const { does, end } = started<ReadingWork>(
    new Worker(new URL('./reading-worker.ts', import.meta.url), { type: 'module' }),
  );
  const read = does[what] as unknown as (from: unknown) => Promise<Awaited<ReturnType<ReadingWork[K]>>>;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(
      () => fail(new Error(`It took longer than ${READS_FOR_MS / 1000} s to read and was stopped`)),
      READS_FOR_MS,
    );
  });
  try {
    return await Promise.race([read(from), late]);
  } finally {
    clearTimeout(timer);
    end();
  }
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
