import { describe, expect, it } from 'vitest';
import { parseWith } from '../class/index.ts';
import { circuit, planOf, stations } from '../test/build.ts';
import { namesShown } from '../voice/index.ts';
import { DrawnMoveSchema } from './drawn-move.ts';
import { figuresOf, libraryOf } from './library.ts';
import { MOVE_COLUMNS, moveRow, readMoveRows } from './rows.ts';
import { plainMove } from './schema.ts';

describe('the figure of a move', () => {
  const own = { ...plainMove('Oar pull'), cues: [] };
  const problems = (figure: string) => {
    const read = parseWith(DrawnMoveSchema, { ...own, figure });
    return read.ok ? [] : read.problems.map((p) => [p.path, p.message]);
  };

  it('is a text that can be read, of some length', () => {
    expect(problems('(side): stand → squat half')).toEqual([]);
    expect(problems('stand, fly')).toEqual([['figure', '\u201cfly\u201d is not known']]);
    expect(problems('stand'.repeat(1000))).toHaveLength(1);
  });

  it('goes through a CSV file', () => {
    const made = { ...own, figure: '(side): stand → squat half' };
    expect(readMoveRows(MOVE_COLUMNS, [moveRow(made)]).moves[0]?.figure).toBe(made.figure);
    expect(readMoveRows(MOVE_COLUMNS, [moveRow({ ...made, figure: 'fly' })]).problems[0]?.column).toBe('figure');
  });

  it('is found by the names that a class shows: its moves, other ways, what is swapped in', () => {
    const library = libraryOf([
      { ...own, aliases: ['Long pull'], figure: 'stand' },
      { ...own, name: 'Short pull', figure: 'plank' },
      { ...own, name: 'No pull' },
    ]);
    const plan = planOf(
      circuit(
        stations(2, (x, k) => ({
          ...x,
          move: ['Long pull', 'No pull'][k] ?? '',
          easier: k === 0 ? ['Short pull'] : [],
          ...(k === 1 ? { cells: [{ round: 2, swap: { move: 'Oar pull', harder: ['Far pull'] } }] } : {}),
        })),
        30,
        10,
        2,
      ),
    );
    expect(namesShown(plan)).toEqual(['Short pull', 'Long pull', 'No pull', 'Oar pull', 'Far pull']);
    expect(figuresOf(namesShown(plan), library, plan)).toEqual({
      'Short pull': 'plank',
      'Long pull': 'stand',
      'Oar pull': 'stand',
    });
  });
});
