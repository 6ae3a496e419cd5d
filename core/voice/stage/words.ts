import { capital, moduleOf, type Plan, type Purpose } from '../../class/index.ts';
import type { RunState } from '../../time/index.ts';
import { type Interval, isBreak, isWork, type Place } from '../../time/index.ts';
import { groupWord, timeWord } from '../cues/index.ts';

/** The field an interval is shown on, on every screen alike. */
export type Field = 'work' | 'rest' | 'break' | 'count';

/** The field an interval is shown on. */
export function fieldOf(interval: Interval | null): Field {
  if (!interval) return 'rest';
  if (interval.kind === 'countIn') return 'count';
  if (isWork(interval) || interval.kind === 'demo' || interval.kind === 'open') return 'work';
  return isBreak(interval) ? 'break' : 'rest';
}

const OPEN_WORDS: Record<Purpose, string> = {
  work: 'Work',
  demo: 'Watch',
  talk: 'Talk',
  water: 'Water',
  setUp: 'Set-up',
  move: 'Move freely',
};

/** The word for an interval: "Work", "Set-up", "Round break". */
export function kindWord(plan: Pick<Plan, 'blocks'>, interval: Interval): string {
  switch (interval.kind) {
    case 'work':
      return 'Work';
    case 'rest':
      return 'Rest';
    case 'roundBreak':
      return 'Round break';
    case 'groupBreak':
    case 'blockBreak':
      return 'Break';
    case 'countIn':
      return 'Get ready';
    case 'demo':
      return 'Watch';
    case 'open': {
      const block = plan.blocks[interval.blockIndex];
      if (isWork(interval) || !block) return 'Work';
      return OPEN_WORDS[moduleOf(block.format).traits.purpose(block.format)];
    }
  }
}

/** The word for the moment of a run: its phase, or that it waits to begin, is paused or is over. */
export function phaseWord({ status, plan, intervals, index }: RunState): string {
  const interval = intervals[index];
  if (status === 'ready') return 'Ready';
  if (status === 'paused') return 'Paused';
  return interval && status === 'running' ? kindWord(plan, interval) : 'Over';
}

/** The place of a set in words: "Round 2 of 3, set 7 of 15", "Pair 3 of 6, second time, set 15 of 36", "Add-on 4 of 6, move 2 of 4, then rest". */
export function placeWords(plan: Pick<Plan, 'blocks'>, interval: Interval, place: Place): string {
  const block = plan.blocks[interval.blockIndex];
  const { chain, group, rounds, round } = place;
  if (chain) {
    const last = chain.step === chain.steps && chain.turn < chain.turns ? ', then rest' : '';
    return `Add-on ${chain.turn} of ${chain.turns}, move ${chain.step} of ${chain.steps}${last}`;
  }
  // Layers of a move are one.
  const [n, of] = interval.layer === null ? [place.set, place.sets] : [place.visit, place.visits];
  const set = of > 1 ? `${interval.layer === null ? 'set' : 'move'} ${n} of ${of}` : '';
  if (group && rounds !== null && round !== null) {
    if (group.size === 1) return `Move ${group.n} of ${group.of}, set ${round} of ${rounds}`;
    const time = rounds > 1 ? `, ${round === rounds ? 'last' : timeWord(round)} time` : '';
    return `${groupWord(group.size)} ${group.n} of ${group.of}${time}, ${set}`;
  }
  if (rounds === null || rounds === 1 || round === null) return capital(set);
  const isComplex = block !== undefined && moduleOf(block.format).traits.complex;
  if (isComplex) return `Window ${round} of ${rounds}`;
  return [`Round ${round} of ${rounds}`, ...(set === '' || place.sets === rounds ? [] : [set])].join(', ');
}
