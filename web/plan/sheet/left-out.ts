import { MOST_STATIONS } from '../../../core/class/index.ts';
import { toast } from '../../base/index.ts';
import { undo } from '../editing/index.ts';

const NAMED = 4;

/** Says what a block had no room for. */
export function tellLeftOut(names: readonly string[]): void {
  if (names.length === 0) return;
  const more = names.length > NAMED ? ` and ${names.length - NAMED} more` : '';
  toast.undoable(
    `A block holds ${MOST_STATIONS} stations. Left out: ${names.slice(0, NAMED).join(', ')}${more}.`,
    undo,
    { duration: 15_000 },
  );
}
