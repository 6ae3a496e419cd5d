/** The cursor of a list ordered by time, then id, both descending. */
export interface Cursor {
  at: string;
  id: string;
}

export const writeCursor = ({ at, id }: Cursor) => Buffer.from(`${at} ${id}`).toString('base64url');

/** A cursor as it was given out; null when it is none. */
export function readCursor(text: string): Cursor | null {
  const [, at = '', id = ''] =
    /^(\d{4}-[^ ]+ [^ ]+) ([A-Za-z0-9_-]+)$/.exec(Buffer.from(text, 'base64url').toString()) ?? [];
  return id === '' || Number.isNaN(Date.parse(at)) ? null : { at, id };
}

/** A word as a LIKE pattern that finds it anywhere. */
export const anywhere = (word: string) => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

/** The words of a search, in small letters; at most eight. */
export const searchWords = (query: string) => query.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8);
