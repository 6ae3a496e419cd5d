import type { Block, Plan } from '../plan/index.ts';
import type { Station } from '../station/index.ts';
import type { ShorthandProblem } from './clauses.ts';
import { keepStation } from './keep-unsaid.ts';
import { FULL, readShorthand } from './read.ts';
import { readStationLine } from './station-line.ts';
import { writeBlock, writeStation } from './write.ts';

export { readHands } from './body-clauses.ts';
export type { ShorthandProblem } from './clauses.ts';
export { isShorthand, readShorthand, withoutComment } from './read.ts';
export { KEYWORDS, spansOf } from './spans.ts';
export { writeShorthand } from './write.ts';

/** One station as one line of shorthand. */
export function writeStationText(station: Station): string {
  return writeStation(station);
}

/** Reads one station from one line of shorthand over the one it was written from: what the line does not say is kept. */
export function readStationText(text: string, old: Station): { station: Station | null; problems: ShorthandProblem[] } {
  const { station, problems } = readStationLine(text.trim(), 0, 1, old.id);
  return { station: station && keepStation(station, old), problems };
}

/** Blocks as shorthand, for the clipboard. */
export function writeBlocksText(blocks: readonly Block[]): string {
  return `${blocks.map(writeBlock).join('\n\n')}\n`;
}

/** The content of a pasted text; `left` names the stations or blocks that there is no room for. */
export type Pasted = ({ blocks: Plan['blocks'] } | { stations: Station[] }) & { left: string[] };

/**
 * What a pasted text holds: whole blocks when it has a block line, stations when it has lines of moves alone; null when
 * something in it is not understood.
 */
export function readPasted(text: string): Pasted | null {
  const hasBlocks = /^\S[^\n]*:/m.test(text);
  const whole = hasBlocks ? text : text.replace(/^(?=\S)/gm, '  ');
  const { plan, problems } = readShorthand(whole);
  if (problems.some((p) => !FULL.test(p.message)) || plan.blocks.length === 0) return null;
  const lines = whole.split('\n');
  const left = problems.map((p) => lines[p.line - 1]?.trim() ?? '');
  return hasBlocks ? { blocks: plan.blocks, left } : { stations: plan.blocks[0]?.stations ?? [], left };
}
