import { Plus } from 'lucide-react';
import { nanoid } from 'nanoid';
import {
  addBlock,
  type Block,
  type BlockRole,
  defaultFormat,
  formatDuration,
  newBlock,
  type Plan,
  roleTitle,
} from '../../../core/class/index.ts';
import { proposeCoolDown, proposeWarmUp } from '../../../core/judge/index.ts';
import { totals } from '../../../core/time/index.ts';
import { Button, toast, useActions, useLibrary } from '../../base/index.ts';
import { edit, showBlock, undo, useBuilder } from '../editing/index.ts';

/** The length that a warm-up or a cool-down is proposed for, ms. */
const END_MS = 300_000;

const EMPTY: Record<BlockRole, () => Block> = {
  warmUp: () => newBlock(nanoid(10), 'warmUp', { ...defaultFormat('circuit'), rounds: 1, workMs: 30_000, restMs: 0 }),
  main: () => newBlock(nanoid(10), 'main', defaultFormat('circuit')),
  finisher: () => newBlock(nanoid(10), 'finisher', defaultFormat('tabata')),
  coolDown: () => newBlock(nanoid(10), 'coolDown', defaultFormat('holds')),
  other: () => ({ ...newBlock(nanoid(10), 'other', defaultFormat('open')), title: 'Talk' }),
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

/** A new block; a warm-up or a cool-down is that which fits what the main blocks work, where there is one to say. */
function made(plan: Plan, role: BlockRole): { block: Block; isProposed: boolean } {
  const { library, kit, thresholds } = useLibrary.getState();
  const propose = role === 'warmUp' ? proposeWarmUp : role === 'coolDown' ? proposeCoolDown : null;
  const proposed =
    propose?.({ plan, library, kitRoom: kit, lengthMs: END_MS, coverFromMs: thresholds.coverFromS * 1000 }) ?? null;
  if (!proposed) return { block: EMPTY[role](), isProposed: false };
  const stations = proposed.stations.map((s) => ({ ...s, id: nanoid(10) }));
  return { block: { ...proposed, id: nanoid(10), stations }, isProposed: true };
}

function add(role: BlockRole): void {
  const { plan } = useBuilder.getState();
  if (!plan) return;
  const { block, isProposed } = made(plan, role);
  edit((p) => addBlock(p, block, placeOf(p, role)));
  showBlock(block.id, { focus: true });
  if (!isProposed) return;
  const { totalMs } = totals({ ...plan, blocks: [block] });
  toast(`${WORDS[role]} proposed from what the main blocks work: ${formatDuration(totalMs)}.`, {
    duration: 10_000,
    action: {
      label: 'Empty instead',
      onClick: () => {
        undo();
        const empty = EMPTY[role]();
        edit((p) => addBlock(p, empty, placeOf(p, role)));
        showBlock(empty.id, { focus: true });
      },
    },
  });
}

/** New blocks, by the part of a class they are. */
export function AddBlock() {
  useActions('Blocks', [
    { name: 'Add a warm-up', key: 'w', run: () => add('warmUp') },
    { name: 'Add a main block', key: 'm', run: () => add('main') },
    { name: 'Add a finisher', run: () => add('finisher') },
    { name: 'Add a cool-down', key: 'd', run: () => add('coolDown') },
    { name: 'Add talk or water', run: () => add('other') },
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
