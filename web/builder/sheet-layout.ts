import { cellMs, type Sheet, type SheetCell } from '../../core/timeline/index.ts';

export const ROW_H = 34;
export const HEADER_H = 26;
const MIN_GAP = 12;
const NOTCH_W = 92;

/** Where the cells of a sheet stand, in px from the left and top of the grid. */
export interface SheetLayout {
  scale: number;
  lefts: number[];
  width: number;
  height: number;
}

/** Lays a sheet out to time: one scale for work, rest and breaks, chosen so that it fills `available` px if it can. */
export function layOut(sheet: Sheet, available: number): SheetLayout {
  const seconds = sheet.columns.reduce((sum, c) => sum + (c.widthMs + c.gapMs) / 1000, 0);
  const fixed = sheet.columns.length * MIN_GAP + (sheet.missing.length > 0 ? NOTCH_W : 8);
  const scale = Math.min(2.4, Math.max(0.62, (available - fixed) / Math.max(1, seconds)));
  const lefts: number[] = [];
  let x = 0;
  for (const column of sheet.columns) {
    lefts.push(x);
    x += (column.widthMs / 1000) * scale + Math.max(MIN_GAP, (column.gapMs / 1000) * scale);
  }
  return {
    scale,
    lefts,
    width: x + (sheet.missing.length > 0 ? NOTCH_W : 0),
    height: sheet.rows.length * ROW_H,
  };
}

export const px = (layout: SheetLayout, ms: number) => (ms / 1000) * layout.scale;

export function cellBox(
  layout: SheetLayout,
  cell: SheetCell,
): { left: number; top: number; width: number; height: number } {
  return {
    left: layout.lefts[cell.col] ?? 0,
    top: cell.row * ROW_H + 4,
    width: px(layout, cellMs(cell)),
    height: cell.rowSpan * ROW_H - 8,
  };
}

/** The thread through the cells in the order they happen, as an SVG path along their starting edges. */
export function threadPath(sheet: Sheet, layout: SheetLayout): string {
  return sheet.thread
    .map((k, i) => {
      const cell = sheet.cells[k];
      if (!cell) return '';
      const x = (layout.lefts[cell.col] ?? 0) + 2;
      const y = (cell.row + cell.rowSpan / 2) * ROW_H;
      return `${i === 0 ? 'M' : 'L'}${x} ${y}`;
    })
    .join('');
}
