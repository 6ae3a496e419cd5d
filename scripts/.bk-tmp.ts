import { readFileSync, statSync } from 'node:fs';
import { openPostgres } from '/work/main/server/db/postgres.ts';
import { writeBackup } from '/work/main/server/backup/index.ts';
const db = await openPostgres(readFileSync('/tmp/big.url','utf8'), console.error, { patienceMs: 300000 });
const t=performance.now();
await writeBackup(db, '/tmp/big.zip', { now: new Date() });
console.log('backup', Math.round(performance.now()-t), statSync('/tmp/big.zip').size, Math.round(process.memoryUsage().rss/1e6));
await db.close();
