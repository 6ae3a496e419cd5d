/** A table that a backup holds. */
export interface BackedUp {
  name: string;
  /** Its primary key. */
  key: readonly string[];
  /** Rows that stay out. */
  where?: string;
  /** The table its rows belong to, and the column that names theirs. */
  parent?: { table: string; by: string };
  /** A column of sound, kept as a file beside the rows. */
  sound?: string;
  /** The migration that made it; a backup from before has none. */
  since?: string;
}

const CARRIED_FORWARD = '0010_carried_forward.sql';
const OUTSIDE = '0011_outside.sql';
const OVERHEARD = '0012_overheard.sql';

/** All that a club has entered or recorded; what a row refers to comes before it. */
export const TABLES: readonly BackedUp[] = [
  // What lets somebody in is not carried along.
  { name: 'setting', key: ['name'], where: "name NOT IN ('gate', 'sessionKey', 'feed', 'phones')" },
  { name: 'move', key: ['name'] },
  { name: 'kit', key: ['name', 'room'] },
  { name: 'plan', key: ['id'] },
  { name: 'plan_version', key: ['plan_id', 'version'], parent: { table: 'plan', by: 'plan_id' } },
  { name: 'person', key: ['id'], since: CARRIED_FORWARD },
  { name: 'series', key: ['id'], since: CARRIED_FORWARD },
  { name: 'calendar_item', key: ['id'], since: CARRIED_FORWARD },
  { name: 'recording', key: ['plan_id', 'words'], sound: 'wav' },
  { name: 'run', key: ['id'] },
  { name: 'run_code', key: ['code'], parent: { table: 'run', by: 'run_id' } },
  { name: 'run_event', key: ['run_id', 'event_id'], parent: { table: 'run', by: 'run_id' } },
  { name: 'waiting_entry', key: ['id'], parent: { table: 'run', by: 'run_id' }, since: OVERHEARD },
  { name: 'station_code', key: ['code'], parent: { table: 'plan', by: 'plan_id' }, since: OVERHEARD },
  { name: 'handout', key: ['code'], since: OUTSIDE },
  { name: 'track', key: ['id'], sound: 'sound', since: OUTSIDE },
];

/** The tables that a database of some migrations has. */
export const tablesAt = (migrations: readonly string[]): readonly BackedUp[] =>
  TABLES.filter(({ since }) => since === undefined || migrations.includes(since));

/** Tables that are left out: what the program makes again by itself, and who is signed in. */
export const LEFT_OUT: readonly string[] = [
  'migration',
  'clip',
  'session',
  'disk_probe',
  'run_record',
  'set_record',
  'move_record',
  'wrong_guess',
];
