import { DatabaseAway, type Queryable, StatementError } from '../db/database.ts';
import { migrateIn } from '../db/migrate.ts';
import { fillSearch } from '../db/plans.ts';
import { BadBackup, TableSum } from './manifest.ts';
import { type OpenBackup, openBackup } from './read.ts';
import { allRows } from './rows.ts';
import { type BackedUp, LEFT_OUT, TABLES, tablesAt } from './tables.ts';

/** Rows put in at once, and their size in characters. */
const BATCH = 200;
const BATCH_CHARACTERS = 4_000_000;

/** The restored rows by table. */
export type Restored = Record<string, number>;

/**
 * Fills a database with what a backup holds, all or nothing when it is given a transaction: the schema of the backup's time, its rows,
 * each table held against the sum it was backed up with, then the schema of today. What the database held before is gone.
 * Throws `BadBackup` where the backup does not give what it says.
 */
export async function restoreInto(tx: Queryable, file: string): Promise<Restored> {
  const backup = await openBackup(file);
  try {
    await tx.script(
      [...TABLES.map((t) => t.name), ...LEFT_OUT].map((t) => `DROP TABLE IF EXISTS ${t} CASCADE;`).join(''),
    );
    await migrateIn(tx, { upTo: backup.manifest.migrations.at(-1) ?? '' });
    const restored: Restored = {};
    const isSalvage = Object.keys(backup.manifest.lost).length > 0;
    for (const table of tablesAt(backup.manifest.migrations)) {
      // What a salvage holds of a class or run that was lost belongs to nothing any more.
      const orphans = isSalvage && table.parent !== undefined;
      await fillTable(tx, backup, table, orphans);
      restored[table.name] = await (orphans ? countRows(tx, table) : holdAgainst(tx, backup, table));
    }
    await setSequence(tx);
    await migrateIn(tx);
    await fillSearch(tx);
    // Without it the database plans as though its tables were empty.
    await tx.script('ANALYZE');
    return restored;
  } catch (error) {
    throw isTrouble(error) ? error : new BadBackup(`The backup is damaged: ${told(error)}`);
  } finally {
    backup.close();
  }
}

/** What is not the backup's fault: the database went away, or this machine has a trouble of its own. */
const isTrouble = (error: unknown) =>
  error instanceof BadBackup ||
  error instanceof DatabaseAway ||
  (error instanceof StatementError && !/^2[23]/.test(error.code)) ||
  (typeof error === 'object' && error !== null && 'syscall' in error);

const told = (error: unknown) => (error instanceof Error ? error.message : String(error));

async function fillTable(tx: Queryable, backup: OpenBackup, table: BackedUp, orphans: boolean): Promise<void> {
  const { parent } = table;
  const belonging =
    orphans && parent ? `WHERE EXISTS (SELECT 1 FROM ${parent.table} p WHERE p.id = r.${parent.by})` : '';
  let lines: string[] = [];
  let size = 0;
  const put = async () => {
    if (lines.length === 0) return;
    const names = Object.keys(JSON.parse(lines[0] ?? '{}') as object)
      .map((c) => `"${c.replaceAll('"', '""')}"`)
      .join(', ');
    await tx
      .query(
        `INSERT INTO ${table.name} (${names})
         SELECT ${names} FROM jsonb_populate_recordset(NULL::${table.name}, $1::jsonb) r ${belonging}`,
        [`[${lines.join(',')}]`],
      )
      .catch((error: unknown) => {
        // Class 42: columns that the table does not have.
        if (!(error instanceof StatementError) || !error.code.startsWith('42')) throw error;
        throw new BadBackup(`The backup is damaged: its table ${table.name} has other columns (${error.message})`);
      });
    lines = [];
    size = 0;
  };
  for await (const line of backup.lines(table.name)) {
    const whole = table.sound ? await withSound(backup, table.sound, line) : line;
    lines.push(whole);
    size += whole.length;
    if (lines.length >= BATCH || size > BATCH_CHARACTERS) await put();
  }
  await put();
}

async function withSound(backup: OpenBackup, column: string, line: string): Promise<string> {
  const { sound, ...row } = JSON.parse(line) as Record<string, unknown>;
  const bytes = await backup.sound(String(sound));
  return JSON.stringify({ ...row, [column]: `\\x${Buffer.from(bytes).toString('hex')}` });
}

/** Reads a table back as a backup would and holds it against the sum in the manifest; gives its rows. */
async function holdAgainst(tx: Queryable, backup: OpenBackup, table: BackedUp): Promise<number> {
  const sum = new TableSum();
  for await (const { line } of allRows(tx, table)) sum.add(line);
  const said = backup.manifest.tables[table.name];
  if (sum.rows !== said?.rows || sum.sum.hash !== said.hash)
    throw new BadBackup(`The backup is damaged: its table ${table.name} does not hold what it was made with`);
  return sum.rows;
}

async function countRows(tx: Queryable, { name }: BackedUp): Promise<number> {
  const [row] = await tx.query<{ n: number }>(`SELECT count(*)::int AS n FROM ${name}`);
  return row?.n ?? 0;
}

/** New events are numbered after those that came back. */
const setSequence = (tx: Queryable) =>
  tx.script("SELECT setval(pg_get_serial_sequence('run_event', 'n'), coalesce(max(n), 0) + 1, false) FROM run_event");
