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
import type { ReactNode } from 'react';
import { roundsOf } from '../../../core/class/index.ts';
import type { RunCommand, RunEvent, RunState, RunView } from '../../../core/time/index.ts';
import { currentBlock, lastUndoable } from '../../../core/time/index.ts';
import { command, undoLast } from '../session/index.ts';
import type { ActionId } from './action-rows.ts';
import { back, holdOrRelease, mainCommand, onward } from './commands.ts';
import type { SheetName } from './sheet-name.ts';

/** One thing the desk does at a tap. */
export interface DeskAction {
  name: string;
  /** Its key, as it is printed on it. */
  hint: string;
  icon: ReactNode;
  disabled: boolean;
  onClick: () => void;
}

/** What the desk's targets do, by their ids, at a moment of the run. */
export function deskActions(
  state: RunState,
  view: RunView,
  events: readonly RunEvent[],
  onSheet: (name: SheetName) => void,
): Record<ActionId, DeskAction> {
  const running = state.status === 'running' || state.status === 'paused';
  const tap = (what: RunCommand | null) => () => {
    if (what) void command(what);
  };
  const block = currentBlock(state);
  const hasRounds = block !== null && roundsOf(block.format) !== null;
  const action = (name: string, hint: string, icon: ReactNode, onClick: () => void, enabled = running): DeskAction => ({
    name,
    hint,
    icon,
    disabled: !enabled,
    onClick,
  });
  const goes = state.status === 'running' && !view.mayGo;
  const backward = back(state, view);
  return {
    back: action(backward.type === 'back' ? 'Back' : 'Again', '←', <SkipBack />, tap(backward)),
    less: action('−10 s', '−', <Minus />, tap({ type: 'adjust', deltaMs: -10_000 })),
    main: action(mainWord(state, view), 'Space', goes ? <Pause /> : <Play />, tap(mainCommand(state, view)), true),
    more10: action('+10 s', '+', <Plus />, tap({ type: 'adjust', deltaMs: 10_000 })),
    onward: action(view.mayGo ? 'Go on' : 'Skip', '→', <SkipForward />, tap(onward(state, view))),
    hold: action(
      view.interval?.untilTap ? 'Let go' : 'Hold',
      'H',
      <Hand />,
      tap(holdOrRelease(state, view)),
      running && view.interval !== null,
    ),
    rounds: action('One more round', 'R', <ChevronsUp />, tap({ type: 'rounds', delta: 1 }), running && hasRounds),
    reps: action('Reps', 'C', <Hash />, () => onSheet('reps')),
    people: action('People', 'P', <Users />, () => onSheet('people')),
    finish: action('Finish by', 'F', <Timer />, () => onSheet('finish')),
    undo: action('Undo', 'U', <Undo2 />, () => void undoLast(), running && lastUndoable(events) !== null),
    more: action('More', 'M', <MoreHorizontal />, () => onSheet('more'), true),
  };
}

function mainWord(state: RunState, view: RunView): string {
  if (state.status === 'ready') return 'Start';
  if (state.status === 'paused') return 'Resume';
  return view.mayGo ? 'Go on' : 'Pause';
}
