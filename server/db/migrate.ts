import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { ROOT } from '../root.ts';
import type { Database } from './database.ts';

const FOLDER = path.join(ROOT, 'server/db/migrations');

/** Brings the schema up to date: each numbered SQL file once, in order, each in a transaction. Gives the names applied. */
export async function migrate(db: Database, folder: string = FOLDER): Promise<string[]> {
  await db.script(
    'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
  );
  const done = new Set((await db.query<{ name: string }>('SELECT name FROM migration')).map((r) => r.name));
  const files = (await readdir(folder)).filter((f) => /^\d{4}_.+\.sql$/.test(f)).sort();
  const pending = files.filter((f) => !done.has(f));
  for (const file of pending) {
    const sql = await readFile(path.join(folder, file), 'utf8');
    const mark = `INSERT INTO migration (name) VALUES ('${file.replaceAll("'", "''")}')`;
    try {
      await db.script(`BEGIN;\n${sql}\n;${mark};\nCOMMIT;`);
    } catch (error) {
      await db.script('ROLLBACK');
      throw error;
    }
  }
  return pending;
}
