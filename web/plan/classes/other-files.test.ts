import { expect, it } from 'vitest';
import { guessBookColumns } from '../../../core/out/index.ts';
import { TEST_LIBRARY } from '../../../core/test/moves.ts';
import { kindOf, readTableOf, readTyped, titlesIn } from './other-files.ts';

it('what a file is shows by its name, else by what is in it', () => {
  expect([
    kindOf('a.json', ''),
    kindOf('a.csv', ''),
    kindOf('a', '{"x":1}'),
    kindOf('a.txt', 'move,work,rest\n'),
    kindOf('a.txt', 'main: circuit, 3 rounds, 40/20\n'),
  ]).toEqual(['plan', 'table', 'plan', 'table', 'text']);
});

it('a class as it is typed comes in with what is understood, and the lines of what is not', () => {
  const file = readTyped(
    'Ebb.txt',
    'main: circuit, 3 rounds, 40/20\n  Goblet squat, upside down\n  Rope slam\n',
    TEST_LIBRARY,
  );
  expect(file.plans.map((p) => [p.title, p.blocks[0]?.stations.length])).toEqual([['Ebb', 2]]);
  expect(file.problems.map((p) => p.path)).toEqual(['line 2', 'line 2']);
  expect(readTyped('x.txt', '', TEST_LIBRARY).problems).toEqual([
    { path: 'line 1', message: 'There is no class in it' },
  ]);
});

it('a table comes in by its columns, with the rows of the file in what is told', () => {
  const read = (name: string, header: string[], rows: string[][]) =>
    readTableOf(
      { name, header, rows, gaps: [], columns: guessBookColumns(header) },
      { unit: 'kg', classes: [], people: [] },
    ).file;
  const { plans, problems } = read(
    'Tide.csv',
    ['Exercise', 'Work'],
    [
      ['Rope slam', 'soon'],
      ['Bear walk', '40'],
    ],
  );
  expect([plans[0]?.title, plans[0]?.blocks[0]?.stations.length, problems.map((p) => p.path)]).toEqual([
    'Tide',
    2,
    ['row 2, work'],
  ]);
  expect(read('x.csv', ['tide'], [['a']]).plans).toEqual([]);
});

it('a table names the classes to look for', () => {
  const header = ['Class', 'Exercise'];
  const rows = [
    ['Ebb', 'Squat'],
    ['', 'Row'],
    ['Flow', 'Plank'],
    ['Ebb', 'Squat'],
  ];
  expect(titlesIn({ columns: guessBookColumns(header), rows })).toEqual(['Ebb', 'Flow']);
});
