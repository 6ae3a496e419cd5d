import {
  ChevronsUp,
  Hand,
  Hash,
  Minus,
  MoreHorizontal,
  Pause,
  Play,
  Plus,
  SkipBack,
  SkipForward,
  Timer,
  Undo2,
  Users,
} from 'lucide-react';
import type { RunCommand, RunState, RunView } from '../../core/run/index.ts';
import { currentBlock, lastUndoable } from '../../core/run/index.ts';
import { roundsOf } from '../../core/timeline/index.ts';
import { command, undoLast, useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';
import { back, holdOrRelease, mainCommand, onward } from './commands.ts';
import type { SheetName } from './sheet-name.ts';

interface Props {
  state: RunState;
  view: RunView;
  onSheet: (name: SheetName) => void;
}

/** Two rows of targets wide enough for an elbow; each has its key. */
export function DeskControls({ state, view, onSheet }: Props) {
  const events = useDesk((s) => s.run?.events);
  const running = state.status === 'running' || state.status === 'paused';
  const tap = (what: RunCommand | null) => () => {
    if (what) void command(what);
  };
  const block = currentBlock(state);
  const hasRounds = block !== null && roundsOf(block.format) !== null;
  const held = view.interval?.untilTap === true;
  const inStations = state.plan.blocks.some((b) => b.use === 'stations');
  return (
    <footer className="px-3 pt-2 pb-3 md:px-6">
      <div className={`mb-2 grid ${inStations ? 'grid-cols-4' : 'grid-cols-3'} gap-2 md:flex md:gap-3`}>
        <Target
          small
          name={held ? 'Let go' : 'Hold'}
          hint="H"
          disabled={!running || !view.interval}
          onClick={tap(holdOrRelease(state, view))}
        >
          <Hand size={22} />
        </Target>
        <Target
          small
          name="One more round"
          share={1.4}
          hint="R"
          disabled={!running || !hasRounds}
          onClick={tap({ type: 'rounds', delta: 1 })}
        >
          <ChevronsUp size={22} />
        </Target>
        <Target small name="Reps" hint="C" disabled={!running} onClick={() => onSheet('reps')}>
          <Hash size={22} />
        </Target>
        {inStations && (
          <Target small name="People" hint="P" disabled={!running} onClick={() => onSheet('people')}>
            <Users size={22} />
          </Target>
        )}
        <Target small name="Finish by" hint="F" disabled={!running} onClick={() => onSheet('finish')}>
          <Timer size={22} />
        </Target>
        <Target
          small
          name="Undo"
          hint="U"
          disabled={!running || lastUndoable(events ?? []) === null}
          onClick={() => void undoLast()}
        >
          <Undo2 size={22} />
        </Target>
        <Target
          small
          name="More"
          hint="M"
          phone={inStations ? 'max-md:col-span-2' : ''}
          onClick={() => onSheet('more')}
        >
          <MoreHorizontal size={22} />
        </Target>
      </div>
      <div className="grid grid-cols-6 gap-2 md:flex md:h-[84px] md:gap-3">
        <Target
          name={view.elapsedMs < 3000 ? 'Back' : 'Again'}
          hint="←"
          phone="max-md:order-2 max-md:col-span-3"
          disabled={!running}
          onClick={tap(back(state, view))}
        >
          <SkipBack size={30} />
        </Target>
        <Target
          name="−10 s"
          hint="−"
          phone="max-md:order-4 max-md:col-span-3"
          disabled={!running}
          onClick={tap({ type: 'adjust', deltaMs: -10_000 })}
        >
          <Minus size={30} />
        </Target>
        <Target
          name={mainWord(state, view)}
          hint="Space"
          phone="max-md:order-1 max-md:col-span-6"
          wide
          onClick={tap(mainCommand(state, view))}
        >
          {state.status === 'running' && !view.mayGo ? <Pause size={34} /> : <Play size={34} />}
        </Target>
        <Target
          name="+10 s"
          hint="+"
          phone="max-md:order-5 max-md:col-span-3"
          disabled={!running}
          onClick={tap({ type: 'adjust', deltaMs: 10_000 })}
        >
          <Plus size={30} />
        </Target>
        <Target
          name={view.mayGo ? 'Go on' : 'Skip'}
          hint="→"
          phone="max-md:order-3 max-md:col-span-3"
          disabled={!running}
          onClick={tap(onward(state, view))}
        >
          <SkipForward size={30} />
        </Target>
      </div>
    </footer>
  );
}

function mainWord(state: RunState, view: RunView): string {
  if (state.status === 'ready') return 'Start';
  if (state.status === 'paused') return 'Resume';
  return view.mayGo ? 'Go on' : 'Pause';
}
