import { create } from 'zustand';
import { moveAt } from '../../../core/moves/index.ts';
import { MAX_FORMULA_NAMES } from '../../../core/record/index.ts';
import { advance, currentInterval, isWork, type RunState, stationAt } from '../../../core/time/index.ts';
import { runs } from '../../../core/wire/index.ts';
import { ask, keepText, local, TIMERS, useLibrary } from '../../base/index.ts';
import { command, sound, useDesk } from '../session/index.ts';
import { PulseSession, type PulseState } from './pulse-session.ts';
import type { PulseWorld } from './sources.ts';

/*
 * Heart rates on the desk of this window.
 */

const KEY = 'odd-round.pulse';
/** An effort for what is not known of a move, and for what is no work. */
const UNKNOWN_EFFORT = 3;
const GAP_EFFORT = 0.4;

function kept(): Pick<PulseState, 'share' | 'formula'> {
  const [share, formula] = (local.getItem(KEY) ?? '').split(' ');
  const n = Number(share);
  return {
    share: n >= 0.4 && n <= 0.95 ? n : 0.7,
    formula: MAX_FORMULA_NAMES.find((f) => f === formula) ?? 'tanaka',
  };
}

const stateNow = (): RunState | null => {
  const { folded } = useDesk.getState();
  return folded && advance(folded, sound.now());
};

/** What the class asks for just now, 0 to 5: that of the move, as the library knows it. */
function effortNow(): number {
  const state = stateNow();
  const interval = state && state.status === 'running' ? currentInterval(state) : null;
  if (!state || !interval || !isWork(interval)) return GAP_EFFORT;
  const station = stationAt(state.plan, interval);
  return (station && moveAt(useLibrary.getState().library, station)?.effort) ?? UNKNOWN_EFFORT;
}

export const world: PulseWorld = {
  now: () => sound.now(),
  effort: effortNow,
  startedAtMs: () => useDesk.getState().folded?.startedAtMs ?? null,
  timers: TIMERS,
};

export const usePulse = create<PulseState>(() => ({
  source: null,
  standings: [],
  onDesk: false,
  onWall: false,
  ...kept(),
}));

export const pulse = new PulseSession(
  {
    timers: TIMERS,
    now: world.now,
    state: stateNow,
    command: (what) => {
      if (useDesk.getState().leads) void command(what);
    },
    tellWall: (id, shown) => void ask(runs.tellPulse, { path: { id }, body: { pulse: shown } }).catch(() => {}),
    runId: () => useDesk.getState().run?.id ?? null,
    onChange: (state) => {
      const { share, formula } = usePulse.getState();
      usePulse.setState(state);
      if (share !== state.share || formula !== state.formula) keepText(local, KEY, `${state.share} ${state.formula}`);
    },
  },
  kept(),
);
