import type { RowProblem } from './class-csv.ts';
import { columnsBy } from './columns.ts';

/** A heart rate of somebody at a moment. */
export interface HeartSample {
  /** Who wears the strap, as the file names it. */
  who: string;
  /** ms: since 1970 where the file tells the time, else from its own start. */
  atMs: number;
  /** Beats a minute. */
  bpm: number;
}

export const HEART_COLUMNS = ['time', 'who', 'bpm'] as const;
export type HeartColumn = (typeof HEART_COLUMNS)[number];

const ALSO: Record<HeartColumn, readonly string[]> = {
  time: ['timestamp', 'seconds', 'elapsed', 'date', 'datetime', 'time s', 'clock'],
  who: ['name', 'person', 'strap', 'squad', 'athlete', 'id'],
  bpm: ['heart rate', 'heartrate', 'hr', 'pulse', 'heart rate bpm', 'rate'],
};

/** A rate that no heart has. */
const LEAST_BPM = 25;
const MOST_BPM = 250;
/** More samples than this are not read: a class of 40 for four hours, each second. */
export const MOST_SAMPLES = 600_000;

const key = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** Guesses the columns of a file by their headers; null for an unknown one. */
export const guessHeartColumns = (header: readonly string[]): (HeartColumn | null)[] =>
  columnsBy(header, HEART_COLUMNS, ALSO, key);

/** A moment as files write it: ISO time, seconds, m:ss or h:mm:ss, or ms since 1970; null when it is none. */
export function readMoment(text: string): number | null {
  const t = text.trim();
  const clock = /^(?:(\d{1,3}):)?(\d{1,3}):(\d{2}(?:\.\d+)?)$/.exec(t);
  if (clock) return Math.round(((Number(clock[1] ?? 0) * 60 + Number(clock[2])) * 60 + Number(clock[3])) * 1000);
  if (/^\d+(?:\.\d+)?$/.test(t)) {
    const n = Number(t);
    // From 2001 on as ms, and as s, since 1970.
    if (n >= 1e12) return Math.round(n);
    return Math.round(n * 1000);
  }
  if (!/^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/.test(t)) return null;
  const at = Date.parse(t.replace(' ', 'T'));
  return Number.isNaN(at) ? null : at;
}

/** Heart rates from the rows of a table, in order of time; without a column of who all are of one. */
export function readHeartRows(
  columns: readonly (HeartColumn | null)[],
  rows: readonly (readonly string[])[],
): { samples: HeartSample[]; problems: RowProblem[] } {
  const problems: RowProblem[] = [];
  const place = (c: HeartColumn) => columns.indexOf(c);
  const [time, who, bpm] = [place('time'), place('who'), place('bpm')];
  for (const [c, at] of [
    ['time', time],
    ['bpm', bpm],
  ] as const)
    if (at < 0) problems.push({ row: 0, column: c, message: 'No column is it' });
  if (problems.length > 0) return { samples: [], problems };
  const samples = rows.slice(0, MOST_SAMPLES).flatMap((row, at): HeartSample[] => {
    const moment = readMoment(row[time] ?? '');
    const rate = Number((row[bpm] ?? '').trim().replace(',', '.'));
    if (moment === null)
      problems.push({ row: at, column: 'time', message: `\u201c${row[time] ?? ''}\u201d is no moment` });
    // A strap that has lost touch writes nothing, or none.
    else if ((row[bpm] ?? '').trim() === '' || rate === 0) return [];
    else if (!(rate >= LEAST_BPM && rate <= MOST_BPM))
      problems.push({
        row: at,
        column: 'bpm',
        message: `\u201c${row[bpm] ?? ''}\u201d is no heart rate from ${LEAST_BPM} to ${MOST_BPM}`,
      });
    else return [{ who: (who < 0 ? '' : (row[who] ?? '').trim()) || 'all', atMs: moment, bpm: rate }];
    return [];
  });
  if (rows.length > MOST_SAMPLES)
    problems.push({
      row: MOST_SAMPLES,
      column: 'time',
      message: `More than ${MOST_SAMPLES} rows: the rest is left out`,
    });
  return { samples: samples.sort((a, b) => a.atMs - b.atMs), problems };
}
