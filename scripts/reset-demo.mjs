import { existsSync, readFileSync, renameSync } from 'node:fs';
import path from 'node:path';
import { ROOT, say } from './lib.mjs';

const dataDir = path.resolve(ROOT, process.env.DATA_DIR ?? 'data');
const db = path.join(dataDir, 'db');

/** The server that has the database open, by its own note; null when there is none. */
function runningServer() {
  try {
    const pid = Number(readFileSync(path.join(dataDir, 'server.pid'), 'utf8'));
    process.kill(pid, 0);
    return pid;
  } catch {
    return null;
  }
}

if (!existsSync(db)) {
  say('No database yet: the next start makes one with the demo data.');
} else if (runningServer() !== null) {
  console.error(`Odd Round is running (process ${runningServer()}). Stop it first; nothing was changed.`);
  process.exit(1);
} else {
  const kept = `${db}-before-reset-${new Date().toISOString().replace(/[:.]/g, '-')}`;
  renameSync(db, kept);
  say(`The database was put aside as ${path.relative(ROOT, kept)}; the next start makes a new one with the demo data.`);
}
