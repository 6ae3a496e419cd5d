import { type CellRef, setTimes, type TimesPatch } from './cell-edits.ts';
import type { Block } from './schema.ts';

/** Times of one visit as they are, ms; null where it has none. */
export interface CellTimes extends CellRef {
  workMs: number | null;
  restMs: number | null;
}

/** Gives each of some visits its own times; visits of the same times are set together, at the widest level. */
export function setEach(block: Block, cells: readonly CellTimes[]): Block {
  const groups = new Map<string, CellTimes[]>();
  for (const cell of cells) {
    const key = `${cell.workMs}/${cell.restMs}`;
    groups.set(key, [...(groups.get(key) ?? []), cell]);
  }
  let changed = block;
  for (const group of groups.values()) {
    const [first] = group;
    if (!first) continue;
    const patch: TimesPatch = {
      ...(first.workMs !== null && first.workMs > 0 ? { workMs: first.workMs } : {}),
      ...(first.restMs !== null ? { restMs: first.restMs } : {}),
    };
    changed = setTimes(changed, group, patch);
  }
  return changed;
}

/** Fills a rectangle of visits from its first row (down) or first column (right). */
export function fill(block: Block, cells: readonly CellTimes[], direction: 'down' | 'right'): Block {
  const axis = (c: CellTimes) => (direction === 'down' ? c.stationIndex : c.round);
  const other = (c: CellTimes) => (direction === 'down' ? c.round : c.stationIndex);
  const first = Math.min(...cells.map(axis));
  const sources = new Map(cells.filter((c) => axis(c) === first).map((c) => [other(c), c]));
  return setEach(
    block,
    cells.flatMap((c) => {
      const source = sources.get(other(c));
      return source ? [{ ...c, workMs: source.workMs, restMs: source.restMs }] : [];
    }),
  );
}
