import { nanoid } from 'nanoid';
import { useState } from 'react';
import {
  addBlock,
  type Block,
  formatDuration,
  moduleOf,
  type Plan,
  removeBlock,
  settingOf,
  sheetSetting,
} from '../../../core/class/index.ts';
import { proposeCoolDown, proposeWarmUp } from '../../../core/judge/index.ts';
import { totals } from '../../../core/time/index.ts';
import { Button, DurationField, toast, useLibrary } from '../../base/index.ts';
import { edit, undo } from '../editing/index.ts';
import { BasisNote } from './basis-note.tsx';

/** A warm-up and a cool-down proposed from what the main blocks work. */
export function EndsPanel({ plan }: { plan: Plan }) {
  return (
    <>
      <p className="mb-3 text-small text-muted">
        From what the main blocks work, for whom and with what there is. Before: pulse, joints, the moves without
        weight, a last minute near the first work. After: on the feet until the breath settles, a hold for each area,
        quiet.
      </p>
      <BasisNote of={plan.blocks.filter((b) => b.role === 'main' || b.role === 'finisher')} />
      <End plan={plan} of="warmUp" />
      <End plan={plan} of="coolDown" />
    </>
  );
}

/** What is there but too short is proposed as long as usual. */
const SHORT_MS = 180_000;
const USUAL_MS = 300_000;

const WORDS = { warmUp: 'Warm-up', coolDown: 'Cool-down' } as const;

function End({ plan, of: role }: { plan: Plan; of: 'warmUp' | 'coolDown' }) {
  const { library, kit, thresholds } = useLibrary();
  const at = plan.blocks.findIndex((b) => b.role === role);
  const old = plan.blocks[at];
  const [lengthMs, setLengthMs] = useState(() => {
    const nowMs = old ? (totals(plan).blocks[at]?.totalMs ?? 0) : 0;
    return nowMs >= SHORT_MS ? nowMs : USUAL_MS;
  });
  const propose = role === 'warmUp' ? proposeWarmUp : proposeCoolDown;
  const block = propose({ plan, library, kitRoom: kit, lengthMs, coverFromMs: thresholds.coverFromS * 1000 });
  const word = WORDS[role];
  const put = (made: Block) => {
    const own = { ...made, id: nanoid(10), stations: made.stations.map((s) => ({ ...s, id: nanoid(10) })) };
    edit((p) => {
      const bare = old ? removeBlock(p, old.id) : p;
      const rest = bare.blocks;
      const place = old
        ? at
        : role === 'warmUp'
          ? Math.max(
              0,
              rest.findIndex((b) => moduleOf(b.format).traits.stations !== 'none'),
            )
          : rest.length;
      return addBlock(bare, own, place);
    });
    toast.undoable(`${word} ${old ? 'replaced' : 'added'}.`, undo);
  };
  return (
    <section className="mb-5" aria-label={word}>
      <div className="flex items-center gap-2">
        <h3 className="digits flex-1 text-lead">{word}</h3>
        <DurationField label={`${word} length`} valueMs={lengthMs} minMs={60_000} onChange={setLengthMs} />
      </div>
      {block ? (
        <>
          <ol className="mt-1 border-t">
            {block.stations.map((s, k) => (
              <li key={s.id} className="flex border-b py-1 text-small">
                <span className="digits w-6 text-fine leading-6 text-muted">{k + 1}</span>
                <span className="flex-1">{s.move}</span>
                <span className="text-fine text-muted">
                  {formatDuration(s.workMs ?? usualMs(block))}
                  {s.sides.mode === 'each' ? ' a side' : s.sides.mode === 'split' ? ', switch' : ''}
                </span>
              </li>
            ))}
          </ol>
          <Button className="mt-2" onClick={() => put(block)}>
            {old ? `Replace the ${word.toLowerCase()}` : `Add this ${word.toLowerCase()}`}
          </Button>
        </>
      ) : (
        <p className="mt-1 text-small text-muted">Add main stations first; then there is something to prepare for.</p>
      )}
    </section>
  );
}

function usualMs({ format }: Block): number {
  const key = sheetSetting(format, 'work');
  return key === null ? 0 : Number(settingOf(format, key));
}
