import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** The process that holds a data folder, or null when none does. */
export function holderOf(dataDir: string): number | null {
  let pid: number;
  try {
    pid = Number(readFileSync(lockFile(dataDir), 'utf8'));
  } catch {
    return null;
  }
  return Number.isInteger(pid) && pid > 0 && isAlive(pid) ? pid : null;
}

/**
 * Takes a data folder for this process: two servers over one database would damage it. Gives the pid of the process
 * that has it already, or null when it has been taken. A lock left by a process that is gone is taken over.
 */
export function takeLock(dataDir: string): number | null {
  const holder = holderOf(dataDir);
  if (holder !== null && holder !== process.pid) return holder;
  mkdirSync(dataDir, { recursive: true });
  writeFileSync(lockFile(dataDir), String(process.pid));
  return null;
}

export function dropLock(dataDir: string): void {
  if (holderOf(dataDir) === process.pid) rmSync(lockFile(dataDir), { force: true });
}

const lockFile = (dataDir: string) => path.join(dataDir, 'server.pid');

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error instanceof Error && 'code' in error && error.code === 'EPERM';
  }
}
