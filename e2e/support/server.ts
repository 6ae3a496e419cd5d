import { type ChildProcess, spawn } from 'node:child_process';
import { freshDataDir } from '../../server/test/fresh-database.ts';

/** A server of a test's own, which it may kill and start again over the same data. */
export class OwnServer {
  private child: ChildProcess | null = null;
  private dataDir: string | null = null;

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

  /** Ends it as a power cut would, with nothing tidied up. */
  async kill(): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGKILL');
    await gone;
  }
}
