import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { ROOT } from '../shared/root.ts';

/** Where Debian puts the server; `npm test` installs it. */
const DEBIAN = '/usr/lib/postgresql';
/** Ends the server with the process that started it. */
const LEASH = path.join(ROOT, 'scripts/leash.mjs');

/** A PostgreSQL server of the tests' own, on loopback, gone with `stop`. */
export interface PostgresServer {
  /** The address of a database on it; each name is a database of its own, made when it is asked for first. */
  database(name: string): Promise<string>;
  /** Ends it, whatever is under way, and starts it again over the same data at the same address. */
  restart(): Promise<void>;
  /** Lets none of its processes go on for so many ms. */
  pause(ms: number): Promise<void>;
  stop(): Promise<void>;
}

/** Where the programs of PostgreSQL are, of the newest installed; null where there are none. */
export function postgresHere(): string | null {
  const versions = existsSync(DEBIAN) ? readdirSync(DEBIAN).sort((a, b) => Number(b) - Number(a)) : [];
  return versions.map((v) => path.join(DEBIAN, v, 'bin')).find((dir) => existsSync(path.join(dir, 'initdb'))) ?? null;
}

/** PostgreSQL does not run as root: it is started as the user its package makes. */
function owner(): { uid: number; gid: number } | null {
  if (process.getuid?.() !== 0) return null;
  const ask = (flag: string) => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }));
  return { uid: ask('-u'), gid: ask('-g') };
}

/** Starts one; throws where there is no PostgreSQL on this machine. */
export async function startPostgres(): Promise<PostgresServer> {
  const bin = postgresHere();
  if (bin === null) throw new Error('PostgreSQL is not installed here');
  const user = owner();
  const dir = mkdtempSync(path.join(tmpdir(), 'odd-round-postgres-'));
  if (user) chownSync(dir, user.uid, user.gid);
  const data = path.join(dir, 'data');
  const as = { ...(user ?? {}), cwd: dir, env: { PATH: bin, LC_ALL: 'C.UTF-8' } };
  const made = ['-D', data, '-U', 'boathouse', '--auth=trust', '--no-sync', '--encoding=UTF8', '--locale=C.UTF-8'];
  execFileSync(path.join(bin, 'initdb'), made, { ...as, stdio: 'ignore' });
  const settings = ['listen_addresses=127.0.0.1', 'fsync=off', 'max_connections=200'].flatMap((s) => ['-c', s]);
  const listening = async (wanted?: number): Promise<{ child: ChildProcess; port: number }> => {
    const port = wanted ?? (await freePort());
    rmSync(path.join(data, 'postmaster.pid'), { force: true });
    const args = ['--run', path.join(bin, 'postgres'), '-D', data, '-p', String(port), '-k', dir, ...settings];
    const { uid, gid } = { uid: '', gid: '', ...user };
    const child = spawn(process.execPath, [LEASH, ...args], {
      cwd: dir,
      env: { PATH: bin, LC_ALL: 'C.UTF-8', LEASH_UID: String(uid), LEASH_GID: String(gid) },
      stdio: ['pipe', 'ignore', 'ignore'],
    });
    // Another program may have been faster at the port: then this one ends, and the next port is tried.
    return (await isReady(data, child)) ? { child, port } : listening(wanted);
  };
  const first = await listening();
  const { port } = first;
  let { child } = first;
  const end = async () => {
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGINT');
    await gone;
  };
  const url = (name: string) => `postgres://boathouse@127.0.0.1:${port}/${name}`;
  return {
    database: async (name) => {
      await once(url('postgres'), `CREATE DATABASE "${name}"`).catch((error) => {
        if ((error as { code?: string }).code !== '42P04') throw error;
      });
      return url(name);
    },
    restart: async () => {
      await end();
      ({ child } = await listening(port));
    },
    pause: async (ms) => {
      const [postmaster = 0] = readFileSync(path.join(data, 'postmaster.pid'), 'utf8').split('\n').map(Number);
      const all = [postmaster, ...childrenOf(postmaster)];
      for (const pid of all) process.kill(pid, 'SIGSTOP');
      await new Promise((done) => setTimeout(done, ms));
      for (const pid of all) process.kill(pid, 'SIGCONT');
    },
    stop: async () => {
      await end();
      rmSync(dir, { recursive: true, force: true });
    },
  };
}

/** The processes that a process has begun, as Linux tells them. */
const childrenOf = (pid: number): number[] =>
  readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').split(' ').filter(Boolean).map(Number);

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

/** Waits until the server of a data folder says that it takes connections; false where it ended before. */
async function isReady(data: string, child: ChildProcess): Promise<boolean> {
  for (;;) {
    const says = path.join(data, 'postmaster.pid');
    // The eighth line is its state.
    if (existsSync(says) && readFileSync(says, 'utf8').split('\n')[7]?.trim() === 'ready') return true;
    if (child.exitCode !== null) return false;
    await new Promise((done) => setTimeout(done, 50));
  }
}

/** A port that nobody listens at just now. */
const freePort = () =>
  new Promise<number>((done) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => done(port));
    });
  });
