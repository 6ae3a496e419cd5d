import { parseWith } from '../../core/class/index.ts';
import { type TrackInfo, TrackInfoSchema } from '../../core/wire/index.ts';
import type { Queryable } from './database.ts';

/** The tracks on the server, by title; unreadable ones are left out. */
export async function listTracks(db: Queryable): Promise<TrackInfo[]> {
  const rows = await db.query<{ info: unknown }>(
    "SELECT info FROM track ORDER BY lower(info->>'title'), id LIMIT 2000",
  );
  return rows.flatMap(({ info }) => {
    const read = parseWith(TrackInfoSchema, info);
    return read.ok ? [read.value] : [];
  });
}

export async function saveTrack(db: Queryable, info: TrackInfo, media: string, sound: Uint8Array): Promise<void> {
  await db.query(
    `INSERT INTO track (id, info, media, sound) VALUES ($1, $2, $3, $4)
     ON CONFLICT (id) DO UPDATE SET info = excluded.info, media = excluded.media, sound = excluded.sound`,
    [info.id, JSON.stringify(info), media, sound],
  );
}

/** Changes what is known of a track; gives whether it is kept here. */
export async function changeTrack(db: Queryable, info: TrackInfo): Promise<boolean> {
  const rows = await db.query('UPDATE track SET info = $2 WHERE id = $1 RETURNING id', [info.id, JSON.stringify(info)]);
  return rows.length > 0;
}

export async function findSound(db: Queryable, id: string): Promise<{ media: string; sound: Uint8Array } | null> {
  const [row] = await db.query<{ media: string; sound: Uint8Array }>('SELECT media, sound FROM track WHERE id = $1', [
    id,
  ]);
  return row ?? null;
}

export async function dropTrack(db: Queryable, id: string): Promise<boolean> {
  return (await db.query('DELETE FROM track WHERE id = $1 RETURNING id', [id])).length > 0;
}
