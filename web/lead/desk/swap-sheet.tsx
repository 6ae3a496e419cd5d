import { useState } from 'react';
import type { Station } from '../../../core/class/index.ts';
import { isWork, type RunState, setNow, stationAt } from '../../../core/time/index.ts';
import { command } from '../session/index.ts';
import { Target } from '../stage/index.ts';
import { DeskSheet } from './desk-sheet.tsx';
import { MoveChoice } from './move-choice.tsx';

/** The station meant by a swap: the one under way, or the next. */
function stationNow(state: RunState): Station | null {
  const current = state.intervals[state.index];
  const shown = current && isWork(current) ? current : state.intervals.slice(state.index).find(isWork);
  return shown ? stationAt(state.plan, shown) : null;
}

const SCOPES = [
  ['on', 'From now on'],
  ['round', 'This round only'],
  ['set', 'This set only'],
] as const;

/** Another move for the station at hand, from now on, in this round, or in this set. */
export function SwapSheet({ state, onClose }: { state: RunState; onClose: () => void }) {
  const [scope, setScope] = useState<(typeof SCOPES)[number][0]>('on');
  const [station] = useState(() => stationNow(state));
  if (!station)
    return (
      <DeskSheet title="In place of what?" onClose={onClose}>
        <p className="text-lead">No one move is done here that another could stand in for.</p>
      </DeskSheet>
    );
  return (
    <DeskSheet title={`In place of ${station.move}`} onClose={onClose}>
      <div className="mb-2 flex gap-2">
        {SCOPES.map(([value, words]) => (
          <Target key={value} small name={words} hint="" pressed={scope === value} onClick={() => setScope(value)} />
        ))}
      </div>
      <MoveChoice
        plan={state.plan}
        station={station}
        onChoose={(to) => {
          void command({ type: 'swap', stationId: station.id, scope, to });
          onClose();
        }}
      />
    </DeskSheet>
  );
}

/** One more interval after this one: the set just done once more, or any other move. */
export function OneMoreSheet({ state, onClose }: { state: RunState; onClose: () => void }) {
  const [set] = useState(() => setNow(state));
  const station = set && stationAt(state.plan, set);
  const title = set && state.plan.blocks[set.blockIndex]?.title;
  if (!set)
    return (
      <DeskSheet title="One more interval" onClose={onClose}>
        <p className="text-lead">There is none yet to do once more.</p>
      </DeskSheet>
    );
  const add = (to?: Parameters<Parameters<typeof MoveChoice>[0]['onChoose']>[0]) => {
    void command({ type: 'more', ...(to ? { to } : {}) });
    onClose();
  };
  return (
    <DeskSheet title="One more interval" onClose={onClose}>
      <div className="mb-2 flex">
        <Target name={`${station?.move ?? title ?? 'The same'}, once more`} hint="" onClick={() => add()} />
      </div>
      <MoveChoice plan={state.plan} station={station} onChoose={add} />
    </DeskSheet>
  );
}
