import type { Keeper } from '../backup/index.ts';
import type { Database } from '../db/database.ts';
import { migrate, NewerDatabase, pendingMigrations, takeTurn } from '../db/migrate.ts';
import { keyMoves, shipMoves } from '../db/moves.ts';
import { fillSearch } from '../db/plans.ts';
import { fillRuns } from '../db/run-lists.ts';
import { readShippedMoves } from '../library/read.ts';
import { CannotStart } from './settings.ts';

/** Servers that start together on one database do so one after the other: PostgreSQL's advisory lock of this number. */
const START_LOCK = 431_000_432;

/** Does what a start does to its database while no other server does. The embedded one has no other. */
export const oneAfterTheOther = <T>(db: Database, work: () => Promise<T>): Promise<T> =>
  db.kind === 'embedded'
    ? work()
    : db.transaction(async (tx) => {
        await takeTurn(tx, START_LOCK);
        return work();
      });

/**
 * Brings a database up to this program, after a backup of what it was; gives the migrations applied. Throws `CannotStart` where
 * it is of a newer program, and changes nothing then.
 */
export async function bringUpToDate(db: Database, keeper: Keeper): Promise<string[]> {
  try {
    const [next] = await pendingMigrations(db);
    // Before the first of all there is nothing to keep.
    if (next && !next.startsWith('0001')) await keeper.make(`before-${next.slice(0, 4)}`);
    const applied = await migrate(db);
    await fillSearch(db);
    await fillRuns(db);
    await keyMoves(db);
    await shipMoves(db, readShippedMoves());
    return applied;
  } catch (error) {
    if (!(error instanceof NewerDatabase)) throw error;
    throw new CannotStart(
      `${error.message}; start that version again, or restore a backup made by this one ("bin/odd-round restore FILE"). Nothing was changed.`,
    );
  }
}
