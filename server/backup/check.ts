import { parseWith, readStoredPlan } from '../../core/class/index.ts';
import { DrawnMoveSchema } from '../../core/moves/index.ts';
import { CalendarItemSchema, SeriesSchema } from '../../core/record/index.ts';
import { RunEventSchema } from '../../core/time/index.ts';
import type { Database } from '../db/database.ts';
import { readableRows } from './rows.ts';
import { TABLES } from './tables.ts';

/** The result of an integrity check: rows by table, and faults. */
export interface Integrity {
  rows: Record<string, number>;
  faults: string[];
}

/** Which document a row of a table holds, and how it is read. */
const DOCUMENTS: Record<string, { column: string; read: (value: unknown) => { ok: boolean; problems?: unknown } }> = {
  plan: { column: 'document', read: (value) => readStoredPlan(value) },
  plan_version: { column: 'document', read: (value) => readStoredPlan(value) },
  run: { column: 'document', read: (value) => readStoredPlan(value) },
  run_event: { column: 'event', read: (value) => parseWith(RunEventSchema, value) },
  move: { column: 'details', read: (value) => parseWith(DrawnMoveSchema, value) },
  series: { column: 'document', read: (value) => parseWith(SeriesSchema, value) },
  calendar_item: { column: 'document', read: (value) => parseWith(CalendarItemSchema, value) },
};

/** Reads every row of a database past its indexes, and every document in it; changes nothing. */
export async function checkDatabase(db: Database): Promise<Integrity> {
  const rows: Record<string, number> = {};
  const faults: string[] = [];
  for (const table of TABLES) {
    let count = 0;
    let lost = 0;
    for await (const { line } of readableRows(() => lost++)(db, table)) {
      count += 1;
      const document = DOCUMENTS[table.name];
      if (!document) continue;
      const row = JSON.parse(line) as Record<string, unknown>;
      const result = document.read(row[document.column]);
      if (!result.ok)
        faults.push(`${table.name} ${table.key.map((k) => row[k]).join(' ')}: its document cannot be read`);
    }
    rows[table.name] = count;
    if (lost > 0) faults.push(`${table.name}: ${lost} rows cannot be read`);
    const indexed = await byIndex(db, table.name, table.key[0] ?? '', table.where).catch(() => null);
    if (indexed === null) faults.push(`${table.name}: its index cannot be followed`);
    else if (indexed !== count) faults.push(`${table.name}: its index knows ${indexed} rows, its pages hold ${count}`);
  }
  return { rows, faults };
}

/** How many rows the primary key knows. */
const byIndex = (db: Database, table: string, key: string, where = 'true') =>
  db.transaction(async (tx) => {
    await tx.script('SET LOCAL enable_seqscan = off');
    const [row] = await tx.query<{ n: number }>(
      `SELECT count(*)::int AS n FROM (SELECT ${key} FROM ${table} WHERE ${where} ORDER BY ${key}) t`,
    );
    return row?.n ?? 0;
  });
