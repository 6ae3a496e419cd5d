import { existsSync, renameSync } from 'node:fs';
import path from 'node:path';
import { ROOT, say } from './lib.mjs';

const dir = path.resolve(ROOT, process.env.DATA_DIR ?? 'data', 'db');
if (!existsSync(dir)) {
  say('No database yet: the next start makes one with the demo data.');
} else {
  const kept = `${dir}-before-reset-${new Date().toISOString().replace(/[:.]/g, '-')}`;
  renameSync(dir, kept);
  say(`The database was put aside as ${path.relative(ROOT, kept)}; the next start makes a new one with the demo data.`);
  say('Stop a running server first, or it goes on with the old one.');
}
