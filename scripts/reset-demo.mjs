import { existsSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, say } from './lib.mjs';

const dataDir = path.resolve(ROOT, process.env.DATA_DIR || 'data');
const db = path.join(dataDir, 'db');

if (!existsSync(db)) {
  say('No database yet: the next start makes one with the demo data.');
} else {
  ensureInstalled();
  await ensureBuilt(say, ['core', 'server']);
  const { takeLock } = await import('../dist/server/db/lock.js');
  const taken = takeLock(dataDir);
  if ('heldBy' in taken) {
    console.error(`Odd Round is running (${taken.heldBy}). Stop it first; nothing was changed.`);
    process.exit(1);
  }
  const kept = `${db}-before-reset-${new Date().toISOString().replace(/[:.]/g, '-')}`;
  renameSync(db, kept);
  rmSync(path.join(dataDir, 'database.made'), { force: true });
  say(`The database was put aside as ${path.relative(ROOT, kept)}; the next start makes a new one with the demo data.`);
}
