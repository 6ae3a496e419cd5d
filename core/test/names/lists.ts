import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Library } from '../../moves/index.ts';

/** A name with what it may sensibly be, written down before it was read. */
export interface Expected {
  name: string;
  patterns: readonly string[];
  positions: readonly string[];
  /** yes, no, or ? where either is sensible. */
  lands: string;
  /** 1 or 2 sides at once, or ? where either is sensible. */
  sides: string;
}

/** The names of a list: each line a pattern, a position, landing and sides, then names that are such. */
export function listOf(file: string): Expected[] {
  return readFileSync(path.join(import.meta.dirname, file), 'utf8')
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'))
    .flatMap((line) => {
      const [facts = '', names = ''] = line.split(/: (.*)/s);
      const [patterns = '', positions = '', lands = '', sides = ''] = facts.split(' ');
      return names.split('; ').map((name) => ({
        name: name.trim(),
        patterns: patterns.split('/'),
        positions: positions.split('/'),
        lands,
        sides,
      }));
    });
}

/** What a library makes of a name: as expected, not known at all, or wrong, and how. */
export function judgeName(library: Library, e: Expected): { of: 'right' | 'unknown' | 'wrong'; how: string } {
  const { kind, move: m, said } = library.read(e.name);
  if (m === null) return { of: 'unknown', how: `${e.name}: unknown` };
  const may = (list: readonly string[], ...any: (string | undefined)[]) =>
    list.includes('?') || any.some((one) => one !== undefined && list.includes(one));
  const oneSided = m.oneSided || said.side !== null;
  const faults = [
    ...(may(e.patterns, m.pattern, m.second) ? [] : [m.pattern]),
    ...(may(e.positions, m.position) ? [] : [m.position]),
    ...(e.lands === '?' || (m.impact !== 'none') === (e.lands === 'yes') ? [] : [`impact ${m.impact}`]),
    ...(e.sides === '?' || oneSided === (e.sides === '1') ? [] : [oneSided ? 'one-sided' : 'both sides']),
  ];
  return { of: faults.length === 0 ? 'right' : 'wrong', how: `${e.name}: ${kind} ${m.name}, ${faults.join(', ')}` };
}
