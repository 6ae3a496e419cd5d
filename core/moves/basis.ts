import { donesOf, type Plan } from '../class/index.ts';
import { keyOf, type Library } from './library.ts';

/** The basis of a judgement: the names it is about, by how well they are known; each name once, as written. */
export interface Basis {
  known: string[];
  guessed: string[];
  unknown: string[];
}

/** The names of all moves of a class, those done in one round only too, in the order they are met; each once. */
export function movesNamed(plan: Pick<Plan, 'blocks'>): string[] {
  const names = plan.blocks.flatMap((b) => b.stations.flatMap((x) => donesOf(x).map((d) => d.move)));
  return [...new Map(names.map((n) => [keyOf(n), n])).values()];
}

/** The basis that some names give. */
export function basisOf(names: readonly string[], library: Library): Basis {
  const basis: Basis = { known: [], guessed: [], unknown: [] };
  for (const name of names) basis[library.read(name).kind].push(name);
  return basis;
}

/** True when nothing is guessed or unknown. */
export const isSure = ({ guessed, unknown }: Basis): boolean => guessed.length + unknown.length === 0;

const MOST_NAMED = 4;

/** Some names, the first few of them, as a list. */
export function someOf(names: readonly string[]): string {
  const shown = names.slice(0, MOST_NAMED).join(', ');
  return names.length > MOST_NAMED ? `${shown} and ${names.length - MOST_NAMED} more` : shown;
}

/** The basis of a judgement in a sentence: "10 of 14 moves known, 3 guessed, 1 unknown: cannot judge Kelp walk." */
export function basisWords(basis: Basis): string {
  const { known, guessed, unknown } = basis;
  const all = known.length + guessed.length + unknown.length;
  if (all === 0) return 'No moves yet.';
  if (isSure(basis)) return all === 1 ? 'The one move is known.' : `All ${all} moves are known.`;
  const parts = [
    `${known.length} of ${all} ${all === 1 ? 'move' : 'moves'} known`,
    ...(guessed.length > 0 ? [`${guessed.length} guessed`] : []),
    ...(unknown.length > 0 ? [`${unknown.length} unknown`] : []),
  ].join(', ');
  return unknown.length > 0 ? `${parts}: cannot judge ${someOf(unknown)}.` : `${parts}: ${someOf(guessed)}.`;
}
