import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { type Drawn, drawnIn } from '@odd-round/figure';
import Papa from 'papaparse';
import { guessColumns, type Library, libraryOf, type Move, readMoveRows } from '../../core/moves/index.ts';
import { ROOT } from '../shared/root.ts';

/** The moves that ship with the application, read like any CSV file of moves; a fault in them throws. */
export function readShippedMoves(): Move[] {
  const text = readFileSync(path.join(ROOT, 'server/library/moves.csv'), 'utf8');
  const [header = [], ...rows] = Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
  const { moves, problems } = readMoveRows(guessColumns(header), rows);
  if (problems.length > 0) throw new Error(`Shipped moves: ${JSON.stringify(problems.slice(0, 5))}`);
  const figures = new Map(readShippedFigures().map((f) => [f.name, f.text]));
  return moves.map((move) => {
    const figure = figures.get(move.name);
    return figure === undefined ? move : { ...move, figure };
  });
}

/** The figures that ship with the moves, by the names of these; a fault in them throws with its place. */
export function readShippedFigures(): Drawn[] {
  const folder = path.join(ROOT, 'server/library/figures');
  const files = readdirSync(folder)
    .filter((name) => name.endsWith('.txt'))
    .sort()
    .map((name) => ({ name, text: readFileSync(path.join(folder, name), 'utf8') }));
  const { drawn, faults } = drawnIn(files);
  if (faults.length > 0) {
    const words = faults.slice(0, 5).map((f) => `${f.file}:${f.line}:${f.column} ${f.text}`);
    throw new Error(`Shipped figures: ${words.join('; ')}`);
  }
  return drawn;
}

export function shippedLibrary(): Library {
  return libraryOf(readShippedMoves());
}
