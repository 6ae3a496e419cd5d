import { format } from 'date-fns';
import { type Block, type FormatKind, formatDuration, type Plan, type Side } from '../../core/plan/index.ts';
import type { IntervalKind } from '../../core/timeline/index.ts';

export const FORMAT_WORDS: Record<FormatKind, string> = {
  circuit: 'Circuit',
  tabata: 'Tabata',
  emom: 'Every minute',
  windows: 'On/off windows',
  addOn: 'Add-on',
  ladder: 'Ladder',
  reps: 'Reps',
  beats: 'Beats',
  holds: 'Holds',
  amrap: 'AMRAP',
  open: 'Open',
  demo: 'Demo',
};

/** A block's format as an instructor would name it. */
export function formatWord(block: Block): string {
  const { format, stations } = block;
  if (format.kind === 'circuit') {
    const g = format.groupSize;
    if (g === 1 && stations.length > 1) return 'Station by station';
    if (g === 2 && stations.length > 2) return 'Pairs';
    if (g === 3 && stations.length > 3) return 'Triples';
    if (g !== null && g < stations.length) return `In groups of ${g}`;
    return 'Go round';
  }
  if (format.kind === 'amrap' && format.forTime) return 'For time';
  return FORMAT_WORDS[format.kind];
}

/** The formats of a class's main part, each once. */
export function planFormats(plan: Plan): string {
  const main = plan.blocks.filter((b) => b.role === 'main' || b.role === 'finisher');
  return [...new Set(main.map(formatWord))].join(', ');
}

export const KIND_WORDS: Record<IntervalKind, string> = {
  work: 'Work',
  rest: 'Rest',
  roundBreak: 'Round break',
  groupBreak: 'Break',
  blockBreak: 'Break',
  countIn: 'Get ready',
  demo: 'Watch',
  open: 'Open',
};

export function sideWord(side: Side | null): string {
  return side === null ? '' : side === 'left' ? 'left' : 'right';
}

/** Time left as it is counted down: 40 is shown until the first second is over, m:ss from a minute on. */
export function countdown(ms: number): string {
  const s = Math.ceil(ms / 1000);
  return s < 60 ? String(s) : formatDuration(s * 1000);
}

/** The local time of day of an instant (ms since 1970) to the minute, 18:05. */
export const timeOfDay = (ms: number) => format(ms, 'HH:mm');

/** The local time of day of an instant (ms since 1970) to the second, 18:05:30. */
export const timeOfDayExact = (ms: number) => format(ms, 'HH:mm:ss');
