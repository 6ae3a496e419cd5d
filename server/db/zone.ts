import { library } from '../../core/wire/index.ts';
import type { Queryable } from './database.ts';
import { readSetting } from './settings.ts';

/** The time zone of the club: the one it has set, else that of this machine. */
export async function clubZone(db: Queryable): Promise<string> {
  const { zone } = await readSetting(db, 'habits', library.HabitsSchema);
  return zone === '' ? Intl.DateTimeFormat().resolvedOptions().timeZone : zone;
}
