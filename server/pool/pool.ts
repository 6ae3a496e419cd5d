import { availableParallelism } from 'node:os';
import path from 'node:path';
import workerpool, { type Pool } from 'workerpool';
import { ROOT } from '../shared/root.ts';
import type { Work } from './job-thread.ts';

type Job = keyof Work;

/** What each job is called, and how long it may take. One that takes longer was made to hurt, or is too large. */
const JOBS: { readonly [K in Job]: { what: string; deadlineMs: number } } = {
  calendar: { what: 'Reading the calendar', deadlineMs: 5000 },
  classes: { what: 'Reading the file of classes', deadlineMs: 10_000 },
  records: { what: 'Reading the file of records', deadlineMs: 15_000 },
  paper: { what: 'Drawing the sheet', deadlineMs: 20_000 },
};

/** The memory of a thread, MB; jobs that may wait for one. */
const MEMORY_MB = 512;
const MAX_WAITING = 24;

/** A job was stopped: it took too long, or more memory than it may. */
export class JobStopped extends Error {}
/** More is to be done than may wait. */
export class PoolFull extends Error {}

type Does = Record<string, (...args: never[]) => unknown>;
type Done<F extends Does[string]> = Awaited<ReturnType<F>>;

/** Threads that do jobs; each job has a limit on its time, each thread on its memory. */
export class JobPool<W extends Does> {
  private pool: Pool | null = null;

  /**
   * @param script a file of plain JavaScript that offers the jobs by their names
   * @param memoryMb of a thread
   */
  constructor(
    private readonly script: string,
    private readonly jobs: { readonly [K in keyof W]: { what: string; deadlineMs: number } },
    private readonly memoryMb = MEMORY_MB,
    private readonly mostWaiting = MAX_WAITING,
  ) {}

  /**
   * Does a job, so that whatever it is given holds nothing else up. Throws `JobStopped` where it takes too long or too much memory,
   * `PoolFull` where too many wait; what the job itself throws comes as an error with its message.
   * @param stop ends the work when nobody waits for it any more
   */
  async do<K extends keyof W & string>(job: K, args: Parameters<W[K]>, stop?: AbortSignal): Promise<Done<W[K]>> {
    const { what, deadlineMs } = this.jobs[job];
    stop?.throwIfAborted();
    if ((this.pool?.stats().pendingTasks ?? 0) >= this.mostWaiting)
      throw new PoolFull('Too much is being read and drawn already; try again in a moment');
    this.pool ??= workerpool.pool(this.script, {
      workerType: 'thread',
      maxWorkers: Math.max(2, availableParallelism() - 1),
      workerTerminateTimeout: 100,
      workerThreadOpts: { resourceLimits: { maxOldGenerationSizeMb: this.memoryMb } },
    });
    const doing = this.pool.exec(job, [...args]);
    const end = () => void doing.cancel();
    stop?.addEventListener('abort', end);
    try {
      // Counted from when it begins, not while it waits.
      return (await doing.timeout(deadlineMs)) as Done<W[K]>;
    } catch (error) {
      stop?.throwIfAborted();
      if (error instanceof workerpool.Promise.TimeoutError)
        throw new JobStopped(`${what} took longer than ${deadlineMs / 1000} s and was stopped`);
      // A thread that runs out of its memory ends without a word of the job’s own.
      if (error instanceof Error && /terminated|memory limit|out of memory/i.test(error.message))
        throw new JobStopped(`${what} took more memory than it may and was stopped`);
      throw error;
    } finally {
      stop?.removeEventListener('abort', end);
    }
  }

  /** Ends the threads; the next job begins new ones. */
  async end(): Promise<void> {
    const old = this.pool;
    this.pool = null;
    await old?.terminate(true);
  }
}

// The built file also when the sources run: a thread loads plain JavaScript only.
const own = new JobPool<Work>(path.join(ROOT, 'dist/server/pool/job-thread.js'), JOBS);

/** Does one of the server’s jobs; see `JobPool`. */
export const doJob = own.do.bind(own) as <K extends Job>(
  job: K,
  args: Parameters<Work[K]>,
  stop?: AbortSignal,
) => Promise<Done<Work[K]>>;
export const endPool = () => own.end();
