import type { Block, FormatKind, Plan } from './schema.ts';

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

/** What a class is found by: its title, its formats and its moves, in small letters. */
export function searchText(plan: Plan): string {
  const moves = plan.blocks.flatMap((b) => b.stations.map((s) => s.move));
  return [plan.title, planFormats(plan), ...moves].join(' ').toLowerCase();
}
