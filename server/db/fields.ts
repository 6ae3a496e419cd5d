import type { Queryable } from './database.ts';

const fieldOf = (column: string) => column.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase());

/**
 * The rows of a statement as `core/wire` has them, so that each kind of row is described once: columns in snake_case are fields in
 * camelCase, times are ISO 8601 in UTC. What is inside a JSON column stays as it is.
 * @typeParam T what the statement is known to give; it is not checked here
 */
export async function fieldsOf<T extends object>(
  db: Queryable,
  sql: string,
  params: readonly unknown[] = [],
): Promise<T[]> {
  const rows = await db.query(sql, params);
  const names = Object.keys(rows[0] ?? {}).map((column) => [column, fieldOf(column)] as const);
  return rows.map((row) => {
    const fields = names.map(([column, field]) => {
      const value = row[column];
      return [field, value instanceof Date ? value.toISOString() : value];
    });
    return Object.fromEntries(fields) as T;
  });
}
