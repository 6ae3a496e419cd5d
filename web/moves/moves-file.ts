import Papa from 'papaparse';
import { MOVE_COLUMNS, type Move, moveRow } from '../../core/moves/index.ts';
import { saveFile } from '../ui/index.ts';

/** Moves as a CSV file, which the import reads back; what a table program would take for a formula is quoted with '. */
export function movesCsv(moves: readonly Move[]): string {
  return Papa.unparse([[...MOVE_COLUMNS], ...moves.map(moveRow)], { escapeFormulae: true });
}

/** A CSV or tab-separated file as rows of text, the first of them the header. */
export function readTable(text: string): { header: string[]; rows: string[][] } {
  const [header = [], ...rows] = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data;
  return { header: header.map((h) => h.trim()), rows: rows.map((row) => row.map(unquoted)) };
}

/** A cell without the ' that keeps a table program from taking it for a formula. */
const unquoted = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '');

export const downloadMoves = (moves: readonly Move[]) => saveFile('odd-round-moves.csv', movesCsv(moves), 'text/csv');
