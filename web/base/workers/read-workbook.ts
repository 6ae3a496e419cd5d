import readSheets from 'read-excel-file/web-worker';
import { type Table, tableOfSheets } from '../../../core/out/index.ts';

/** A workbook of a table program (xlsx): the cells of its sheets as they are shown, as one table of classes. */
export async function readWorkbook(file: Blob): Promise<Table> {
  const sheets = await readSheets(await file.arrayBuffer());
  return tableOfSheets(
    sheets.map(({ sheet, data }) => ({ name: sheet, cells: data.map((row) => row.map((cell) => textOf(cell))) })),
  );
}

/** Days before this are times alone. */
const FIRST_DAY = Date.UTC(1901, 0, 1);

/** A cell as it is shown: of a day its date, of a time alone minutes and seconds as they were typed. */
function textOf(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (!(cell instanceof Date)) return String(cell);
  if (cell.getTime() >= FIRST_DAY) return cell.toISOString().slice(0, 10);
  const [h = '0', m = '00', s = '00'] = cell.toISOString().slice(11, 19).split(':');
  return s === '00' ? `${Number(h)}:${m}` : `${Number(h)}:${m}:${s}`;
}
