import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { recordOf } from '../../record/index.ts';
import { foldRun, totals } from '../../time/index.ts';
import { type BookGiven, type ClassBook, guessBookColumns, readClassBook, tableOfSheets } from './class-book.ts';
import { dayOf, dayOrderOf } from './days.ts';

let serial = 0;
const given = (more: Partial<BookGiven> = {}): BookGiven => ({
  title: 'Last year',
  makeId: () => `made-id-${++serial}`,
  unit: 'kg',
  zone: 'Europe/London',
  today: '2026-11-30',
  classes: [],
  people: [],
  ...more,
});

/** Reads a table written with semicolons; a blank line is a gap. */
function read(text: string, more: Partial<BookGiven> = {}): ClassBook {
  const lines = text.trim().split('\n');
  const [header = [], ...all] = lines.map((line) => line.split(';').map((cell) => cell.trim()));
  const rows: string[][] = [];
  const gaps: number[] = [];
  for (const row of all) {
    if (row.every((cell) => cell === '')) gaps.push(rows.length);
    else rows.push(row);
  }
  return readClassBook(guessBookColumns(header), rows, gaps, header, given(more));
}
const told = (plans: readonly Plan[]) =>
  plans.map((p) => `${p.title}: ${p.blocks.flatMap((b) => b.stations.map((s) => s.move)).join(', ')}`);

const YEAR = `
Date;Class;Exercise;Work;Rest;Rounds;Reps;Weight;Who came;RPE
3/11/2026;Quay legs;Goblet squat;0:40;20s;3;;12,5 kg;8;7
;;Row;40";20;;;;;
;;Plank;40;20;;;;;
5/11/2026;Gull core;Crunch;30;15;4;;;Ann, Ben and Cat;
;;Dead bug;30;15;;;;;
10/11/2026;Quay legs;;;;;;;9;6
Date;Class;Exercise;Work;Rest;Rounds;Reps;Weight;Who came;RPE
17/11/2026;Quay legs;;;;;;;11;
`;

describe('a table of classes and of when they were held', () => {
  it('is several classes, and a run for each day, with who came and how hard it was', () => {
    const book = read(YEAR);
    expect(book.problems).toEqual([]);
    expect(told(book.plans)).toEqual(['Quay legs: Goblet squat, Row, Plank', 'Gull core: Crunch, Dead bug']);
    // 9 sets of 40 with rests of 20, the last dropped; 8 sets of 30 with rests of 15.
    expect(book.plans.map((p) => totals(p).totalMs)).toEqual([520_000, 345_000]);
    expect(book.plans[0]?.blocks[0]?.stations[0]?.weightKg).toBe(12.5);
    expect(book.runs.map((r) => `${r.day} ${r.title} ${r.came}`)).toEqual([
      '2026-11-03 Quay legs 8',
      '2026-11-05 Gull core 3',
      '2026-11-10 Quay legs 9',
      '2026-11-17 Quay legs 11',
    ]);
    const [first] = book.records.runs;
    // 18:00 in London in November.
    expect(new Date(first?.events[0]?.atMs ?? 0).toISOString()).toBe('2026-11-03T18:00:00.000Z');
    expect(first?.plan.id).toBe(book.plans[0]?.id);
    expect(first?.events.map((e) => e.type)).toEqual(['start', 'finish', 'close']);
    expect(first?.events.at(-1)).toMatchObject({ came: 8, effort: 7 });
    expect(first && foldRun(first.plan, first.events).status).toBe('finished');
  });

  it('has what people did as entries of their sets, one for a round', () => {
    const book = read(`
Date;Class;Name;Exercise;Reps;Weight
2026-11-03;Quay legs;Sedge;Goblet squat;12/10/8;16
2026-11-03;Quay legs;Sedge;Press-up;15;
2026-11-03;Quay legs;Reed;Goblet squat;14;12`);
    expect(book.problems).toEqual([]);
    expect(told(book.plans)).toEqual(['Quay legs: Goblet squat, Press-up']);
    expect(book.records.people.map((p) => p.name)).toEqual(['Sedge', 'Reed']);
    expect(book.runs).toMatchObject([{ came: 2, entries: 5 }]);
    const entries = book.records.runs[0]?.events.filter((e) => e.type === 'reps') ?? [];
    expect(entries.map((e) => [e.round, e.count, e.weightKg])).toEqual([
      [1, 12, 16],
      [2, 10, 16],
      [3, 8, 16],
      [1, 15, undefined],
      [1, 14, 12],
    ]);
    // As many rounds as were done: all of them stand in the record.
    const [run] = book.records.runs;
    const sets = run ? recordOf(run.plan, run.events).sets.filter((s) => s.person !== null) : [];
    expect(sets.map((s) => `${s.move} ${s.round}: ${s.reps}`).sort()).toEqual([
      'Goblet squat 1: 12',
      'Goblet squat 1: 14',
      'Goblet squat 2: 10',
      'Goblet squat 3: 8',
      'Press-up 1: 15',
    ]);
  });

  it('knows people, and classes that are there already, by their names and moves', () => {
    const [there] = read(YEAR).plans;
    const book = read(YEAR, { classes: there ? [there] : [], people: [{ id: 'p1', name: 'sedge', squad: '' }] });
    expect(book.known).toEqual(['Quay legs']);
    expect(told(book.plans)).toEqual(['Gull core: Crunch, Dead bug']);
    expect(book.records.runs.filter((r) => r.plan.id === there?.id)).toHaveLength(3);
    const other = read('Class;Exercise\nQuay legs;Swing\n;Clean', { classes: there ? [there] : [] });
    expect(told(other.plans)).toEqual(['Quay legs: Swing, Clean']);
  });

  it('is several classes where rows are blank between them, named by a line of their own', () => {
    const book = read(`
Exercise;Work;Rest
Monday;;
Squat;40;20
Row;40;20
;;
Thursday;;
Burpee;30;30
;;
Plank;60;0`);
    expect(told(book.plans)).toEqual(['Monday: Squat, Row', 'Thursday: Burpee', 'Last year: Plank']);
    expect(book.runs).toEqual([]);
  });

  it('brings a day in once, however often the file is read', () => {
    expect(read(YEAR).runs.map((r) => r.id)).toEqual(read(YEAR).runs.map((r) => r.id));
  });

  it('tells of days that are none, of classes nobody knows, and of efforts out of bounds', () => {
    const book = read(`
Date;Class;Exercise;RPE
31/2/2026;Quay legs;Squat;
3/11/2026;Gull;;
4/11/2026;Quay legs;;12`);
    expect(book.problems.map((p) => p.message)).toEqual([
      '\u201c31/2/2026\u201d is no day',
      'There is no class called Gull, and no move here',
      '\u201c12\u201d is none from 0 to 10',
    ]);
    expect(book.runs.map((r) => r.day)).toEqual(['2026-11-04']);
  });
});

describe('days as they are written', () => {
  it.each([
    ['2026-11-03', '2026-11-03'],
    ['3/11/26', '2026-11-03'],
    ['03.11.2026', '2026-11-03'],
    ['Tue 3 Nov', '2026-11-03'],
    ['Nov 3, 2026', '2026-11-03'],
    ['3rd November 2025', '2025-11-03'],
    ['12 Dec', '2025-12-12'],
    ['2026-02-30', null],
    ['soon', null],
  ])('%s is %s', (text, day) => {
    expect(dayOf(text, 'dayFirst', '2026-11-30')).toBe(day);
  });

  it('stand day or month first, as the table tells', () => {
    expect(dayOrderOf(['3/11/26', '17/11/26'])).toBe('dayFirst');
    expect(dayOrderOf(['11/3/26', '11/17/26'])).toBe('monthFirst');
    expect(dayOrderOf(['3/11/26'])).toBe('either');
    expect(dayOf('11/17/26', 'monthFirst', '2026-11-30')).toBe('2026-11-17');
  });
});

describe('a workbook', () => {
  it('of several sheets is a class a sheet, whose columns may differ', () => {
    const table = tableOfSheets([
      {
        name: 'Ebb',
        cells: [
          ['Exercise', 'Work'],
          ['Squat', '40'],
          ['', ''],
          ['Row', '40'],
        ],
      },
      { name: 'Notes', cells: [['']] },
      {
        name: 'Flow',
        cells: [
          ['Work', 'Move', 'Date'],
          ['30', 'Plank', '2026-11-03'],
        ],
      },
    ]);
    const book = readClassBook(guessBookColumns(table.header), table.rows, table.gaps, table.header, given());
    expect(told(book.plans)).toEqual(['Ebb: Squat, Row', 'Flow: Plank']);
    expect(book.runs.map((r) => `${r.day} ${r.title}`)).toEqual(['2026-11-03 Flow']);
  });

  it('of one sheet is a table with its blank rows told', () => {
    expect(tableOfSheets([{ name: 'Ebb', cells: [[''], ['Move'], ['Squat'], [''], ['Row']] }])).toEqual({
      header: ['Move'],
      rows: [['Squat'], ['Row']],
      gaps: [1],
    });
    expect(tableOfSheets([])).toEqual({ header: [], rows: [], gaps: [] });
  });
});
