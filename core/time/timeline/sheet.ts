import { type Block, type IntervalKind, moduleOf, type Side, type Sides, stationsOf } from '../../class/index.ts';
import { compile, shownBy } from './compile.ts';
import { oddRounds } from './rounds.ts';
import { type Interval, isBreak } from './types.ts';

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
  /** How often the round has gone back up to the head of a chain by then, for its other side: 0 without one. */
  pass: number;
  parts: SheetPart[];
}

export interface SheetColumn {
  round: number;
  /** The longest cell of each pass, in ms: one where there is no chain. */
  passesMs: number[];
  /** All passes, in ms: the column is drawn this wide. */
  widthMs: number;
  /** The gap to the next column, in ms, 0 when the cells' own tails are the gap. */
  gapMs: number;
}

/** The round sheet of one block: stations by rounds, each visit drawn to time. */
export interface SheetTimes {
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
export function sheetOf(block: Block, following: readonly Block[] = []): SheetTimes {
  const intervals = compile({ blocks: [block, ...following] }).intervals.filter(
    (i) => i.blockIndex === 0 && i.kind !== 'blockBreak',
  );
  const { traits } = moduleOf(block.format);
  const stations =
    traits.stations === 'shown' && block.stations.length === 0
      ? (shownBy(block, following)?.stations ?? [])
      : stationsOf(block);
  const rows =
    stations.length > 0
      ? stations.map((s, stationIndex) => ({ label: s.move, stationIndex }))
      : [{ label: block.title, stationIndex: null }];
  const bpm = traits.bpm(block.format);
  const sides = stations.map((s) => s.sides);
  const build = new SheetBuilder(
    traits.complex ? rows.length : 1,
    traits.roundRest,
    bpm === null ? null : 480_000 / bpm,
    (i) => (i.stationIndex === null ? null : (sides[i.stationIndex] ?? null)),
  );
  intervals.forEach((interval, i) => {
    build.add(interval, intervals[i + 1]);
  });
  return { rows, ...build.finish(), missing: missingOf(block) };
}

function missingOf(block: Block): SheetTimes['missing'] {
  return oddRounds({ blocks: [block] }).flatMap((odd) =>
    odd.stations.map((s) => ({ row: s.stationIndex, side: s.left < s.right ? ('left' as const) : ('right' as const) })),
  );
}

/** Sorts intervals into cells, column gaps and row gaps, one after the other. */
class SheetBuilder {
  private readonly cells: SheetCell[] = [];
  private readonly thread: number[] = [];
  private readonly gaps = new Map<number, number>();
  private readonly rowGaps: SheetTimes['rowGaps'] = [];
  private readonly byPlace = new Map<number, number>();
  /** The visit under way: its round, its pass, and whether it is one of a chain on its first side. */
  private round: number | null = null;
  private pass = 0;
  private onFirst = false;
  /** Widens the gap before what comes next by what there is to get ready. */
  private lastGap: ((ms: number) => void) | null = null;

  constructor(
    private readonly rowSpan: number,
    private readonly restIsGap: boolean,
    private readonly eightMs: number | null,
    private readonly sidesOf: (interval: Interval) => Sides | null,
  ) {}

  add(interval: Interval, next: Interval | undefined): void {
    const col = (interval.round ?? 1) - 1;
    const row = interval.stationIndex ?? 0;
    const endsColumn = interval.kind === 'rest' && next?.round !== interval.round;
    if (interval.kind === 'countIn') {
      this.lastGap?.(interval.durationMs);
    } else if (interval.kind === 'groupBreak') {
      const gap = { afterRow: row, ms: interval.durationMs };
      this.rowGaps.push(gap);
      this.lastGap = (ms) => {
        gap.ms += ms;
      };
    } else if (isBreak(interval) || (this.restIsGap && endsColumn)) {
      const widen = (ms: number) => this.gaps.set(col, Math.max(this.gaps.get(col) ?? 0, ms));
      widen(interval.durationMs);
      this.lastGap = (ms) => widen(interval.durationMs + ms);
    } else {
      this.addPart(row, col, interval);
    }
  }

  private addPart(row: number, col: number, interval: Interval): void {
    const sides = this.sidesOf(interval);
    if (interval.kind !== 'rest') this.turn(interval, sides);
    const key = (row * 100 + col) * 100 + this.pass;
    let at = this.byPlace.get(key);
    if (at === undefined) {
      at = this.cells.push({ row, col, rowSpan: this.rowSpan, pass: this.pass, parts: [] }) - 1;
      this.byPlace.set(key, at);
    }
    this.cells[at]?.parts.push({
      kind: interval.kind,
      ms: interval.durationMs,
      side: interval.side,
      switches: sides?.mode === 'split' && interval.side !== null,
      layer: interval.layer,
      about: interval.about,
      eightMs: interval.kind === 'work' ? this.eightMs : null,
      interval: interval.index,
    });
    if (interval.kind !== 'rest' && this.thread.at(-1) !== at) this.thread.push(at);
  }

  /** The pass of a visit: a new round begins with 0, and a chain that turns to its other side with the next. */
  private turn(interval: Interval, sides: Sides | null): void {
    const isFirst = sides?.mode === 'chain' ? interval.side === sides.first : null;
    if (interval.round !== this.round) this.pass = 0;
    else if (isFirst === false && this.onFirst) this.pass += 1;
    this.round = interval.round;
    this.onFirst = isFirst === true;
  }

  finish(): Pick<SheetTimes, 'columns' | 'cells' | 'thread' | 'rowGaps'> {
    const passes: number[][] = [];
    for (const cell of this.cells) {
      passes[cell.col] ??= [];
      const own = passes[cell.col] ?? [];
      own[cell.pass] = Math.max(own[cell.pass] ?? 0, cellMs(cell));
    }
    const columns = Array.from(passes, (own, col) => {
      const passesMs = Array.from(own ?? [0], (ms) => ms ?? 0);
      return {
        round: col + 1,
        passesMs,
        widthMs: passesMs.reduce((sum, ms) => sum + ms, 0),
        gapMs: this.gaps.get(col) ?? 0,
      };
    });
    return { columns, cells: this.cells, thread: this.thread, rowGaps: this.rowGaps };
  }
}

/** The whole length of a cell, work and tail, in ms. */
export function cellMs(cell: SheetCell): number {
  return cell.parts.reduce((sum, p) => sum + p.ms, 0);
}

/** The start of a cell in its column, ms: after the passes before its own. */
export function passMs(sheet: Pick<SheetTimes, 'columns'>, cell: SheetCell): number {
  const passes = sheet.columns[cell.col]?.passesMs ?? [];
  return passes.slice(0, cell.pass).reduce((sum, ms) => sum + ms, 0);
}
