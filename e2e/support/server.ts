import { type ChildProcess, spawn } from 'node:child_process';
import { readyDataDir } from './ready-data.ts';

/** The built server, on a leash: it ends with the test's process, however that ends. */
function startServer(env: Record<string, string>): ChildProcess {
  const dated = env.DATE_NOW === undefined ? [] : ['--import', './e2e/support/set-date.mjs'];
  // It lives for moments: what makes a long life faster costs more than it gives.
  return spawn(process.execPath, ['--liftoff-only', ...dated, 'scripts/leash.mjs', 'dist/server/main.js'], {
    env: { ...process.env, ...env },
    stdio: ['pipe', 'pipe', 'pipe'],
  });
}

/** What a server writes, as sentences. */
const sentencesOf = (said: string) =>
  said
    .split('\n')
    .flatMap((line) => (line.startsWith('{') ? [(JSON.parse(line) as { msg?: string }).msg ?? ''] : [line]))
    .join('\n');

/** Starts a server that is to fail, and gives what it says of it and its exit code; one that does start is ended. */
export async function failingStart(env: Record<string, string>): Promise<{ code: number | null; said: string }> {
  const child = startServer({ PORT: '0', LOG_LEVEL: 'info', ...env });
  let said = '';
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (piece) => {
      said += String(piece);
      if (said.includes('Odd Round is at')) child.kill('SIGKILL');
    });
  const code = await new Promise<number | null>((done) => child.once('close', done));
  return { code, said: sentencesOf(said) };
}

/** A server of a test's own, which it may kill and start again over the same data and at the same address. */
export class OwnServer {
  private child: ChildProcess | null = null;
  /** The system chooses it at the first start; 0 before. */
  private port = 0;
  /** All that it has written, over all of its starts. */
  log = '';
  /** Its data; made with the demo data in it at the first start where none is given. */
  dataDir: string | null = null;

  /** @param env what differs from a server started as usual; `DATE_NOW` sets its date, ms since 1970 */
  constructor(private readonly env: Record<string, string> = {}) {}

  /** Known from the first start on; before, there is nothing at it. */
  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts it and waits until it says itself where it listens: no other server is taken for it. */
  async start(): Promise<void> {
    this.dataDir ??= await readyDataDir(this.env.DATE_NOW === undefined ? Date.now() : Number(this.env.DATE_NOW));
    while (!(await this.startOnce()));
  }

  /** False where its address of before is in use for a moment. */
  private async startOnce(): Promise<boolean> {
    const child = startServer({
      PORT: String(this.port),
      DATA_DIR: this.dataDir ?? '',
      LOG_LEVEL: 'info',
      ...this.env,
    });
    this.child = child;
    let said = '';
    return new Promise((done, fail) => {
      const hear = (piece: unknown) => {
        said += String(piece);
        this.log += String(piece);
        const at = /Odd Round is at http:\/\/localhost:(\d+)/.exec(said);
        if (!at) return;
        this.port = Number(at[1]);
        done(true);
      };
      for (const stream of [child.stdout, child.stderr]) stream?.on('data', hear);
      child.once('close', (code) => {
        if (this.port > 0 && said.includes('is taken by another program')) done(false);
        else fail(new Error(`The server ended before it listened (${code}): ${sentencesOf(said)}`));
      });
    });
  }

  get isAlive(): boolean {
    return this.child !== null && this.child.exitCode === null && this.child.signalCode === null;
  }

  /** Ends it as an administrator would; gives its exit code. */
  stop(): Promise<number | null> {
    return this.end('SIGTERM');
  }

  /** Ends it as a power cut would, with nothing tidied up. */
  async kill(): Promise<void> {
    await this.end('SIGKILL');
  }

  private async end(signal: NodeJS.Signals): Promise<number | null> {
    const child = this.child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return null;
    return new Promise((done) => {
      child.once('exit', done);
      child.kill(signal);
    });
  }
}
