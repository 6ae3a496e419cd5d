import { formatWord, type Role, settingOf, settingsOf } from '../formats/index.ts';
import { formatDuration } from '../values/index.ts';
import { bodyWords } from './body.ts';
import type { Block, Plan } from './schema.ts';

/** The formats of a class's main part, each once. */
export function planFormats(plan: Plan): string {
  const main = plan.blocks.filter((b) => b.role === 'main' || b.role === 'finisher');
  return [...new Set(main.map(formatWord))].join(', ');
}

/** The text a class is searched by: its title, formats and moves, in lower case. */
export function searchText(plan: Plan): string {
  const moves = plan.blocks.flatMap((b) => b.stations.map((s) => s.move));
  return [plan.title, planFormats(plan), ...moves].join(' ').toLowerCase();
}

/** The settings that a format is known by, in the order they are said. */
const TELLING: readonly Role[] = [
  'rounds',
  'work',
  'rest',
  'period',
  'cap',
  'length',
  'reps',
  'roundBreak',
  'groupBreak',
];

/** A block in a line: "Pairs: 3 rounds, 40 s work, 15 s rest, 1:00 between groups". */
export function blockWords(block: Pick<Block, 'format' | 'stations' | 'use' | 'body'>): string {
  const { format, stations } = block;
  const said = settingsOf(format)
    .filter(([, s]) => s.type === 'duration' || s.type === 'number')
    .filter(([, s]) => TELLING.includes(s.roles[0] as Role) && (s.applies?.(format, stations.length) ?? true))
    .sort(([, a], [, b]) => TELLING.indexOf(a.roles[0] as Role) - TELLING.indexOf(b.roles[0] as Role))
    .flatMap(([key, s]) => {
      const value = Number(settingOf(format, key));
      // One round is no round to speak of.
      if (value === 0 || (s.roles[0] === 'rounds' && value === 1)) return [];
      const shown = s.type === 'duration' ? shortTime(value) : String(value);
      return [[s.before, shown, s.after].filter(Boolean).join(' ')];
    });
  const parts = [...said, ...(block.use === 'stations' ? ['at stations'] : []), ...bodyWords(block.body ?? {})];
  return parts.length === 0 ? formatWord(block) : `${formatWord(block)}: ${parts.join(', ')}`;
}

const shortTime = (ms: number) => (ms < 60_000 ? `${ms / 1000} s` : formatDuration(ms));
