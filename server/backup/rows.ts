import type { Queryable } from '../db/database.ts';
import { soundFile } from './manifest.ts';
import type { BackedUp } from './tables.ts';

/** Rows of a page; small, so that whoever else asks the database waits only for the page under way. */
const PAGE = 50;

/** One row as a line of JSON, and the sound that belongs to it, fetched when it is asked for: null where it is gone by then. */
export interface BackupRow {
  line: string;
  sound: { file: string; fetch: () => Promise<Uint8Array | null> } | null;
}

/** The source of a table's rows: all of them in order, or those of a damaged one that can be read. */
export type RowSource = (db: Queryable, table: BackedUp) => AsyncGenerator<BackupRow>;

type Raw = { line: string; hash: string | null };

/** A row without its sound, which is known by the hash of its bytes: sounds are large, and fetched one by one. */
const columns = ({ sound }: BackedUp) =>
  sound
    ? `(to_jsonb(t) - '${sound}')::text AS line, encode(sha256(t.${sound}), 'hex') AS hash`
    : 'to_jsonb(t)::text AS line, NULL AS hash';

/** A table's rows page by page by their key. */
export const allRows: RowSource = async function* (db, table) {
  const kinds = await keyTypes(db, table);
  // One that is not brought up to date yet may lack the table.
  if (kinds.size === 0) return;
  // A database that is not brought up to date yet may lack a part of the key.
  const parts = table.key.filter((c) => kinds.has(c));
  const key = parts.map((c) => `t.${c}`).join(', ');
  const asText = parts.map((c) => `t.${c}::text AS key_${c}`).join(', ');
  let last: unknown[] | null = null;
  for (;;) {
    const from = last && `(${key}) > (${parts.map((c, k) => `$${k + 1}::${kinds.get(c)}`).join(', ')})`;
    const where = [table.where, from].filter(Boolean).join(' AND ');
    const rows: (Raw & Record<string, unknown>)[] = await db.query(
      `SELECT ${columns(table)}, ${asText} FROM ${table.name} t ${where && `WHERE ${where}`} ORDER BY ${key} LIMIT ${PAGE}`,
      last ?? [],
    );
    for (const row of rows) yield backupRow(db, table, row);
    const end = rows.at(-1);
    if (!end || rows.length < PAGE) return;
    last = parts.map((c) => end[`key_${c}`]);
  }
};

async function keyTypes(db: Queryable, { name, key }: BackedUp): Promise<Map<string, string>> {
  const rows = await db.query<{ column_name: string; data_type: string }>(
    'SELECT column_name, data_type FROM information_schema.columns WHERE table_name = $1 AND column_name = ANY ($2)',
    [name, [...key]],
  );
  return new Map(rows.map((r) => [r.column_name, r.data_type]));
}

/**
 * The rows of a table that can be read, past pages that cannot: by their place in the file, no index asked.
 * @param lose told of every row, or of a page, that cannot be read
 */
export function readableRows(lose: (table: string) => void): RowSource {
  return async function* (db, table) {
    const where = table.where ? `AND ${table.where}` : '';
    const [size] = await db.query<{ pages: number | null }>(
      `SELECT (pg_relation_size(to_regclass('${table.name}')) / current_setting('block_size')::int)::int AS pages`,
    );
    const read = (from: string, to: string) =>
      db.query<Raw>(
        `SELECT ${columns(table)} FROM ${table.name} t WHERE ctid >= '${from}' AND ctid < '${to}' ${where}`,
      );
    for (let page = 0; page < (size?.pages ?? 0); page++) {
      const whole = await tried(() => read(`(${page},0)`, `(${page + 1},0)`));
      if (whole) {
        for (const row of whole) yield backupRow(db, table, row);
        continue;
      }
      for (let item = 1; item <= MAX_ITEMS; item++) {
        const one = await tried(() => read(`(${page},${item})`, `(${page},${item + 1})`));
        if (!one) lose(table.name);
        for (const row of one ?? []) yield backupRow(db, table, row);
      }
    }
  };
}

/** PostgreSQL's most rows in a page of 8 KB. */
const MAX_ITEMS = 291;

/** What was asked for, or null when it cannot be read; where that took the database's thread down, the next one opens it. */
const tried = <T>(work: () => Promise<T>): Promise<T | null> => work().catch(() => null);

function backupRow(db: Queryable, { name, key, sound }: BackedUp, { line, hash }: Raw): BackupRow {
  if (sound === undefined || hash === null) return { line, sound: null };
  const row = JSON.parse(line) as Record<string, unknown>;
  const file = soundFile(hash);
  const fetch = async () => {
    const where = key.map((c, k) => `t.${c}::text = $${k + 1}`).join(' AND ');
    const [found] = await db.query<{ bytes: Uint8Array }>(
      `SELECT t.${sound} AS bytes FROM ${name} t WHERE ${where} AND encode(sha256(t.${sound}), 'hex') = $${key.length + 1}`,
      [...key.map((c) => String(row[c])), hash],
    );
    return found?.bytes ?? null;
  };
  return { line: JSON.stringify({ ...row, sound: file }), sound: { file, fetch } };
}
