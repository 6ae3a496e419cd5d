// Programs that end with this one, however it ends.
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ROOT } from './lib.mjs';

const running = new Set();

/** Ends all that was started, each with all that it has started itself. */
function endAll() {
  for (const { pid } of running) {
    try {
      process.kill(-pid, 'SIGKILL');
    } catch {
      // It is gone already.
    }
  }
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    endAll();
    process.exit(130);
  });
process.on('exit', endAll);

/**
 * Runs a script of Node's in a process group of its own, on a leash; gives its exit code and all that it said. Each line is told
 * as it comes, behind a title.
 */
export function leashed(title, file, args, env) {
  const child = spawn(process.execPath, [path.join(ROOT, 'scripts/leash.mjs'), '--group', file, ...args], {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: ['pipe', 'pipe', 'pipe'],
    detached: true,
  });
  running.add(child);
  let said = '';
  for (const stream of [child.stdout, child.stderr]) {
    let rest = '';
    stream.on('data', (piece) => {
      said += piece;
      const lines = (rest + piece).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) console.log(title === '' ? line : `${title} | ${line}`);
    });
  }
  return new Promise((done) => {
    child.on('close', (code) => {
      running.delete(child);
      done({ code: code ?? 1, said });
    });
  });
}

const OURS = 'odd-round-run-';

/** A folder for all that the tests of a run put aside, gone at its end; what runs that were broken off have left goes now. */
export function ownTemporaryFolder() {
  for (const name of readdirSync(tmpdir()).filter((f) => f.startsWith(OURS)))
    if (!isAlive(Number(name.slice(OURS.length).split('-')[0]))) clear(path.join(tmpdir(), name));
  const folder = mkdtempSync(path.join(tmpdir(), `${OURS}${process.pid}-`));
  // PostgreSQL runs as a user of its own.
  chmodSync(folder, 0o711);
  process.on('exit', () => clear(folder));
  return folder;
}

/** Takes a folder away with what is in it; a disk of a test that was broken off is taken out first. What cannot go stays. */
function clear(folder) {
  try {
    const mounted = readFileSync('/proc/mounts', 'utf8')
      .split('\n')
      .map((line) => line.split(' ')[1] ?? '');
    for (const disk of mounted.filter((at) => at.startsWith(`${folder}/`))) spawnSync('umount', [disk]);
  } catch {
    // A system that does not tell its disks so.
  }
  try {
    rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
  } catch (error) {
    console.error(`${folder} could not be cleared: ${error.message}`);
  }
}

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}
