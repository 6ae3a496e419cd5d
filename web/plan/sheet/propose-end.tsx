import { ListPlus } from 'lucide-react';
import { nanoid } from 'nanoid';
import type { Block } from '../../../core/class/index.ts';
import { proposeCoolDown, proposeWarmUp } from '../../../core/judge/index.ts';
import { Button, toast, useLibrary } from '../../base/index.ts';
import { useBuilder } from '../editing/index.ts';
import { editBlock } from './block-edits.ts';

/** The length that a warm-up or a cool-down is proposed for, ms. */
const END_MS = 300_000;

const isEmptyEnd = ({ role, stations }: Block) => (role === 'warmUp' || role === 'coolDown') && stations.length === 0;

/** Fills an end of the class that is still empty with what fits the main blocks. */
function fill({ id, role }: Block): void {
  const { plan } = useBuilder.getState();
  const { library, kit, thresholds } = useLibrary.getState();
  if (!plan) return;
  const asked = { plan, library, kitRoom: kit, lengthMs: END_MS, coverFromMs: thresholds.coverFromS * 1000 };
  const proposed = role === 'warmUp' ? proposeWarmUp(asked) : proposeCoolDown(asked);
  if (!proposed) {
    toast('There is nothing in the main blocks yet to propose it from.');
    return;
  }
  const stations = proposed.stations.map((s) => ({ ...s, id: nanoid(10) }));
  editBlock(id, (b) => ({ ...b, format: proposed.format, stations }));
}

/** Fills the empty ends of the class. */
export function proposeEnds(): void {
  for (const block of useBuilder.getState().plan?.blocks.filter(isEmptyEnd) ?? []) fill(block);
}

/** Offers moves for a warm-up or a cool-down that is still empty. */
export function ProposeEnd({ block }: { block: Block }) {
  if (!isEmptyEnd(block)) return null;
  return (
    <Button className="mb-2" onClick={() => fill(block)}>
      <ListPlus size={15} aria-hidden="true" /> Propose moves for the main blocks{' '}
      <kbd className="text-small text-muted max-sm:hidden">V</kbd>
    </Button>
  );
}
