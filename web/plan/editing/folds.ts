import { create } from 'zustand';
import type { Block, Plan } from '../../../core/class/index.ts';

/** Which blocks the instructor has opened or folded, by id; the others are as `isOpenBlock` has them. */
const useFolds = create<{ set: Readonly<Record<string, boolean>> }>(() => ({ set: {} }));

/** Whether a block shows its sheet: as it was set, else the first main block does, and every block of a class without one. */
export function isOpenBlock(
  plan: Pick<Plan, 'blocks'>,
  block: Pick<Block, 'id'>,
  set: Readonly<Record<string, boolean>>,
) {
  const main = plan.blocks.find((b) => b.role === 'main') ?? plan.blocks.find((b) => b.role === 'finisher');
  return set[block.id] ?? (main === undefined || main.id === block.id);
}

export const useFoldsSet = () => useFolds((s) => s.set);

/** Opens or folds blocks. */
export function foldBlocks(ids: readonly string[], open: boolean): void {
  useFolds.setState(({ set }) => ({ set: { ...set, ...Object.fromEntries(ids.map((id) => [id, open])) } }));
}

/** Puts the keyboard where a station is added to a block; to the first that is shown, where there is no such block. */
export function addTo(id: string | null): void {
  const fields = [...document.querySelectorAll<HTMLInputElement>('[data-add-station]')];
  (fields.find((f) => f.closest('section')?.id === `block-${id}`) ?? fields[0])?.focus();
}

/** Opens a block and brings it into view; `focus` puts the keyboard on its title. */
export function showBlock(id: string, { focus = false } = {}): void {
  foldBlocks([id], true);
  // Once it is drawn.
  requestAnimationFrame(() => {
    const section = document.getElementById(`block-${id}`);
    section?.scrollIntoView({ behavior: 'smooth', block: 'start' });
    if (focus) section?.querySelector<HTMLInputElement>('input[data-block-title]')?.focus({ preventScroll: true });
  });
}
