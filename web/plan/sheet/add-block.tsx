import { Plus } from 'lucide-react';
import { nanoid } from 'nanoid';
import {
  addBlock,
  type Block,
  type BlockRole,
  defaultFormat,
  newBlock,
  type Plan,
  roleTitle,
} from '../../../core/class/index.ts';
import { Button, useActions } from '../../base/index.ts';
import { edit, showBlock } from '../editing/index.ts';
import { proposeEnds } from './propose-end.tsx';

const EMPTY: Record<BlockRole, () => Block> = {
  warmUp: () => newBlock(nanoid(10), 'warmUp', { ...defaultFormat('circuit'), rounds: 1, workMs: 30_000, restMs: 0 }),
  main: () => newBlock(nanoid(10), 'main', defaultFormat('circuit')),
  finisher: () => newBlock(nanoid(10), 'finisher', defaultFormat('tabata')),
  coolDown: () => newBlock(nanoid(10), 'coolDown', defaultFormat('holds')),
  other: () => newBlock(nanoid(10), 'other', defaultFormat('open')),
};
const ORDER = Object.keys(EMPTY) as BlockRole[];
const WORDS: Record<BlockRole, string> = {
  warmUp: roleTitle('warmUp'),
  main: roleTitle('main'),
  finisher: roleTitle('finisher'),
  coolDown: roleTitle('coolDown'),
  other: 'Talk or water',
};

/** Where a new block goes: after the last of its kind, else where classes have it. */
function placeOf({ blocks }: Plan, role: BlockRole): number {
  const last = blocks.findLastIndex((b) => b.role === role);
  if (last >= 0) return last + 1;
  const firstMain = blocks.findIndex((b) => b.role === 'main' || b.role === 'finisher');
  if (role === 'warmUp') return firstMain < 0 ? blocks.length : firstMain;
  const coolDown = blocks.findIndex((b) => b.role === 'coolDown');
  return role === 'coolDown' || coolDown < 0 ? blocks.length : coolDown;
}

function add(role: BlockRole): void {
  const block = EMPTY[role]();
  edit((p) => addBlock(p, block, placeOf(p, role)));
  showBlock(block.id, { focus: true });
}

/** New blocks, by the part of a class they are. */
export function AddBlock() {
  useActions('Blocks', [
    { name: 'Add a warm-up', key: 'w', run: () => add('warmUp') },
    { name: 'Add a main block', key: 'm', run: () => add('main') },
    { name: 'Add a finisher', key: 'z', run: () => add('finisher') },
    { name: 'Add a cool-down', key: 'd', run: () => add('coolDown') },
    { name: 'Add talk or water', run: () => add('other') },
    { name: 'Propose moves for an empty warm-up or cool-down', key: 'v', run: proposeEnds },
  ]);
  return (
    <div className="flex flex-wrap items-center gap-2 px-5 py-5">
      <span className="text-muted">Add a block:</span>
      {ORDER.map((role) => (
        <Button key={role} onClick={() => add(role)}>
          <Plus size={15} aria-hidden="true" /> {WORDS[role]}
        </Button>
      ))}
    </div>
  );
}
