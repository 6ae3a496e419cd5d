import { ListPlus } from 'lucide-react';
import { nanoid } from 'nanoid';
import type { Block } from '../../../core/class/index.ts';
import { proposeCoolDown, proposeWarmUp } from '../../../core/judge/index.ts';
import type { Library } from '../../../core/moves/index.ts';
import { Button, toast, useLibrary } from '../../base/index.ts';
import { useBuilder } from '../editing/index.ts';

/** The length that a warm-up or a cool-down is proposed for, ms. */
const END_MS = 300_000;

interface Props {
  block: Block;
  library: Library;
  onEdit: (change: (b: Block) => Block) => void;
}

/** Fills a warm-up or a cool-down that is still empty with what fits the main blocks, where it is asked to. */
export function ProposeEnd({ block, library, onEdit }: Props) {
  const { role, stations } = block;
  if ((role !== 'warmUp' && role !== 'coolDown') || stations.length > 0) return null;
  const propose = () => {
    const { plan } = useBuilder.getState();
    const { kit, thresholds } = useLibrary.getState();
    if (!plan) return;
    const asked = { plan, library, kitRoom: kit, lengthMs: END_MS, coverFromMs: thresholds.coverFromS * 1000 };
    const proposed = role === 'warmUp' ? proposeWarmUp(asked) : proposeCoolDown(asked);
    if (!proposed) {
      toast('There is nothing in the main blocks yet to propose it from.');
      return;
    }
    const made = proposed.stations.map((s) => ({ ...s, id: nanoid(10) }));
    onEdit((b) => ({ ...b, format: proposed.format, stations: made }));
  };
  return (
    <Button className="mb-2" onClick={propose}>
      <ListPlus size={15} aria-hidden="true" /> Propose moves for the main blocks
    </Button>
  );
}
