import { readFileSync } from 'node:fs';
import path from 'node:path';
import Papa from 'papaparse';
import { guessColumns, type Library, libraryOf, type Move, readMoveRows } from '../../core/moves/index.ts';
import { ROOT } from '../shared/root.ts';

/** The moves that ship with the application, read like any CSV file of moves; a fault in them throws. */
export function readShippedMoves(): Move[] {
  const text = readFileSync(path.join(ROOT, 'server/library/moves.csv'), 'utf8');
  const [header = [], ...rows] = Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
  const { moves, problems } = readMoveRows(guessColumns(header), rows);
  if (problems.length > 0) throw new Error(`Shipped moves: ${JSON.stringify(problems.slice(0, 5))}`);
  return moves;
}

export function shippedLibrary(): Library {
  return libraryOf(readShippedMoves());
}
