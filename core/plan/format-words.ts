import { formatWord } from '../formats/index.ts';
import type { Plan } from './schema.ts';

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
