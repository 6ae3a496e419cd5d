import type { KitItem } from '../../core/moves/index.ts';
import type { Database, Queryable } from './database.ts';

type KitRow = { name: string; count: number; shared_by: number; stand_in: string | null; room: string };

/** The kit room by name. */
export async function listKit(db: Queryable): Promise<KitItem[]> {
  const rows = await db.query<KitRow>(
    'SELECT name, count, shared_by, stand_in, room FROM kit ORDER BY lower(name), room',
  );
  return rows.map((r) => ({
    name: r.name,
    count: r.count,
    sharedBy: r.shared_by,
    ...(r.stand_in === null ? {} : { standIn: r.stand_in }),
    ...(r.room === '' ? {} : { room: r.room }),
  }));
}

/** Replaces what is in the kit room. */
export async function saveKit(db: Database, items: readonly KitItem[]): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.query('DELETE FROM kit');
    for (const item of items) {
      await tx.query('INSERT INTO kit (name, count, shared_by, stand_in, room) VALUES ($1, $2, $3, $4, $5)', [
        item.name,
        item.count,
        item.sharedBy,
        item.standIn ?? null,
        item.room ?? '',
      ]);
    }
  });
}
