import Papa from 'papaparse';
import { type Table, tableOf } from '../../../core/out/index.ts';

/** A CSV or tab-separated file as rows of text, the first of them the header. */
export function readTable(text: string): { header: string[]; rows: string[][] } {
  const [header = [], ...rows] = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data;
  return { header: header.map((h) => h.trim()), rows: rows.map((row) => row.map(unquoted)) };
}

/** A file of classes: as a table, with where its rows are blank. */
export const readClassTable = (text: string): Table =>
  tableOf(Papa.parse<string[]>(text.replace(/^\uFEFF/, '')).data.map((row) => row.map(unquoted)));

/** A cell without the ' that keeps a table program from taking it for a formula. */
const unquoted = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '');
