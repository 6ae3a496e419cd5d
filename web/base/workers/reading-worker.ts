import { expose } from 'comlink';
import { parseBlob } from 'music-metadata';
import { guessHeartColumns, readHeartRows, readPlaylist } from '../../../core/out/index.ts';
import { readClassTable, readTable } from './read-table.ts';
import { readWorkbook } from './read-workbook.ts';

/** The readers of this worker, for files from elsewhere that may be hostile. */
export const work = {
  table: readTable,

  /** A table of classes, with where its rows are blank. */
  classTable: readClassTable,

  /** The sheets of a workbook as one table of classes. */
  workbook: readWorkbook,

  /** Heart rates out of a table, and the rows that are none. */
  heartRates(text: string): ReturnType<typeof readHeartRows> {
    const { header, rows } = readTable(text);
    return readHeartRows(guessHeartColumns(header), rows);
  },

  /** A list of music of either kind, by what is in it. */
  playlist: readPlaylist,

  /** What a file of music says of itself; null where it says nothing that can be read. */
  async tags(file: Blob): Promise<{ title?: string; artist?: string; bpm?: number } | null> {
    const said = await parseBlob(file, { duration: false, skipCovers: true }).catch(() => null);
    if (!said) return null;
    const { title, artist, bpm } = said.common;
    return { ...(title ? { title } : {}), ...(artist ? { artist } : {}), ...(bpm ? { bpm } : {}) };
  },
};
export type ReadingWork = typeof work;

expose(work);
