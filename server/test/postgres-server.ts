import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';

/** Where Debian puts the server; `npm test` installs it. */
const DEBIAN = '/usr/lib/postgresql';

/** A PostgreSQL server of the tests' own, on loopback, gone with `stop`. */
export interface PostgresServer {
  /** The address of a database on it; each name is a database of its own, made when it is asked for first. */
  database(name: string): Promise<string>;
  stop(): Promise<void>;
}

function binaries(): string {
  const versions = existsSync(DEBIAN) ? readdirSync(DEBIAN).sort((a, b) => Number(b) - Number(a)) : [];
  const found = versions.map((v) => path.join(DEBIAN, v, 'bin')).find((dir) => existsSync(path.join(dir, 'initdb')));
  if (!found) throw new Error("Debian's PostgreSQL is not installed; npm test installs it");
  return found;
}

/** PostgreSQL does not run as root: it is started as the user its package makes. */
function owner(): { uid: number; gid: number } | null {
  if (process.getuid?.() !== 0) return null;
  const ask = (flag: string) => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }));
  return { uid: ask('-u'), gid: ask('-g') };
}

const freePort = () =>
  new Promise<number>((done) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => done(port));
    });
  });

export async function startPostgres(): Promise<PostgresServer> {
  const bin = binaries();
  const user = owner();
  const dir = mkdtempSync(path.join(tmpdir(), 'odd-round-postgres-'));
  if (user) chownSync(dir, user.uid, user.gid);
  const data = path.join(dir, 'data');
  const as = { ...(user ?? {}), cwd: dir, env: { PATH: bin, LC_ALL: 'C.UTF-8' } };
  const made = ['-D', data, '-U', 'boathouse', '--auth=trust', '--no-sync', '--encoding=UTF8', '--locale=C.UTF-8'];
  execFileSync(path.join(bin, 'initdb'), made, { ...as, stdio: 'ignore' });
  const port = await freePort();
  const settings = ['listen_addresses=127.0.0.1', 'fsync=off', 'max_connections=200'].flatMap((s) => ['-c', s]);
  const args = ['-D', data, '-p', String(port), '-k', dir, ...settings];
  const child = spawn(path.join(bin, 'postgres'), args, { ...as, stdio: 'ignore' });
  const url = (name: string) => `postgres://boathouse@127.0.0.1:${port}/${name}`;
  await answering(url('postgres'), child);
  return {
    database: async (name) => {
      await once(url('postgres'), `CREATE DATABASE "${name}"`).catch((error) => {
        if ((error as { code?: string }).code !== '42P04') throw error;
      });
      return url(name);
    },
    stop: async () => {
      const gone = new Promise((done) => child.once('exit', done));
      child.kill('SIGINT');
      await gone;
      rmSync(dir, { recursive: true, force: true });
    },
  };
}

/** Asks one statement on a connection of its own. */
export async function once(url: string, sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(sql);
  } finally {
    await client.end();
  }
}

async function answering(url: string, child: ChildProcess): Promise<void> {
  for (;;) {
    const up = await once(url, 'SELECT 1').then(
      () => true,
      () => false,
    );
    if (up) return;
    if (child.exitCode !== null) throw new Error('PostgreSQL ended before it answered');
    await new Promise((done) => setTimeout(done, 50));
  }
}
