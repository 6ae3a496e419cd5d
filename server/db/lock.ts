import { closeSync, ftruncateSync, mkdirSync, openSync, readFileSync, writeSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';

/** This machine has no way of locking that Odd Round knows. */
export class CannotLock extends Error {}

/** Asked for when it is needed: where it does not run there is a PostgreSQL server to use instead. */
function locker(): typeof import('fs-native-extensions') {
  try {
    return createRequire(import.meta.url)('fs-native-extensions');
  } catch {
    throw new CannotLock('Files cannot be locked on this system');
  }
}

/** A data folder held by this process; it is given back by `drop`, or by the operating system when the process ends. */
export interface DataLock {
  drop(): void;
}

/**
 * Takes a data folder for this process: two servers over one database would damage it. The lock is the operating system's,
 * on an open file: it cannot outlive its process, whatever the file says. Gives what the holder wrote of itself when another
 * has it.
 */
export function takeLock(dataDir: string): { lock: DataLock } | { heldBy: string } {
  mkdirSync(dataDir, { recursive: true });
  const file = path.join(dataDir, 'server.lock');
  const fd = openSync(file, 'a+');
  if (!locker().tryLock(fd)) {
    const heldBy = readFileSync(file, 'utf8').trim();
    closeSync(fd);
    return { heldBy: heldBy || 'another process' };
  }
  ftruncateSync(fd);
  writeSync(fd, `process ${process.pid}, since ${new Date().toISOString()}\n`);
  return { lock: { drop: () => closeSync(fd) } };
}
