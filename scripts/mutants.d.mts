import type { Plugin } from 'vite';

/** One small wrong change: what stands from `start` to `end` of a file, and what takes its place. */
export interface Mutant {
  start: number;
  end: number;
  to: string;
  line: number;
  was: string;
  isStatement: boolean;
}

export function candidates(file: string, text: string): Mutant[];
export function woven(
  text: string,
  mutants: readonly (Pick<Mutant, 'start' | 'end' | 'to' | 'isStatement'> & { number: number })[],
): string;
export function mutants(root: string): Plugin;
