import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { recordOf } from '../../record/index.ts';
import { circuit, planOf, stations } from '../../test/build.ts';
import { eventsOf, T0 } from '../../test/events.ts';
import {
  isRecordsJson,
  RECORD_COLUMNS,
  readRecordRows,
  readRecordsJson,
  recordRow,
  recordsCsv,
  recordsJson,
} from './records.ts';

const plan: Plan = { ...planOf(circuit(stations(1), 30, 10, 2)), squads: ['Heron'] };
const events = eventsOf(
  [0, { type: 'start' }],
  [45, { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: 12, weightKg: 16, note: '=2+2, shallow' }],
  [46, { type: 'reps', stationId: 's1', round: 1, squad: null, person: 'p1', count: 9, side: 'left' }],
  [300, { type: 'finish' }],
);
const run = { id: 'run-00001', title: 'Slack Water', startedAtMs: T0 };
const rows = recordOf(plan, events).sets.map((x) => recordRow(run, x, new Map([['p1', '12']]), 'UTC'));
/** A CSV as a reader of tables has it: the reader itself is tried with the server. */
const asRead = (list: typeof rows) =>
  list.map((row) =>
    Object.fromEntries(
      RECORD_COLUMNS.map((c, k) => [c, row[k] === null || row[k] === undefined ? '' : String(row[k])]),
    ),
  );

describe('records as CSV', () => {
  it('have a row for each set, and for each who; what a table program would take for a formula is none', () => {
    const [header, first, second, third] = recordsCsv(rows).split('\r\n');
    expect(header).toBe(
      'run,day,time,class,station,move,side,round,again,layer,squad,person,name,planned_s,actual_s,reps,weight_kg,effort,note',
    );
    expect(first).toBe('run-00001,2026-09-21,14:13,Slack Water,s1,Move 1,,1,1,,,,,30,30,,,,');
    expect(second).toBe(
      'run-00001,2026-09-21,14:13,Slack Water,s1,Move 1,,1,1,,Heron,,,30,30,12,16,,"\'=2+2, shallow"',
    );
    expect(third).toMatch(/^run-00001,.*s1,Move 1,,2,/);
    expect(recordsCsv(rows, false).startsWith('run-00001')).toBe(true);
  });

  it('come back as what was written down; times are the run’s own', () => {
    const { entries, problems } = readRecordRows(asRead(rows));
    expect(problems).toEqual([]);
    expect(entries).toEqual([
      {
        runId: 'run-00001',
        personName: null,
        command: {
          type: 'reps',
          stationId: 's1',
          round: 1,
          squad: 'Heron',
          count: 12,
          weightKg: 16,
          note: '=2+2, shallow',
        },
      },
      {
        runId: 'run-00001',
        personName: '12',
        command: { type: 'reps', stationId: 's1', round: 1, squad: null, person: 'p1', count: 9, side: 'left' },
      },
    ]);
  });

  it('name a row that cannot be read by its line, and keep the others', () => {
    const good = { run: 'run-00001', station: 's1', round: '1', reps: '12' };
    const { entries, problems } = readRecordRows([
      { ...good, reps: 'a dozen' },
      good,
      { ...good, run: '' },
      { ...good, round: '0' },
      { run: 'run-00001', move: 'only times', actual_s: '30' },
    ]);
    expect(entries).toHaveLength(1);
    expect(problems.map((p) => p.path)).toEqual(['line 2', 'line 4', 'line 5']);
  });
});

describe('records as JSON', () => {
  const people = [{ id: 'p1', name: '12', squad: 'Heron' }];
  const whole = { id: 'run-00001', plan, events, sets: recordOf(plan, events).sets };
  const text =
    recordsJson.open(people) +
    recordsJson.run(whole, true) +
    recordsJson.run({ ...whole, id: 'run-00002' }, false) +
    recordsJson.close;

  it('come back the same', () => {
    expect(isRecordsJson(text)).toBe(true);
    expect(readRecordsJson(text)).toEqual({
      people,
      runs: [
        { id: 'run-00001', plan, events },
        { id: 'run-00002', plan, events },
      ],
      problems: [],
    });
  });

  it('say what is wrong, run by run', () => {
    const broken = JSON.parse(text);
    broken.runs[0].id = '../x';
    broken.runs[1].events.push({ type: 'dance' });
    const read = readRecordsJson(JSON.stringify(broken));
    expect(read.runs.map((r) => r.id)).toEqual(['run-00002']);
    expect(read.problems).toEqual([
      { path: 'run 1', message: 'has no id' },
      { path: 'run 2', message: '1 of its entries cannot be read' },
    ]);
    expect(readRecordsJson('{').problems).toHaveLength(1);
    expect(readRecordsJson('{"format": "else"}').problems[0]?.message).toMatch(/no file of records/);
  });
});
