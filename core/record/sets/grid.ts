import { readWeight, type WeightUnit, weightWords } from '../../class/index.ts';
import { type CountedSet, type RepsRecord, recordOfSet, setKey, type Who } from '../../time/index.ts';
import { countedSetOf, type SetRecord } from './sets.ts';

/** The content of a cell of the grid; an emptied cell has none. */
export interface CellEntry {
  reps: number | null;
  weightKg: number | null;
  /** 0 to 10. */
  effort: number | null;
  note: string;
}

/** The result of reading a cell. */
export type CellRead = { ok: true; entry: CellEntry } | { ok: false };

/** The longest note of a set, in letters. */
export const SET_NOTE_MAX = 200;

const NOTHING = '\u2013';

/**
 * Reads a cell as it is typed or pasted: a count, a weight, or both ("12", "16 kg", "12 x 16", "12@16 kg", a dash for neither),
 * then, after commas, how hard it was and a note: "12 x 16 kg, effort 8, left hip stiff". An empty cell says nothing.
 * @param unit of a weight typed without one
 */
export function readCell(text: string, unit: WeightUnit): CellRead {
  // A comma before a digit is a decimal one.
  const [first = '', ...rest] = text.trim().split(/,(?!\d)\s*/);
  const counted = readCounted(first.trim(), unit);
  if (!counted) return { ok: false };
  const said = /^(?:effort|rpe)\s*(\d{1,2}|\u2013|-)$/i.exec(rest[0]?.trim() ?? '');
  const effort = said && /\d/.test(said[1] ?? '') ? Number(said[1]) : null;
  const note = (said ? rest.slice(1) : rest).join(', ').trim();
  if ((effort ?? 0) > 10 || note.length > SET_NOTE_MAX) return { ok: false };
  return { ok: true, entry: { ...counted, effort, note } };
}

function readCounted(t: string, unit: WeightUnit): Pick<CellEntry, 'reps' | 'weightKg'> | null {
  if (t === '' || t === NOTHING || t === '-') return { reps: null, weightKg: null };
  if (/^\d{1,4}$/.test(t)) return { reps: Number(t), weightKg: null };
  const both = /^(\d{1,4})\s*(?:x|\u00d7|@|\*|at)\s*(.+)$/i.exec(t);
  const weightKg = readWeight(both?.[2] ?? t, unit);
  return weightKg === null ? null : { reps: both ? Number(both[1]) : null, weightKg };
}

/** A cell as it is shown, and can be read again; the note's blanks are single ones. */
export function cellText({ reps, weightKg, effort, note }: CellEntry): string {
  const counted = [...(reps === null ? [] : [reps]), ...(weightKg === null ? [] : [weightWords(weightKg)])].join(
    ' \u00d7 ',
  );
  const words = note.trim().replace(/\s+/g, ' ');
  if (effort === null && words === '') return counted;
  // A note that looks like an effort must not become one.
  const hard = effort !== null || /^(?:effort|rpe)\b/i.test(words) ? [`effort ${effort ?? NOTHING}`] : [];
  return [counted || NOTHING, ...hard, ...(words === '' ? [] : [words])].join(', ');
}

/** A table as it is copied from a spreadsheet: rows by lines, cells by tabs. */
export const readTable = (text: string): string[][] =>
  text
    .replace(/\r\n?/g, '\n')
    .replace(/\n$/, '')
    .split('\n')
    .map((line) => line.split('\t').map((cell) => cell.replace(/^"(.*)"$/s, '$1')));

/** A row of the grid: a set, and what is shown of it. */
export interface GridRow {
  key: string;
  set: CountedSet;
  move: string;
  /** "Main, round 2, left". */
  where: string;
}

/** The rows of the grid: every set once, in the order they were done, then those that were only written down. */
export function gridRows(sets: readonly SetRecord[], blockNamed: (id: string | null) => string): GridRow[] {
  const rows = new Map<string, GridRow>();
  for (const s of sets) {
    const set = countedSetOf(s);
    const key = setKey(set);
    if (rows.has(key)) continue;
    const where = [
      blockNamed(s.blockId),
      s.round === null ? '' : `round ${s.round}`,
      s.side ?? '',
      s.again > 1 ? `time ${s.again}` : '',
    ];
    rows.set(key, { key, set, move: s.move, where: where.filter(Boolean).join(', ') });
  }
  return [...rows.values()];
}

/** The record of a set as a cell shows it. */
export const entryOf = (r: RepsRecord | undefined): CellEntry => ({
  reps: r?.count ?? null,
  weightKg: r?.weightKg ?? null,
  effort: r?.effort ?? null,
  note: r?.note ?? '',
});

/** The record in a cell. */
export const entryAt = (reps: readonly RepsRecord[], row: GridRow, who: Who): CellEntry =>
  entryOf(recordOfSet(reps, row.set, who));

/** The fields that an entry adds to a count; those it does not say are left out. */
export const saidIn = ({ reps, weightKg, effort, note }: CellEntry) => ({
  count: reps,
  ...(weightKg === null ? {} : { weightKg }),
  ...(effort === null ? {} : { effort }),
  ...(note === '' ? {} : { note }),
});
