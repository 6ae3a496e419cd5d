import type { Block, Plan, Station } from '../plan/index.ts';
import type { ShorthandProblem } from './clauses.ts';
import { readShorthand } from './read.ts';
import { readStationLine } from './station-line.ts';
import { writeBlock, writeStation } from './write.ts';

export type { ShorthandProblem } from './clauses.ts';
export { readShorthand, type ShorthandResult } from './read.ts';
export { writeShorthand } from './write.ts';

/** One station as one line of shorthand. */
export function writeStationText(station: Station): string {
  return writeStation(station);
}

/** Reads one station from one line of shorthand; it keeps the identity given. */
export function readStationText(text: string, id: string): { station: Station | null; problems: ShorthandProblem[] } {
  return readStationLine(text.trim(), 0, 1, id);
}

/** Blocks as shorthand, for the clipboard. */
export function writeBlocksText(blocks: readonly Block[]): string {
  return `${blocks.map(writeBlock).join('\n\n')}\n`;
}

/**
 * What a pasted text holds: whole blocks when it has a block line, stations when it has lines of moves alone; null when
 * something in it is not understood.
 */
export function readPasted(text: string): { blocks: Plan['blocks'] } | { stations: Station[] } | null {
  const hasBlocks = /^\S[^\n]*:/m.test(text);
  const { plan, problems } = readShorthand(hasBlocks ? text : text.replace(/^(?=\S)/gm, '  '));
  if (problems.length > 0 || plan.blocks.length === 0) return null;
  return hasBlocks ? { blocks: plan.blocks } : { stations: plan.blocks[0]?.stations ?? [] };
}
