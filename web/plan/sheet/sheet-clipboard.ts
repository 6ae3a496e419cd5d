import { nanoid } from 'nanoid';
import {
  type Block,
  type CellTimes,
  fill,
  formatSeconds,
  MOST_STATIONS,
  parseDuration,
  type Station,
  setEach,
  writeStationText,
} from '../../../core/class/index.ts';
import type { SheetTimes } from '../../../core/time/index.ts';
import { pastedFrom } from './clipboard-memory.ts';
import { cellsOf, type Selection } from './selection.ts';

/** The selected visits with their times as the sheet shows them; places without a visit have none. */
export function timesOf(sheet: SheetTimes, selection: Selection): CellTimes[] {
  return cellsOf(selection).map((ref) => {
    const cell = sheet.cells.find((c) => c.row === ref.stationIndex && c.col === ref.round - 1);
    const part = (isRest: boolean) => cell?.parts.findLast((p) => (p.kind === 'rest') === isRest)?.ms ?? null;
    return { ...ref, workMs: part(false), restMs: part(true) };
  });
}

/** True when whole rows are selected: then the stations themselves are copied. */
function wholeRows(sheet: SheetTimes, { anchor, head }: Selection): boolean {
  return Math.min(anchor.col, head.col) === 0 && Math.max(anchor.col, head.col) === sheet.columns.length - 1;
}

/** The stations that a copy of whole rows is; null where it is times alone. */
export function copiedStations(block: Block, sheet: SheetTimes, selection: Selection): Station[] | null {
  if (!wholeRows(sheet, selection) || sheet.columns.length < 2) return null;
  const rows = new Set(cellsOf(selection).map((c) => c.stationIndex));
  return block.stations.filter((_, k) => rows.has(k));
}

/** The clipboard text of a selection: stations as shorthand, or times as tab-separated work/rest. */
export function copyText(block: Block, sheet: SheetTimes, selection: Selection): string {
  const stations = copiedStations(block, sheet, selection);
  if (stations) return `${stations.map((s) => `  ${writeStationText(s)}`).join('\n')}\n`;
  const times = timesOf(sheet, selection);
  const rows = [...new Set(times.map((t) => t.stationIndex))];
  const field = (t: CellTimes) =>
    [t.workMs, t.restMs]
      .map((ms) => (ms === null ? '' : formatSeconds(ms)))
      .join('/')
      .replace(/\/$/, '');
  return rows
    .map((row) =>
      times
        .filter((t) => t.stationIndex === row)
        .map(field)
        .join('\t'),
    )
    .join('\n');
}

/** The stations of a list that a block has room for, and those it has not. */
export function roomFor<T>(block: Block, stations: readonly T[]): { taken: T[]; left: T[] } {
  const room = Math.max(0, MOST_STATIONS - block.stations.length);
  return { taken: stations.slice(0, room), left: stations.slice(room) };
}

const TIME_FIELD = /^\s*[\d:.]*\s*(?:\/\s*[\d:.]*)?\s*$/;

/**
 * Pastes a text at a selection: times cell by cell, one value into all that is selected, or stations below the row.
 * `left` names the stations that the block has no room for. Null when the text is neither.
 */
export function pasteText(
  block: Block,
  sheet: SheetTimes,
  selection: Selection,
  text: string,
): { block: Block; left: string[] } | null {
  const rows = text
    .replace(/\s+$/, '')
    .split(/\r?\n/)
    .map((line) => line.split('\t'));
  if (rows.every((row) => row.every((f) => TIME_FIELD.test(f))))
    return { block: pasteTimes(block, sheet, selection, rows), left: [] };
  const pasted = pastedFrom(text);
  if (!pasted || !('stations' in pasted)) return null;
  const at = Math.max(selection.anchor.row, selection.head.row) + 1;
  const stations = pasted.stations.map((s) => ({ ...s, id: nanoid(10) }));
  const { taken, left } = roomFor(block, stations);
  const own = { ...block, stations: [...block.stations.slice(0, at), ...taken, ...block.stations.slice(at)] };
  return { block: own, left: [...left.map((s) => s.move), ...pasted.left] };
}

function pasteTimes(block: Block, sheet: SheetTimes, selection: Selection, rows: string[][]): Block {
  const [single] = rows.length === 1 && rows[0]?.length === 1 ? rows[0] : [];
  const top = Math.min(selection.anchor.row, selection.head.row);
  const left = Math.min(selection.anchor.col, selection.head.col);
  const read = (field: string) => {
    const [work = '', rest = ''] = field.split('/').map((t) => t.trim());
    return { workMs: parseDuration(work), restMs: parseDuration(rest) };
  };
  const targets: CellTimes[] =
    single !== undefined
      ? cellsOf(selection).map((ref) => ({ ...ref, ...read(single) }))
      : rows.flatMap((row, r) =>
          row.map((field, c) => ({ stationIndex: top + r, round: left + c + 1, ...read(field) })),
        );
  const inside = targets.filter((t) => t.stationIndex < sheet.rows.length && t.round <= sheet.columns.length);
  return setEach(block, inside);
}

export function fillSelection(
  block: Block,
  sheet: SheetTimes,
  selection: Selection,
  direction: 'down' | 'right',
): Block {
  return fill(block, timesOf(sheet, selection), direction);
}
