import Papa from 'papaparse';
import { MOVE_COLUMNS, type Move, moveRow } from '../../../core/moves/index.ts';
import { saveFile } from '../../base/index.ts';

/** Moves as a CSV file, which the import reads back; what a table program would take for a formula is quoted with '. */
export function movesCsv(moves: readonly Move[]): string {
  return Papa.unparse([[...MOVE_COLUMNS], ...moves.map(moveRow)], { escapeFormulae: true });
}

export const downloadMoves = (moves: readonly Move[]) => saveFile('odd-round-moves.csv', movesCsv(moves), 'text/csv');
