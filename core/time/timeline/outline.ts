import * as v from 'valibot';
import type { Plan } from '../../class/index.ts';
import { sheetOf } from './sheet.ts';

const whole = v.pipe(v.number(), v.integer());

/** The shape of one block's round sheet, in as few numbers as it can be drawn from. */
const ShapeSchema = v.object({
  /** How many rows it has. */
  rows: whole,
  /** Of each column its width, and the gap to the next, in ms. */
  columns: v.array(v.tuple([whole, whole])),
  /** Of each visit its row, its column, how many rows it covers, and then its parts in running order, in ms: rest below 0. */
  cells: v.array(v.array(whole)),
  /** The cells in the order they happen, as indices. */
  thread: v.array(whole),
});
export type Shape = v.InferOutput<typeof ShapeSchema>;

/** A class as its shape: the main blocks one after the other. */
export const OutlineSchema = v.array(ShapeSchema);
export type Outline = v.InferOutput<typeof OutlineSchema>;

/** The shape of a class: of its main blocks and finishers that have visits. */
export function outlineOf({ blocks }: Pick<Plan, 'blocks'>): Outline {
  return blocks.flatMap((block, i): Outline => {
    if (block.role !== 'main' && block.role !== 'finisher') return [];
    const sheet = sheetOf(block, blocks.slice(i + 1));
    if (sheet.cells.length === 0) return [];
    return [
      {
        rows: sheet.rows.length,
        columns: sheet.columns.map((c) => [c.widthMs, c.gapMs]),
        cells: sheet.cells.map((c) => [
          c.row,
          c.col,
          c.rowSpan,
          ...c.parts.map((p) => (p.kind === 'rest' ? -p.ms : p.ms)),
        ]),
        thread: sheet.thread,
      },
    ];
  });
}
