import { randomInt } from 'node:crypto';
import type { Queryable } from './database.ts';
import { fieldsOf } from './fields.ts';

/** The kinds of code: to watch, to watch and enter a squad's reps, or to command the run. */
export const CODE_KINDS = ['watch', 'squad', 'remote'] as const;
export type CodeKind = (typeof CODE_KINDS)[number];

/** Letters and digits that are not taken for one another, read aloud or from afar. */
const LETTERS = 'ACDEFHJKLMNPRTUVWXY3479';
const LENGTH: Record<CodeKind, number> = { watch: 6, squad: 6, remote: 8 };

/** A code of so many letters, by chance. */
export const makeCode = (length: number) =>
  Array.from({ length }, () => LETTERS[randomInt(LETTERS.length)] ?? '').join('');

/** The codes of a run, made when it has none yet. */
export async function codesOf(db: Queryable, runId: string): Promise<Record<CodeKind, string>> {
  for (const kind of CODE_KINDS)
    await db.query(
      'INSERT INTO run_code (code, run_id, kind) VALUES ($1, $2, $3) ON CONFLICT (run_id, kind) DO NOTHING',
      [makeCode(LENGTH[kind]), runId, kind],
    );
  const rows = await db.query<{ kind: CodeKind; code: string }>('SELECT kind, code FROM run_code WHERE run_id = $1', [
    runId,
  ]);
  return Object.fromEntries(rows.map((r) => [r.kind, r.code])) as Record<CodeKind, string>;
}

/** The run a code was made for, and what it opens of it while it may; null when there is none. */
export async function findCode(db: Queryable, code: string): Promise<{ runId: string; kind: CodeKind } | null> {
  const [row] = await fieldsOf<{ runId: string; kind: CodeKind }>(
    db,
    'SELECT run_id, kind FROM run_code WHERE code = $1',
    [code.toUpperCase()],
  );
  return row ?? null;
}
