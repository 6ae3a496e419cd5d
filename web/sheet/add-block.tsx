import { Plus } from 'lucide-react';
import { nanoid } from 'nanoid';
import { addBlock, type BlockRole, defaultFormat, newBlock, type Plan, roleTitle } from '../../core/plan/index.ts';
import { edit } from '../editing/index.ts';
import { Button } from '../ui/index.ts';

const NEW_BLOCKS: { role: BlockRole; make: () => ReturnType<typeof newBlock> }[] = [
  {
    role: 'warmUp',
    make: () => newBlock(nanoid(10), 'warmUp', { ...defaultFormat('circuit'), rounds: 1, workMs: 30_000, restMs: 0 }),
  },
  { role: 'main', make: () => newBlock(nanoid(10), 'main', defaultFormat('circuit')) },
  { role: 'finisher', make: () => newBlock(nanoid(10), 'finisher', defaultFormat('tabata')) },
  { role: 'coolDown', make: () => newBlock(nanoid(10), 'coolDown', defaultFormat('holds')) },
  { role: 'other', make: () => ({ ...newBlock(nanoid(10), 'other', defaultFormat('open')), title: 'Talk' }) },
];

/** New blocks go where classes have them: the warm-up before the main part, the rest after it. */
export function AddBlock() {
  const place = (plan: Plan, role: BlockRole) => {
    if (role !== 'warmUp') return plan.blocks.length;
    const main = plan.blocks.findIndex((b) => b.role === 'main');
    return main < 0 ? plan.blocks.length : main;
  };
  return (
    <div className="flex flex-wrap items-center gap-2 px-5 py-5">
      <span className="text-muted">Add a block:</span>
      {NEW_BLOCKS.map(({ role, make }) => (
        <Button key={role} onClick={() => edit((p) => addBlock(p, make(), place(p, role)))}>
          <Plus size={15} aria-hidden="true" /> {role === 'other' ? 'Talk or water' : roleTitle(role)}
        </Button>
      ))}
    </div>
  );
}
