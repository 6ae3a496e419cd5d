import { type ChildProcess, spawn } from 'node:child_process';
import { freshDataDir } from '../../server/test/fresh-database.ts';

/** Starts a server that is to fail, and gives what it says of it and its exit code; one that does start is ended. */
export async function failingStart(env: Record<string, string>): Promise<{ code: number | null; said: string }> {
  const child = spawn(process.execPath, ['dist/server/main.js'], { env: { ...process.env, ...env } });
  let said = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (piece) => {
      said += String(piece);
      if (said.includes('Odd Round is at')) child.kill('SIGKILL');
    });
  const code = await new Promise<number | null>((done) => child.once('exit', done));
  const sentence = said
    .split('\n')
    .flatMap((line) => (line.startsWith('{') ? [(JSON.parse(line) as { msg?: string }).msg ?? ''] : [line]))
    .join('\n');
  return { code, said: sentence };
}

/** A server of a test's own, which it may kill and start again over the same data. */
export class OwnServer {
  private child: ChildProcess | null = null;
  /** Its data; made with an empty database at the first start where none is given. */
  dataDir: string | null = null;

  /** @param env what differs from a server started as usual */
  constructor(
    private readonly port: number,
    private readonly env: Record<string, string> = {},
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts it and waits until it is healthy. */
  async start(): Promise<void> {
    this.dataDir ??= await freshDataDir('own');
    this.child = spawn(process.execPath, ['dist/server/main.js'], {
      env: { ...process.env, PORT: String(this.port), DATA_DIR: this.dataDir, LOG_LEVEL: 'warn', ...this.env },
      stdio: 'inherit',
    });
    for (;;) {
      const healthy = await fetch(`${this.url}/api/health`).then(
        (r) => r.ok,
        () => false,
      );
      if (healthy) return;
      if (this.child.exitCode !== null) throw new Error('The server ended before it was healthy');
      await new Promise((done) => setTimeout(done, 50));
    }
  }

  /** Ends it as an administrator would; gives its exit code, and how long it took, ms. */
  async stop(): Promise<{ code: number | null; ms: number }> {
    const child = this.child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return { code: null, ms: 0 };
    const since = performance.now();
    const code = await new Promise<number | null>((done) => {
      child.once('exit', done);
      child.kill('SIGTERM');
    });
    return { code, ms: performance.now() - since };
  }

  /** Ends it as a power cut would, with nothing tidied up. */
  async kill(): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGKILL');
    await gone;
  }
}
