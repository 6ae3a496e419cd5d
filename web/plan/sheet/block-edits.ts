import { nanoid } from 'nanoid';
import {
  addBlock,
  type Block,
  duplicateBlock,
  moveBlock,
  type Plan,
  removeBlock,
  updateBlock,
} from '../../../core/class/index.ts';
import { toast } from '../../base/index.ts';
import { edit, undo, useBuilder } from '../editing/index.ts';

const indexOf = (plan: Plan, id: string) => plan.blocks.findIndex((b) => b.id === id);

/** Changes a block of the class being built; nothing when it is gone. */
export const editBlock = (id: string, change: (block: Block) => Block) => edit((p) => updateBlock(p, id, change));

/** Moves a block up (negative) or down by so many places, as far as there are places. */
export const moveBlockBy = (id: string, by: number) => edit((p) => moveBlock(p, id, Math.max(0, indexOf(p, id) + by)));

/** Puts a copy of a block right after it. */
export function duplicate(id: string): void {
  edit((p) => {
    const k = indexOf(p, id);
    const block = p.blocks[k];
    if (!block) return p;
    const copy = duplicateBlock(block, () => nanoid(10));
    return addBlock(p, copy, k + 1);
  });
}

/** Takes a block out and offers it back. */
export function remove(id: string): void {
  const title = useBuilder.getState().plan?.blocks.find((b) => b.id === id)?.title ?? 'Block';
  edit((p) => removeBlock(p, id));
  toast.undoable(`${title} removed.`, undo);
}
