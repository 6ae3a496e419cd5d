import { passMs, type SheetTimes } from '../../../core/time/index.ts';

export const ROW_H = 34;
export const HEADER_H = 26;
const MIN_GAP = 12;
const NOTCH_W = 92;

/** The layout of a sheet's cells, px from the left and top of the grid. */
export interface SheetLayout {
  scale: number;
  lefts: number[];
  width: number;
  height: number;
}

/** Lays a sheet out to time: one scale for work, rest and breaks, chosen so that it fills `available` px if it can. */
export function layOut(sheet: SheetTimes, available: number): SheetLayout {
  const seconds = sheet.columns.reduce((sum, c) => sum + (c.widthMs + c.gapMs) / 1000, 0);
  const fixed = sheet.columns.length * MIN_GAP + (sheet.missing.length > 0 ? NOTCH_W : 8);
  // A dance block is short and read by its eights: it may be drawn larger than the rest.
  const largest = sheet.cells.some((c) => c.parts.some((p) => p.eightMs !== null)) ? 9 : 6;
  const scale = Math.min(largest, Math.max(0.62, stepped((available - fixed) / Math.max(1, seconds))));
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

/** The next lower step of a ladder of scales some 6 % apart: a small edit moves cells and does not stretch them all. */
function stepped(scale: number): number {
  const step = Math.log(1.06);
  return Math.exp(Math.floor(Math.log(Math.max(scale, 0.01)) / step) * step);
}

export const px = (layout: SheetLayout, ms: number) => (ms / 1000) * layout.scale;

/** The thread through the cells in the order they happen, as an SVG path along their starting edges. */
export function threadPath(sheet: SheetTimes, layout: SheetLayout): string {
  return sheet.thread
    .map((k, i) => {
      const cell = sheet.cells[k];
      if (!cell) return '';
      const x = (layout.lefts[cell.col] ?? 0) + px(layout, passMs(sheet, cell)) + 2;
      const y = (cell.row + cell.rowSpan / 2) * ROW_H;
      return `${i === 0 ? 'M' : 'L'}${x} ${y}`;
    })
    .join('');
}
