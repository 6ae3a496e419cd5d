import { readWeight, type WeightUnit, weightWords } from '../plan/index.ts';
import { type CountedSet, isOf, type RepsRecord, setKey, type Who } from '../run/index.ts';
import type { SetRecord } from './sets.ts';

/** What stands in a cell of the grid: a count, a weight, or both; a cell that is emptied has neither. */
export interface Entry {
  reps: number | null;
  weightKg: number | null;
}

/** Why a cell cannot be read. */
export type CellRead = { ok: true; entry: Entry } | { ok: false };

/**
 * Reads a cell as it is typed or pasted: "12", "12 x 16", "12@16 kg", "16 kg"; nothing is neither.
 * @param unit of a weight typed without one
 */
export function readCell(text: string, unit: WeightUnit): CellRead {
  const t = text.trim();
  if (t === '' || t === '–' || t === '-') return { ok: true, entry: { reps: null, weightKg: null } };
  const both = /^(\d{1,4})\s*(?:x|×|@|\*|at)\s*(.+)$/i.exec(t);
  if (both) {
    const weightKg = readWeight(both[2] ?? '', unit);
    return weightKg === null ? { ok: false } : { ok: true, entry: { reps: Number(both[1]), weightKg } };
  }
  if (/^\d{1,4}$/.test(t)) return { ok: true, entry: { reps: Number(t), weightKg: null } };
  const weightKg = readWeight(t, unit);
  return weightKg === null ? { ok: false } : { ok: true, entry: { reps: null, weightKg } };
}

/** A cell as it is shown, and can be read again. */
export function cellText({ reps, weightKg }: Entry): string {
  if (weightKg === null) return reps === null ? '' : String(reps);
  return reps === null ? weightWords(weightKg) : `${reps} x ${weightWords(weightKg)}`;
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
    const set: CountedSet = {
      stationId: s.stationId,
      round: s.round,
      ...(s.side === null ? {} : { side: s.side }),
      ...(s.again > 1 ? { again: s.again } : {}),
    };
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

/** What is written down in a cell. */
export function entryAt(reps: readonly RepsRecord[], row: GridRow, who: Who): Entry {
  const found = reps.findLast((r) => setKey(r) === row.key && isOf(r, who));
  return { reps: found?.count ?? null, weightKg: found?.weightKg ?? null };
}
