import { type Problem, readStoredPlan, type Stored } from '../../core/class/index.ts';
import type { Fault } from '../../core/wire/index.ts';

/** A stored document that does not fit its schema, named; the rest of the database is not held up by it. */
export class UnreadableDocument extends Error {
  constructor(
    readonly what: string,
    readonly problems: readonly Problem[],
  ) {
    super(`${what} cannot be read: ${problems[0]?.path}: ${problems[0]?.message}`);
  }
}

/** A stored class document, brought up to this version; throws `UnreadableDocument`. */
export function storedOf(document: unknown, what: string, how: { ran?: boolean } = {}): Stored {
  const result = readStoredPlan(document, how);
  if (result.ok) return result.value;
  throw new UnreadableDocument(what, result.problems);
}

/** Splits rows into those that can be read and faults. */
export function readable<R extends { id: string; title: string }, T>(
  rows: readonly R[],
  read: (row: R) => T,
): { items: T[]; faults: Fault[] } {
  const items: T[] = [];
  const faults: Fault[] = [];
  for (const row of rows)
    try {
      items.push(read(row));
    } catch (error) {
      if (!(error instanceof UnreadableDocument)) throw error;
      faults.push({ id: row.id, title: row.title, problem: error.message });
    }
  return { items, faults };
}
