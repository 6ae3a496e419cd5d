import type { Block, Side } from '../plan/index.ts';
import { compile } from './compile.ts';
import { oddRounds } from './rounds.ts';
import { type Interval, type IntervalKind, isBreak } from './types.ts';

/** One stretch inside a cell, in running order; `rest` parts are the hatched tail. */
export interface SheetPart {
  kind: IntervalKind;
  ms: number;
  side: Side | null;
  /** The other side follows at half time. */
  switches: boolean;
  layer: string | null;
  about: boolean;
  /** Length of eight counts in ms for a beats part, else null. */
  eightMs: number | null;
  /** Index of the interval within the block's own timeline. */
  interval: number;
}

/** One visit on the round sheet. Rows and columns count from 0. */
export interface SheetCell {
  row: number;
  col: number;
  /** Rows the cell covers: all of them for a window over a complex, else 1. */
  rowSpan: number;
  parts: SheetPart[];
}

export interface SheetColumn {
  round: number;
  /** The longest cell of the column, in ms: the column is drawn this wide. */
  widthMs: number;
  /** The gap to the next column, in ms, 0 when the cells' own tails are the gap. */
  gapMs: number;
}

/** The round sheet of one block: stations by rounds, each visit drawn to time. */
export interface Sheet {
  rows: { label: string; stationIndex: number | null }[];
  columns: SheetColumn[];
  cells: SheetCell[];
  /** Cells in the order they happen, as indices into `cells`. */
  thread: number[];
  /** Gaps between groups of rows: after the row, in ms. */
  rowGaps: { afterRow: number; ms: number }[];
  /** Where an odd round leaves a side a set short. */
  missing: { row: number; side: Side }[];
}

/** Lays a block out as its round sheet; a block without intervals gives rows without cells. */
export function sheetOf(block: Block, following: readonly Block[] = []): Sheet {
  const intervals = compile({ blocks: [block, ...following] }).intervals.filter(
    (i) => i.blockIndex === 0 && i.kind !== 'blockBreak',
  );
  const spans = block.format.kind === 'windows' || block.format.kind === 'amrap';
  const shown =
    block.format.kind === 'demo' && block.stations.length === 0
      ? (following.find((b) => b.stations.length > 0)?.stations ?? [])
      : block.stations;
  const rows =
    shown.length > 0
      ? shown.map((s, stationIndex) => ({ label: s.move, stationIndex }))
      : [{ label: block.title, stationIndex: null }];
  const eightMs = block.format.kind === 'beats' ? 480_000 / block.format.bpm : null;
  const splits = (i: Interval) => i.stationIndex !== null && block.stations[i.stationIndex]?.sides.mode === 'split';
  const build = new SheetBuilder(spans ? rows.length : 1, gapsAreColumns(block), eightMs, splits);
  intervals.forEach((interval, i) => {
    build.add(interval, intervals[i + 1]);
  });
  return { rows, ...build.finish(), missing: missingOf(block) };
}

/** Formats whose rest stands after a whole column, not after each cell. */
function gapsAreColumns(block: Block): boolean {
  return block.format.kind === 'addOn' || block.format.kind === 'ladder';
}

function missingOf(block: Block): Sheet['missing'] {
  return oddRounds({ blocks: [block] }).flatMap((odd) =>
    odd.stations.map((s) => ({ row: s.stationIndex, side: s.left < s.right ? ('left' as const) : ('right' as const) })),
  );
}

/** Sorts intervals into cells, column gaps and row gaps, one after the other. */
class SheetBuilder {
  private readonly cells: SheetCell[] = [];
  private readonly thread: number[] = [];
  private readonly gaps = new Map<number, number>();
  private readonly rowGaps: Sheet['rowGaps'] = [];
  private readonly byPlace = new Map<string, number>();

  constructor(
    private readonly rowSpan: number,
    private readonly restIsGap: boolean,
    private readonly eightMs: number | null,
    private readonly splits: (interval: Interval) => boolean,
  ) {}

  add(interval: Interval, next: Interval | undefined): void {
    const col = (interval.round ?? 1) - 1;
    const row = interval.stationIndex ?? 0;
    const endsColumn = interval.kind === 'rest' && next?.round !== interval.round;
    if (interval.kind === 'groupBreak') {
      this.rowGaps.push({ afterRow: row, ms: interval.durationMs });
    } else if (isBreak(interval) || (this.restIsGap && endsColumn)) {
      this.gaps.set(col, Math.max(this.gaps.get(col) ?? 0, interval.durationMs));
    } else {
      this.addPart(row, col, interval);
    }
  }

  private addPart(row: number, col: number, interval: Interval): void {
    const key = `${row}:${col}`;
    let at = this.byPlace.get(key);
    if (at === undefined) {
      at = this.cells.push({ row, col, rowSpan: this.rowSpan, parts: [] }) - 1;
      this.byPlace.set(key, at);
    }
    this.cells[at]?.parts.push({
      kind: interval.kind,
      ms: interval.durationMs,
      side: interval.side,
      switches: interval.side !== null && this.splits(interval),
      layer: interval.layer,
      about: interval.about,
      eightMs: interval.kind === 'work' ? this.eightMs : null,
      interval: interval.index,
    });
    if (interval.kind !== 'rest' && this.thread.at(-1) !== at) this.thread.push(at);
  }

  finish(): Pick<Sheet, 'columns' | 'cells' | 'thread' | 'rowGaps'> {
    const widths: number[] = [];
    for (const cell of this.cells) widths[cell.col] = Math.max(widths[cell.col] ?? 0, cellMs(cell));
    const columns = Array.from(widths, (widthMs, col) => ({
      round: col + 1,
      widthMs: widthMs ?? 0,
      gapMs: this.gaps.get(col) ?? 0,
    }));
    return { columns, cells: this.cells, thread: this.thread, rowGaps: this.rowGaps };
  }
}

/** The whole length of a cell, work and tail, in ms. */
export function cellMs(cell: SheetCell): number {
  return cell.parts.reduce((sum, p) => sum + p.ms, 0);
}
