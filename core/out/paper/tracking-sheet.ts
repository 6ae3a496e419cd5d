import type { Plan } from '../../class/index.ts';
import { gridRows, recordOf } from '../../record/index.ts';
import { runIntervals } from '../../time/index.ts';
import { heading, type Paper } from './types.ts';

/** So many columns to write in stand on a page beside each other. */
export const MOST_COLUMNS = 8;

/**
 * Every set of a class with a box for each who to write reps and weight in, row by row as the grid of the run's record has them, so that they are typed
 * in from the top down.
 * @param who squads and people, in the order of the grid's columns; none is one column for all
 */
export function trackingSheet(plan: Plan, who: readonly string[]): Paper {
  const lengthMs = runIntervals(plan).reduce((sum, i) => sum + i.durationMs, 0);
  const { sets } = recordOf(plan, [{ id: 'led', seq: 1, atMs: 0, type: 'start' }], lengthMs);
  const blocks = new Map(plan.blocks.map((b) => [b.id, b.title]));
  const rows = gridRows(sets, (id) => blocks.get(id ?? '') ?? '');
  const names = who.length > 0 ? who : ['All'];
  const sheets = Array.from({ length: Math.ceil(names.length / MOST_COLUMNS) }, (_, k) =>
    names.slice(k * MOST_COLUMNS, (k + 1) * MOST_COLUMNS),
  );
  return {
    title: plan.title,
    under: [
      'Reps \u00d7 weight, set by set. The rows are those of the record\u2019s grid.',
      'Date:                         Leader:',
    ],
    parts: sheets.flatMap((columns, k) => [
      ...(sheets.length > 1 ? [heading(`${columns[0]} to ${columns.at(-1)}`, '', `${k + 1} of ${sheets.length}`)] : []),
      {
        kind: 'table' as const,
        heads: ['', 'Move', 'Where', ...columns],
        shares: [5, 26, 36, ...columns.map(() => Math.max(8, 48 / columns.length))],
        boxes: columns.map((_, c) => c + 3),
        rows: rows.map((row, n) => [String(n + 1), row.move, row.where, ...columns.map(() => '')]),
      },
    ]),
    onePage: false,
    sizePt: 10,
  };
}
