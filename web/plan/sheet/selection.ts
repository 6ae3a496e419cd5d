import type { CellRef } from '../../../core/class/index.ts';

/** A rectangle of cells: rows and columns from 0, the anchor where it began, the head where it is now. */
export interface Selection {
  anchor: { row: number; col: number };
  head: { row: number; col: number };
}

export const single = (row: number, col: number): Selection => ({ anchor: { row, col }, head: { row, col } });

export function extendTo(selection: Selection, row: number, col: number): Selection {
  return { anchor: selection.anchor, head: { row, col } };
}

export function contains(selection: Selection, row: number, col: number): boolean {
  const { anchor, head } = selection;
  const within = (a: number, b: number, x: number) => x >= Math.min(a, b) && x <= Math.max(a, b);
  return within(anchor.row, head.row, row) && within(anchor.col, head.col, col);
}

/** The cells of a selection as the core names them (rounds from 1). */
export function cellsOf(selection: Selection): CellRef[] {
  const { anchor, head } = selection;
  const cells: CellRef[] = [];
  for (let row = Math.min(anchor.row, head.row); row <= Math.max(anchor.row, head.row); row++)
    for (let col = Math.min(anchor.col, head.col); col <= Math.max(anchor.col, head.col); col++)
      cells.push({ stationIndex: row, round: col + 1 });
  return cells;
}

/** The selection moved by the arrow keys, kept inside the sheet. */
export function moved(selection: Selection, key: string, extend: boolean, rows: number, cols: number): Selection {
  const { row, col } = selection.head;
  const to = {
    row: clamp(row + (key === 'ArrowDown' ? 1 : key === 'ArrowUp' ? -1 : 0), rows),
    col: clamp(col + (key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0), cols),
  };
  return extend ? extendTo(selection, to.row, to.col) : single(to.row, to.col);
}

function clamp(x: number, count: number): number {
  return Math.max(0, Math.min(count - 1, x));
}
